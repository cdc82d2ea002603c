package io.tallember.part.steps.blend;

import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.steps.Own;
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
            b.which().faces().forEach(f -> References.put(faces.addObject(), f));
        }
        if (b.which().whole() != BlendStep.Whole.NONE) {
            n.put("whole", Words.of(b.which().whole()));
        }
        if (!b.also().isEmpty()) {
            ArrayNode also = n.putArray("also");
            b.also().forEach(a -> edges(also.addObject().put("size", a.size()), a.edges()));
        }
        write(n, b.run());
    }

    private static void write(ObjectNode n, BlendStep.Run run) {
        if (!run.places().isEmpty()) {
            ArrayNode places = n.putArray("places");
            run.places().forEach(p -> places.addObject().put("at", p.at()).put("size", p.size()));
        }
        if (run.turned()) {
            n.put("turned", true);
        }
        if (!run.held().isEmpty()) {
            ArrayNode held = n.putArray("held");
            run.held().forEach(e -> References.put(held.addObject(), e));
        }
        if (!run.against().isEmpty()) {
            ArrayNode against = n.putArray("against");
            run.against().forEach(f -> References.put(against.addObject(), f));
        }
    }

    private static BlendStep.Run run(Fields f, Typed typed, String place) {
        List<BlendStep.Place> places = new ArrayList<>();
        if (f.has("places")) {
            for (JsonNode p : f.list("places")) {
                Fields of = new Fields(p, "further radius");
                String at = place + "/place" + places.size();
                places.add(new BlendStep.Place(of.number("at"), of.positive("size", typed, at)));
            }
        }
        return new BlendStep.Run(places, f.flag("turned"), edges(f, "held"), faces(f, "against"));
    }

    private static void edges(ObjectNode n, List<EdgeReference> edges) {
        ArrayNode all = n.putArray("edges");
        edges.forEach(e -> References.put(all.addObject(), e));
    }

    static BlendStep read(Own own, Fields f, Typed typed, String place) {
        List<BlendStep.Also> also = new ArrayList<>();
        if (f.has("also")) {
            for (JsonNode a : f.list("also")) {
                Fields of = new Fields(a, "further size");
                String at = place + "/also" + also.size();
                also.add(new BlendStep.Also(of.positive("size", typed, at), edges(of, "edges")));
            }
        }
        BlendStep.Whole whole = f.has("whole") ? f.oneOf("whole", BlendStep.Whole.class) : BlendStep.Whole.NONE;
        return new BlendStep(
                own.id(),
                own.name(),
                own.off(),
                f.flag("bevel"),
                f.positive("size", typed, place + "/size"),
                new BlendStep.Shape(
                        f.has("second") ? f.size("second", typed, place + "/second", false) : 0,
                        f.has("angle") ? f.size("angle", typed, place + "/angle", true) : 0,
                        f.flag("flipped"),
                        f.flag("width"),
                        f.flag("full")),
                f.flag("chain"),
                new BlendStep.Which(edges(f, "edges"), faces(f, "faces"), whole),
                also,
                run(f, typed, place));
    }

    private static List<EdgeReference> edges(Fields f, String name) {
        return f.has(name) ? f.list(name).stream().map(References::edge).toList() : List.of();
    }

    private static List<FaceReference> faces(Fields f, String name) {
        return f.has(name)
                ? f.list(name).stream()
                        .map(n -> References.face(new Fields(n, "face")))
                        .toList()
                : List.of();
    }
}
