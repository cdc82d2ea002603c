package io.tallember.part.file;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.BlendStep;
import io.tallember.part.CombineStep;
import io.tallember.part.DraftStep;
import io.tallember.part.EdgeReference;
import io.tallember.part.ExtrudeStep;
import io.tallember.part.FaceReference;
import io.tallember.part.HoleStep;
import io.tallember.part.MarkStep;
import io.tallember.part.MaterialStep;
import io.tallember.part.MirrorStep;
import io.tallember.part.MouldedStep;
import io.tallember.part.MoveStep;
import io.tallember.part.PlaneStep;
import io.tallember.part.ProfileStep;
import io.tallember.part.ReadyStep;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.part.RepeatStep;
import io.tallember.part.RevolveStep;
import io.tallember.part.RibStep;
import io.tallember.part.ShellStep;
import io.tallember.part.SketchPlane;
import io.tallember.part.SketchStep;
import io.tallember.part.SplitStep;
import io.tallember.part.Step;
import io.tallember.part.WallStep;
import io.tallember.solid.sweep.Wall;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Steps and what is in them, to and from JSON. */
public final class StepJson {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private StepJson() {}

    public static ObjectNode write(Step step) {
        ObjectNode n = MAKE.objectNode();
        n.put("kind", word(step));
        n.put("id", step.id()).put("name", step.name());
        if (step.off()) {
            n.put("off", true);
        }
        if (step instanceof BlendStep b) {
            BlendJson.write(n, b);
        } else if (step instanceof WallStep w) {
            WallJson.write(n, w);
        } else if (step instanceof RibStep r) {
            WallJson.write(n, r);
        } else if (BodyJson.reads(n.path("kind").asString(""))) {
            BodyJson.write(n, step);
        } else if (step instanceof SplitStep s) {
            put(n, s.plane());
        } else if (step instanceof RepeatStep r) {
            RepeatJson.write(n, r);
        } else if (step instanceof HoleStep h) {
            HoleJson.write(n, h);
        } else if (step instanceof MouldedStep m) {
            MouldedJson.write(n, m);
        } else if (step instanceof ReadyStep r) {
            put(n, r.plane());
            n.put("shape", Words.of(r.shape()));
            n.putArray("at").add(r.at().x()).add(r.at().y());
            for (int i = 0; i < r.sizes().size(); i++) {
                n.put(r.shape().sizes().get(i), r.sizes().get(i));
            }
            n.put("flipped", r.flipped()).put("mode", Words.of(r.mode()));
        } else if (step instanceof SketchStep s) {
            SketchJson.write(n, s);
        } else {
            ProfileStep p = (ProfileStep) step;
            profile(n, p);
            if (p instanceof ExtrudeStep e) {
                extrude(n, e);
            } else {
                RevolveStep r = (RevolveStep) p;
                n.put("axis", r.axis()).put("full", r.full()).put("angle", r.angle());
                n.put("bothWays", r.bothWays()).put("flipped", r.flipped());
            }
            n.put("mode", Words.of(p.mode()));
        }
        return n;
    }

    /** The sketch and what is picked of it. */
    static void profile(ObjectNode n, ProfileStep p) {
        n.put("sketch", p.sketch());
        ArrayNode regions = n.putArray("regions");
        for (RegionReference r : p.regions()) {
            ObjectNode region = regions.addObject();
            region.put("id", r.id());
            ArrayNode boundary = region.putArray("boundary");
            r.boundary().forEach(boundary::add);
            region.putArray("inside").add(r.inside().x()).add(r.inside().y());
        }
    }

    /** The word by which part files call the kind of a step. */
    public static String word(Step step) {
        if (step instanceof WallStep w) {
            return w instanceof ShellStep ? "shell" : w instanceof DraftStep ? "draft" : "faces";
        }
        if (step instanceof RibStep) {
            return "rib";
        }
        if (step instanceof MarkStep m) {
            return m.way().point() ? "point" : "axis";
        }
        if (step instanceof MoveStep) {
            return "move";
        }
        if (step instanceof PlaneStep || step instanceof MirrorStep || step instanceof CombineStep) {
            return step.kind().toLowerCase(java.util.Locale.ROOT);
        }
        if (step instanceof SketchStep) {
            return "sketch";
        }
        if (step instanceof SplitStep) {
            return "split";
        }
        if (step instanceof ReadyStep) {
            return "ready";
        }
        if (step instanceof MouldedStep) {
            return "moulded";
        }
        if (step instanceof HoleStep) {
            return "hole";
        }
        if (step instanceof RepeatStep) {
            return "repeat";
        }
        return step instanceof BlendStep ? "blend" : step instanceof RevolveStep ? "revolve" : "extrude";
    }

