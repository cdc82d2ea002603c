package io.tallember.part;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Regions of a sketch pulled out of their plane.
 *
 * @param extent how far it goes
 * @param distance in mm, above zero; overall when it goes both ways; kept but idle when the extent is another
 * @param taper by which the sides lean inward, in radians; outward when negative
 * @param target the face up to which it goes, or null
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
        double taper,
        FaceReference target,
        boolean bothWays,
        boolean flipped,
        Mode mode)
        implements ProfileStep {
    /** How far an extrusion goes. */
    public enum Extent {
        DISTANCE,
        /** Through everything that lies in its way; for removing only. */
        THROUGH,
        /** To the next faces in its way, taking their shape. */
        NEXT,
        /** To one face, taking its shape and carried on beyond its edges. */
        FACE
    }

    private static final double MOST_LEAN = Math.toRadians(80);

    public ExtrudeStep {
        regions = ProfileStep.picked(regions, "extrude");
        if (extent == Extent.THROUGH && mode != Mode.REMOVE) {
            throw Refusal.of("Only material that is removed can go through all. Give a distance, or remove it.");
        }
        if (extent == Extent.FACE && target == null) {
            throw Refusal.of("Pick the face up to which it goes.");
        }
        if (!(distance > 0) || !Double.isFinite(distance)) {
            throw Refusal.of("The distance must be above zero. To go the other way, turn the direction.");
        }
        if (!(Math.abs(taper) <= MOST_LEAN)) {
            throw Refusal.of("The sides can lean by up to 80° either way.");
        }
        if (taper != 0 && extent != Extent.DISTANCE) {
            throw Refusal.of("Sides can lean only where the distance is given.");
        }
    }

    /** With upright sides, to no picked face. */
    public ExtrudeStep(
            String id,
            String name,
            boolean off,
            String sketch,
            List<RegionReference> regions,
            Extent extent,
            double distance,
            boolean bothWays,
            boolean flipped,
            Mode mode) {
        this(id, name, off, sketch, regions, extent, distance, 0, null, bothWays, flipped, mode);
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
        return new ExtrudeStep(id, name, off, sketch, regions, extent, d, taper, target, bothWays, flipped, mode);
    }

    /** With sides that lean by another angle, inward when positive. */
    public ExtrudeStep leaning(double t) {
        return new ExtrudeStep(id, name, off, sketch, regions, extent, distance, t, target, bothWays, flipped, mode);
    }

    @Override
    public ExtrudeStep with(List<RegionReference> picked) {
        return new ExtrudeStep(id, name, off, sketch, picked, extent, distance, taper, target, bothWays, flipped, mode);
    }

    @Override
    public ExtrudeStep numbered(String i, String n) {
        return new ExtrudeStep(i, n, off, sketch, regions, extent, distance, taper, target, bothWays, flipped, mode);
    }

    @Override
    public ExtrudeStep switched(boolean o) {
        return new ExtrudeStep(id, name, o, sketch, regions, extent, distance, taper, target, bothWays, flipped, mode);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(List.of(sketch));
        if (extent == Extent.FACE) {
            all.addAll(target.steps());
        }
        return List.copyOf(all);
    }
}
