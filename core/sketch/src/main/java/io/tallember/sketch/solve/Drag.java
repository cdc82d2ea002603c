package io.tallember.sketch.solve;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
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
    /** The shortest stride, as a part of a stage: what is left of it after one that isn't good is out of reach. */
    private static final double SHORTEST = 1.0 / 64;
    /** What is less, as a part of a stage, is no way left to go. */
    private static final double ROUNDING = 1e-9;
    /** What goes no further than this part of the hand's way doesn't follow. */
    private static final double STILL = 1e-3;
    /** A stride that moves something by more than this many times the hand's way is a jump. */
    private static final double JUMP = 10;
    /** The least radius that a hand can pull, and the most that a settled point moves by rounding, in mm. */
    private static final double LEAST = 1e-3;

    /** A way as long as a small sketch is gone in so many stages. */
    private static final int MOST_STAGES = 128;

    /** The curves of a sketch that is still gone through in one stage. */
    private static final int CURVES = 1000;

    private final Sketch start;
    private final List<SketchPoint> settled;
    private final Entity pulled;
    private final Vec2 from;
    private final Vec2 by;

    Drag(Sketch start, List<SketchPoint> settled, Entity pulled, Vec2 from, Vec2 to) {
        this.start = start;
        this.settled = settled;
        this.pulled = pulled;
        this.from = from;
        by = to.minus(from);
    }

    Sketch outcome() {
        Sketch now = walk();
        // a place held as where a circle touches another is found to half its digits: that is no way gone
        return Strides.apart(start, now) < STILL * by.length() ? start : now;
    }

    private Sketch walk() {
        // milestones lie on the way where they lie however far it goes, so that the next place of the hand is come to
        // by the same ones
        double stage = stage() / Math.max(by.length(), 1e-12);
        Sketch state = start;
        for (double t = 0; t < 1; t += stage) {
            double end = Math.min(1, t + stage);
            double at = t;
            double stride = end - t;
            while (end - at > ROUNDING * stage) {
                double next = end - at - stride > ROUNDING * stage ? at + stride : end;
                Sketch before = state;
                double way = (next - at) * by.length();
                Optional<Sketch> there = stride(state, next).filter(s -> tame(before, s, way));
                if (there.isPresent()) {
                    state = there.get();
                    at = next;
                    stride *= 2;
                } else if (stride < 1.5 * SHORTEST * stage) {
                    return state;
                } else {
                    stride /= 2;
                }
            }
        }
        return state;
    }

    /**
     * How far apart milestones lie, in mm: closer in small sketches than in large ones, for the hand waits for each, and twice as far
     * as often as it takes for ways much longer than the sketch.
     */
    private double stage() {
        Box3 box = null;
        double widest = 1;
        for (Entity e : start.entities()) {
            if (e instanceof SketchPoint p) {
                Vec3 at = new Vec3(p.x(), p.y(), 0);
                box = box == null ? Box3.of(at, at) : box.with(at);
            } else if (e instanceof SketchCircle c) {
                widest = Math.max(widest, 2 * c.radius());
            }
        }
        int stages = Math.max(
                1, Math.min(MOST_STAGES, CURVES / Math.max(1, start.curves().size())));
        double stage = Math.max(widest, box == null ? 0 : box.diagonal()) / stages;
        while (by.length() > 2 * stages * stage) {
            stage *= 2;
        }
        return stage;
    }

    private boolean tame(Sketch before, Sketch after, double way) {
        // a settled point that moves has gone over to another place where all holds
        return settled.stream()
                        .allMatch(p -> p.at().distance(after.point(p.id()).at()) < LEAST)
                && Strides.apart(before, after) <= JUMP * way + 1e-9
                && Strides.turned(before, after).isEmpty()
                && !Strides.shrank(before, after);
    }

    /** The state with what is pulled part of the way there. */
    private Optional<Sketch> stride(Sketch state, double t) {
        Map<String, Vec2> places = new LinkedHashMap<>();
        settled.forEach(p -> places.put(p.id(), p.at()));
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
