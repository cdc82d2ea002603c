package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.List;

/** A line or an arc tangent to two curves at once, near the places where they were picked. */
public final class Bridge {
    private Bridge() {}

    /** Round curves as circles: a straight line as its two ends and no radius. */
    private record Side(SketchCurve curve, Vec2 a, Vec2 b, double radius, Vec2 picked) {
        static Side of(Sketch s, String id, Vec2 picked, boolean lineToo) {
            SketchCurve c = s.find(id).orElse(null) instanceof SketchCurve k ? k : null;
            if (c instanceof Round r) {
                return new Side(c, s.point(r.centre()).at(), null, s.radius(r), picked);
            }
            if (lineToo && c instanceof SketchLine l) {
                return new Side(c, s.point(l.start()).at(), s.point(l.end()).at(), 0, picked);
            }
            throw EditedSketch.refused(
                    lineToo
                            ? "Pick two lines, circles or arcs."
                            : "A tangent line runs from a circle or arc to another, or to a line. Pick those.");
        }

        Vec2 along() {
            Vec2 d = b.minus(a);
            double l = Math.max(d.length(), 1e-12);
            return new Vec2(d.x() / l, d.y() / l);
        }
    }

    /**
     * A straight line that touches two circles or arcs, or touches one and ends on a line.
     *
     * @param nearA a place near which it should touch the first, and {@code nearB} the second, or where it ends on the line
     */
    public static Sketch line(Sketch sketch, String a, Vec2 nearA, String b, Vec2 nearB) {
        if (sketch.find(b).orElse(null) instanceof SketchLine l) {
            return onto(sketch, Side.of(sketch, a, nearA, false), l, nearB);
        }
        if (sketch.find(a).orElse(null) instanceof SketchLine l) {
            return onto(sketch, Side.of(sketch, b, nearB, false), l, nearA);
        }
        Side p = Side.of(sketch, a, nearA, false);
        Side q = Side.of(sketch, b, nearB, false);
        Vec2 d = q.a().minus(p.a());
        double l = d.length();
        if (a.equals(b) || l < 1e-9) {
            throw EditedSketch.refused("Pick two curves with different centres.");
        }
        // the line's normal n has n.d = ra - rb for outer, ra + rb for crossing tangents, on either side
        Vec2[] best = null;
        double near = Double.POSITIVE_INFINITY;
        for (int cross = -1; cross <= 1; cross += 2) {
            double cos = (p.radius() + cross * q.radius()) / l;
            if (Math.abs(cos) > 1) {
                continue;
            }
            double base = Math.atan2(d.y(), d.x());
            for (int side = -1; side <= 1; side += 2) {
                double t = base + side * Math.acos(cos);
                Vec2 n = new Vec2(Math.cos(t), Math.sin(t));
                Vec2 from = p.a().plus(p.radius(), n);
                Vec2 to = q.a().plus(-cross * q.radius(), n);
                double away = from.distance(nearA) + to.distance(nearB);
                if (away < near && from.distance(to) > 1e-6) {
                    near = away;
                    best = new Vec2[] {from, to};
                }
            }
        }
        if (best == null) {
            throw EditedSketch.refused("One of the two lies inside the other, so no line touches both.");
        }
        EditedSketch draft = new EditedSketch(sketch);
        String from = draft.point(best[0]);
        String to = draft.point(best[1]);
        String id = draft.names.curve();
        draft.entities.add(new SketchLine(id, from, to, false));
        draft.hold(Kind.ON_CURVE, from, a);
        draft.hold(Kind.ON_CURVE, to, b);
        draft.hold(Kind.TANGENT, id, a);
        draft.hold(Kind.TANGENT, id, b);
        return draft.done();
    }

    /** From a circle or arc to a place on a line, which it may slide along; to the line's end when that is the nearest place. */
    private static Sketch onto(Sketch sketch, Side round, SketchLine l, Vec2 near) {
        Vec2 s = sketch.point(l.start()).at();
        Vec2 e = sketch.point(l.end()).at();
        double t = near.minus(s).dot(e.minus(s)) / Math.max(e.minus(s).dot(e.minus(s)), 1e-12);
        boolean free = Sketch.isGiven(l.id());
        Vec2 to = free || t > 0 && t < 1 ? s.plus(t, e.minus(s)) : t <= 0 ? s : e;
        Vec2 d = to.minus(round.a());
        double away = d.length();
        if (away < round.radius() + 1e-6) {
            throw EditedSketch.refused(
                    "The line is picked inside the circle, from where no line touches it. Pick it outside.");
        }
        double base = Math.atan2(d.y(), d.x());
        double open = Math.acos(round.radius() / away);
        Vec2 left = round.a().plus(round.radius(), new Vec2(Math.cos(base + open), Math.sin(base + open)));
        Vec2 right = round.a().plus(round.radius(), new Vec2(Math.cos(base - open), Math.sin(base - open)));
        Vec2 touch = left.distance(round.picked()) < right.distance(round.picked()) ? left : right;
        EditedSketch draft = new EditedSketch(sketch);
        String from = draft.point(touch);
        boolean atEnd = !free && (t <= 0 || t >= 1);
        String end = atEnd ? (t <= 0 ? l.start() : l.end()) : draft.point(to);
        String id = draft.names.curve();
        draft.entities.add(new SketchLine(id, from, end, false));
        draft.hold(Kind.ON_CURVE, from, round.curve().id());
        draft.hold(Kind.TANGENT, id, round.curve().id());
        if (!atEnd) {
            draft.hold(Kind.ON_CURVE, end, l.id());
        }
        return draft.done();
    }

