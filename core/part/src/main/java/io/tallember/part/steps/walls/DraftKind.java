package io.tallember.part.steps.walls;

import io.tallember.geometry.Plane;
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
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Faces leant to the pull. */
public final class DraftKind extends Kind {
    public DraftKind() {
        super(3, "draft");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("draft", needsBody(c)));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.pick("faces", faces(picked, f.context()));
        f.choose("chain", "no");
        f.angle("angle", Math.toRadians(2));
        f.pick("plane", MAKE.stringNode("top"));
        f.choose("way", "up");
        f.choose("about", "plane");
        f.pick("parting", List.of());
        f.choose("pulled", "square");
        f.pick("pull", MAKE.stringNode("z"));
        f.aim("faces");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.choose("way", n.path("both").asBoolean(false) ? "both" : f.is("flipped", "yes") ? "down" : "up");
        f.choose("about", n.has("parting") ? "edges" : "plane");
        f.choose("pulled", n.has("pull") ? "along" : "square");
        if (!n.has("parting")) {
            f.pick("parting", List.of());
        }
        if (!n.has("pull")) {
            f.pick("pull", MAKE.stringNode("z"));
        }
        f.aim("faces");
    }

    @Override
    protected void press(Form f, String place) {
        f.pick("faces", List.of());
        f.aim("faces");
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.equals("about")) {
            f.aim(f.is("about", "edges") ? "parting" : "faces");
        } else if (place.equals("pulled")) {
            f.aim(f.is("pulled", "along") ? "pull" : "faces");
        }
    }

    /** A flat face, or an edge beside the plane that there is. */
    private static Optional<JsonNode> neutral(Form f, Hit h) {
        if (h.what() == Hit.What.EDGE) {
            JsonNode now = f.one("plane");
            JsonNode on = now.has("through") ? now.get("on") : now;
            return h.edgeRef(f.context()).map(e -> {
                ObjectNode n = MAKE.objectNode();
                n.set("on", on);
                n.set("through", e);
                return n;
            });
        }
        return h.face(f.context()).filter(x -> x.surface() instanceof Plane).flatMap(x -> h.faceRef(f.context()));
    }

    @Override
    protected void say(Form f, Pen p) {
        if (!p.faces("faces").held.isEmpty()) {
            p.act("anew");
        }
        p.choice("chain", "yes", "no").quiet(f.is("chain", "no"));
        p.angle("angle");
        boolean edges = f.is("about", "edges");
        p.follows(edges ? "sentence.edges" : "sentence");
        p.choice("about", "plane", "edges").quiet(!edges);
        if (edges) {
            p.edges("parting");
            p.axis("pull");
        } else {
            p.plane("plane", h -> neutral(f, h), "face", "edge");
            p.choice("pulled", "square", "along").quiet(f.is("pulled", "square"));
            if (f.is("pulled", "along")) {
                p.axis("pull");
            }
        }
        p.choice("way", "up", "down", "both");
    }

    @Override
    protected boolean seenWithout() {
        return true;
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        f.write(n, "faces", f.picked("faces"));
        n.put("chain", f.is("chain", "yes"));
        n.set("plane", f.one("plane"));
        boolean edges = f.is("about", "edges");
        if (edges) {
            f.write(n, "parting", f.picked("parting"));
        }
        if (edges || f.is("pulled", "along")) {
            n.set("pull", f.one("pull"));
        }
        n.put("flipped", f.is("way", "down")).put("both", f.is("way", "both"));
        f.write(n, "angle", "angle");
    }

    @Override
    public Class<? extends Step> type() {
        return DraftStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return WallJson.read("draft", own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        WallJson.write(n, (WallStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildWalls.build((WallStep) step, before, notes);
    }
}
