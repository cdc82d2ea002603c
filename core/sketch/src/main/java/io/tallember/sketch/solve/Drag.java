package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Entity;
import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchText;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One pull of the hand: from the sketch as it was when the hand took hold to where the hand is. The way between is gone in
 * strides that keep the picture from turning over, so that the outcome depends on where the hand is, not on how often it told.
 */
final class Drag {
    /** The shortest stride, as a part of the longest: what is left of it after one that isn't good is out of reach. */
    private static final double SHORTEST = 1.0 / 64;
    /** A stride that moves something by more than this many times the hand's way is a jump. */
    private static final double JUMP = 10;
    /** The least radius that a hand can pull, in mm. */
    private static final double LEAST = 1e-3;

    /** A way is gone in so many strides at least, in a small sketch; in larger ones in fewer, for the hand waits for each. */
    private static final int MOST_STRIDES = 16;

    /** The curves of a sketch that is still gone through in one stride. */
    private static final int CURVES = 500;

    private final Sketch start;
    private final Entity pulled;
    private final Vec2 from;
    private final Vec2 by;

    private Drag(Sketch start, Entity pulled, Vec2 from, Vec2 to) {
        this.start = start;
        this.pulled = pulled;
        this.from = from;
        by = to.minus(from);
    }

    static Sketch pull(Sketch start, String id, Vec2 from, Vec2 to) {
        Entity e = start.find(id).orElse(null);
        return e == null || Sketch.isGiven(id) ? start : new Drag(start, e, from, to).walk();
    }

    private Sketch walk() {
        Sketch state = start;
        double t = 0;
        double longest = 1.0
                / Math.max(
                        1,
                        Math.min(
                                MOST_STRIDES,
                                CURVES / Math.max(1, start.curves().size())));
        double stride = longest;
        while (t < 1) {
            double next = Math.min(1, t + stride);
            Sketch before = state;
            double way = (next - t) * by.length();
            Optional<Sketch> there = stride(state, next).filter(s -> tame(before, s, way));
            if (there.isPresent()) {
                state = there.get();
                t = next;
                stride = Math.min(longest, 2 * stride);
            } else if (stride <= SHORTEST * longest) {
                return state;
            } else {
                stride /= 2;
            }
        }
        return state;
    }

    private static boolean tame(Sketch before, Sketch after, double way) {
        return Strides.apart(before, after) <= JUMP * way + 1e-9
                && Strides.turned(before, after).isEmpty()
                && !Strides.shrank(before, after);
    }

    /** The state with what is pulled part of the way there. */
    private Optional<Sketch> stride(Sketch state, double t) {
        Map<String, Vec2> places = new LinkedHashMap<>();
        Map<String, Double> radii = new LinkedHashMap<>();
        if (pulled instanceof SketchPoint p) {
            places.put(p.id(), from.plus(t, by));
        } else if (pulled instanceof SketchLine || pulled instanceof FreeCurve || pulled instanceof SketchText) {
            pulled.points().forEach(p -> places.put(p, start.point(p).at().plus(t, by)));
        } else if (pulled instanceof SketchCircle c) {
            radii.put(c.id(), Math.max(LEAST, start.point(c.centre()).at().distance(from.plus(t, by))));
        } else if (pulled instanceof SketchArc a) {
            Vec2 c = start.point(a.centre()).at();
            double scale = Math.max(LEAST, c.distance(from.plus(t, by))) / Math.max(LEAST, start.radius((Round) a));
            for (String p : List.of(a.start(), a.end())) {
                places.put(p, c.plus(scale, start.point(p).at().minus(c)));
            }
        }
        places.keySet().removeIf(Sketch::isGiven);
        // an arc's radius is known by its ends, which are where they are held from the beginning
        Map<String, Vec2> begun = pulled instanceof SketchArc ? places : Map.of();
        return Solver.attempt(state.moved(begun, radii), places);
    }
}
