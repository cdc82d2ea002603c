package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.PointReference;
import java.util.List;
import java.util.Map;

/** A place that a leg goes through. */
sealed interface Spot {
    /** In mm from the part's origin. */
    record At(Vec3 place) implements Spot {}

    /** In mm from the place before. */
    record By(Vec3 step) implements Spot {}

    /** At a corner of a body, or a point that a step made. */
    record Corner(PointReference corner) implements Spot {}

    /**
     * On an edge.
     *
     * @param share of its length, in percent from where its curve begins
     */
    record OnEdge(EdgeReference edge, double share) implements Spot {}

    /** Its numbers, named with the place's number. */
    default void sizes(int number, Map<String, Number> out) {
        Vec3 v = this instanceof At a ? a.place : this instanceof By b ? b.step : null;
        if (v != null) {
            out.put("x" + number, v.x());
            out.put("y" + number, v.y());
            out.put("z" + number, v.z());
        } else if (this instanceof OnEdge e) {
            out.put("share" + number, e.share);
        }
    }

    /** With another number; names end with the place's number. */
    default Spot sized(String name, double v) {
        if (this instanceof OnEdge e && name.startsWith("share")) {
            return new OnEdge(e.edge, v);
        }
        if (this instanceof At a) {
            return new At(with(a.place, name.charAt(0), v));
        }
        return this instanceof By b ? new By(with(b.step, name.charAt(0), v)) : this;
    }

    private static Vec3 with(Vec3 p, char axis, double v) {
        return new Vec3(axis == 'x' ? v : p.x(), axis == 'y' ? v : p.y(), axis == 'z' ? v : p.z());
    }

    default List<String> steps() {
        return this instanceof Corner c ? c.corner.steps() : this instanceof OnEdge e ? e.edge.steps() : List.of();
    }
}
