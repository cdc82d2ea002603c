package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.solid.Body;
import io.tallember.solid.Boxes;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.util.List;
import java.util.Optional;

/** Whether a point lies inside a body: a ray is cast and its crossings counted; a ray that grazes is cast again elsewhere. */
public final class Classifier {
    private static final int TRIES = 24;

    private final List<Face> faces;
    private final List<Box3> boxes;
    private final Boxes around;
    private final Box3 bounds;
    private final Tolerance tol;

    public Classifier(Body body, Tolerance tol) {
        this.faces = body.faces();
        this.bounds = body.bounds().grown(tol.linear());
        this.tol = tol;
        boxes = faces.stream().map(f -> f.bounds().grown(tol.linear())).toList();
        around = new Boxes(boxes);
    }

    /**
     * Judges a point that is not on the boundary.
     *
     * @throws GeometryException INCONSISTENT when every ray grazes: the point is on the boundary after all
     */
    public boolean inside(Vec3 p) {
        return judge(p).orElseThrow(() -> new GeometryException(
                GeometryException.Reason.INCONSISTENT, "A body's inside can't be told from its outside."));
    }

    /** Whether a point is inside, or nothing when it is on the boundary or every ray grazes. */
    Optional<Boolean> judge(Vec3 p) {
        if (!bounds.contains(p)) {
            return Optional.of(false);
        }
        for (int i : around.around(p)) {
            Face f = faces.get(i);
            boolean on = f.bounds().distance(p) <= tol.linear()
                    && Math.abs(f.surface().signedDistance(p)) <= tol.linear()
                    && f.region().locate(p, tol) != SurfaceRegion.Place.OUTSIDE;
            if (on) {
                return Optional.empty();
            }
        }
        for (int i = 0; i < TRIES; i++) {
            // Directions spread by the golden angle: no two alike, none along an axis.
            double z = 0.97 - 1.9 * (i + 0.37) / TRIES;
            double turn = i * 2.399963229728653 + 0.4;
            double r = Math.sqrt(1 - z * z);
            int crossings = crossings(p, new Vec3(r * Math.cos(turn), r * Math.sin(turn), z));
            if (crossings >= 0) {
                return Optional.of(crossings % 2 == 1);
            }
        }
        return Optional.empty();
    }

    private int crossings(Vec3 p, Vec3 direction) {
        Line ray = new Line(p, direction);
        Interval range = new Interval(0, 2 * bounds.diagonal() + 1);
        int count = 0;
        Box3 way = Box3.of(p, ray.point(leaves(bounds, p, direction))).grown(tol.linear());
        for (int i : around.overlapping(way)) {
            if (leaves(boxes.get(i), p, direction) < 0) {
                continue;
            }
            Face f = faces.get(i);
            for (Meeting m : CurveSurface.meet(ray, range, f.surface(), tol)) {
                SurfaceRegion.Place place = f.region().locate(ray.point(m.t()), tol);
                if (place == SurfaceRegion.Place.OUTSIDE) {
                    continue;
                }
                if (place == SurfaceRegion.Place.BOUNDARY || m.touching() || m.t() <= tol.linear()) {
                    return -1;
                }
                count++;
            }
        }
        return count;
    }

    /** How far along a ray it leaves a box; -1 when it doesn't hit it. */
    private static double leaves(Box3 b, Vec3 p, Vec3 d) {
        double lo = 0;
        double hi = Double.POSITIVE_INFINITY;
        double[] o = {p.x(), p.y(), p.z()};
        double[] v = {d.x(), d.y(), d.z()};
        double[] min = {b.min().x(), b.min().y(), b.min().z()};
        double[] max = {b.max().x(), b.max().y(), b.max().z()};
        for (int k = 0; k < 3; k++) {
            double t0 = (min[k] - o[k]) / v[k];
            double t1 = (max[k] - o[k]) / v[k];
            lo = Math.max(lo, Math.min(t0, t1));
            hi = Math.min(hi, Math.max(t0, t1));
        }
        return lo <= hi ? hi : -1;
    }
}
