package io.tallember.part.file;

import io.tallember.part.BlendStep;
import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Rounds and bevels, to and from JSON. What a step doesn't have isn't written. */
final class BlendJson {
    private BlendJson() {}

    static void write(ObjectNode n, BlendStep b) {
        n.put("bevel", b.bevel()).put("size", b.size()).put("chain", b.chain());
        BlendStep.Shape s = b.shape();
        if (s.second() > 0) {
            n.put("second", s.second());
        }
        if (s.angle() > 0) {
            n.put("angle", s.angle());
        }
        if (s.flipped()) {
            n.put("flipped", true);
        }
        if (s.width()) {
            n.put("width", true);
        }
        if (s.full()) {
            n.put("full", true);
        }
        edges(n, b.which().edges());
        if (!b.which().faces().isEmpty()) {
            ArrayNode faces = n.putArray("faces");
            b.which().faces().forEach(f -> StepJson.put(faces.addObject(), f));
        }
        if (b.which().whole() != BlendStep.Whole.NONE) {
            n.put("whole", Words.of(b.which().whole()));
        }
        if (!b.also().isEmpty()) {
            ArrayNode also = n.putArray("also");
            b.also().forEach(a -> edges(also.addObject().put("size", a.size()), a.edges()));
        }
    }

    private static void edges(ObjectNode n, List<EdgeReference> edges) {
        ArrayNode all = n.putArray("edges");
        edges.forEach(e -> StepJson.put(all.addObject(), e));
    }

    static BlendStep read(String id, String name, boolean off, Fields f, Typed typed, String place) {
        List<BlendStep.Also> also = new ArrayList<>();
        if (f.has("also")) {
            for (JsonNode a : f.list("also")) {
                Fields of = new Fields(a, "further size");
                String at = place + "/also" + also.size();
                also.add(new BlendStep.Also(of.positive("size", typed, at), edges(of)));
            }
        }
        List<FaceReference> faces = f.has("faces")
                ? f.list("faces").stream()
                        .map(n -> StepJson.face(new Fields(n, "face")))
                        .toList()
                : List.of();
        BlendStep.Whole whole = f.has("whole") ? f.oneOf("whole", BlendStep.Whole.class) : BlendStep.Whole.NONE;
        return new BlendStep(
                id,
                name,
                off,
                f.flag("bevel"),
                f.positive("size", typed, place + "/size"),
                new BlendStep.Shape(
                        f.has("second") ? f.size("second", typed, place + "/second", false) : 0,
                        f.has("angle") ? f.size("angle", typed, place + "/angle", true) : 0,
                        f.flag("flipped"),
                        f.flag("width"),
                        f.flag("full")),
                f.flag("chain"),
                new BlendStep.Which(edges(f), faces, whole),
                also);
    }

    private static List<EdgeReference> edges(Fields f) {
        return f.list("edges").stream().map(StepJson::edge).toList();
    }
}
