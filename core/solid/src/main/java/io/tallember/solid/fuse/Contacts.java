package io.tallember.solid.fuse;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.SurfaceRegion;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Finds places where the faces kept would only touch each other in a point: inside one face, and on another. */
final class Contacts {
    private final PointPool pool;
    private final Tolerance tol;
    private final Map<Integer, Integer> insideFaces = new LinkedHashMap<>();

    Contacts(PointPool pool, Tolerance tol) {
        this.pool = pool;
        this.tol = tol;
    }

    /** Notes which of a face's touching places lie inside the piece of it that is kept. */
    void note(Built piece, Set<Integer> places) {
        if (places.isEmpty()) {
            return;
        }
        Set<Integer> rim = new LinkedHashSet<>();
        piece.loops().forEach(l -> l.forEach(h -> rim.add(h.from())));
        SurfaceRegion region = null;
        for (int place : places) {
            if (rim.contains(place)) {
                continue;
            }
            region = region == null ? new SurfaceRegion(piece.surface(), piece.sense(), piece.loops()) : region;
            if (region.locate(pool.point(place), tol) == SurfaceRegion.Place.INSIDE) {
                insideFaces.merge(place, 1, Integer::sum);
            }
        }
    }

    /** Refuses a result in which such a place belongs to another face too. */
    void check(List<Built> kept) {
        if (insideFaces.isEmpty()) {
            return;
        }
        Set<Integer> corners = new LinkedHashSet<>();
        kept.forEach(b -> b.loops().forEach(l -> l.forEach(h -> corners.add(h.from()))));
        insideFaces.forEach((place, faces) -> {
            if (faces > 1 || corners.contains(place)) {
                Vec3 p = pool.point(place);
                throw new GeometryException(
                        GeometryException.Reason.NON_MANIFOLD,
                        "The result would only touch itself in the point " + p.said()
                                + ", where it would have no thickness. Let the shapes overlap, or keep them apart.");
            }
        });
    }
}
