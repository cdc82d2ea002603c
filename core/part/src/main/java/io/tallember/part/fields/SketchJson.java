package io.tallember.part.fields;

import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.Trace;
import io.tallember.part.Underlay;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.SketchText;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Sketches, what is drawn in them and what it follows, to and from JSON. */
public final class SketchJson {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private SketchJson() {}

    public static void write(ObjectNode n, SketchStep s) {
        References.put(n, s.plane());
        ArrayNode entities = n.putArray("entities");
        s.sketch().entities().forEach(e -> entities.add(write(e)));
        ArrayNode constraints = n.putArray("constraints");
        s.sketch().constraints().forEach(c -> constraints.add(write(c)));
        if (!s.traces().isEmpty()) {
            ArrayNode traces = n.putArray("traces");
            s.traces().forEach(t -> traces.add(write(t)));
        }
        SketchStep.Shift at = s.shift();
        if (!at.equals(SketchStep.Shift.NONE)) {
            n.put("moveX", at.x()).put("moveY", at.y()).put("turn", at.turn());
        }
        if (s.underlay() != null) {
            Underlay u = s.underlay();
            ObjectNode under = n.putObject("underlay").put("picture", u.picture());
            under.putArray("at").add(u.at().x()).add(u.at().y());
            under.put("width", u.width()).put("height", u.height()).put("strength", u.strength());
        }
    }

    public static SketchStep read(String id, String name, boolean off, Fields f, Typed typed, String place) {
        List<Entity> entities =
                f.list("entities").stream().map(SketchJson::entity).toList();
        List<Constraint> constraints = f.list("constraints").stream()
                .map(c -> constraint(c, typed, place))
                .toList();
        SketchStep.Shift shift = f.has("moveX")
                ? new SketchStep.Shift(
                        f.size("moveX", typed, place + "/moveX", false),
                        f.size("moveY", typed, place + "/moveY", false),
                        f.size("turn", typed, place + "/turn", true))
                : SketchStep.Shift.NONE;
        return new SketchStep(
                id, name, off, References.plane(f), new Sketch(entities, constraints), traces(f), underlay(f), shift);
    }

    /** The picture under a sketch, or null. */
    public static Underlay underlay(Fields f) {
        if (!f.has("underlay")) {
            return null;
        }
        Fields u = f.part("underlay", "picture under a sketch");
        return new Underlay(
                u.text("picture"), u.vec2("at"), u.number("width"), u.number("height"), u.number("strength"));
    }

    public static List<Trace> traces(Fields f) {
        return f.has("traces")
                ? f.list("traces").stream().map(SketchJson::trace).toList()
                : List.of();
    }

    public static ObjectNode write(Trace t) {
        ObjectNode n = MAKE.objectNode().put("curve", t.curve());
        Trace.Source source = t.source();
        if (source instanceof Trace.OfEdge e) {
            n.put("edge", e.edge().key());
            References.put(n, "point", e.edge().point());
        } else if (source instanceof Trace.Silhouette s) {
            References.put(n, "silhouette", s.face());
            References.put(n, "near", s.near());
        } else if (source instanceof Trace.Crossing c) {
            References.put(n, "crossing", c.face());
            References.put(n, "near", c.near());
        } else {
            Trace.Passing p = (Trace.Passing) source;
            n.put("sketch", p.sketch()).put("of", p.curve());
            References.put(n, "near", p.near());
        }
        return n;
    }

    public static Trace trace(JsonNode node) {
        Fields f = new Fields(node, "trace");
        String curve = f.text("curve");
        if (f.has("edge")) {
            return new Trace(curve, new EdgeReference(f.text("edge"), f.vec3("point")));
        }
        Vec3 near = f.vec3("near");
        if (f.has("silhouette")) {
            return new Trace(curve, new Trace.Silhouette(References.face(f.part("silhouette", "face")), near));
        }
        return f.has("crossing")
                ? new Trace(curve, new Trace.Crossing(References.face(f.part("crossing", "face")), near))
                : new Trace(curve, new Trace.Passing(f.text("sketch"), f.text("of"), near));
    }

