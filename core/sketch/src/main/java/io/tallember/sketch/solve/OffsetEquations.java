package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Round;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.List;

/**
 * Curves and copies of them that run beside them at one distance. Copies of rounds share the centre. An end of a copy is the
 * corner of two copies, or else the foot of the original's end moved square to it; at smooth joints the second is needed, for
 * there the copies meet without crossing.
 */
final class OffsetEquations {
    private static final double SMOOTH = 1e-6;

    private record Pair(SketchCurve from, SketchCurve to) {
        List<String> ends() {
            return to.ends();
        }

        String before(String end) {
            List<String> copies = to.ends();
            return from.ends().get(copies.indexOf(end));
        }
    }

    private final Equations all;
    private final Constraint k;
    private final List<Pair> pairs = new ArrayList<>();

    OffsetEquations(Equations all, Constraint k) {
        this.all = all;
        this.k = k;
        for (int i = 0; i < k.on().size(); i += 2) {
            pairs.add(new Pair((SketchCurve) all.find(k.on().get(i)), (SketchCurve) all.find(k.on().get(i + 1))));
        }
    }

    /** Copies of rounds have their centres. */
    void merge() {
        for (Pair p : pairs) {
            if (p.from() instanceof Round a && p.to() instanceof Round b) {
                all.scalars().merge(all.scalars().x(a.centre()), all.scalars().x(b.centre()));
                all.scalars().merge(all.scalars().y(a.centre()), all.scalars().y(b.centre()));
            }
        }
    }

    void write() {
        for (Pair p : pairs) {
            if (p.from() instanceof Round a && p.to() instanceof Round b) {
                double way = all.radius(b) < all.radius(a) ? -1 : 1;
                all.put(
                        k.id(),
                        v -> v[1].minus(v[0]).minus(way * k.value()),
                        all.scalars().r(a.id()),
                        all.scalars().r(b.id()));
            }
            if (!(p.to() instanceof SketchCircle)) {
                p.ends().forEach(end -> end(p, end));
            }
        }
    }

    private void end(Pair p, String end) {
        String before = p.before(end);
        Pair next = pairs.stream()
                .filter(o -> o != p && o.ends().stream().anyMatch(e -> all.together(e, end)))
                .findFirst()
                .orElse(null);
        boolean smooth = next != null
                && all.together(before, next.before(shared(next, end)))
                && Math.abs(direction(p.from(), before).cross(direction(next.from(), next.before(shared(next, end)))))
                        < SMOOTH;
        boolean lineFirst = p.from() instanceof SketchLine;
        boolean second = next != null && pairs.indexOf(next) < pairs.indexOf(p);
        if (next == null || smooth && !second) {
            foot(p.from(), before, end);
        }
        boolean round = smooth && next.from() instanceof Round;
        if (lineFirst && !round && !(smooth && second)) {
            beside((SketchLine) p.from(), end);
        }
    }

    private String shared(Pair p, String end) {
        return p.ends().stream().filter(e -> all.together(e, end)).findFirst().orElseThrow();
    }

    /** The way from the original's end to the copy's is square to the original. */
    private void foot(SketchCurve from, String before, String end) {
        if (from instanceof SketchLine l) {
            all.put(
                    k.id(),
                    v -> {
                        Jet dx = v[2].minus(v[0]);
                        Jet dy = v[3].minus(v[1]);
                        return Jet.dot(dx, dy, v[6].minus(v[4]), v[7].minus(v[5]))
                                .over(Jet.length(dx, dy));
                    },
                    all.xy(l.start(), l.end(), before, end));
            return;
        }
        all.put(
                k.id(),
                v -> {
                    Jet dx = v[2].minus(v[0]);
                    Jet dy = v[3].minus(v[1]);
                    return Jet.cross(dx, dy, v[4].minus(v[0]), v[5].minus(v[1])).over(Jet.length(dx, dy));
                },
                all.xy(((Round) from).centre(), before, end));
    }

    private void beside(SketchLine l, String end) {
        double sign = all.side(all.at(end), l) < 0 ? -1 : 1;
        all.put(k.id(), v -> Equations.offset(v[4], v[5], v).minus(sign * k.value()), all.xy(l.start(), l.end(), end));
    }

    private Vec2 direction(SketchCurve c, String end) {
        Vec2 d;
        if (c instanceof SketchLine l) {
            d = all.at(l.end()).minus(all.at(l.start()));
        } else {
            Vec2 r = all.at(end).minus(all.at(((Round) c).centre()));
            d = new Vec2(-r.y(), r.x());
        }
        double l = Math.max(d.length(), 1e-12);
        return new Vec2(d.x() / l, d.y() / l);
    }
}
