package io.tallember.part.steps.sweep;

import io.tallember.part.Along;
import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.part.SketchPlane;
import io.tallember.part.Thin;
import io.tallember.solid.sweep.Manner;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Carries regions of a sketch, or a round, along a path and makes material of what they pass.
 *
 * @param sketch of the regions; empty for a round
 * @param round the round that is carried when no regions are; else null
 * @param along what it goes along
 * @param keep what the outline keeps to on the way
 * @param up the plane it is kept upright to, or null
 * @param twist by which it turns about the path over its length, in radians
 * @param led by which guides
 * @param end where it ends
 * @param corners what becomes of sharp corners of the path
 * @param thin as a wall along the regions' outlines; null for a solid
 */
public record SweepStep(
        String id,
        String name,
        boolean off,
        String sketch,
        List<RegionReference> regions,
        Round round,
        Along along,
        Manner.Keep keep,
        SketchPlane up,
        double twist,
        Guides led,
        End end,
        Corners corners,
        Thin thin,
        Mode mode)
        implements ProfileStep {
    /**
     * A disc or a ring about the path.
     *
     * @param diameter in mm
     * @param wall of a tube, in mm inward; zero for a solid
     */
    public record Round(double diameter, double wall) {
        public Round {
            if (!(diameter > 0) || !Double.isFinite(diameter)) {
                throw Refusal.of("The diameter must be above zero.");
            }
            if (!(wall >= 0) || !(2 * wall < diameter)) {
                throw Refusal.of("The wall of a tube must be less than half its diameter.");
            }
        }
    }

    /** Where it ends. */
    public enum Ends {
        PATH,
        FACE,
        NEXT
    }

    /**
     * Where it ends.
     *
     * @param face up to which it goes, carried on straight or cut there; null for the others
     */
    public record End(Ends at, FaceReference face) {
        static final End PATH = new End(Ends.PATH, null);

        public End {
            if ((at == Ends.FACE) == (face == null)) {
                throw Refusal.of("Pick the face that it goes up to.");
            }
        }
    }

    /**
     * What leads it beside the path.
     *
     * @param guides none, one or two
     * @param lead what they do
     */
    public record Guides(List<Along> guides, Manner.Lead lead) {
        static final Guides NONE = new Guides(List.of(), Manner.Lead.SCALE);

        public Guides {
            guides = List.copyOf(guides);
            if (guides.size() > 2) {
                throw Refusal.of("A sweep is led by one or two guides.");
            }
        }
    }

    /** What becomes of sharp corners of the path. */
    public enum Corners {
        MITRED,
        /** Mitred inside, turned about the corner outside. */
        ROUNDED,
        /** None is let pass, so that a bend that was forgotten is told. */
        REFUSED
    }

    public SweepStep {
        regions = List.copyOf(regions);
        if (round == null) {
            ProfileStep.picked(regions, "sweep");
        }
        if ((keep == Manner.Keep.UPRIGHT) == (up == null)) {
            throw Refusal.of("Pick the plane that the outline is kept upright to.");
        }
        if (twist != 0 && !led.guides().isEmpty()) {
            throw Refusal.of("Guides turn the outline already. Take the twist out, or the guides.");
        }
        if (!Double.isFinite(twist) || Math.abs(twist) > 200) {
            throw Refusal.of("The twist must be a number of degrees, at most 30 turns.");
        }
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>();
        if (round != null) {
            all.add("diameter");
            if (round.wall() > 0) {
                all.add("wall");
            }
        }
        if (thin != null) {
            all.add("thickness");
        }
        if (twist != 0) {
            all.add("twist");
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "diameter", "wall" -> round == null ? Optional.empty() : Optional.of(Measure.LENGTH);
            case "thickness" -> thin == null ? Optional.empty() : Optional.of(Measure.LENGTH);
            case "twist" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    @Override
    public SweepStep sized(String place, double v) {
        return new SweepStep(
                id,
                name,
                off,
                sketch,
                regions,
                place.equals("diameter")
                        ? new Round(v, round.wall())
                        : place.equals("wall") ? new Round(round.diameter(), v) : round,
                along,
                keep,
                up,
                place.equals("twist") ? v : twist,
                led,
                end,
                corners,
                place.equals("thickness") ? new Thin(v, thin.side()) : thin,
                mode);
    }

    @Override
    public SweepStep with(List<RegionReference> picked) {
        return new SweepStep(
                id, name, off, sketch, picked, round, along, keep, up, twist, led, end, corners, thin, mode);
    }

    @Override
    public SweepStep numbered(String i, String n) {
        return new SweepStep(i, n, off, sketch, regions, round, along, keep, up, twist, led, end, corners, thin, mode);
    }

    @Override
    public SweepStep switched(boolean o) {
        return new SweepStep(
                id, name, o, sketch, regions, round, along, keep, up, twist, led, end, corners, thin, mode);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        if (round == null) {
            all.add(sketch);
        }
        all.addAll(along.steps());
        led.guides().forEach(g -> all.addAll(g.steps()));
        all.addAll(end.face() == null ? List.of() : end.face().steps());
        all.addAll(up == null ? List.of() : up.steps());
        return List.copyOf(all);
    }

    @Override
    public List<String> outlines() {
        List<String> all = new ArrayList<>();
        if (round == null) {
            all.add(sketch);
        }
        all.addAll(along.outlines());
        led.guides().forEach(g -> all.addAll(g.outlines()));
        return all;
    }

    @Override
    public void fits(PartDocument doc) {
        if (round == null) {
            ProfileStep.super.fits(doc);
        }
    }
}