    public static ObjectNode write(Entity e) {
        ObjectNode n = MAKE.objectNode();
        if (e instanceof SketchPoint p) {
            return n.put("kind", "point").put("id", p.id()).put("x", p.x()).put("y", p.y());
        }
        if (e instanceof SketchLine l) {
            n.put("kind", "line").put("id", l.id()).put("start", l.start()).put("end", l.end());
        } else if (e instanceof SketchCircle c) {
            n.put("kind", "circle").put("id", c.id()).put("centre", c.centre()).put("radius", c.radius());
        } else if (e instanceof SketchEllipse k) {
            n.put("kind", "ellipse")
                    .put("id", k.id())
                    .put("centre", k.centre())
                    .put("a", k.a())
                    .put("b", k.b());
            if (!k.whole()) {
                n.put("start", k.start()).put("end", k.end());
            }
        } else if (e instanceof SketchSpline s) {
            ArrayNode through = n.put("kind", "spline")
                    .put("id", s.id())
                    .put("closed", s.closed())
                    .putArray("through");
            s.through().forEach(through::add);
            if (!s.startHandle().isEmpty()) {
                n.put("startHandle", s.startHandle());
            }
            if (!s.endHandle().isEmpty()) {
                n.put("endHandle", s.endHandle());
            }
            if (!s.whole()) {
                n.put("start", s.start()).put("end", s.end());
            }
        } else if (e instanceof SketchText t) {
            n.put("kind", "text").put("id", t.id()).put("start", t.start()).put("along", t.along());
            n.put("text", t.text()).put("height", t.height());
        } else {
            SketchArc a = (SketchArc) e;
            n.put("kind", "arc").put("id", a.id()).put("centre", a.centre());
            n.put("start", a.start()).put("end", a.end());
        }
        if (((SketchCurve) e).construction()) {
            n.put("construction", true);
        }
        return n;
    }

    public static ObjectNode write(Constraint c) {
        ObjectNode n = MAKE.objectNode();
        n.put("kind", Words.of(c.kind())).put("id", c.id());
        ArrayNode on = n.putArray("on");
        c.on().forEach(on::add);
        if (c.kind().hasValue()) {
            n.put("value", c.value());
            if (c.driven()) {
                n.put("driven", true);
            }
        }
        return n;
    }

    public static Entity entity(JsonNode node) {
        Fields f = new Fields(node, "sketch entity");
        String id = f.text("id");
        String kind = f.text("kind");
        boolean construction = f.flag("construction");
        return switch (kind) {
            case "point" -> new SketchPoint(id, f.number("x"), f.number("y"));
            case "line" -> new SketchLine(id, f.text("start"), f.text("end"), construction);
            case "circle" -> new SketchCircle(id, f.text("centre"), f.number("radius"), construction);
            case "arc" -> new SketchArc(id, f.text("centre"), f.text("start"), f.text("end"), construction);
            case "ellipse" ->
                new SketchEllipse(
                        id,
                        f.text("centre"),
                        f.text("a"),
                        f.text("b"),
                        f.text("start", ""),
                        f.text("end", ""),
                        construction);
            case "spline" ->
                new SketchSpline(
                        id,
                        f.texts("through"),
                        f.flag("closed"),
                        f.text("startHandle", ""),
                        f.text("endHandle", ""),
                        f.text("start", ""),
                        f.text("end", ""),
                        construction);
            case "text" ->
                new SketchText(id, f.text("start"), f.text("along"), f.text("text"), f.number("height"), construction);
            default -> throw Refusal.of("A sketch entity can't be of the kind " + Refusal.quoted(kind) + ".");
        };
    }

    public static Constraint constraint(JsonNode node, Typed typed, String place) {
        Fields f = new Fields(node, "constraint");
        Constraint.Kind kind = f.oneOf("kind", Constraint.Kind.class);
        String id = f.text("id");
        double value = kind.isDimension()
                ? f.size("value", typed, place + "/" + id, kind == Constraint.Kind.ANGLE)
                : kind.hasValue() ? f.number("value") : 0;
        return new Constraint(id, kind, f.texts("on"), value, f.flag("driven"));
    }
}
