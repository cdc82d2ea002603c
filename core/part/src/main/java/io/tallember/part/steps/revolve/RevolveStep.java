package io.tallember.part.steps.revolve;

import io.tallember.part.Layout;
import io.tallember.part.Measure;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Turns regions of a sketch about a line in the sketch's plane.
 *
 * @param axis id of a line of the sketch, or of the sketch's own x or y axis; blank when it is turned about something else
 * @param full all the way round; else by {@code angle}
 * @param angle in radians, above zero and up to a full turn; kept while {@code full}
 * @param bothWays half the angle to either side of the sketch's plane
 * @param flipped the other way round the axis
 * @param about an edge, a round face, an axis of the part or one that a step made, which lies in the sketch's plane; or null
 */
public record RevolveStep(
        String id,
        String name,
        boolean off,
        String sketch,
        List<RegionReference> regions,
        String axis,
        boolean full,
        double angle,
        boolean bothWays,
        boolean flipped,
        Mode mode,
        Layout.Axis about)
        implements ProfileStep {
    public RevolveStep {
        regions = ProfileStep.picked(regions, "revolve");
        if (!(angle > 0) || !(angle <= 2 * Math.PI + 1e-9)) {
            throw Refusal.of("The angle must be above 0° and up to 360°. To go the other way, turn the direction.");
        }
        if (axis.isBlank() == (about == null)) {
            throw Refusal.of("Pick a line of the sketch, or something else, as the axis.");
        }
    }

    /** About a line of the sketch. */
    public RevolveStep(
            String id,
            String name,
            boolean off,
            String sketch,
            List<RegionReference> regions,
            String axis,
            boolean full,
            double angle,
            boolean bothWays,
            boolean flipped,
            Mode mode) {
        this(id, name, off, sketch, regions, axis, full, angle, bothWays, flipped, mode, null);
    }

    /** With another angle. */
    public RevolveStep by(double a) {
        return new RevolveStep(id, name, off, sketch, regions, axis, full, a, bothWays, flipped, mode, about);
    }

    @Override
    public List<String> numbers() {
        return full ? List.of() : List.of("angle");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("angle") ? Optional.of(Measure.ANGLE) : Optional.empty();
    }

    @Override
    public RevolveStep sized(String place, double v) {
        return by(v);
    }

    @Override
    public RevolveStep with(List<RegionReference> picked) {
        return new RevolveStep(id, name, off, sketch, picked, axis, full, angle, bothWays, flipped, mode, about);
    }

    @Override
    public RevolveStep numbered(String i, String n) {
        return new RevolveStep(i, n, off, sketch, regions, axis, full, angle, bothWays, flipped, mode, about);
    }

    @Override
    public RevolveStep switched(boolean o) {
        return new RevolveStep(id, name, o, sketch, regions, axis, full, angle, bothWays, flipped, mode, about);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(Set.of(sketch));
        all.addAll(about == null ? List.of() : about.steps());
        return List.copyOf(all);
    }
}