    private static void extrude(ObjectNode n, ExtrudeStep e) {
        if (e.extent() != ExtrudeStep.Extent.DISTANCE) {
            n.put("extent", Words.of(e.extent()));
        }
        ExtrudeStep.Reach r = e.reach();
        n.put("distance", r.distance());
        if (r.back() > 0) {
            n.put("back", r.back());
        }
        if (r.from() != null) {
            put(n, "from", r.from());
        }
        if (e.taper() != 0) {
            n.put("taper", e.taper());
        }
        if (r.target() != null) {
            put(n, "target", r.target());
        }
        if (r.gap() != 0) {
            n.put("gap", r.gap());
        }
        if (e.thin() != null) {
            n.put("thickness", e.thin().thickness())
                    .put("side", Words.of(e.thin().side()));
        }
        n.put("bothWays", r.bothWays()).put("flipped", r.flipped());
    }

    static void put(ObjectNode n, SketchPlane plane) {
        put(n, "plane", plane);
    }

    static void put(ObjectNode n, String name, SketchPlane plane) {
        if (plane instanceof SketchPlane.OnFace f) {
            put(n, name, f.face());
        } else if (plane instanceof SketchPlane.Made m) {
            n.putObject(name).put("step", m.step());
        } else if (plane instanceof SketchPlane.Through t) {
            ObjectNode on = n.putObject(name);
            put(on, "on", t.on());
            put(on.putObject("through"), t.edge());
        } else if (plane instanceof SketchPlane.Standing s) {
            ObjectNode on = n.putObject(name);
            put(on, "on", s.on());
            on.put("x", s.x()).put("y", s.y()).put("turn", s.turn());
        } else {
            n.put(name, Words.of((SketchPlane.Base) plane));
        }
    }

    static void put(ObjectNode n, String name, FaceReference f) {
        put(n.putObject(name), f);
    }

    public static void put(ObjectNode face, FaceReference f) {
        face.put("face", f.key());
        put(face, "point", f.point());
        put(face, "normal", f.normal());
    }

    static void put(ObjectNode edge, EdgeReference e) {
        put(edge.put("edge", e.key()), "point", e.point());
    }

    public static void put(ObjectNode n, String name, Vec3 v) {
        n.putArray(name).add(v.x()).add(v.y()).add(v.z());
    }

    /**
     * @param typed reads numbers that are texts
     * @param place the id that the step has or will get
     */
    static Step read(JsonNode node, Typed typed, String place) {
        Fields f = new Fields(node, "step");
        String kind = f.text("kind");
        String id = f.text("id", "");
        String name = f.text("name", "");
        boolean off = f.flag("off");
        if (kind.equals("sketch")) {
            return SketchJson.read(id, name, off, f, typed, place);
        }
        if (kind.equals("blend")) {
            return BlendJson.read(id, name, off, f, typed, place);
        }
        if (kind.equals("extrude")) {
            return extrude(id, name, off, f, typed, place);
        }
        if (kind.equals("repeat")) {
            return RepeatJson.read(id, name, off, f, typed, place);
        }
        if (kind.equals("moulded")) {
            return MouldedJson.read(id, name, off, f, typed, place);
        }
        if (kind.equals("hole")) {
            return HoleJson.read(id, name, off, f, typed, place);
        }
        if (BodyJson.reads(kind)) {
            return BodyJson.read(kind, id, name, off, f, typed, place);
        }
        if (WallJson.reads(kind)) {
            return WallJson.read(kind, id, name, off, f, typed, place);
        }
        if (kind.equals("split")) {
            return new SplitStep(id, name, off, plane(f));
        }
        if (kind.equals("ready")) {
            ReadyStep.Shape shape = f.oneOf("shape", ReadyStep.Shape.class);
            List<Double> sizes = shape.sizes().stream()
                    .map(s -> f.size(s, typed, place + "/" + s, false))
                    .toList();
            Vec2 at = f.has("at")
                    ? f.vec2("at")
                    : new Vec2(f.size("x", typed, place + "/x", false), f.size("y", typed, place + "/y", false));
            return new ReadyStep(
                    id,
                    name,
                    off,
                    shape,
                    plane(f),
                    at,
                    sizes,
                    f.flag("flipped"),
                    f.oneOf("mode", MaterialStep.Mode.class));
        }
        if (kind.equals("revolve")) {
            return new RevolveStep(
                    id,
                    name,
                    off,
                    f.text("sketch"),
                    regions(f),
                    f.text("axis"),
                    f.flag("full"),
                    f.size("angle", typed, place + "/angle", true),
                    f.flag("bothWays"),
                    f.flag("flipped"),
                    f.oneOf("mode", MaterialStep.Mode.class));
        }
        throw Refusal.of("A step can't be of the kind " + Refusal.quoted(kind) + ".");
    }