    /**
     * An arc of a radius that touches two lines, circles or arcs.
     *
     * @param radius in mm, above zero
     */
    public static Sketch arc(Sketch sketch, String a, Vec2 nearA, String b, Vec2 nearB, double radius) {
        Side p = Side.of(sketch, a, nearA, true);
        Side q = Side.of(sketch, b, nearB, true);
        if (a.equals(b)) {
            throw EditedSketch.refused("Pick two different curves.");
        }
        Vec2[] best = null;
        double near = Double.POSITIVE_INFINITY;
        for (Vec2 m : centres(p, q, radius)) {
            Vec2 from = touch(p, m, radius);
            Vec2 to = touch(q, m, radius);
            double away = from.distance(nearA) + to.distance(nearB);
            if (away < near && from.distance(to) > 1e-6) {
                near = away;
                best = new Vec2[] {m, from, to};
            }
        }
        if (best == null) {
            throw EditedSketch.refused("No arc of this radius touches both. Try another radius.");
        }
        Vec2 u = best[1].minus(best[0]);
        Vec2 v = best[2].minus(best[0]);
        boolean left = u.cross(v) > 0; // the shorter way round
        EditedSketch draft = new EditedSketch(sketch);
        String m = draft.point(best[0]);
        String from = draft.point(best[1]);
        String to = draft.point(best[2]);
        String id = draft.names.curve();
        draft.entities.add(new SketchArc(id, m, left ? from : to, left ? to : from, false));
        draft.hold(Kind.ON_CURVE, from, a);
        draft.hold(Kind.ON_CURVE, to, b);
        draft.hold(Kind.TANGENT, a, id);
        draft.hold(Kind.TANGENT, b, id);
        draft.size(Kind.RADIUS, radius, id);
        return draft.done();
    }

    private static Vec2 touch(Side s, Vec2 m, double radius) {
        if (s.radius() == 0) {
            return s.a().plus(m.minus(s.a()).dot(s.along()), s.along());
        }
        Vec2 d = m.minus(s.a());
        double l = Math.max(d.length(), 1e-12);
        // inside the larger circle of the two the touching point lies beyond the smaller one's centre
        double sign = radius > s.radius() && l < radius ? -1 : 1;
        return s.a().plus(sign * s.radius() / l, d);
    }

    /** Where the centre may lie: at the radius from both. */
    private static List<Vec2> centres(Side p, Side q, double r) {
        List<Vec2> out = new ArrayList<>();
        for (int i = -1; i <= 1; i += 2) {
            for (int j = -1; j <= 1; j += 2) {
                if (p.radius() == 0 && q.radius() == 0) {
                    Vec2 u = p.along();
                    Vec2 v = q.along();
                    double det = u.cross(v);
                    if (Math.abs(det) > 1e-9) {
                        Vec2 a = p.a().plus(i * r, new Vec2(-u.y(), u.x()));
                        Vec2 b = q.a().plus(j * r, new Vec2(-v.y(), v.x()));
                        out.add(a.plus(b.minus(a).cross(v) / det, u));
                    }
                } else if (p.radius() == 0 || q.radius() == 0) {
                    Side line = p.radius() == 0 ? p : q;
                    Side round = line == p ? q : p;
                    Vec2 u = line.along();
                    Vec2 a = line.a().plus(i * r, new Vec2(-u.y(), u.x()));
                    double reach = Math.abs(round.radius() + j * r);
                    Vec2 foot = a.plus(round.a().minus(a).dot(u), u);
                    double h2 = reach * reach - Math.pow(foot.distance(round.a()), 2);
                    if (h2 >= 0) {
                        out.add(foot.plus(Math.sqrt(h2), u));
                        out.add(foot.plus(-Math.sqrt(h2), u));
                    }
                } else {
                    out.addAll(Rounds.meet(p.a(), Math.abs(p.radius() + i * r), q.a(), Math.abs(q.radius() + j * r)));
                }
            }
        }
        return out;
    }
}
