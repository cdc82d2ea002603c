package io.tallember.part.steps.loft;

import io.tallember.part.Along;
import io.tallember.part.FaceReference;
import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.PointReference;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.part.Thin;
import io.tallember.solid.sweep.Loft;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Leads material from section to section.
 *
 * @param sections in order
 * @param first how strongly it leaves its first section square to it; zero for free; {@code last} alike
 * @param firstOn whether it runs on from the faces beside its first section instead of square to it; {@code lastOn} alike
 * @param closed whether it goes on from the last section into the first
 * @param guides that its sides follow
 * @param thin as a wall along the outlines; null for a solid
 */
public record LoftStep(
        String id,
        String name,
        boolean off,
        List<Section> sections,
        Loft.Run run,
        double first,
        double last,
        boolean firstOn,
        boolean lastOn,
        boolean closed,
        List<Along> guides,
        Thin thin,
        Mode mode)
        implements MaterialStep {
    private static final int MOST = 100;

    /**
     * What it goes through.
     *
     * @param shift by how many corners the outline begins later than proposed
     * @param flipped whether it is gone round the other way than proposed
     */
    public record Section(Of of, int shift, boolean flipped) {}

    /** A region of a sketch, a flat face, or a corner or point. */
    public sealed interface Of {
        record Region(String sketch, RegionReference region) implements Of {}

        record OfFace(FaceReference face) implements Of {}

        record Point(PointReference corner) implements Of {}

        default List<String> steps() {
            if (this instanceof Region r) {
                return List.of(r.sketch());
            }
            return this instanceof OfFace f
                    ? f.face().steps()
                    : ((Point) this).corner().steps();
        }
    }

    public LoftStep {
        sections = List.copyOf(sections);
        guides = List.copyOf(guides);
        if (sections.size() < 2 || sections.size() > MOST) {
            throw Refusal.of("Pick two sections or more for a loft, at most " + MOST + ".");
        }
        if (!(first >= 0 && first <= 100) || !(last >= 0 && last <= 100)) {
            throw Refusal.of("The strength with which an end is square must be from above 0 to 100.");
        }
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>();
        if (first > 0) {
            all.add("first");
        }
        if (last > 0) {
            all.add("last");
        }
        if (thin != null) {
            all.add("thickness");
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "first", "last" -> Optional.of(Measure.PLAIN);
            case "thickness" -> thin == null ? Optional.empty() : Optional.of(Measure.LENGTH);
            default -> Optional.empty();
        };
    }

    @Override
    public LoftStep sized(String place, double v) {
        return new LoftStep(
                id,
                name,
                off,
                sections,
                run,
                place.equals("first") ? v : first,
                place.equals("last") ? v : last,
                firstOn,
                lastOn,
                closed,
                guides,
                place.equals("thickness") ? new Thin(v, thin.side()) : thin,
                mode);
    }

    @Override
    public LoftStep numbered(String i, String n) {
        return new LoftStep(i, n, off, sections, run, first, last, firstOn, lastOn, closed, guides, thin, mode);
    }

    @Override
    public LoftStep switched(boolean o) {
        return new LoftStep(id, name, o, sections, run, first, last, firstOn, lastOn, closed, guides, thin, mode);
    }

    @Override
    public List<String> outlines() {
        return Stream.concat(
                        sections.stream()
                                .filter(s -> s.of() instanceof Of.Region)
                                .map(s -> ((Of.Region) s.of()).sketch()),
                        guides.stream().flatMap(g -> g.outlines().stream()))
                .toList();
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        sections.forEach(s -> all.addAll(s.of().steps()));
        guides.forEach(g -> all.addAll(g.steps()));
        return List.copyOf(all);
    }
}
