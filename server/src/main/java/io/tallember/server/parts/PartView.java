package io.tallember.server.parts;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Vec3;
import io.tallember.part.Look;
import io.tallember.part.PartDocument;
import io.tallember.part.ProfileStep;
import io.tallember.part.SketchStep;
import io.tallember.part.SketchWords;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.Value;
import io.tallember.part.file.ArrangementJson;
import io.tallember.part.file.StepJson;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.PickWords;
import io.tallember.part.steps.Talks;
import io.tallember.part.values.Formulas;
import io.tallember.part.values.Materials;
import io.tallember.server.store.PartRow;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchText;
import io.tallember.sketch.edit.Recount;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.Region;
import io.tallember.sketch.solve.Judgement;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Extents;
import io.tallember.solid.Face;
import io.tallember.solid.Names;
import io.tallember.solid.Vertex;
import io.tallember.solid.mass.MassProperties;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.WeakHashMap;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.LongConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** A part as the browser needs it: steps, sketches, bodies, and the shapes it hasn't got yet. */
@Component
public class PartView {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private static final Logger LOG = LoggerFactory.getLogger(PartView.class);

    private final Drawn drawn;
    /** PickWords before each stage of a view, so that a test can make it fail. */
    Consumer<String> stages = stage -> {};
    /** PickWords with the part's number as its view is begun. */
    LongConsumer telling = part -> {};

    private final Map<PlacedSketch, ObjectNode> told = Collections.synchronizedMap(new WeakHashMap<>());

    PartView(Drawn drawn) {
        this.drawn = drawn;
    }

    /**
     * All but the shapes, which are told apart.
     *
     * @param shapes given each face's shape with the place that it has, by body and face, and each edge's with none
     */
    ObjectNode of(Workshop.Piece piece, BiConsumer<String, Drawn.Shape> shapes) {
        stages.accept("answer");
        PartRow row = piece.row();
        telling.accept(row.id());
        ObjectNode n = MAKE.objectNode();
        n.put("id", row.id()).put("revision", row.revision());
        n.put("name", piece.state().document().name());
        n.put("unit", piece.state().document().unit().word());
        n.put("undo", piece.undo()).put("redo", piece.redo());
        values(n, piece.document());
        ArrangementJson.write(n, piece.document().arrangement());
        n.put("workLine", piece.state().document().workLine());
        ArrayNode off = n.putArray("baseOff");
        piece.document().steps().stream().filter(Step::off).forEach(s -> off.add(s.id()));
        ArrayNode steps = n.putArray("steps");
        Context context = new Context(piece.document(), piece.state().document(), piece::state);
        for (Step s : piece.state().document().steps()) {
            ObjectNode step = step(s, piece.state().outcome(s.id()), piece);
            Talks.tell(s, context, step);
            steps.add(step);
        }
        ArrayNode offers = n.putArray("offers");
        Kinds.offers(context)
                .forEach(o -> offers.addObject()
                        .put("key", o.key())
                        .put("stage", o.stage())
                        .put("label", o.label())
                        .put("hint", o.hint())
                        .put("also", o.also())
                        .put("why", o.why()));
        ArrayNode unshown = n.putArray("unshown");
        PartDocument doc = piece.state().document();
        ObjectNode sketches = n.putObject("sketches");
        for (PlacedSketch s : piece.state().stand().sketches()) {
            stage(
                    "sketch",
                    doc.find(s.step().id()).map(Step::name).orElse("A sketch"),
                    unshown,
                    () -> sketches.set(s.step().id(), told(s, doc.unit())));
        }
        ObjectNode planes = n.putObject("planes");
        piece.state()
                .stand()
                .planes()
                .forEach((id, f) -> stage("plane", doc.step(id).name(), unshown, () -> {
                    ObjectNode plane = MAKE.objectNode();
                    put(plane, "origin", f.origin());
                    put(plane, "x", f.x());
                    put(plane, "y", f.y());
                    put(plane, "z", f.z());
                    planes.set(id, plane);
                }));
        ObjectNode ways = n.putObject("ways");
        piece.state()
                .stand()
                .ways()
                .forEach((id, w) -> stage("path", doc.step(id).name(), unshown, () -> {
                    ArrayNode points = MAKE.arrayNode();
                    w.drawn()
                            .forEach(
                                    p -> points.addArray().add(p.x()).add(p.y()).add(p.z()));
                    ways.set(id, points);
                }));
        ObjectNode marks = n.putObject("marks");
        piece.state()
                .stand()
                .marks()
                .forEach((id, m) -> stage("mark", doc.step(id).name(), unshown, () -> {
                    ObjectNode mark = MAKE.objectNode();
                    put(mark, "point", m.point());
                    if (m.axis() != null) {
                        put(mark, "way", m.axis().direction());
                    }
                    marks.set(id, mark);
                }));
        ArrayNode bodies = n.putArray("bodies");
        for (PartBody b : piece.state().stand().bodies()) {
            Look look = piece.document().arrangement().looks().getOrDefault(b.id(), Look.USUAL);
            stage("body", "A body", unshown, () -> {
                ObjectNode body = body(b, doc, shapes).put("called", context.bodyName(b.id()));
                double volume = MassProperties.of(b.body()).volume();
                body.put("volume", volume);
                Materials.mass(look.material(), volume).ifPresent(m -> body.put("mass", m));
                bodies.add(body);
            });
        }
        stage("totals", "The part's volume", unshown, () -> totals(n, piece.state()));
        return n;
    }

