package io.tallember.part;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Rounds or bevels edges.
 *
 * @param bevel flat; else round
 * @param size the radius, or how far the bevel reaches along the faces, in mm
 * @param second how far a bevel reaches along the other faces, in mm; zero for as far
 * @param flipped whether the first length of a bevel is on the faces that fewer of the edges share
 * @param chain whether edges that smoothly continue the picked ones are blended too
 */
public record BlendStep(
        String id,
        String name,
        boolean off,
        boolean bevel,
        double size,
        double second,
        boolean flipped,
        boolean chain,
        List<EdgeReference> edges)
        implements Step {
    public BlendStep {
        edges = List.copyOf(edges);
        if (edges.isEmpty()) {
            throw Refusal.of("Pick at least one edge.");
        }
        if (!(size > 0) || !Double.isFinite(size)) {
            throw Refusal.of("The size must be above zero.");
        }
        if (!(second >= 0) || !Double.isFinite(second)) {
            throw Refusal.of("The second length of a bevel must be above zero.");
        }
    }

    /** As far along both faces. */
    public BlendStep(
            String id, String name, boolean off, boolean bevel, double size, boolean chain, List<EdgeReference> edges) {
        this(id, name, off, bevel, size, 0, false, chain, edges);
    }

    @Override
    public String kind() {
        return bevel ? "Bevel" : "Round";
    }

    /** With another size. */
    public BlendStep by(double s) {
        return new BlendStep(id, name, off, bevel, s, second, flipped, chain, edges);
    }

    @Override
    public List<String> numbers() {
        return second > 0 ? List.of("size", "second") : List.of("size");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("size") || place.equals("second") ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    @Override
    public BlendStep sized(String place, double v) {
        if (place.equals("second")) {
            return new BlendStep(id, name, off, bevel, size, v, flipped, chain, edges);
        }
        return by(v);
    }

    @Override
    public BlendStep numbered(String i, String n) {
        return new BlendStep(i, n, off, bevel, size, second, flipped, chain, edges);
    }

    @Override
    public BlendStep switched(boolean o) {
        return new BlendStep(id, name, o, bevel, size, second, flipped, chain, edges);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        edges.forEach(e -> all.addAll(e.steps()));
        return List.copyOf(all);
    }
}
