package io.tallember.part.steps.marks;

import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import io.tallember.part.Step;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * An axis or a point that others go by.
 *
 * @param from a plane or face, for the ways that ask for one
 * @param on what else it goes by
 * @param at of a point at coordinates, in mm; idle otherwise
 */
public record MarkStep(String id, String name, boolean off, Way way, SketchPlane from, PlaneStep.On on, Vec3 at)
        implements Step {
    /** How a mark is made. */
    public enum Way {
        /** The line of a straight edge, or the axis of a round one. */
        ALONG_EDGE,
        /** The axis of a round face. */
        OF_FACE,
        /** The line in which two planes meet. */
        WHERE_PLANES_MEET,
        /** The line through two corners. */
        THROUGH_CORNERS,
        /** Square to a plane through a corner. */
        SQUARE,
        /** A point by its coordinates. */
        POINT_AT,
        /** The point of a corner. */
        POINT_ON_CORNER,
        /** The centre of a round edge, or the middle of any other. */
        POINT_ON_EDGE,
        /** Where an edge, carried on, goes through a plane. */
        POINT_IN_PLANE;

        /** Whether it makes a point rather than an axis. */
        public boolean point() {
            return name().startsWith("POINT");
        }

        boolean byPlane() {
            return this == WHERE_PLANES_MEET || this == SQUARE || this == POINT_IN_PLANE;
        }

        boolean byEdge() {
            return this == ALONG_EDGE || this == POINT_ON_EDGE || this == POINT_IN_PLANE;
        }

        /** How many corners it asks for. */
        int corners() {
            return this == THROUGH_CORNERS ? 2 : this == SQUARE || this == POINT_ON_CORNER ? 1 : 0;
        }
    }

    public MarkStep {
        if (way.byEdge() && on.edge() == null) {
            throw Refusal.of("Pick the edge that this goes by.");
        }
        if (way == Way.OF_FACE && on.round() == null) {
            throw Refusal.of("Pick the round face whose axis is meant.");
        }
        if (way == Way.WHERE_PLANES_MEET && on.second() == null) {
            throw Refusal.of("Pick the second plane or face.");
        }
        if (on.corners().size() != way.corners()) {
            throw Refusal.of(
                    way.corners() == 2 ? "Pick the two corners that the axis goes through." : "Pick the corner meant.");
        }
        if (!Double.isFinite(at.length())) {
            throw Refusal.of("The coordinates of a point must be numbers.");
        }
    }

    @Override
    public String kind() {
        return way.point() ? "Point" : "Axis";
    }

    @Override
    public List<String> numbers() {
        return way == Way.POINT_AT ? List.of("x", "y", "z") : List.of();
    }

    @Override
    public Optional<Measure> measure(String place) {
        return numbers().contains(place) ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    @Override
    public MarkStep sized(String place, double v) {
        Vec3 to = new Vec3(
                place.equals("x") ? v : at.x(), place.equals("y") ? v : at.y(), place.equals("z") ? v : at.z());
        return new MarkStep(id, name, off, way, from, on, to);
    }

    @Override
    public MarkStep numbered(String i, String n) {
        return new MarkStep(i, n, off, way, from, on, at);
    }

    @Override
    public MarkStep switched(boolean o) {
        return new MarkStep(id, name, o, way, from, on, at);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        if (way.byPlane()) {
            all.addAll(from.steps());
        }
        if (way == Way.WHERE_PLANES_MEET) {
            all.addAll(on.second().steps());
        }
        if (way.byEdge()) {
            all.addAll(on.edge().steps());
        }
        if (way == Way.OF_FACE) {
            all.addAll(on.round().steps());
        }
        on.corners().forEach(c -> all.addAll(c.steps()));
        return List.copyOf(all);
    }

    @Override
    public boolean makesAxis() {
        return !way.point();
    }
}