    /** A sketch told, without holding up others while it is worked out. */
    private ObjectNode told(PlacedSketch s, Unit unit) {
        ObjectNode n = told.get(s);
        // its sentences have lengths in them
        if (n == null || !n.path("unit").asString("").equals(unit.word())) {
            n = sketch(s, unit);
            told.put(s, n);
        }
        return n;
    }

    /** Whatever happens while a piece of the view is made, the rest is shown, and it is told. */
    private void stage(String stage, String what, ArrayNode unshown, Runnable work) {
        try {
            stages.accept(stage);
            work.run();
        } catch (Patience.Stopped | Patience.TooLong e) {
            throw e;
        } catch (RuntimeException e) {
            LOG.warn("{} can't be shown", what, e);
            unshown.add(what + " can't be shown. What is built of it goes on as it is; undo and changes work.");
        }
    }

    private static void totals(ObjectNode n, PartState state) {
        Box3 box = Box3.EMPTY;
        for (PartBody b : state.stand().bodies()) {
            box = box.with(Extents.of(b.body()));
        }
        if (!box.isEmpty()) {
            MassProperties m = MassProperties.of(state.solids());
            n.put("volume", m.volume()).put("area", m.area());
            put(n, "centroid", m.centroid());
            put(n, "min", box.min());
            put(n, "max", box.max());
        }
    }

    private static void values(ObjectNode n, PartDocument doc) {
        Map<String, Double> numbers = Formulas.numbers(doc);
        Map<String, List<String>> uses = Formulas.uses(doc);
        ArrayNode values = n.putArray("values");
        for (Value v : doc.values()) {
            ObjectNode value = values.addObject();
            value.put("name", v.name()).put("formula", v.formula()).put("number", numbers.get(v.name()));
            ArrayNode used = value.putArray("used");
            uses.get(v.name()).forEach(used::add);
        }
        ObjectNode formulas = n.putObject("formulas");
        doc.formulas().forEach(formulas::put);
    }

    private static ObjectNode step(Step s, StepOutcome o, Workshop.Piece piece) {
        // a sketch as it has settled: traced curves follow their edges
        Step settled = piece.state()
                .stand()
                .sketch(s.id())
                .map(p -> p.step().named(s.name()))
                .orElse(s);
        ObjectNode n = StepJson.write(settled);
        if (!(s instanceof SketchStep)) {
            n.retain("kind", "id", "name", "off");
        }
        if (s instanceof ProfileStep p && !p.sketch().isEmpty()) {
            n.put("profile", p.sketch());
        }
        ArrayNode outlines = n.putArray("outlines");
        s.outlines().forEach(outlines::add);
        n.put("opens", s.reserved() > 0);
        n.put("status", o.status().name().toLowerCase(Locale.ROOT)).put("message", o.message());
        ArrayNode places = n.putArray("places");
        o.places().forEach(p -> places.addArray().add(p.x()).add(p.y()).add(p.z()));
        ArrayNode notes = n.putArray("notes");
        o.notes().forEach(notes::add);
        ArrayNode uses = n.putArray("uses");
        s.uses().stream().map(u -> piece.state().document().owner(u)).distinct().forEach(uses::add);
        ArrayNode dependants = n.putArray("dependants");
        piece.state().document().withDependants(s.id()).stream()
                .filter(d -> d != s)
                .forEach(d -> dependants.add(d.id()));
        return n;
    }

