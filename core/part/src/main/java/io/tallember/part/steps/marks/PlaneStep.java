package io.tallember.part.steps.marks;

import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.PointReference;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import io.tallember.part.Step;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A plane that others stand on.
 *
 * @param from the plane or face it is made from, or whose way it faces
 * @param on what else it goes by
 * @param distance in mm: along the normal, for a plane beside another; along the edge, for one square to it
 * @param angle in radians, for one that is turned
 */
public record PlaneStep(
        String id, String name, boolean off, Way way, SketchPlane from, On on, double distance, double angle)
        implements Step {
    /** How a plane is made. */
    public enum Way {
        /** At a distance from another. */
        BESIDE,
        /** Half way between two. */
        MIDWAY,
        /** Turned from another about a straight edge along it. */
        TURNED,
        /** Through the line in which two meet, turned from the first. */
        MEETING,
        /** Touching a cylinder on the side that another faces, turned about the cylinder's axis. */
        TANGENT,
        /** Through three corners. */
        CORNERS,
        /** Square to an edge, at a distance along it. */
        SQUARE
    }

    /**
     * Picked things that a plane goes by; each may be missing where the way doesn't ask for it.
     *
     * @param second the other plane of one half way between two, or through their line
     * @param edge the edge it turns about or is square to
     * @param round the cylinder it touches
     * @param corners the three corners it goes through
     */
    public record On(SketchPlane second, EdgeReference edge, FaceReference round, List<PointReference> corners) {
        public static final On NOTHING = new On(null, null, null, List.of());

        public On {
            corners = List.copyOf(corners);
        }
    }

    public PlaneStep {
        if ((way == Way.MIDWAY || way == Way.MEETING) && on.second() == null) {
            throw Refusal.of("Pick the second plane or face for this plane.");
        }
        if (way == Way.TURNED && on.edge() == null) {
            throw Refusal.of("Pick the straight edge that the plane should go through.");
        }
        if (way == Way.SQUARE && on.edge() == null) {
            throw Refusal.of("Pick the edge that the plane should stand square to.");
        }
        if (way == Way.TANGENT && on.round() == null) {
            throw Refusal.of("Pick the round face that the plane should touch.");
        }
        if (way == Way.CORNERS && on.corners().size() != 3) {
            throw Refusal.of("Pick the three corners that the plane should go through.");
        }
        if (!Double.isFinite(distance) || !Double.isFinite(angle)) {
            throw Refusal.of("The distance and the angle of a plane must be numbers.");
        }
    }

    @Override
    public List<String> numbers() {
        return switch (way) {
            case BESIDE, SQUARE -> List.of("distance");
            case TURNED, MEETING, TANGENT -> List.of("angle");
            default -> List.of();
        };
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "distance" -> Optional.of(Measure.LENGTH);
            case "angle" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    @Override
    public PlaneStep sized(String place, double v) {
        return place.equals("angle")
                ? new PlaneStep(id, name, off, way, from, on, distance, v)
                : new PlaneStep(id, name, off, way, from, on, v, angle);
    }

    @Override
    public PlaneStep numbered(String i, String n) {
        return new PlaneStep(i, n, off, way, from, on, distance, angle);
    }

    @Override
    public PlaneStep switched(boolean o) {
        return new PlaneStep(id, name, o, way, from, on, distance, angle);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        if (way != Way.CORNERS && way != Way.SQUARE) {
            all.addAll(from.steps());
        }
        if (way == Way.MIDWAY || way == Way.MEETING) {
            all.addAll(on.second().steps());
        }
        if (way == Way.TURNED || way == Way.SQUARE) {
            all.addAll(on.edge().steps());
        }
        if (way == Way.TANGENT) {
            all.addAll(on.round().steps());
        }
        if (way == Way.CORNERS) {
            on.corners().forEach(c -> all.addAll(c.steps()));
        }
        return new ArrayList<>(all);
    }

    @Override
    public boolean makesPlane() {
        return true;
    }
}
