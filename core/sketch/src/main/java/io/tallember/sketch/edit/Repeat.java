package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchText;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Repeats curves round a centre or along a line; the copies follow what they were made from. */
public final class Repeat {
    /** The most instances, the original counted. */
    public static final int MOST = 200;

    private final Sketch sketch;
    private final EditedSketch draft;

    private Repeat(Sketch sketch) {
        this.sketch = sketch;
        draft = new EditedSketch(sketch);
    }

    /**
     * Evenly round a full turn.
     *
     * @param curves ids of lines, circles and arcs
     * @param centre id of a point, which may be the origin
     * @param count instances, the original counted
     */
    public static Sketch round(Sketch sketch, List<String> curves, String centre, int count) {
        return round(sketch, curves, centre, 1, count);
    }

    static Vec2 turned(Vec2 p, Vec2 centre, double angle) {
        Vec2 d = p.minus(centre);
        return new Vec2(
                centre.x() + d.x() * Math.cos(angle) - d.y() * Math.sin(angle),
                centre.y() + d.x() * Math.sin(angle) + d.y() * Math.cos(angle));
    }

    /** @param there how many instances there are already */
    static Sketch round(Sketch sketch, List<String> curves, String centre, int there, int count) {
        if (!(sketch.find(centre).orElse(null) instanceof SketchPoint c)) {
            throw EditedSketch.refused("Repeat round a point or the origin.");
        }
        Repeat r = new Repeat(sketch);
        r.check(curves, count);
        for (int k = there; k < count; k++) {
            double angle = 2 * Math.PI * k / count;
            Copies copies = r.new Copies() {
                @Override
                Vec2 place(Vec2 p) {
                    return turned(p, c.at(), angle);
                }

                @Override
                void tie(String from, String to) {
                    r.draft.constraints.add(
                            new Constraint(r.draft.names.constraint(), Kind.TURNED, List.of(from, to, centre), angle));
                }

                @Override
                boolean stays(String p) {
                    return p.equals(centre);
                }
            };
            curves.forEach(copies::copy);
        }
        return r.draft.done();
    }

    /**
     * In even steps.
     *
     * @param step from one instance to the next, in mm
     * @param count instances, the original counted
     */
    public static Sketch along(Sketch sketch, List<String> curves, Vec2 step, int count) {
        return along(sketch, curves, step, 1, count, Map.of());
    }

    /**
     * @param there how many instances there are already
     * @param known the first copies of points that are there
     */
    static Sketch along(
            Sketch sketch, List<String> curves, Vec2 step, int there, int count, Map<String, String> known) {
        Repeat r = new Repeat(sketch);
        r.check(curves, count);
        if (step.length() < 1e-6) {
            throw EditedSketch.refused("The step from one to the next has no length.");
        }
        Map<String, String> firsts = new LinkedHashMap<>(known);
        for (int k = there; k < count; k++) {
            int times = k;
            Copies copies = r.new Copies() {
                @Override
                Vec2 place(Vec2 p) {
                    return p.plus(times, step);
                }

                @Override
                void tie(String from, String to) {
                    String first = firsts.putIfAbsent(from, to);
                    if (first != null) {
                        r.draft.constraints.add(new Constraint(
                                r.draft.names.constraint(), Kind.STEPPED, List.of(from, first, to), times));
                    } else if (firsts.size() == 1) {
                        r.sizeStep(from, to, step);
                    } else {
                        r.follow(from, to, firsts);
                    }
                }

                @Override
                boolean stays(String p) {
                    return false;
                }
            };
            curves.forEach(copies::copy);
        }
        return r.draft.done();
    }

    /** The first copied point gives the step its two sizes. */
    private void sizeStep(String from, String to, Vec2 step) {
        draft.size(Kind.HORIZONTAL_DISTANCE, Math.abs(step.x()), from, to);
        draft.size(Kind.VERTICAL_DISTANCE, Math.abs(step.y()), from, to);
    }

    /** Further points go the same way as the first did, which half-way points of a parallelogram say without lengths. */
    private void follow(String from, String to, Map<String, String> firsts) {
        Map.Entry<String, String> lead = firsts.entrySet().stream()
                .filter(e -> !e.getKey().equals(from))
                .min(Map.Entry.comparingByKey())
                .orElseThrow();
        Vec2 mid = sketch.point(lead.getKey())
                .at()
                .plus(
                        0.5,
                        ((SketchPoint) find(to))
                                .at()
                                .minus(sketch.point(lead.getKey()).at()));
        String middle = draft.point(mid);
        draft.constraints.add(
                new Constraint(draft.names.constraint(), Kind.TURNED, List.of(lead.getKey(), to, middle), Math.PI));
        draft.constraints.add(
                new Constraint(draft.names.constraint(), Kind.TURNED, List.of(lead.getValue(), from, middle), Math.PI));
    }

    private Object find(String id) {
        return draft.entities.stream()
                .filter(e -> e.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private void check(List<String> curves, int count) {
        if (count < 2 || count > MOST) {
            throw EditedSketch.refused("A repeat has 2 to " + MOST + " instances, the first one counted.");
        }
        if (curves.isEmpty()) {
            throw EditedSketch.refused("Pick the curves to repeat first.");
        }
        for (String id : curves) {
            if (!(sketch.find(id).orElse(null) instanceof SketchCurve) || Sketch.isGiven(id)) {
                throw EditedSketch.refused("Only lines, circles and arcs of this sketch can be repeated.");
            }
        }
    }

    /** One instance being made. */
    private abstract class Copies {
        private final Map<String, String> made = new LinkedHashMap<>();

        abstract Vec2 place(Vec2 p);

        abstract void tie(String from, String to);

        abstract boolean stays(String p);

        void copy(String id) {
            SketchCurve c = (SketchCurve) sketch.find(id).orElseThrow();
            String copy = draft.names.curve();
            if (c instanceof SketchLine l) {
                draft.entities.add(new SketchLine(copy, point(l.start()), point(l.end()), l.construction()));
            } else if (c instanceof SketchCircle k) {
                draft.entities.add(new SketchCircle(copy, point(k.centre()), k.radius(), k.construction()));
                draft.hold(Kind.EQUAL, k.id(), copy);
            } else if (c instanceof FreeCurve f) {
                draft.entities.add(f.copied(copy, this::point, false));
            } else if (c instanceof SketchText t) {
                draft.entities.add(new SketchText(
                        copy, point(t.start()), point(t.along()), t.text(), t.height(), t.construction()));
            } else {
                SketchArc a = (SketchArc) c;
                draft.entities.add(
                        new SketchArc(copy, point(a.centre()), point(a.start()), point(a.end()), a.construction()));
            }
        }

        private String point(String p) {
            return stays(p)
                    ? p
                    : made.computeIfAbsent(p, k -> {
                        String to = draft.point(place(sketch.point(p).at()));
                        tie(p, to);
                        return to;
                    });
        }
    }
}
