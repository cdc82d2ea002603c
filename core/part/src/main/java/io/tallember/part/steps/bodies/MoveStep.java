package io.tallember.part.steps.bodies;

import io.tallember.geometry.Vec3;
import io.tallember.part.Layout;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Moves and turns whole bodies, or copies of them.
 *
 * @param bodies their ids
 * @param by in mm
 * @param axis that they are turned about, before they are moved
 * @param angle in radians; zero for not at all
 * @param copy whether the originals stay
 */
public record MoveStep(
        String id, String name, boolean off, List<String> bodies, Vec3 by, Layout.Axis axis, double angle, boolean copy)
        implements Step {
    public MoveStep {
        bodies = List.copyOf(new LinkedHashSet<>(bodies));
        if (bodies.isEmpty()) {
            throw Refusal.of("Pick at least one body to move.");
        }
        if (!Double.isFinite(by.length()) || !Double.isFinite(angle)) {
            throw Refusal.of("How far a body moves must be numbers.");
        }
        if (by.length() == 0 && angle == 0) {
            throw Refusal.of("Give a distance or an angle to move by.");
        }
    }

    @Override
    public String kind() {
        return copy ? "Copy" : "Move";
    }

    @Override
    public List<String> numbers() {
        return List.of("x", "y", "z", "angle");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "x", "y", "z" -> Optional.of(Measure.LENGTH);
            case "angle" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    @Override
    public MoveStep sized(String place, double v) {
        Vec3 to = new Vec3(
                place.equals("x") ? v : by.x(), place.equals("y") ? v : by.y(), place.equals("z") ? v : by.z());
        return new MoveStep(id, name, off, bodies, to, axis, place.equals("angle") ? v : angle, copy);
    }

    @Override
    public MoveStep numbered(String i, String n) {
        return new MoveStep(i, n, off, bodies, by, axis, angle, copy);
    }

    @Override
    public MoveStep switched(boolean o) {
        return new MoveStep(id, name, o, bodies, by, axis, angle, copy);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(PartDocument.makers(bodies));
        all.addAll(axis.steps());
        return List.copyOf(all);
    }
}
