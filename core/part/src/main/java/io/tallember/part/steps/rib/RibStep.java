package io.tallember.part.steps.rib;

import io.tallember.part.Measure;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.solid.sweep.Wall;
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
        double depth,
        boolean flipped)
        implements ProfileStep {
    private static final double MOST_DRAFT = Math.toRadians(30);

    public RibStep {
        regions = List.copyOf(regions);
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
        return depth > 0 ? List.of("thickness", "draft", "depth") : List.of("thickness", "draft");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "thickness", "depth" -> Optional.of(Measure.LENGTH);
            case "draft" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    private RibStep made(String i, String n, boolean o, List<RegionReference> r, double t, double a, double d) {
        return new RibStep(i, n, o, sketch, r, upright, t, side, atBase, a, carriedOn, d, flipped);
    }

    @Override
    public RibStep sized(String place, double v) {
        return switch (place) {
            case "depth" -> made(id, name, off, regions, thickness, draft, v);
            case "draft" -> made(id, name, off, regions, thickness, v, depth);
            default -> made(id, name, off, regions, v, draft, depth);
        };
    }

    @Override
    public RibStep with(List<RegionReference> picked) {
        return made(id, name, off, picked, thickness, draft, depth);
    }

    @Override
    public RibStep numbered(String i, String n) {
        return made(i, n, off, regions, thickness, draft, depth);
    }

    @Override
    public RibStep switched(boolean o) {
        return made(id, name, o, regions, thickness, draft, depth);
    }
}
