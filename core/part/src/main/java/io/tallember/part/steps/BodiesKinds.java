package io.tallember.part.steps;

import io.tallember.geometry.Plane;
import io.tallember.part.rebuild.PartBody;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Kinds that work on whole bodies: mirrored, combined, moved or copied. */
final class BodiesKinds {
    private BodiesKinds() {}

    static List<Kind> all() {
        return List.of(new Combine(), new Move());
    }

    static Kind mirror() {
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
            f.pick("bodies", List.of());
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
    }
}
