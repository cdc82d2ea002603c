package io.tallember.part.steps.ready;

import io.tallember.geometry.Vec2;
import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A body without a sketch, standing on a plane.
 *
 * @param at where its middle stands in the plane's coordinates, in mm
 * @param sizes in mm, as {@link Shape#sizes()} names them
 * @param flipped whether it stands on the plane's other side
 */
public record ReadyStep(
        String id,
        String name,
        boolean off,
        Shape shape,
        SketchPlane plane,
        Vec2 at,
        List<Double> sizes,
        boolean flipped,
        Mode mode)
        implements MaterialStep {
    /** The bodies there are. */
    public enum Shape {
        BOX("width", "depth", "height"),
        CYLINDER("diameter", "height"),
        CONE("bottom", "top", "height"),
        BALL("diameter"),
        RING("diameter", "thickness");

        private final List<String> sizes;

        Shape(String... sizes) {
            this.sizes = List.of(sizes);
        }

        /** What its sizes are called: diameters but for a box's; a ring's diameter is that of its middle circle. */
        public List<String> sizes() {
            return sizes;
        }

        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    public ReadyStep {
        sizes = List.copyOf(sizes);
        if (sizes.size() != shape.sizes().size()) {
            throw Refusal.of("A " + shape.word() + " has " + shape.sizes().size() + " sizes.");
        }
        for (int i = 0; i < sizes.size(); i++) {
            boolean tip = shape == Shape.CONE && i == 1 && sizes.get(i) == 0;
            if (!(sizes.get(i) > 0) && !tip || !Double.isFinite(sizes.get(i))) {
                throw Refusal.of("The " + shape.sizes().get(i) + " must be above zero.");
            }
        }
        if (shape == Shape.CONE && sizes.get(1) >= sizes.get(0)) {
            throw Refusal.of("A cone's top is narrower than its bottom. For equal ones take a cylinder.");
        }
        if (shape == Shape.RING && sizes.get(1) >= sizes.get(0)) {
            throw Refusal.of("A ring must be wider than it is thick, so that it has a hole.");
        }
    }

    public double size(String what) {
        return sizes.get(shape.sizes().indexOf(what));
    }

    @Override
    public String kind() {
        return shape.name().charAt(0) + shape.word().substring(1);
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>(shape.sizes());
        all.addAll(List.of("x", "y"));
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        boolean known = shape.sizes().contains(place) || place.equals("x") || place.equals("y");
        return known ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    @Override
    public ReadyStep sized(String place, double v) {
        if (place.equals("x") || place.equals("y")) {
            Vec2 to = place.equals("x") ? new Vec2(v, at.y()) : new Vec2(at.x(), v);
            return new ReadyStep(id, name, off, shape, plane, to, sizes, flipped, mode);
        }
        List<Double> s = new ArrayList<>(sizes);
        s.set(shape.sizes().indexOf(place), v);
        return new ReadyStep(id, name, off, shape, plane, at, s, flipped, mode);
    }

    @Override
    public ReadyStep numbered(String i, String n) {
        return new ReadyStep(i, n, off, shape, plane, at, sizes, flipped, mode);
    }

    @Override
    public ReadyStep switched(boolean o) {
        return new ReadyStep(id, name, o, shape, plane, at, sizes, flipped, mode);
    }

    @Override
    public List<String> uses() {
        return plane.steps();
    }
}
