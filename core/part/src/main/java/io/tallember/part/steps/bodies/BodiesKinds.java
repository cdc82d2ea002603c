package io.tallember.part.steps.bodies;

import io.tallember.geometry.Plane;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Kinds that work on whole bodies: mirrored, combined, moved or copied. */
public final class BodiesKinds {
    private BodiesKinds() {}

    public static List<Kind> all() {
        return List.of(new Combine(), new Move());
    }

    public static Kind mirror() {
        return new Mirror();
    }

    private static List<JsonNode> bodies(List<Hit> picked) {
        return picked.stream()
                .map(Hit::of)
                .filter(b -> !b.isEmpty())
                .distinct()
                .map(b -> (JsonNode) JsonNodeFactory.instance.stringNode(b))
                .toList();
    }

    private static void bodies(ObjectNode n, List<String> ids) {
        if (!ids.isEmpty()) {
            ArrayNode all = n.putArray("bodies");
            ids.forEach(all::add);
        }
    }

    private static List<String> bodies(Fields f) {
        return f.has("bodies") ? f.texts("bodies") : List.of();
    }

    private static boolean allBodies(List<Hit> picked) {
        return picked.stream().allMatch(h -> h.what() == Hit.What.BODY);
    }

    private static final class Combine extends Kind {
        Combine() {
            super(2, "combine");
        }

        @Override
        protected List<Offer> offers(Context c) {
            return List.of(offer("combine", c.bodies().size() > 1 ? "" : words().text("why.two")));
        }

        @Override
        protected void begun(Form f, String offer, List<Hit> picked) {
            f.choose("way", "join");
            f.pick("bodies", bodies(picked));
            f.aim("bodies");
        }

        @Override
        protected boolean fits(String offer, List<Hit> picked, Context c) {
            return allBodies(picked);
        }

        @Override
        protected void say(Form f, Pen p) {
            p.choice("way", "join", "subtract", "common");
            Slot s = p.bodies("bodies", words().text("bodies.all"));
            s.lack = s.held.size() == 1 ? words().text("bodies.lackTwo") : "";
        }

        @Override
        protected void write(Form f, ObjectNode n) {
            n.put("way", f.chosen("way"));
            f.write(n, "bodies", f.picked("bodies"));
        }

        @Override
        public Class<? extends Step> type() {
            return CombineStep.class;
        }

        @Override
        public Step read(Own own, Fields f, Typed typed, String place) {
            return new CombineStep(own.id(), own.name(), own.off(), f.oneOf("way", CombineStep.Way.class), bodies(f));
        }

        @Override
        public void write(Step step, ObjectNode n) {
            n.put("way", Words.of(((CombineStep) step).way()));
            bodies(n, ((CombineStep) step).bodies());
        }

        @Override
        public Stand build(Step step, Stand before, List<String> notes) {
            return BuildBodies.combine((CombineStep) step, before);
        }
    }

    private static final class Mirror extends Kind {
        Mirror() {
            super(6, "mirror");
        }

        @Override
        protected List<Offer> offers(Context c) {
            return List.of(offer("mirror", needsBody(c)));
        }

        @Override
        protected void begun(Form f, String offer, List<Hit> picked) {
            f.pick("bodies", allBodies(picked) ? bodies(picked) : List.of());
            f.pick("plane", flatFace(picked, f.context()).orElse(MAKE.stringNode("side")));
            f.choose("join", "yes");
            f.aim("plane");
        }

        @Override
        protected void opened(Form f, ObjectNode n) {
            f.aim("plane");
        }

        @Override
        protected boolean hit(Form f, Hit h) {
            boolean aimed = f.aim().equals("plane");
            if (aimed
                    && h.face(f.context())
                            .filter(x -> x.surface() instanceof Plane)
                            .isEmpty()) {
                throw io.tallember.part.Refusal.of(words().text("plane.no"));
            }
            if (aimed) {
                f.pick("plane", h.faceRef(f.context()).orElseThrow());
            }
            return aimed;
        }

