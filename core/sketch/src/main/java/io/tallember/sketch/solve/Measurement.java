package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchLine;

/** What a dimension measures in the sketch as it stands: mm, or radians for an angle. */
public final class Measurement {
    private Measurement() {}

    /** The sketch with its driven dimensions told anew. */
    static Sketch driven(Sketch sketch) {
        Sketch out = sketch;
        for (Constraint c : sketch.constraints()) {
            if (c.driven()) {
                out = out.replacing(c.withValue(of(sketch, c)));
            }
        }
        return out;
    }

    public static double of(Sketch sketch, Constraint c) {
        Entity a = sketch.find(c.on().get(0)).orElseThrow();
        Kind k = c.kind();
        if (k == Kind.RADIUS || k == Kind.DIAMETER) {
            return sketch.radius((Round) a) * (k == Kind.RADIUS ? 1 : 2);
        }
        if (k == Kind.ARC_LENGTH) {
            return sketch.strand((SketchArc) a)
                    .map(s -> s.range().length() * sketch.radius((SketchArc) a))
                    .orElse(0.0);
        }
        if (k == Kind.OFFSET) {
            Entity copy = sketch.find(c.on().get(1)).orElseThrow();
            return a instanceof Round r
                    ? Math.abs(sketch.radius(r) - sketch.radius((Round) copy))
                    : fromLine(sketch, (SketchLine) a, middle(sketch, (SketchLine) copy));
        }
        Entity b = sketch.find(c.on().get(c.on().size() - 1)).orElseThrow();
        if (k == Kind.ANGLE) {
            Vec2 u = direction(sketch, (SketchLine) a);
            Vec2 v = direction(sketch, (SketchLine) b);
            return Math.abs(Math.atan2(u.cross(v), u.dot(v)));
        }
        if (b instanceof SketchLine l && a != b) {
            return a instanceof SketchLine m // from the second line's middle to the first
                    ? fromLine(sketch, m, middle(sketch, l))
                    : fromLine(sketch, l, sketch.point(a.id()).at());
        }
        Vec2 p = a instanceof SketchLine l
                ? sketch.point(l.start()).at()
                : sketch.point(a.id()).at();
        Vec2 q = a instanceof SketchLine l
                ? sketch.point(l.end()).at()
                : sketch.point(b.id()).at();
        return k == Kind.HORIZONTAL_DISTANCE
                ? Math.abs(p.x() - q.x())
                : k == Kind.VERTICAL_DISTANCE ? Math.abs(p.y() - q.y()) : p.distance(q);
    }

    private static double fromLine(Sketch s, SketchLine l, Vec2 p) {
        Vec2 d = direction(s, l);
        return Math.abs(d.cross(p.minus(s.point(l.start()).at()))) / d.length();
    }

    private static Vec2 middle(Sketch s, SketchLine l) {
        return s.point(l.start()).at().plus(0.5, direction(s, l));
    }

    private static Vec2 direction(Sketch s, SketchLine l) {
        return s.point(l.end()).at().minus(s.point(l.start()).at());
    }
}
