package io.tallember.part.steps.marks;

import io.tallember.geometry.Plane;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import io.tallember.solid.Face;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Axes and points that others go by. */
public final class MarkKind extends Kind {
    private static final Set<String> BY_PLANE = Set.of("where-planes-meet", "square", "point-in-plane");
    private static final Set<String> BY_EDGE = Set.of("along-edge", "point-on-edge", "point-in-plane");

    public MarkKind() {
        super(1, "axis", "point");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("axis", ""), offer("point", ""));
    }

    private static int corners(String way) {
        return way.equals("through-corners") ? 2 : way.equals("square") || way.equals("point-on-corner") ? 1 : 0;
    }

    @Override
    protected String offered(Form f) {
        return f.chosen("way").startsWith("point") ? "point" : "axis";
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("way", offer.equals("axis") ? "along-edge" : "point-at");
        f.pick("plane", MAKE.stringNode("top"));
        List.of("x", "y", "z").forEach(a -> f.length(a, 0));
        for (Hit h : picked) {
            hit(f, h);
        }
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        for (String a : List.of("x", "y", "z")) {
            if (!f.is("way", "point-at")) {
                f.length(a, 0);
            }
        }
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.equals("way")) {
            f.aim("");
        }
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        Context c = f.context();
        String way = f.chosen("way");
        Optional<JsonNode> corner = h.cornerRef();
        if (corner.isPresent()) {
            if (corners(way) == 0) {
                f.choose("way", way.startsWith("point") ? "point-on-corner" : "through-corners");
            }
            PlaneKind.corner(f, corner.get(), Math.max(1, corners(f.chosen("way"))));
            return true;
        }
        Optional<JsonNode> edge = h.edgeRef(c);
        if (edge.isPresent()) {
            f.pick("edge", edge.get());
            if (!BY_EDGE.contains(way)) {
                f.choose("way", way.startsWith("point") ? "point-on-edge" : "along-edge");
            }
            return true;
        }
        Face face = h.face(c).orElseThrow(() -> Refusal.of(words().text("ask." + way) + "."));
        JsonNode ref = h.faceRef(c).orElseThrow();
        if (face.surface() instanceof Plane) {
            boolean second = way.equals("where-planes-meet")
                    && (f.aim().equals("second")
                            || f.one("second") == null && !f.aim().equals("plane"));
            f.pick(second ? "second" : "plane", ref);
            if (way.equals("where-planes-meet")) {
                f.aim("second");
            } else if (!BY_PLANE.contains(way)) {
                f.choose("way", "square");
            }
        } else {
            f.pick("round", ref);
            f.choose("way", "of-face");
        }
        return true;
    }

    @Override
    protected void say(Form f, Pen p) {
        String way = f.chosen("way");
        p.choice(
                "way",
                "along-edge",
                "of-face",
                "where-planes-meet",
                "through-corners",
                "square",
                "point-at",
                "point-on-corner",
                "point-on-edge",
                "point-in-plane");
        if (BY_PLANE.contains(way)) {
            p.plane("plane");
        }
        if (way.equals("where-planes-meet")) {
            Slot second = p.plane("second");
            if (f.one("second") == null) {
                second.lack = words().text("second.lack");
            }
        }
        if (BY_EDGE.contains(way)) {
            p.pick("edge", false, h -> h.edgeRef(f.context()), "edge");
        }
        if (way.equals("of-face")) {
            p.pick("round", false, h -> h.faceRef(f.context()), "face");
        }
        if (corners(way) > 0) {
            PlaneKind.corners(f, p, corners(way));
        }
        if (way.equals("point-at")) {
            List.of("x", "y", "z").forEach(p::length);
        }
        p.slots().values().forEach(s -> s.ask = words().text("ask." + way));
    }

    @Override
    protected List<String> always(Form f) {
        return List.of("face", "edge", "corner", "mark");
    }

    @Override
    protected boolean alwaysCalled() {
        return true;
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        String way = f.chosen("way");
        n.put("kind", way.toLowerCase(Locale.ROOT).startsWith("point") ? "point" : "axis")
                .put("way", way);
        n.set("plane", f.one("plane") == null ? MAKE.stringNode("top") : f.one("plane"));
        if (way.equals("where-planes-meet")) {
            f.writeOne(n, "second", "second");
        }
        if (BY_EDGE.contains(way)) {
            f.writeOne(n, "edge", "edge");
        }
        if (way.equals("of-face")) {
            f.writeOne(n, "round", "round");
        }
        if (corners(way) > 0) {
            List<JsonNode> all = f.picked("corners");
            f.write(n, "corners", all.subList(Math.max(0, all.size() - corners(way)), all.size()));
        }
        for (String a : List.of("x", "y", "z")) {
            if (way.equals("point-at")) {
                f.write(n, a, a);
            } else {
                n.put(a, 0);
            }
        }
    }

    @Override
    public Class<? extends Step> type() {
        return MarkStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return MarkJson.mark(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        MarkJson.write((MarkStep) step, n);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildMark.build((MarkStep) step, before, notes);
    }

    @Override
    public String word(Step step) {
        return ((MarkStep) step).way().point() ? "point" : "axis";
    }
}
