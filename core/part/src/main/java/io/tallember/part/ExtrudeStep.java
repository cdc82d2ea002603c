package io.tallember.part;

import java.util.List;

/**
 * Regions of a sketch pulled out of their plane.
 *
 * @param extent how far it goes
 * @param distance in mm, above zero; overall when it goes both ways; kept but idle when it goes through all
 * @param bothWays half the distance to either side
 * @param flipped against the sketch's normal
 */
public record ExtrudeStep(
        String id,
        String name,
        boolean off,
        String sketch,
        List<RegionReference> regions,
        Extent extent,
        double distance,
        boolean bothWays,
        boolean flipped,
        Mode mode)
        implements Step {
    /** How far an extrusion goes. */
    public enum Extent {
        DISTANCE,
        /** Through everything that lies in its way; for removing only. */
        THROUGH
    }

    /** What becomes of the extruded material. */
    public enum Mode {
        BODY,
        ADD,
        REMOVE
    }

    public ExtrudeStep {
        regions = List.copyOf(regions);
        if (extent == Extent.THROUGH && mode != Mode.REMOVE) {
            throw Refusal.of("Only material that is removed can go through all. Give a distance, or remove it.");
        }
        if (!(distance > 0) || !Double.isFinite(distance)) {
            throw Refusal.of("The distance must be above zero. To go the other way, turn the direction.");
        }
        if (regions.isEmpty()) {
            throw Refusal.of("Pick at least one closed region to extrude.");
        }
    }

    /** By a distance. */
    public ExtrudeStep(
            String id,
            String name,
            boolean off,
            String sketch,
            List<RegionReference> regions,
            double distance,
            boolean bothWays,
            boolean flipped,
            Mode mode) {
        this(id, name, off, sketch, regions, Extent.DISTANCE, distance, bothWays, flipped, mode);
    }

    /** With another distance. */
    public ExtrudeStep by(double d) {
        return new ExtrudeStep(id, name, off, sketch, regions, extent, d, bothWays, flipped, mode);
    }

    public ExtrudeStep with(List<RegionReference> picked) {
        return new ExtrudeStep(id, name, off, sketch, picked, extent, distance, bothWays, flipped, mode);
    }

    @Override
    public ExtrudeStep named(String n) {
        return new ExtrudeStep(id, n, off, sketch, regions, extent, distance, bothWays, flipped, mode);
    }

    @Override
    public ExtrudeStep switched(boolean o) {
        return new ExtrudeStep(id, name, o, sketch, regions, extent, distance, bothWays, flipped, mode);
    }

    @Override
    public List<String> uses() {
        return List.of(sketch);
    }
}
