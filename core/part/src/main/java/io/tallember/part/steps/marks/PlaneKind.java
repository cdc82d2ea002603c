package io.tallember.part.steps.marks;

import io.tallember.geometry.Cylinder;
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
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Planes that others stand on. */
public final class PlaneKind extends Kind {
    private static final Set<String> ANGLED = Set.of("turned", "meeting", "tangent");

    public PlaneKind() {
        super(1, "plane");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("plane", ""));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        Context c = f.context();
        List<JsonNode> flat = picked.stream()
                .filter(h -> h.face(c).filter(x -> x.surface() instanceof Plane).isPresent())
                .flatMap(h -> h.faceRef(c).stream())
                .toList();
        Optional<JsonNode> edge =
                picked.stream().flatMap(h -> h.edgeRef(c).stream()).findFirst();
        f.choose("way", flat.size() > 1 ? "midway" : flat.size() == 1 && edge.isPresent() ? "turned" : "beside");
        f.pick("plane", flat.isEmpty() ? MAKE.stringNode("top") : flat.get(0));
        f.pick("second", flat.size() > 1 ? flat.get(1) : null);
        f.pick("edge", edge.orElse(null));
        f.usual("distance", 10, 0.5);
        f.angle("angle", Math.toRadians(45));
        f.aim("plane");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        f.aim("plane");
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.equals("way")) {
            if (f.is("way", "tangent")) {
                f.angle("angle", 0);
            } else if (f.is("way", "square")) {
                f.length("distance", 0);
            }
            f.aim("");
        }
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        Context c = f.context();
        Optional<JsonNode> edge = h.edgeRef(c);
        if (edge.isPresent()) {
            f.pick("edge", edge.get());
            if (!f.is("way", "square")) {
                f.choose("way", "turned");
            }
            return true;
        }
        Optional<JsonNode> corner = h.cornerRef();
        if (corner.isPresent()) {
            corner(f, corner.get(), 3);
            f.choose("way", "corners");
            return true;
        }
        Face face = h.face(c).orElseThrow(() -> Refusal.of(words().text("plane.no")));
        JsonNode ref = h.faceRef(c).orElseThrow();
        boolean two = f.is("way", "midway") || f.is("way", "meeting");
        if (f.is("way", "tangent") && face.surface() instanceof Cylinder) {
            f.pick("round", ref);
        } else if (!(face.surface() instanceof Plane)) {
            throw Refusal.of(words().text("plane.no"));
        } else {
            f.pick(two && (f.one("second") == null || f.aim().equals("second")) ? "second" : "plane", ref);
        }
        return true;
    }

    /** One more corner; of too many the first goes. */
    static void corner(Form f, JsonNode ref, int most) {
        List<JsonNode> all = new ArrayList<>(f.picked("corners"));
        all.removeIf(r -> Form.keyOf(r).equals(Form.keyOf(ref)));
        while (all.size() >= most) {
            all.remove(0);
        }
        all.add(ref);
        f.pick("corners", all);
    }

    @Override
    protected void say(Form f, Pen p) {
        String way = f.chosen("way");
        p.follows("sentence." + way);
        p.choice("way", "beside", "midway", "turned", "meeting", "tangent", "corners", "square");
        if (!way.equals("corners") && !way.equals("square")) {
            p.plane("plane");
        }
        switch (way) {
            case "midway", "meeting" -> {
                Slot second = p.plane("second");
                if (f.one("second") == null) {
                    second.lack = words().text("second.lack");
                }
            }
            case "turned", "square" -> {
                Slot edge = p.pick("edge", false, h -> h.edgeRef(f.context()), "edge");
                if (f.one("edge") == null) {
                    edge.lack = words().text("edge." + way);
                }
            }
            case "tangent" -> p.pick("round", false, h -> h.faceRef(f.context()), "face");
            case "corners" -> corners(f, p, 3);
            default -> {}
        }
        if (way.equals("beside") || way.equals("square")) {
            p.length("distance").hint = words().text("distance." + way);
        } else if (ANGLED.contains(way)) {
            p.angle("angle");
        }
        p.slots().values().forEach(s -> s.ask = words().text("ask." + way));
    }

    /** The slot for a number of corners. */
    static void corners(Form f, Pen p, int of) {
        Slot s = p.pick("corners", true, h -> h.cornerRef(), "corner", "mark");
        int n = s.held.size();
        s.lack = n < of ? p.words().text("corners.lack" + of) : "";
        if (n > 0) {
            s.text = p.words().counted("corners", Math.min(n, of));
        }
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
        n.put("way", f.chosen("way"));
        n.set("plane", f.one("plane") == null ? MAKE.stringNode("top") : f.one("plane"));
        for (String place : List.of("second", "edge", "round")) {
            f.writeOne(n, place, place);
        }
        if (!f.picked("corners").isEmpty()) {
            f.write(n, "corners", f.picked("corners"));
        }
        String way = f.chosen("way");
        idle(f, n, "distance", way.equals("beside") || way.equals("square"), io.tallember.part.Measure.LENGTH, 10);
        idle(f, n, "angle", ANGLED.contains(way), io.tallember.part.Measure.ANGLE, Math.PI / 4);
    }

    @Override
    public Class<? extends Step> type() {
        return PlaneStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return MarkJson.plane(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        MarkJson.write((PlaneStep) step, n);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildPlane.build((PlaneStep) step, before, notes);
    }
}
