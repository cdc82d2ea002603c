package io.tallember.part;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.Region;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A region of a sketch, by the curves that bound it and a point in it when it was picked; or an open line, by its curves.
 *
 * @param id what the faces over the region are named by; given once in a part and never again, blank before that
 * @param boundary the outer boundary's curves with the side the region lies on, as {@link Region#boundary()} gives it
 */
public record RegionReference(String id, List<String> boundary, Vec2 inside) {
    public RegionReference {
        boundary = List.copyOf(boundary);
    }

    public static RegionReference to(Region r) {
        return new RegionReference("", r.boundary(), r.inside());
    }

    /** A match, and whether its boundary is just the one that was picked. */
    public record Match(Region region, boolean exact) {}

    /** The region meant: the one with the same boundary, else the one that shares most of it. */
    public Optional<Match> find(List<Region> regions) {
        Comparator<Region> nearest = Comparator.comparingDouble(r -> r.inside().distance(inside));
        Optional<Region> same =
                regions.stream().filter(r -> r.boundary().equals(boundary)).min(nearest);
        if (same.isPresent()) {
            return same.map(r -> new Match(r, true));
        }
        return regions.stream()
                .filter(r -> 2 * shared(r) >= boundary.size())
                .min(Comparator.comparingInt((Region r) -> -shared(r)).thenComparing(nearest))
                .map(r -> new Match(r, false));
    }

    /** Whether it is an open line that was picked, not a region. */
    public boolean open() {
        return !boundary.isEmpty() && boundary.get(0).startsWith(OpenLine.MARK);
    }

    /** The open line meant: the one with the same curves, else the one that shares most of them. */
    public Optional<OpenLine> findLine(List<OpenLine> lines) {
        Comparator<OpenLine> nearest =
                Comparator.comparingDouble(l -> l.inside().distance(inside));
        return lines.stream()
                .filter(l -> shared(l.boundary()) > 0)
                .min(Comparator.comparingInt((OpenLine l) -> -shared(l.boundary()))
                        .thenComparing(nearest));
    }

    private int shared(Region r) {
        return shared(r.boundary());
    }

    private int shared(List<String> others) {
        Set<String> both = new HashSet<>(boundary);
        both.retainAll(others);
        return both.size();
    }
}
