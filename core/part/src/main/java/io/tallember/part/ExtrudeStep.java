package io.tallember.part;

import java.util.List;

/**
 * Regions of a sketch pulled out of their plane.
 *
 * @param distance in mm, above zero; overall when it goes both ways
 * @param bothWays half the distance to either side
 * @param flipped against the sketch's normal
 */
public record ExtrudeStep(
        String id,
        String name,
        boolean off,
        String sketch,
        List<RegionReference> regions,
        double distance,
        boolean bothWays,
        boolean flipped,
        Mode mode)
        implements Step {
    /** What becomes of the extruded material. */
    public enum Mode {
        BODY,
        ADD,
        REMOVE
    }

    public ExtrudeStep {
        regions = List.copyOf(regions);
        if (!(distance > 0) || !Double.isFinite(distance)) {
            throw Refusal.of("The distance must be above zero. To go the other way, turn the direction.");
        }
        if (regions.isEmpty()) {
            throw Refusal.of("Pick at least one closed region to extrude.");
        }
    }

    public ExtrudeStep with(List<RegionReference> picked) {
        return new ExtrudeStep(id, name, off, sketch, picked, distance, bothWays, flipped, mode);
    }

    @Override
    public ExtrudeStep named(String n) {
        return new ExtrudeStep(id, n, off, sketch, regions, distance, bothWays, flipped, mode);
    }

    @Override
    public ExtrudeStep switched(boolean o) {
        return new ExtrudeStep(id, name, o, sketch, regions, distance, bothWays, flipped, mode);
    }

    @Override
    public List<String> uses() {
        return List.of(sketch);
    }
}
