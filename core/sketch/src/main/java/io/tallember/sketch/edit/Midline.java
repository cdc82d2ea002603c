package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchLine;
import java.util.HashMap;
import java.util.Map;

/**
 * The line midway between two others, or the arc midway between two about one centre; it stays midway. Two lines are mirrored into each
 * other by it: the places on the second that mirror the first's ends, and construction lines to them, hold it there.
 */
public final class Midline {
    private static final double SAME = 1e-6;

    private final Sketch sketch;
    private final EditedSketch draft;
    /** For each end of the first line its image on the second, and the midline's end between. */
    private final Map<String, String[]> made = new HashMap<>();

    private Midline(Sketch sketch) {
        this.sketch = sketch;
        draft = new EditedSketch(sketch);
    }

    /** @param first and {@code second} ids of two lines, or of two arcs about one centre */
    public static Sketch of(Sketch sketch, String first, String second) {
        Midline m = new Midline(sketch);
        Entity a = sketch.find(first).orElse(null);
        Entity b = sketch.find(second).orElse(null);
        if (a instanceof SketchLine l && b instanceof SketchLine k && a != b) {
            m.lines(l, k);
        } else if (a instanceof SketchArc l && b instanceof SketchArc k && a != b && m.concentric(l, k)) {
            m.arcs(l, k);
        } else {
            throw EditedSketch.refused("Pick two lines, or two arcs about one centre.");
        }
        return m.draft.done();
    }

    private Vec2 at(String point) {
        return sketch.point(point).at();
    }

    private boolean concentric(SketchArc a, SketchArc b) {
        return at(a.centre()).distance(at(b.centre())) < SAME;
    }

    private void lines(SketchLine l, SketchLine m) {
        Vec2 a = at(l.start());
        Vec2 b = at(l.end());
        boolean alike = a.distance(at(m.start())) + b.distance(at(m.end()))
                <= a.distance(at(m.end())) + b.distance(at(m.start()));
        Vec2 c = at(alike ? m.start() : m.end());
        Vec2 d = at(alike ? m.end() : m.start());
        Vec2 u = b.minus(a).times(1 / b.distance(a));
        Vec2 v = d.minus(c).times(1 / d.distance(c));
        Vec2 sum = u.plus(1, v);
        if (sum.length() < SAME) {
            throw EditedSketch.refused("The lines run against each other; there is no line midway between them.");
        }
        Vec2 way = sum.times(1 / sum.length());
        double cross = u.cross(v);
        // through where they meet; between parallel ones halfway
        Vec2 through = Math.abs(cross) < 1e-9
                ? a.plus(1, c).times(0.5)
                : a.plus(c.minus(a).cross(v) / cross, u);
        String id = draft.names.curve();
        String p = end(l.start(), through, way);
        String q = end(l.end(), through, way);
        draft.entities.add(new SketchLine(id, p, q, false));
        for (String e : new String[] {l.start(), l.end()}) {
            hold(e, m, id);
        }
    }

    /** Where the midline ends beside an end of the first line; at a corner that both lines share it is that. */
    private String end(String of, Vec2 through, Vec2 way) {
        Vec2 p = at(of);
        double off = way.cross(p.minus(through));
        if (Math.abs(off) < SAME) {
            return of;
        }
        Vec2 n = new Vec2(-way.y(), way.x());
        String image = draft.point(p.plus(-2 * off, n));
        String middle = draft.point(p.plus(-off, n));
        made.put(of, new String[] {image, middle});
        return middle;
    }

    private void hold(String of, SketchLine m, String id) {
        String[] own = made.get(of);
        if (own == null) {
            return;
        }
        String across = draft.names.curve();
        draft.entities.add(new SketchLine(across, of, own[0], true));
        draft.hold(Kind.ON_CURVE, own[0], m.id());
        draft.hold(Kind.SYMMETRIC, of, own[0], id);
        draft.hold(Kind.ON_CURVE, own[1], across);
    }

    private void arcs(SketchArc a, SketchArc b) {
        Vec2 centre = at(a.centre());
        double r = at(b.start()).distance(centre);
        String id = draft.names.curve();
        String[] ends = new String[2];
        String[] across = new String[2];
        String[] from = {a.start(), a.end()};
        String[] far = new String[2];
        for (int i = 0; i < 2; i++) {
            Vec2 out = at(from[i]).minus(centre).times(1 / at(from[i]).distance(centre));
            far[i] = draft.point(centre.plus(r, out));
            ends[i] = draft.point(centre.plus(0.5 * (r + at(from[i]).distance(centre)), out));
        }
        draft.entities.add(new SketchArc(id, a.centre(), ends[0], ends[1], false));
        for (int i = 0; i < 2; i++) {
            across[i] = draft.names.curve();
            draft.entities.add(new SketchLine(across[i], from[i], far[i], true));
            draft.hold(Kind.ON_CURVE, far[i], b.id());
            draft.hold(Kind.ON_CURVE, a.centre(), across[i]);
        }
        draft.hold(Kind.MIDPOINT, ends[0], across[0]);
        draft.hold(Kind.ON_CURVE, ends[1], across[1]);
    }
}
