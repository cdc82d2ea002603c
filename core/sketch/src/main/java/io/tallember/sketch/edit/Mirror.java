package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchText;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Mirrors curves about a line; the copies stay symmetric to what they were made from. */
public final class Mirror {
    private final Sketch sketch;
    private final SketchLine line;
    private final EditedSketch draft;
    private final Map<String, String> copies = new LinkedHashMap<>();

    private Mirror(Sketch sketch, SketchLine line) {
        this.sketch = sketch;
        this.line = line;
        draft = new EditedSketch(sketch);
    }

    /**
     * @param curves ids of lines, circles and arcs
     * @param about id of a line, which may be an axis
     */
    public static Sketch of(Sketch sketch, List<String> curves, String about) {
        if (!(sketch.find(about).orElse(null) instanceof SketchLine l)) {
            throw EditedSketch.refused("Mirror about a line or an axis.");
        }
        if (curves.isEmpty() || curves.contains(about)) {
            throw EditedSketch.refused("Pick the curves to mirror first, then the line to mirror them about.");
        }
        Mirror m = new Mirror(sketch, l);
        for (String id : curves) {
            if (!(sketch.find(id).orElse(null) instanceof SketchCurve c) || Sketch.isGiven(id)) {
                throw EditedSketch.refused("Only lines, circles and arcs of this sketch can be mirrored.");
            }
            m.copy(c);
        }
        return m.draft.done();
    }

    private void copy(SketchCurve c) {
        String id = draft.names.curve();
        if (c instanceof SketchLine l) {
            draft.entities.add(new SketchLine(id, point(l.start()), point(l.end()), l.construction()));
        } else if (c instanceof SketchCircle k) {
            draft.entities.add(new SketchCircle(id, point(k.centre()), k.radius(), k.construction()));
            draft.hold(Kind.EQUAL, k.id(), id);
        } else if (c instanceof FreeCurve f) {
            draft.entities.add(f.copied(id, this::point, true));
        } else if (c instanceof SketchText) {
            throw EditedSketch.refused("A text can't be mirrored; it would read backwards.");
        } else {
            SketchArc a = (SketchArc) c; // mirrored, it runs the other way
            draft.entities.add(
                    new SketchArc(id, point(a.centre()), point(a.end()), point(a.start()), a.construction()));
        }
    }

    /** The mirror image of a point; a point on the line is its own. */
    private String point(String p) {
        return copies.computeIfAbsent(p, k -> {
            Vec2 a = sketch.point(line.start()).at();
            Vec2 d = sketch.point(line.end()).at().minus(a);
            Vec2 v = sketch.point(p).at().minus(a);
            double off = d.cross(v) / d.length();
            if (Math.abs(off) < 1e-6) {
                return p;
            }
            Vec2 n = new Vec2(-d.y() / d.length(), d.x() / d.length());
            String image = draft.point(sketch.point(p).at().plus(-2 * off, n));
            draft.hold(Kind.SYMMETRIC, p, image, line.id());
            return image;
        });
    }
}
