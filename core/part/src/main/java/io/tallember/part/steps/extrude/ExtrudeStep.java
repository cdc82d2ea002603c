package io.tallember.part.steps.extrude;

import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.part.Thin;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Regions of a sketch pulled out of their plane.
 *
 * @param reach from where to where
 * @param taper by which the sides lean inward, in radians; outward when negative
 * @param thin as a wall along the regions' lines, or null for a solid
 */
public record ExtrudeStep(
        String id,
        String name,
        boolean off,
        String sketch,
        List<RegionReference> regions,
        Reach reach,
        double taper,
        Thin thin,
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

    /**
     * From where to where an extrusion goes.
     *
     * @param distance in mm, above zero; overall when it goes both ways; kept but idle when the extent is another
     * @param back how far it goes the other way too, in mm; zero for not at all
     * @param from the face that it starts from, carried on beyond its edges, or null for the sketch's plane
     * @param target the face up to which it goes, or null
     * @param gap how far short of the target it stops, in mm; beyond it when negative
     * @param bothWays half the distance to either side, or to the next or picked face on either side
     * @param flipped against the sketch's normal
     */
    public record Reach(
            Extent extent,
            double distance,
            double back,
            FaceReference from,
            FaceReference target,
            double gap,
            boolean bothWays,
            boolean flipped) {
        /** From the sketch's plane. */
        public static Reach of(
                Extent extent, double distance, FaceReference target, boolean bothWays, boolean flipped) {
            return new Reach(extent, distance, 0, null, target, 0, bothWays, flipped);
        }

        public Reach by(double d) {
            return new Reach(extent, d, back, from, target, gap, bothWays, flipped);
        }

        public Reach andBack(double b) {
            return new Reach(extent, distance, b, from, target, gap, bothWays, flipped);
        }

        public Reach startingAt(FaceReference f) {
            return new Reach(extent, distance, back, f, target, gap, bothWays, flipped);
        }

        public Reach shortBy(double g) {
            return new Reach(extent, distance, back, from, target, g, bothWays, flipped);
        }
    }

    private static final double MOST_LEAN = Math.toRadians(80);

    public ExtrudeStep {
        regions = ProfileStep.picked(regions, "extrude");
        Extent extent = reach.extent();
        if (extent == Extent.FACE && reach.target() == null) {
            throw Refusal.of("Pick the face up to which it goes.");
        }
        if (!(reach.distance() > 0) || !Double.isFinite(reach.distance())) {
            throw Refusal.of("The distance must be above zero. To go the other way, turn the direction.");
        }
        if (!(reach.back() >= 0) || !Double.isFinite(reach.back()) || !Double.isFinite(reach.gap())) {
            throw Refusal.of("The second distance must be zero or more.");
        }
        if (reach.back() > 0 && (extent != Extent.DISTANCE || reach.bothWays())) {
            throw Refusal.of("Two distances need the extent to be given by distance, not equal both ways.");
        }
        if (!(Math.abs(taper) <= MOST_LEAN)) {
            throw Refusal.of("The sides can lean by up to 80° either way.");
        }
        if (taper != 0 && thin != null) {
            throw Refusal.of("The sides of a wall can't lean. Make it a solid, or draft its faces after.");
        }
        if (reach.from() != null && extent == Extent.NEXT) {
            throw Refusal.of(
                    "What starts from a face can go by a distance, through all or up to a face, not to the next one.");
        }
        if (thin != null && (!(thin.thickness() > 0) || !Double.isFinite(thin.thickness()))) {
            throw Refusal.of("The wall's thickness must be above zero.");
        }
    }

    /** A solid with upright sides. */
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
        this(id, name, off, sketch, regions, Reach.of(extent, distance, null, bothWays, flipped), 0, null, mode);
    }

    /** A solid by a distance. */
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

    public Extent extent() {
        return reach.extent();
    }

    public double distance() {
        return reach.distance();
    }

    /** With another reach. */
    public ExtrudeStep reaching(Reach r) {
        return new ExtrudeStep(id, name, off, sketch, regions, r, taper, thin, mode);
    }

    /** As a wall, or a solid when null. */
    public ExtrudeStep as(Thin t) {
        return new ExtrudeStep(id, name, off, sketch, regions, reach, taper, t, mode);
    }

    /** With another distance. */
    public ExtrudeStep by(double d) {
        return reaching(reach.by(d));
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>();
        if (extent() == Extent.DISTANCE) {
            all.add("distance");
        }
        if (reach.back() > 0) {
            all.add("back");
        }
        if (reach.gap() != 0) {
            all.add("gap");
        }
        if (thin != null) {
            all.add("thickness");
        }
        if (taper != 0) {
            all.add("taper");
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "distance", "back", "gap" -> Optional.of(Measure.LENGTH);
            case "thickness" -> Optional.ofNullable(thin == null ? null : Measure.LENGTH);
            case "taper" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    @Override
    public ExtrudeStep sized(String place, double v) {
        return switch (place) {
            case "back" -> reaching(reach.andBack(v));
            case "gap" -> reaching(reach.shortBy(v));
            case "thickness" -> as(new Thin(v, thin.side()));
            case "taper" -> new ExtrudeStep(id, name, off, sketch, regions, reach, v, thin, mode);
            default -> by(v);
        };
    }

    @Override
    public ExtrudeStep with(List<RegionReference> picked) {
        return new ExtrudeStep(id, name, off, sketch, picked, reach, taper, thin, mode);
    }

    @Override
    public ExtrudeStep numbered(String i, String n) {
        return new ExtrudeStep(i, n, off, sketch, regions, reach, taper, thin, mode);
    }

    @Override
    public ExtrudeStep switched(boolean o) {
        return new ExtrudeStep(id, name, o, sketch, regions, reach, taper, thin, mode);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(List.of(sketch));
        if (extent() == Extent.FACE) {
            all.addAll(reach.target().steps());
        }
        if (reach.from() != null) {
            all.addAll(reach.from().steps());
        }
        return List.copyOf(all);
    }
}