    private static ExtrudeStep extrude(String id, String name, boolean off, Fields f, Typed typed, String place) {
        ExtrudeStep.Reach reach = new ExtrudeStep.Reach(
                f.has("extent") ? f.oneOf("extent", ExtrudeStep.Extent.class) : ExtrudeStep.Extent.DISTANCE,
                f.positive("distance", typed, place + "/distance"),
                f.has("back") ? f.size("back", typed, place + "/back", false) : 0,
                f.has("from") ? face(f.part("from", "face")) : null,
                f.has("target") ? face(f.part("target", "face")) : null,
                f.has("gap") ? f.size("gap", typed, place + "/gap", false) : 0,
                f.flag("bothWays"),
                f.flag("flipped"));
        ExtrudeStep.Thin thin = f.has("thickness")
                ? new ExtrudeStep.Thin(
                        f.positive("thickness", typed, place + "/thickness"), f.oneOf("side", Wall.Side.class))
                : null;
        return new ExtrudeStep(
                id,
                name,
                off,
                f.text("sketch"),
                regions(f),
                reach,
                f.has("taper") ? f.size("taper", typed, place + "/taper", true) : 0,
                thin,
                f.oneOf("mode", MaterialStep.Mode.class));
    }

    static SketchPlane plane(Fields f) {
        return plane(f, "plane");
    }

    /** A plane as part files refer to it. */
    public static SketchPlane plane(JsonNode ref) {
        ObjectNode n = MAKE.objectNode();
        n.set("plane", ref);
        return plane(new Fields(n, "step"));
    }

    static SketchPlane plane(Fields f, String name) {
        if (f.isText(name)) {
            return f.oneOf(name, SketchPlane.Base.class);
        }
        Fields part = f.part(name, "plane");
        if (part.has("through")) {
            return new SketchPlane.Through(plane(part, "on"), edge(part.part("through", "edge")));
        }
        if (part.has("on")) {
            return new SketchPlane.Standing(plane(part, "on"), part.number("x"), part.number("y"), part.number("turn"));
        }
        return part.has("step") ? new SketchPlane.Made(part.text("step")) : new SketchPlane.OnFace(face(part));
    }

    static FaceReference face(Fields face) {
        Vec3 normal = face.vec3("normal");
        if (Math.abs(normal.length() - 1) > 1e-6) {
            throw Refusal.of("The normal of a face that is picked should have length one.");
        }
        return new FaceReference(face.text("face"), face.vec3("point"), normal);
    }

    static EdgeReference edge(JsonNode node) {
        return edge(new Fields(node, "edge"));
    }

    static EdgeReference edge(Fields f) {
        return new EdgeReference(f.text("edge"), f.vec3("point"));
    }

    static List<RegionReference> regions(Fields f) {
        return f.list("regions").stream().map(StepJson::region).toList();
    }

    private static RegionReference region(JsonNode node) {
        Fields f = new Fields(node, "region");
        Vec2 inside = f.vec2("inside");
        return new RegionReference(f.text("id", ""), f.texts("boundary"), inside);
    }
}
