package io.tallember.part.steps.blend;

import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
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
 * @param run how the round runs, where it isn't of one size between faces that share edges
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
        List<Also> also,
        Run run)
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

    /**
     * How a round runs.
     *
     * @param places further radii along each chain of edges, which begins with the step's size; none for one radius
     * @param turned whether chains begin at their other end
     * @param held edges on which the round ends, its radius following from them
     * @param against the faces on the round's other side, when the picked faces are on the one; the sides between which faces are made
     *     fully round; none for rounds along edges
     */
    public record Run(List<Place> places, boolean turned, List<EdgeReference> held, List<FaceReference> against) {
        /** One size, between faces that share edges. */
        public static final Run PLAIN = new Run(List.of(), false, List.of(), List.of());

        public Run {
            places = List.copyOf(places);
            held = List.copyOf(held);
            against = List.copyOf(against);
            double before = 0;
            for (Place p : places) {
                if (!(p.at > before && p.at <= 1)) {
                    throw Refusal.of(
                            "The places of further radii lie between 0 and 100 % of the edges' length, in order.");
                }
                sized(p.size);
                before = p.at;
            }
            if (!places.isEmpty() && before != 1) {
                throw Refusal.of("A radius that changes needs one for the end of the edges, at 100 %.");
            }
        }

        /** Whether it is more than one size between faces that share edges. */
        public boolean special() {
            return !places.isEmpty() || !held.isEmpty() || !against.isEmpty();
        }
    }

    /** A radius in mm at a part of a chain's length, above 0 and up to 1. */
    public record Place(double at, double size) {}

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
        if (run.special() && (bevel || shape.width || !also.isEmpty() || which.whole != Whole.NONE)) {
            throw Refusal.of(
                    "Only rounds of picked edges or faces change along their way, end on held edges or run between faces.");
        }
        if (!run.against.isEmpty() && which.faces.isEmpty()) {
            throw Refusal.of("Click faces for both sides of the round.");
        }
    }

    private static void sized(double size) {
        if (!(size > 0) || !Double.isFinite(size)) {
            throw Refusal.of("The size must be above zero.");
        }
    }

    /** As rounds and bevels mostly run. */
    public BlendStep(
            String id,
            String name,
            boolean off,
            boolean bevel,
            double size,
            Shape shape,
            boolean chain,
            Which which,
            List<Also> also) {
        this(id, name, off, bevel, size, shape, chain, which, also, Run.PLAIN);
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

    /** With other faces on its other side; for a full round, its sides. */
    public BlendStep against(List<FaceReference> faces) {
        Run other = new Run(run.places, run.turned, run.held, faces);
        return new BlendStep(id, name, off, bevel, size, shape, chain, which, also, other);
    }

    /** With another size. */
    public BlendStep by(double s) {
        return new BlendStep(id, name, off, bevel, s, shape, chain, which, also, run);
    }

    @Override
    public List<String> numbers() {
        if (shape.full || !run.held.isEmpty()) {
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
        for (int i = 0; i < run.places.size(); i++) {
            all.add("place" + i);
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
            return new BlendStep(id, name, off, bevel, size, shape, chain, which, all, run);
        }
        if (place.startsWith("place")) {
            int i = Integer.parseInt(place.substring(5));
            List<Place> all = new ArrayList<>(run.places);
            all.set(i, new Place(all.get(i).at, v));
            Run other = new Run(all, run.turned, run.held, run.against);
            return new BlendStep(id, name, off, bevel, size, shape, chain, which, also, other);
        }
        return by(v);
    }

    private BlendStep with(Shape s) {
        return new BlendStep(id, name, off, bevel, size, s, chain, which, also, run);
    }

    @Override
    public BlendStep numbered(String i, String n) {
        return new BlendStep(i, n, off, bevel, size, shape, chain, which, also, run);
    }

    @Override
    public BlendStep switched(boolean o) {
        return new BlendStep(id, name, o, bevel, size, shape, chain, which, also, run);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        which.edges.forEach(e -> all.addAll(e.steps()));
        which.faces.forEach(f -> all.addAll(f.steps()));
        also.forEach(a -> a.edges.forEach(e -> all.addAll(e.steps())));
        run.held.forEach(e -> all.addAll(e.steps()));
        run.against.forEach(f -> all.addAll(f.steps()));
        return List.copyOf(all);
    }

    @Override
    public boolean repeatable() {
        return true;
    }

    @Override
    public boolean blends() {
        return true;
    }
}
