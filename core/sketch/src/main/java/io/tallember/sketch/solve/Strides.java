package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import java.util.LinkedHashSet;
import java.util.Set;

/** How far a sketch went from one state to the next, and what is likely to have turned over in it. */
final class Strides {
    /** Cosine of the most that a line may turn in one stride: 60 degrees. */
    private static final double LEAST_COSINE = 0.5;
    /** The most that an arc's turn may change in one stride, in radians. */
    private static final double MOST_TURN = 1;

    private Strides() {}

    /** The most that a point moved or a radius grew between two states, in mm. */
    static double apart(Sketch a, Sketch b) {
        double most = 0;
        for (Entity e : a.entities()) {
            if (e instanceof SketchPoint p) {
                most = Math.max(most, p.at().distance(b.point(p.id()).at()));
            } else if (e instanceof SketchCircle c) {
                SketchCircle now = (SketchCircle) b.find(c.id()).orElseThrow();
                most = Math.max(most, Math.abs(c.radius() - now.radius()));
            }
        }
        return most;
    }

    /** Whether a line lost more than half of its length: in the next such stride it might turn round. */
    static boolean shrank(Sketch a, Sketch b) {
        for (SketchCurve c : a.curves()) {
            if (c instanceof SketchLine l && length(b, l) < 0.5 * length(a, l)) {
                return true;
            }
        }
        return false;
    }

    private static double length(Sketch s, SketchLine l) {
        return s.point(l.start()).at().distance(s.point(l.end()).at());
    }

    /** The ids of lines and arcs that turned further than they may in one stride. */
    static Set<String> turned(Sketch a, Sketch b) {
        Set<String> over = new LinkedHashSet<>();
        for (SketchCurve c : a.curves()) {
            if (c instanceof SketchLine l && cosine(a, b, l) < LEAST_COSINE
                    || c instanceof SketchArc && turn(a, b, c) > MOST_TURN) {
                over.add(c.id());
            }
        }
        return over;
    }

    private static double cosine(Sketch a, Sketch b, SketchLine l) {
        Vec2 u = a.point(l.end()).at().minus(a.point(l.start()).at());
        Vec2 v = b.point(l.end()).at().minus(b.point(l.start()).at());
        double size = u.length() * v.length();
        return size < 1e-18 ? 1 : u.dot(v) / size;
    }

    private static double turn(Sketch a, Sketch b, SketchCurve c) {
        return a.strand(c)
                .flatMap(s -> b.strand(c)
                        .map(t -> Math.abs(s.range().length() - t.range().length())))
                .orElse(0.0);
    }
}
