package io.tallember.geometry;

import java.util.ArrayList;
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
        outer = opened(outer);
        holes = holes.stream().map(Profile::opened).toList();
    }

    /**
     * A closed loop whose splines don't come back to their own beginning with a corner, since sides made of those would border
     * themselves there: only the stretch that is used is kept of them, and a whole one is two.
     */
    private static List<Edge> opened(List<Edge> loop) {
        List<Edge> out = new ArrayList<>();
        for (Edge e : loop) {
            if (!(e.curve() instanceof Nurbs n)
                    || n.period() > 0
                    || n.point(n.lo()).distance(n.point(n.hi())) > Tolerance.DEFAULT.linear()) {
                out.add(e);
            } else if (loop.size() == 1) {
                Interval low = new Interval(e.range().lo(), e.range().middle());
                Interval high = new Interval(e.range().middle(), e.range().hi());
                Edge first = new Edge(n.part(low), low, e.forward(), e.source() + "-1");
                Edge second = new Edge(n.part(high), high, e.forward(), e.source() + "-2");
                out.addAll(e.forward() ? List.of(first, second) : List.of(second, first));
            } else {
                out.add(new Edge(n.part(e.range()), e.range(), e.forward(), e.source()));
            }
        }
        return List.copyOf(out);
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