        @Override
        protected boolean fits(String offer, List<Hit> picked, Context c) {
            return allBodies(picked) || flatFace(picked, c).isPresent();
        }

        @Override
        protected void say(Form f, Pen p) {
            p.bodies("bodies", words().text("bodies.all"));
            p.plane("plane");
            p.choice("join", "yes", "no");
        }

        @Override
        protected void write(Form f, ObjectNode n) {
            f.write(n, "bodies", f.picked("bodies"));
            n.set("plane", f.one("plane"));
            n.put("join", f.is("join", "yes"));
        }

        @Override
        public Class<? extends Step> type() {
            return MirrorStep.class;
        }

        @Override
        public Step read(Own own, Fields f, Typed typed, String place) {
            return new MirrorStep(own.id(), own.name(), own.off(), References.plane(f), f.flag("join"), bodies(f));
        }

        @Override
        public void write(Step step, ObjectNode n) {
            MirrorStep m = (MirrorStep) step;
            References.put(n, m.plane());
            n.put("join", m.join());
            bodies(n, m.bodies());
        }

        @Override
        public Stand build(Step step, Stand before, List<String> notes) {
            return BuildBodies.mirror((MirrorStep) step, before, notes);
        }
    }

    private static final class Move extends Kind {
        Move() {
            super(2, "move");
        }

        @Override
        protected List<Offer> offers(Context c) {
            return List.of(offer("move", needsBody(c)));
        }

        @Override
        protected void begun(Form f, String offer, List<Hit> picked) {
            List<PartBody> all = f.context().bodies();
            List<JsonNode> one =
                    all.size() == 1 ? List.of(MAKE.stringNode(all.get(0).id())) : bodies(picked);
            f.choose("copy", "no");
            f.pick("bodies", new ArrayList<>(one));
            f.usual("x", 20, 1);
            f.length("y", 0);
            f.length("z", 0);
            f.angle("angle", 0);
            f.pick("axis", MAKE.stringNode("z"));
            f.aim("bodies");
        }

        @Override
        protected void opened(Form f, ObjectNode n) {
            f.aim("bodies");
        }

        @Override
        protected boolean fits(String offer, List<Hit> picked, Context c) {
            return allBodies(picked);
        }

        @Override
        protected void say(Form f, Pen p) {
            p.choice("copy", "no", "yes");
            Slot s = p.bodies("bodies", words().text("bodies.none"));
            s.lack = s.held.isEmpty() ? words().text("bodies.lack") : "";
            List.of("x", "y", "z").forEach(p::length);
            boolean still = f.number("angle", io.tallember.part.Measure.ANGLE, 1) == 0;
            p.angle("angle").quiet(still);
            p.axis("axis").quiet(still);
        }

        @Override
        protected void write(Form f, ObjectNode n) {
            f.write(n, "bodies", f.picked("bodies"));
            List.of("x", "y", "z").forEach(a -> f.write(n, a, a));
            n.set("axis", f.one("axis"));
            f.write(n, "angle", "angle");
            n.put("copy", f.is("copy", "yes"));
        }

        @Override
        public Class<? extends Step> type() {
            return MoveStep.class;
        }

        @Override
        public Step read(Own own, Fields f, Typed typed, String place) {
            return new MoveStep(
                    own.id(),
                    own.name(),
                    own.off(),
                    bodies(f),
                    f.place(typed, place),
                    References.axis(f, "axis"),
                    f.size("angle", typed, place + "/angle", true),
                    f.flag("copy"));
        }

        @Override
        public void write(Step step, ObjectNode n) {
            MoveStep m = (MoveStep) step;
            bodies(n, m.bodies());
            n.put("x", m.by().x()).put("y", m.by().y()).put("z", m.by().z());
            References.axis(n, "axis", m.axis());
            n.put("angle", m.angle()).put("copy", m.copy());
        }

        @Override
        public Stand build(Step step, Stand before, List<String> notes) {
            return BuildBodies.move((MoveStep) step, before, notes);
        }

        @Override
        public boolean displaces(Step step) {
            return !((MoveStep) step).copy();
        }
    }
}
