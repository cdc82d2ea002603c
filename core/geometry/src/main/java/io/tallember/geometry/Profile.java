package io.tallember.geometry;

import java.util.List;

/**
 * A flat region to be extruded, revolved or swept: exact curves in the xy plane of {@code frame}.
 *
 * @param frame where the profile stands; its curves are written in this frame's coordinates with z = 0
 * @param outer the outer loop, counter-clockwise
 * @param holes inner loops, clockwise
 * @param name what to call the region when something is wrong with it
 */
public record Profile(Frame frame, List<Edge> outer, List<List<Edge>> holes, String name) {
    public Profile {
        outer = List.copyOf(outer);
        holes = holes.stream().map(List::copyOf).toList();
    }

    /**
     * A stretch of a curve, run through forward or backward.
     *
     * @param source the sketch curve it comes from, for lineage
     */
    public record Edge(Curve curve, Interval range, boolean forward, String source) {
        public Vec3 start() {
            return curve.point(forward ? range.lo() : range.hi());
        }

        public Vec3 end() {
            return curve.point(forward ? range.hi() : range.lo());
        }
    }

    /** All loops, the outer one first. */
    public List<List<Edge>> loops() {
        return java.util.stream.Stream.concat(java.util.stream.Stream.of(outer), holes.stream())
                .toList();
    }
}