    private static ObjectNode sketch(PlacedSketch s, Unit unit) {
        ObjectNode n = MAKE.objectNode().put("unit", unit.word());
        Frame f = s.frame();
        put(n, "origin", f.origin());
        put(n, "x", f.x());
        put(n, "y", f.y());
        put(n, "z", f.z());
        ArrayNode regions = n.putArray("regions");
        for (Region r : s.reading().regions()) {
            ObjectNode region = regions.addObject();
            ArrayNode boundary = region.putArray("boundary");
            r.boundary().forEach(boundary::add);
            region.putArray("inside").add(r.inside().x()).add(r.inside().y());
            region.put("area", r.area());
            kin(region, s, r.boundary());
            StringBuilder path = new StringBuilder();
            OutlinePaths.path(r.outer(), path);
            r.holes().forEach(h -> OutlinePaths.path(h, path));
            region.put("path", path.toString());
        }
        ArrayNode lines = n.putArray("lines");
        for (OpenLine l : s.reading().drawn()) {
            ObjectNode line = lines.addObject();
            ArrayNode boundary = line.putArray("boundary");
            l.boundary().forEach(boundary::add);
            line.putArray("inside").add(l.inside().x()).add(l.inside().y());
            kin(line, s, l.boundary());
            StringBuilder path = new StringBuilder();
            OutlinePaths.path(l.edges(), path);
            line.put("area", 0).put("path", path.toString().replace("Z", ""));
        }
        ArrayNode gaps = n.putArray("gaps");
        s.reading()
                .gaps()
                .forEach(g -> gaps.addObject()
                        .put("first", g.first())
                        .put("second", g.second())
                        .put("distance", g.distance()));
        ArrayNode ends = n.putArray("openEnds");
        s.reading().openEnds().forEach(ends::add);
        ArrayNode doubled = n.putArray("doubled");
        s.reading()
                .doubled()
                .forEach(d -> doubled.addObject().put("first", d.first()).put("second", d.second()));
        n.set("faults", faults(s));
        ArrayNode repeats = n.putArray("repeats");
        for (Recount.Found r : Recount.find(s.step().sketch())) {
            ObjectNode repeat = repeats.addObject().put("centre", r.centre()).put("count", r.count());
            ArrayNode curves = repeat.putArray("curves");
            r.curves().forEach(curves::add);
        }
        ObjectNode texts = n.putObject("texts");
        for (SketchCurve c : s.step().sketch().curves()) {
            if (c instanceof SketchText) {
                StringBuilder path = new StringBuilder();
                s.step().sketch().strands(c).values().forEach(k -> {
                    Profile.Edge e = new Profile.Edge(k.curve(), k.range(), true, c.id());
                    OutlinePaths.path(List.of(e), path);
                    path.setLength(path.length() - 1);
                });
                texts.put(c.id(), path.toString());
            }
        }
        Judgement j = s.judgement();
        n.put("freedoms", j.freedoms()).put("judged", j != Judgement.NONE).put("least", j.least());
        ArrayNode loose = n.putArray("loose");
        j.loose().forEach(loose::add);
        said(n.putArray("redundant"), s.step().sketch(), j.redundant(), unit);
        said(n.putArray("fighting"), s.step().sketch(), j.fighting(), unit);
        return n;
    }

    /** Stubs, hidden curves and crossings of an outline with itself. */
    /** What is alike in a repeat has the same kin. */
    private static void kin(ObjectNode n, PlacedSketch s, List<String> boundary) {
        String kin = s.instances().kin(boundary);
        if (!kin.isEmpty()) {
            n.put("kin", kin);
        }
    }

