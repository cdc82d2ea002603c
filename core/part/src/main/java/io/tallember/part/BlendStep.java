package io.tallember.part;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Rounds or bevels edges: picked ones, all of picked faces, or all of the bodies' of a kind.
 *
 * @param bevel flat; else round
 * @param size the radius, the width of the round, or how far the bevel reaches along the faces, in mm
 * @param shape how the rest of its shape is given
 * @param chain whether edges that smoothly continue the picked ones are blended too
 * @param which the edges meant
 * @param also edges with a size of their own, in mm
 */
public record BlendStep(
        String id,
        String name,
        boolean off,
        boolean bevel,
        double size,
        Shape shape,
        boolean chain,
        Which which,
        List<Also> also)
        implements Step {
    /**
     * How a blend's shape is given beside its size.
     *
     * @param second how far a bevel reaches along the other faces, in mm; zero for as far
     * @param angle of a bevel to the faces along which its size is measured, in radians; zero where it has none
     * @param flipped whether a bevel's first length is on the faces that fewer of the edges share
     * @param width whether a round's size is the width between its two sides instead of its radius
     * @param full whether picked faces are made round from side to side, by a radius that follows from them
     */
    public record Shape(double second, double angle, boolean flipped, boolean width, boolean full) {
        /** As far along both faces, or a radius. */
        public static final Shape EVEN = new Shape(0, 0, false, false, false);

        /** Faces round from side to side. */
        public static final Shape FULL = new Shape(0, 0, false, false, true);

        public Shape {
            if (!(second >= 0) || !Double.isFinite(second)) {
                throw Refusal.of("The second length of a bevel must be above zero.");
            }
            if (!(angle >= 0) || !(angle < Math.toRadians(170))) {
                throw Refusal.of("The angle of a bevel must be above 0° and below 170°.");
            }
        }
    }

    /** Which of the bodies' edges are taken whole. */
    public enum Whole {
        NONE,
        ALL,
        OUTER,
        INNER
    }

    /** The edges meant: single ones, all of faces, and all of a kind. */
    public record Which(List<EdgeReference> edges, List<FaceReference> faces, Whole whole) {
        public Which {
            edges = List.copyOf(edges);
            faces = List.copyOf(faces);
            if (edges.isEmpty() && faces.isEmpty() && whole == Whole.NONE) {
                throw Refusal.of("Pick at least one edge.");
            }
        }
    }

    /** Edges with a size of their own. */
    public record Also(double size, List<EdgeReference> edges) {
        public Also {
            edges = List.copyOf(edges);
            sized(size);
            if (edges.isEmpty()) {
                throw Refusal.of("Pick at least one edge for each further size.");
            }
        }
    }

    public BlendStep {
        also = List.copyOf(also);
        sized(size);
        if (shape.full && which.faces.isEmpty()) {
            throw Refusal.of("Click the faces that become round from side to side.");
        }
    }

    private static void sized(double size) {
        if (!(size > 0) || !Double.isFinite(size)) {
            throw Refusal.of("The size must be above zero.");
        }
    }

    /** Single edges, as far along both faces. */
    public BlendStep(
            String id, String name, boolean off, boolean bevel, double size, boolean chain, List<EdgeReference> edges) {
        this(id, name, off, bevel, size, Shape.EVEN, chain, new Which(edges, List.of(), Whole.NONE), List.of());
    }

    @Override
    public String kind() {
        return bevel ? "Bevel" : "Round";
    }

    /** With another size. */
    public BlendStep by(double s) {
        return new BlendStep(id, name, off, bevel, s, shape, chain, which, also);
    }

    @Override
    public List<String> numbers() {
        if (shape.full) {
            return List.of();
        }
        List<String> all = new ArrayList<>(List.of("size"));
        if (shape.second > 0) {
            all.add("second");
        }
        if (shape.angle > 0) {
            all.add("angle");
        }
        for (int i = 0; i < also.size(); i++) {
            all.add("also" + i);
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("angle")
                ? Optional.of(Measure.ANGLE)
                : numbers().contains(place) || place.equals("second") ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    @Override
    public BlendStep sized(String place, double v) {
        if (place.equals("second")) {
            return with(new Shape(v, shape.angle, shape.flipped, shape.width, shape.full));
        }
        if (place.equals("angle")) {
            return with(new Shape(shape.second, v, shape.flipped, shape.width, shape.full));
        }
        if (place.startsWith("also")) {
            int i = Integer.parseInt(place.substring(4));
            List<Also> all = new ArrayList<>(also);
            all.set(i, new Also(v, all.get(i).edges()));
            return new BlendStep(id, name, off, bevel, size, shape, chain, which, all);
        }
        return by(v);
    }

    private BlendStep with(Shape s) {
        return new BlendStep(id, name, off, bevel, size, s, chain, which, also);
    }

    @Override
    public BlendStep numbered(String i, String n) {
        return new BlendStep(i, n, off, bevel, size, shape, chain, which, also);
    }

    @Override
    public BlendStep switched(boolean o) {
        return new BlendStep(id, name, o, bevel, size, shape, chain, which, also);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        which.edges.forEach(e -> all.addAll(e.steps()));
        which.faces.forEach(f -> all.addAll(f.steps()));
        also.forEach(a -> a.edges.forEach(e -> all.addAll(e.steps())));
        return List.copyOf(all);
    }
}
