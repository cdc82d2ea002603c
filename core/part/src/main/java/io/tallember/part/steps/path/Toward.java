package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.Layout;
import io.tallember.part.Refusal;
import java.util.List;

/**
 * A direction in which a leg goes.
 *
 * @param word x, y or z, with a minus for the other way; {@code on} for straight on; {@code along} for along an axis
 * @param axis only for {@code along}, else null
 * @param flipped the other way along the axis
 */
record Toward(String word, Layout.Axis axis, boolean flipped) {
    static final List<String> AXES = List.of("x", "-x", "y", "-y", "z", "-z");
    static final String ON = "on";
    static final String ALONG = "along";

    Toward {
        if (!AXES.contains(word) && !word.equals(ON) && !word.equals(ALONG)) {
            throw Refusal.of("A leg goes along x, y or z, straight on, or along something picked.");
        }
        if (word.equals(ALONG) == (axis == null)) {
            throw Refusal.of("Pick an edge or a face that the leg goes along.");
        }
    }

    static Toward of(String word) {
        return new Toward(word, null, false);
    }

    /** One of the part's axes; null for other directions. */
    Vec3 base() {
        Vec3 v = word.endsWith("x") ? Vec3.X : word.endsWith("y") ? Vec3.Y : word.endsWith("z") ? Vec3.Z : null;
        return v != null && word.startsWith("-") ? v.negated() : v;
    }

    List<String> steps() {
        return axis == null ? List.of() : axis.steps();
    }
}