    private static ObjectNode faults(PlacedSketch s) {
        ObjectNode n = MAKE.objectNode();
        ArrayNode stubs = n.putArray("stubs");
        s.reading().stubs().forEach(b -> {
            ObjectNode stub = stubs.addObject().put("curve", b.curve()).put("length", b.length());
            stub.put("whole", b.whole()).putArray("at").add(b.at().x()).add(b.at().y());
        });
        ArrayNode hidden = n.putArray("hidden");
        s.reading().hidden().forEach(hidden::add);
        ArrayNode crossed = n.putArray("crossed");
        s.reading().crossed().forEach(c -> {
            ObjectNode cross = crossed.addObject().put("first", c.first()).put("second", c.second());
            cross.putArray("at").add(c.at().x()).add(c.at().y());
        });
        ArrayNode near = n.putArray("near");
        s.reading().near().forEach(m -> {
            ObjectNode one = near.addObject().put("kind", m.kind().name().toLowerCase(Locale.ROOT));
            one.put("first", m.first()).put("second", m.second()).put("distance", m.distance());
            one.putArray("at").add(m.at().x()).add(m.at().y());
        });
        return n;
    }

    private static void said(ArrayNode list, Sketch sketch, List<String> constraints, Unit unit) {
        for (String id : constraints) {
            String words =
                    Terms.told(SketchWords.of(sketch, sketch.constraint(id).orElseThrow()), unit.telling(x -> x));
            list.addObject().put("id", id).put("words", words);
        }
    }

    /** Bodies that aren't the part's, as shapes to be drawn. */
    ArrayNode bare(List<Body> bodies) {
        ArrayNode all = MAKE.arrayNode();
        for (Body b : bodies) {
            drawn.of(b).faces().forEach(s -> all.add(s.content()));
        }
        return all;
    }

    /** A step in the words of faces and edges; its name is put in where they are shown, so that a new name changes nothing there. */
    private static String named(Step s) {
        return "{" + s.id() + "}";
    }

    private ObjectNode body(PartBody b, PartDocument doc, BiConsumer<String, Drawn.Shape> shapes) {
        ObjectNode n = MAKE.objectNode();
        n.put("id", b.id());
        Names names = b.body().names();
        Drawn.Shapes drawing = drawn.of(b.body());
        if (!drawing.faults().isEmpty()) {
            n.put("unshown", drawing.faults().size());
        }
        ArrayNode faces = n.putArray("faces");
        int number = 0;
        for (Face f : b.body().faces()) {
            Drawn.Shape s = drawing.faces().get(number++);
            ObjectNode face = faces.addObject();
            face.put("key", names.of(f)).put("shape", s.key()).put("called", PickWords.face(f, doc, PartView::named));
            face.setAll(s.picked());
            ArrayNode steps = face.putArray("steps");
            f.origins().stream().map(o -> doc.owner(o.step())).distinct().forEach(steps::add);
            shapes.accept(b.id() + " " + names.of(f), s);
        }
        ArrayNode edges = n.putArray("edges");
        number = 0;
        for (Edge e : b.body().edges()) {
            Drawn.Shape s = drawing.edges().get(number++);
            ObjectNode line = edges.addObject().put("key", names.of(e)).put("shape", s.key());
            line.setAll(s.picked());
            line.put("form", e.curve() instanceof Line ? "line" : e.curve() instanceof Circle ? "circle" : "other");
            line.put("called", PickWords.edge(e, b.body().facesOf(e), doc, PartView::named));
            Edges.bisector(b.body(), e).ifPresent(way -> put(line, "way", way));
            shapes.accept(null, s);
        }
        ArrayNode vertices = n.putArray("vertices");
        for (Vertex v : b.body().vertices()) {
            ObjectNode vertex = vertices.addObject().put("key", names.of(v));
            put(vertex, "point", v.point());
        }
        return n;
    }

    private static void put(ObjectNode n, String name, Vec3 v) {
        n.putArray(name).add(v.x()).add(v.y()).add(v.z());
    }
}
