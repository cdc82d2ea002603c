package io.tallember.part;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Makes what other steps made again at other places: their material is added or taken away there in the same way.
 *
 * @param steps the steps repeated, each one that makes material
 * @param round about the axis; else in a row along it
 * @param axis what it goes along or round
 * @param count how many there are in all, the original among them
 * @param spacing in mm from one to the next in a row, above zero
 * @param full all the way round, evenly; else {@code angle} from one to the next, in radians
 * @param flipped the other way along or round the axis
 * @param skip numbers of the places left out, the original being 1
 */
public record RepeatStep(
        String id,
        String name,
        boolean off,
        List<String> steps,
        boolean round,
        Axis axis,
        int count,
        double spacing,
        boolean full,
        double angle,
        boolean flipped,
        List<Integer> skip)
        implements Step {
    public static final int MOST = 500;

    /** What a repeat goes along or round. */
    public sealed interface Axis {
        /** One of the part's own axes. */
        enum Base implements Axis {
            X,
            Y,
            Z
        }

        /** The axis of a round face, or the normal of a flat one where it was picked. */
        record OfFace(FaceReference face) implements Axis {}
    }

    public RepeatStep {
        steps = List.copyOf(new LinkedHashSet<>(steps));
        skip = List.copyOf(skip);
        if (steps.isEmpty()) {
            throw Refusal.of("Pick at least one step to repeat, by a face that it made.");
        }
        if (count < 2 || count > MOST) {
            throw Refusal.of("There can be 2 to " + MOST + " in all, the original among them.");
        }
        if (!(spacing > 0) || !Double.isFinite(spacing)) {
            throw Refusal.of("The spacing must be above zero. To go the other way, turn the direction.");
        }
        if (!(angle > 0) || !(angle <= 2 * Math.PI)) {
            throw Refusal.of("The angle must be above 0° and up to 360°. To go the other way, turn the direction.");
        }
        for (int s : skip) {
            if (s < 2 || s > count) {
                throw Refusal.of("Only the places 2 to " + count + " can be left out.");
            }
        }
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "spacing" -> Optional.of(Measure.LENGTH);
            case "angle" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    @Override
    public RepeatStep sized(String place, double v) {
        boolean s = place.equals("spacing");
        return new RepeatStep(
                id, name, off, steps, round, axis, count, s ? v : spacing, full, s ? angle : v, flipped, skip);
    }

    @Override
    public RepeatStep numbered(String i, String n) {
        return new RepeatStep(i, n, off, steps, round, axis, count, spacing, full, angle, flipped, skip);
    }

    @Override
    public RepeatStep switched(boolean o) {
        return new RepeatStep(id, name, o, steps, round, axis, count, spacing, full, angle, flipped, skip);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(steps);
        if (axis instanceof Axis.OfFace f) {
            all.addAll(f.face().steps());
        }
        return List.copyOf(all);
    }
}
