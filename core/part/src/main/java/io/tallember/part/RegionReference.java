package io.tallember.part;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.edit.Instances;
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

    /**
     * The region meant: the one with the same boundary; else the one that shares most of it, if there is just one with at least half
     * of it, on the same side of every curve it shares, and no copy of a repeat taken for another.
     */
    public Optional<Match> find(List<Region> regions, Instances instances) {
        Comparator<Region> nearest = Comparator.comparingDouble(r -> r.inside().distance(inside));
        Optional<Region> same =
                regions.stream().filter(r -> r.boundary().equals(boundary)).min(nearest);
        if (same.isPresent()) {
            return same.map(r -> new Match(r, true));
        }
        List<Region> alike = regions.stream()
                .filter(r -> 2 * shared(r) >= boundary.size() && sameSides(r) && sameCopies(r, instances))
                .toList();
        int most = alike.stream().mapToInt(this::shared).max().orElse(0);
        List<Region> best = alike.stream().filter(r -> shared(r) == most).toList();
        return best.size() == 1 ? Optional.of(new Match(best.get(0), false)) : Optional.empty();
    }

    /** Whether no curve that both have lies on the other side. */
    private boolean sameSides(Region r) {
        Set<String> mine = new HashSet<>(boundary);
        Set<String> its = new HashSet<>(r.boundary());
        return r.boundary().stream().noneMatch(b -> {
            String other = (b.charAt(0) == '+' ? '-' : '+') + b.substring(1);
            return mine.contains(other) && !mine.contains(b) && !its.contains(other);
        });
    }

    /** Whether no curve was lost, or else none of a repeat was lost or come by: it would be another instance's. */
    private boolean sameCopies(Region r, Instances instances) {
        List<String> lost =
                boundary.stream().filter(b -> !r.boundary().contains(b)).toList();
        return lost.isEmpty()
                || lost.stream().noneMatch(b -> instances.has(b.substring(1)))
                        && r.boundary().stream().allMatch(b -> boundary.contains(b) || !instances.has(b.substring(1)));
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
