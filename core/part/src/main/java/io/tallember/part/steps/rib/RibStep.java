package io.tallember.part.steps.rib;

import io.tallember.part.Measure;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Ribs along drawn lines of a sketch, and bosses over its closed regions, grown until the part closes them in.
 *
 * @param upright whether the sketch is seen along the ribs' growth (a grid from above), else from their side
 * @param thickness in mm
 * @param atBase whether the thickness is that of the base
 * @param draft by which the sides lean, in radians
 * @param carriedOn whether the lines' ends are carried on until they meet the part
 * @param ends points of the sketch, ends of lines for which it is the other way
 * @param bosses round ones at points of the sketch
 * @param depth in mm; zero for to the next face
 * @param flipped against the sketch's normal, or to the other side of the line
 */
public record RibStep(
        String id,
        String name,
        boolean off,
        String sketch,
        List<RegionReference> regions,
        boolean upright,
        double thickness,
        Wall.Side side,
        boolean atBase,
        double draft,
        boolean carriedOn,
        List<String> ends,
        Bosses bosses,
        double depth,
        boolean flipped)
        implements ProfileStep {
    /**
     * Round bosses, grown as the ribs are.
     *
     * @param points of the sketch
     * @param diameter where they begin, in mm
     * @param height by which they begin over the lines, in mm; below zero for under them
     * @param draft by which their sides lean, in radians
     */
    public record Bosses(List<String> points, double diameter, double height, double draft) {
        public static final Bosses NONE = new Bosses(List.of(), 1, 0, 0);

        public Bosses {
            points = List.copyOf(points);
            if (!(diameter > 0) || !Double.isFinite(diameter)) {
                throw Refusal.of("The boss's diameter must be above zero.");
            }
            if (!Double.isFinite(height)) {
                throw Refusal.of("The boss's height over the lines must be a number.");
            }
            if (!(draft >= 0 && draft <= MOST_DRAFT)) {
                throw Refusal.of("The boss's side can lean by 0 to 30°.");
            }
        }
    }

    private static final double MOST_DRAFT = Math.toRadians(30);

    public RibStep {
        regions = List.copyOf(regions);
        ends = List.copyOf(ends);
        if (regions.isEmpty()) {
            throw Refusal.of("Pick at least one drawn line to stand a rib on.");
        }
        if (!(thickness > 0) || !Double.isFinite(thickness)) {
            throw Refusal.of("The rib's thickness must be above zero.");
        }
        if (!(depth >= 0) || !Double.isFinite(depth)) {
            throw Refusal.of("The rib's depth must be above zero.");
        }
        if (!(draft >= 0 && draft <= MOST_DRAFT)) {
            throw Refusal.of("The rib's sides can lean by 0 to 30°.");
        }
    }

    @Override
    public Mode mode() {
        return Mode.ADD;
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>(List.of("thickness", "draft"));
        if (depth > 0) {
            all.add("depth");
        }
        if (!bosses.points().isEmpty()) {
            all.addAll(List.of("bossDiameter", "bossHeight", "bossDraft"));
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "thickness", "depth", "bossDiameter", "bossHeight" -> Optional.of(Measure.LENGTH);
            case "draft", "bossDraft" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    private RibStep made(String i, String n, boolean o, List<RegionReference> r) {
        return new RibStep(
                i, n, o, sketch, r, upright, thickness, side, atBase, draft, carriedOn, ends, bosses, depth, flipped);
    }

    @Override
    public RibStep sized(String place, double v) {
        boolean ofBoss = place.startsWith("boss");
        Bosses b = new Bosses(
                bosses.points(),
                place.equals("bossDiameter") ? v : bosses.diameter(),
                place.equals("bossHeight") ? v : bosses.height(),
                place.equals("bossDraft") ? v : bosses.draft());
        return new RibStep(
                id,
                name,
                off,
                sketch,
                regions,
                upright,
                place.equals("depth") || place.equals("draft") || ofBoss ? thickness : v,
                side,
                atBase,
                place.equals("draft") ? v : draft,
                carriedOn,
                ends,
                b,
                place.equals("depth") ? v : depth,
                flipped);
    }

    @Override
    public RibStep with(List<RegionReference> picked) {
        return made(id, name, off, picked);
    }

    @Override
    public RibStep numbered(String i, String n) {
        return made(i, n, off, regions);
    }

    @Override
    public RibStep switched(boolean o) {
        return made(id, name, o, regions);
    }
}
