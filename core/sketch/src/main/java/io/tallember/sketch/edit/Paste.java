package io.tallember.sketch.edit;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Puts what is drawn in one sketch into another, under fresh names. */
public final class Paste {
    private Paste() {}

    public static Sketch of(Sketch sketch, Sketch more) {
        FreshIds names = new FreshIds(sketch);
        Map<String, String> as = new LinkedHashMap<>();
        for (Entity e : more.entities()) {
            as.put(e.id(), e instanceof SketchPoint ? names.point() : names.curve());
        }
        List<Entity> entities = new ArrayList<>();
        for (Entity e : more.entities()) {
            entities.add(
                    e instanceof SketchPoint p
                            ? new SketchPoint(as.get(p.id()), p.x(), p.y())
                            : renamed((SketchCurve) e, as));
        }
        List<Constraint> constraints = more.constraints().stream()
                .map(c -> new Constraint(
                        names.constraint(),
                        c.kind(),
                        c.on().stream().map(o -> as.getOrDefault(o, o)).toList(),
                        c.value(),
                        c.driven()))
                .toList();
        return sketch.with(entities, constraints);
    }

    private static SketchCurve renamed(SketchCurve c, Map<String, String> as) {
        String id = as.get(c.id());
        if (c instanceof SketchLine l) {
            return new SketchLine(id, as.get(l.start()), as.get(l.end()), l.construction());
        }
        if (c instanceof SketchCircle k) {
            return new SketchCircle(id, as.get(k.centre()), k.radius(), k.construction());
        }
        if (c instanceof FreeCurve f) {
            return f.copied(id, as::get, false);
        }
        if (c instanceof SketchText t) {
            return new SketchText(id, as.get(t.start()), as.get(t.along()), t.text(), t.height(), t.construction());
        }
        SketchArc a = (SketchArc) c;
        return new SketchArc(id, as.get(a.centre()), as.get(a.start()), as.get(a.end()), a.construction());
    }
}
