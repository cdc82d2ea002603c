package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.Layout;
import io.tallember.part.PointReference;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import java.util.List;

/**
 * A direction in which a leg goes.
 *
 * @param word x, y or z, with a minus for the other way, or one of the words below
 * @param axis only for {@link #ALONG}, else null
 * @param flipped the other way along the axis or edge
 * @param point only for {@link #TO}, else null
 * @param plane only for {@link #TURNED}, else null
 * @param edge only for {@link #EDGE}, else null
 */
record Toward(
        String word, Layout.Axis axis, boolean flipped, PointReference point, SketchPlane plane, EdgeReference edge) {
    static final List<String> AXES = List.of("x", "-x", "y", "-y", "z", "-z");
    /** Straight on. */
    static final String ON = "on";
    /** Along an axis. */
    static final String ALONG = "along";
    /** To a point. */
    static final String TO = "to";
    /** At an angle to the leg before, turned in a plane. */
    static final String TURNED = "turned";
    /** As an edge runs where it is nearest. */
    static final String EDGE = "edge";

    Toward {
        if (!AXES.contains(word) && !List.of(ON, ALONG, TO, TURNED, EDGE).contains(word)) {
            throw Refusal.of(
                    "A leg goes along x, y or z, straight on, along something picked, to a point, or at an angle.");
        }
        if (word.equals(ALONG) == (axis == null)) {
            throw Refusal.of("Pick an edge or a face that the leg goes along.");
        }
        if (word.equals(TO) == (point == null)) {
            throw Refusal.of("Pick the corner or point that the leg goes to.");
        }
        if (word.equals(TURNED) == (plane == null)) {
            throw Refusal.of("Choose the plane in which the leg is turned.");
        }
        if (word.equals(EDGE) == (edge == null)) {
            throw Refusal.of("Pick the edge that the leg runs along there.");
        }
    }

    static Toward of(String word) {
        return new Toward(word, null, false, null, null, null);
    }

    /** Whether it says where the leg ends, too. */
    boolean ends() {
        return word.equals(TO);
    }

    /** One of the part's axes; null for other directions. */
    Vec3 base() {
        if (!AXES.contains(word)) {
            return null;
        }
        Vec3 v = word.endsWith("x") ? Vec3.X : word.endsWith("y") ? Vec3.Y : Vec3.Z;
        return word.startsWith("-") ? v.negated() : v;
    }

    List<String> steps() {
        if (axis != null) {
            return axis.steps();
        }
        if (point != null) {
            return point.steps();
        }
        return plane != null ? plane.steps() : edge != null ? edge.steps() : List.of();
    }
}
