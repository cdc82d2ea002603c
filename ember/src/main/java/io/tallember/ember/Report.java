package io.tallember.ember;

import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.solid.Face;
import io.tallember.solid.mass.MassProperties;
import java.util.Locale;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The report of a build: how each step went, each body's mass and faces by lineage. Lengths in mm. */
final class Report {
    private static final JsonMapper MAPPER = JsonMapper.builder().build();

    private Report() {}

    /** Of a part that could not be built at all. */
    static String unusable(String why) {
        ObjectNode n = MAPPER.createObjectNode().put("sound", false).put("message", why);
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }

    static String of(PartState state, double millis) {
        ObjectNode n = MAPPER.createObjectNode();
        n.put("part", state.document().name()).put("sound", state.sound()).put("milliseconds", millis);
        ArrayNode steps = n.putArray("steps");
        for (StepOutcome o : state.outcomes()) {
            ObjectNode s = steps.addObject();
            s.put("id", o.id()).put("name", state.document().step(o.id()).name());
            s.put("status", o.status().name().toLowerCase(Locale.ROOT));
            if (!o.message().isEmpty()) {
                s.put("message", o.message());
            }
            ArrayNode notes = s.putArray("notes");
            o.notes().forEach(notes::add);
        }
        ArrayNode sketches = n.putArray("sketches");
        for (PlacedSketch p : state.stand().sketches()) {
            if (state.document().find(p.step().id()).isPresent()) {
                ObjectNode s = sketches.addObject().put("id", p.step().id());
                s.put("closedRegions", p.reading().regions().size());
                ArrayNode leaks = s.putArray("leaks");
                Leaks.of(p).forEach(leaks::add);
            }
        }
        ArrayNode bodies = n.putArray("bodies");
        for (PartBody b : state.stand().bodies()) {
            MassProperties m = MassProperties.of(b.body());
            ObjectNode body = bodies.addObject();
            body.put("id", b.id()).put("volume", m.volume()).put("area", m.area());
            body.putArray("centroid")
                    .add(m.centroid().x())
                    .add(m.centroid().y())
                    .add(m.centroid().z());
            body.put("edges", b.body().edges().size())
                    .put("vertices", b.body().vertices().size());
            ArrayNode faces = body.putArray("faces");
            for (Face f : b.body().faces()) {
                faces.addObject()
                        .put("key", b.body().names().of(f))
                        .put("surface", f.surface().kind());
            }
        }
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }
}
