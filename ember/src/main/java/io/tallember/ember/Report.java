package io.tallember.ember;

import io.tallember.geometry.Box3;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.PartDocument;
import io.tallember.part.SketchWords;
import io.tallember.part.Step;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Talks;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.solve.Judgement;
import io.tallember.solid.Extents;
import io.tallember.solid.Face;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The report of a build: how each step went, what its sketches are like, and each body's mass and faces by lineage. Numbers in mm;
 * sentences in the part's unit. The format is described in {@code docs/report.md} and kept stable.
 */
final class Report {
    private static final JsonMapper MAPPER = JsonMapper.builder().build();

    private final PartState state;
    private final PartDocument doc;
    private final Context context;

    private Report(PartState state) {
        this.state = state;
        this.doc = state.document();
        this.context = new Context(doc, doc, () -> state);
    }

    /** Of a part that could not be built at all. */
    static String unusable(String why) {
        ObjectNode n = MAPPER.createObjectNode().put("sound", false).put("message", why);
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }

    static String of(PartState state, double millis) {
        ObjectNode n = new Report(state).told(millis);
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(n) + "\n";
    }

    private ObjectNode told(double millis) {
        ObjectNode n = MAPPER.createObjectNode();
        n.put("part", doc.name()).put("unit", doc.unit().word());
        n.put("variant", doc.arrangement().chosen());
        n.put("sound", state.sound()).put("millis", millis);
        ArrayNode steps = n.putArray("steps");
        for (int i = 0; i < doc.steps().size(); i++) {
            step(steps.addObject().put("number", i + 1), doc.steps().get(i));
        }
        ArrayNode sketches = n.putArray("sketches");
        for (PlacedSketch p : state.stand().sketches()) {
            doc.find(p.step().id()).ifPresent(s -> sketch(sketches.addObject(), s, p));
        }
        ArrayNode bodies = n.putArray("bodies");
        state.stand().bodies().forEach(b -> body(bodies.addObject(), b));
        return n;
    }

    private void step(ObjectNode n, Step s) {
        StepOutcome o = state.outcome(s.id());
        n.put("id", s.id()).put("name", s.name()).put("kind", Talks.word(s));
        n.put("sentence", Talks.plain(s, context));
        n.put("state", word(o)).put("message", o.message());
        places(n, o);
        ArrayNode notes = n.putArray("notes");
        o.notes().forEach(notes::add);
        n.put("millis", o.millis());
    }

    private static void places(ObjectNode n, StepOutcome o) {
        ArrayNode places = n.putArray("places_mm");
        o.places().forEach(p -> vec(places.addArray(), p));
    }

    private static String word(StepOutcome o) {
        return switch (o.status()) {
            case BUILT -> "built";
            case OFF -> "off";
            case BELOW -> "below";
            case FAILED -> o.reason() == Reason.WAITING ? "waiting" : "failed";
        };
    }

    private void sketch(ObjectNode n, Step s, PlacedSketch p) {
        Reading r = p.reading();
        Sketch drawn = p.step().sketch();
        Judgement j = p.judgement();
        n.put("id", s.id()).put("name", s.name());
        n.put("freedoms", j == Judgement.NONE ? -1 : j.freedoms());
        n.put("closed_regions", r.regions().size());
        ArrayNode conflicts = n.putArray("conflicts");
        for (String id : j.fighting()) {
            String words = SketchWords.of(drawn, drawn.constraint(id).orElseThrow());
            conflicts.add(Terms.told(words, doc.unit().telling(x -> x)));
        }
        ArrayNode gaps = n.putArray("gaps");
        r.gaps()
                .forEach(g -> gaps.addObject()
                        .put("first", g.first())
                        .put("second", g.second())
                        .put("distance_mm", g.distance()));
        ArrayNode stubs = n.putArray("stubs");
        r.stubs().forEach(b -> stubs.addObject().put("curve", b.curve()).put("length_mm", b.length()));
        ArrayNode leaks = n.putArray("leaks");
        Leaks.of(p).forEach(leaks::add);
    }

    private void body(ObjectNode n, PartBody b) {
        MassProperties m = MassProperties.of(b.body());
        Box3 box = Extents.of(b.body());
        n.put("id", b.id()).put("name", context.bodyName(b.id()));
        n.put("volume_mm3", m.volume()).put("area_mm2", m.area());
        vec(n.putArray("centroid_mm"), m.centroid());
        ObjectNode bounds = n.putObject("bounds_mm");
        vec(bounds.putArray("least"), box.min());
        vec(bounds.putArray("most"), box.max());
        n.put("faces", b.body().faces().size());
        n.put("edges", b.body().edges().size())
                .put("vertices", b.body().vertices().size());
        Map<String, Integer> kinds = new TreeMap<>();
        b.body().faces().forEach(f -> kinds.merge(f.surface().kind(), 1, Integer::sum));
        ObjectNode surfaces = n.putObject("surfaces");
        kinds.forEach(surfaces::put);
        n.put("valid", BodyCheck.deep(b.body(), Tolerance.DEFAULT).valid());
        ArrayNode keys = n.putArray("face_keys");
        for (Face f : b.body().faces()) {
            keys.addObject()
                    .put("key", b.body().names().of(f))
                    .put("surface", f.surface().kind());
        }
    }

    private static void vec(ArrayNode n, Vec3 v) {
        n.add(v.x()).add(v.y()).add(v.z());
    }
}
