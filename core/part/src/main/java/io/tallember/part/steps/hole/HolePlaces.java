package io.tallember.part.steps.hole;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.PlaneWords;
import io.tallember.part.steps.Pointed;
import io.tallember.part.steps.Spots;
import io.tallember.part.steps.Texts;
import io.tallember.part.steps.WordList;
import io.tallember.sketch.SketchPoint;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.mass.FaceCentre;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/** The places of a hole's sentence: how clicks make them, and where they are as the part stands. */
final class HolePlaces {
    private static final double SAME = 1e-6;

    private HolePlaces() {}

    static String place(Form f, JsonNode on, Vec2 at) {
        int next = f.rows("places").stream()
                        .mapToInt(r -> Integer.parseInt(r.substring(1)))
                        .max()
                        .orElse(0)
                + 1;
        List<String> rows = new ArrayList<>(f.rows("places"));
        rows.add("h" + next);
        f.rows("places", rows);
        String p = "places.h" + next;
        f.pick(p + ".on", on);
        f.length(p + ".x", at.x());
        f.length(p + ".y", at.y());
        f.choose(p + ".spot", "none");
        return p;
    }

    static String last(Form f) {
        List<String> rows = f.rows("places");
        return rows.isEmpty() ? "" : "places." + rows.get(rows.size() - 1);
    }

    /** A click on a face, an edge, or a point makes a place; straight edges measure the last one. */
    static boolean hit(Form f, Hit h, WordList words) {
        Context c = f.context();
        if (f.aim().equals("along")) {
            Optional<JsonNode> axis = PlaneWords.axis(h, c);
            axis.ifPresent(a -> f.pick("along", a));
            f.aim(axis.isPresent() ? "where" : "along");
            return axis.isPresent();
        }
        if (h.what() == Hit.What.EDGE && h.edge(c).isPresent()) {
            byEdge(f, h, h.edge(c).get(), words);
            return true;
        }
        Optional<JsonNode> flat =
                h.face(c).filter(x -> x.surface() instanceof Plane).flatMap(x -> h.faceRef(c));
        if (f.aim().equals("target") && h.face(c).isPresent()) {
            f.pick("target", h.faceRef(c).orElseThrow());
            f.aim("where");
            return true;
        }
        Optional<JsonNode> spotEdge =
                h.spot().equals("edge") && h.under() != null ? h.under().edgeRef(c) : Optional.empty();
        if (flat.isPresent() && spotEdge.isPresent()) {
            atEdge(f, flat.get(), spotEdge.get());
            return true;
        }
        String last = last(f);
        if (h.what() == Hit.What.POINT) {
            JsonNode on = Optional.ofNullable(h.under())
                    .flatMap(u ->
                            u.face(c).filter(x -> x.surface() instanceof Plane).flatMap(x -> u.faceRef(c)))
                    .orElse(last.isEmpty() ? null : f.one(last + ".on"));
            if (on == null) {
                throw Refusal.of(words.text("where.noFaceUnder"));
            }
            String p = place(f, on, new Vec2(0, 0));
            f.choose(p + ".spot", "point");
            f.pick(p + ".point", Kind.MAKE.objectNode().put("sketch", h.of()).put("point", h.key()));
            return true;
        }
        Optional<Vec3> bent =
                h.face(c).filter(x -> !(x.surface() instanceof Plane)).flatMap(h::on);
        if (bent.isPresent()) {
            near(f, h.faceRef(c).orElseThrow(), bent.get());
            return true;
        }
        JsonNode on = h.what() == Hit.What.FACE ? flat.orElse(null) : last.isEmpty() ? null : f.one(last + ".on");
        boolean centre =
                h.spot().equals("centre") && h.face(c).filter(Spots::hasCentre).isPresent();
        boolean inside = h.spot().equals("centre") && !centre && on != null;
        Optional<Vec2> at = on == null ? Optional.empty() : inside ? Optional.of(h.middle(on, c)) : h.in(on, c);
        if (at.isEmpty()) {
            throw Refusal.of(words.text("where.no"));
        }
        String p = place(f, on, at.get());
        if (centre) {
            f.choose(p + ".spot", "centre");
        }
        return true;
    }

    /** Takes a face that isn't flat, at where it was clicked or else within it. */
    static void onBent(Form f, Hit h) {
        h.face(f.context())
                .filter(x -> !(x.surface() instanceof Plane))
                .ifPresent(x ->
                        near(f, h.faceRef(f.context()).orElseThrow(), h.on(x).orElse(Pointed.of(x))));
    }

    /** On a face that isn't flat: at the point of it that is nearest to where it was clicked, put on the grid. */
    private static void near(Form f, JsonNode on, Vec3 at) {
        double grid = Spots.grid(f.context().unit());
        String p = place(f, on, new Vec2(0, 0));
        f.choose(p + ".spot", "near");
        f.length(p + ".x", Math.rint(at.x() / grid) * grid);
        f.length(p + ".y", Math.rint(at.y() / grid) * grid);
        f.length(p + ".z", Math.rint(at.z() / grid) * grid);
    }

    /** At the centre of a round edge, or the middle of another one. */
    private static void atEdge(Form f, JsonNode on, JsonNode edge) {
        String p = place(f, on, new Vec2(0, 0));
        f.choose(p + ".spot", "edge");
        f.pick(p + ".edge", edge);
    }

    /** A round edge gives a hole at its centre; from straight ones the last hole is measured. */
    private static void byEdge(Form f, Hit h, Edge e, WordList words) {
        Context c = f.context();
        JsonNode ref = h.edgeRef(c).orElseThrow();
        String last = last(f);
        if (e.curve() instanceof Line && !last.isEmpty()) {
            JsonNode beside = f.one("beside");
            if (beside == null || Form.keyOf(beside).equals(Form.keyOf(ref))) {
                f.pick("beside", ref);
                f.aim("beside");
                return;
            }
            Edge first = edge(c, beside).orElse(null);
            if (first == null || !(first.curve() instanceof Line)) {
                throw Refusal.of(words.text("beside.no"));
            }
            Vec3 p = middle(f, last);
            f.choose(last + ".spot", "edges");
            f.pick(last + ".first", beside);
            f.pick(last + ".second", ref);
            f.length(last + ".a", Math.rint(1000 * away(first, p)) / 1000);
            f.length(last + ".b", Math.rint(1000 * away(e, p)) / 1000);
            f.pick("beside", List.of());
            f.aim("where");
            return;
        }
        JsonNode on = c.bodies().stream()
                .filter(b -> b.id().equals(h.of()))
                .flatMap(b -> b.body().facesOf(e).stream()
                        .filter(x -> x.surface() instanceof Plane)
                        .map(x -> (JsonNode) Hit.ref(x, b.body().names().of(x))))
                .findFirst()
                .orElse(last.isEmpty() ? null : f.one(last + ".on"));
        if (on == null) {
            throw Refusal.of(words.text("where.noFlat"));
        }
        atEdge(f, on, ref);
    }

    static Optional<Edge> edge(Context c, JsonNode ref) {
        String key = ref.path("edge").asString("");
        return c.bodies().stream()
                .flatMap(b -> b.body().names().edge(key).stream())
                .findFirst();
    }

    static double away(Edge line, Vec3 p) {
        return line.curve().point(line.curve().project(p)).distance(p);
    }

    /** Where a place is as the part stands. */
    static Vec3 middle(Form f, String place) {
        Context c = f.context();
        JsonNode edge = f.one(place + ".edge");
        if (f.is(place + ".spot", "edge") && edge != null) {
            return edge(c, edge)
                    .map(e -> e.curve() instanceof Circle r ? r.frame().origin() : e.middle())
                    .orElse(Vec3.ZERO);
        }
        JsonNode point = f.one(place + ".point");
        if (f.is(place + ".spot", "point") && point != null) {
            return c.sketch(point.path("sketch").asString(""))
                    .flatMap(s -> s.step()
                            .sketch()
                            .find(point.path("point").asString(""))
                            .filter(e -> e instanceof SketchPoint)
                            .map(e -> ((SketchPoint) e).at())
                            .map(at -> s.frame().point(at.x(), at.y(), 0)))
                    .orElse(Vec3.ZERO);
        }
        if (f.is(place + ".spot", "centre")) {
            return c.bodies().stream()
                    .flatMap(b -> b
                            .body()
                            .names()
                            .face(f.one(place + ".on").path("face").asString(""))
                            .stream())
                    .findFirst()
                    .map(FaceCentre::of)
                    .orElse(Vec3.ZERO);
        }
        if (f.is(place + ".spot", "near")) {
            return new Vec3(
                    f.number(place + ".x", Measure.LENGTH, 0),
                    f.number(place + ".y", Measure.LENGTH, 0),
                    f.number(place + ".z", Measure.LENGTH, 0));
        }
        Frame at = Hit.frame(f.one(place + ".on"), c.built().get());
        return at.point(f.number(place + ".x", Measure.LENGTH, 0), f.number(place + ".y", Measure.LENGTH, 0), 0);
    }

    static boolean round(Form f, String place) {
        return edge(f.context(), f.one(place + ".edge"))
                .map(e -> e.curve() instanceof Circle)
                .orElse(true);
    }

    /** From where the place {@code last} is measured: lines from one point to another. */
    static List<Vec3[]> measures(Form f, String last) {
        Vec3 at = middle(f, last);
        if (f.is(last + ".spot", "edges")) {
            List<Vec3[]> lines = Stream.of(".first", ".second")
                    .flatMap(e -> edge(f.context(), f.one(last + e)).stream())
                    .map(e -> new Vec3[] {e.curve().point(e.curve().project(at)), at})
                    .toList();
            // with other distances typed the hole isn't where it was put any more, and no line would end at it
            boolean there = lines.size() == 2 && is(f, last + ".a", lines.get(0)) && is(f, last + ".b", lines.get(1));
            return there ? lines : List.of();
        }
        if (!f.is(last + ".spot", "none")) {
            return List.of();
        }
        Frame on = Hit.frame(f.one(last + ".on"), f.context().built().get());
        Vec3 l = on.local(at);
        Vec3 corner = on.point(l.x(), 0, 0);
        return List.of(new Vec3[] {on.origin(), corner}, new Vec3[] {corner, at});
    }

    private static boolean is(Form f, String place, Vec3[] line) {
        return Math.abs(f.number(place, Measure.LENGTH, -1) - line[0].distance(line[1])) < 1e-3;
    }

    /** The holes that are there, those of repeats too, by the walls that they left; and places whose walls are gone. */
    static List<DrawnSize> drawn(HoleStep step, Stand finished) {
        List<DrawnSize.Hole> out = new ArrayList<>();
        boolean deep = step.extent() == HoleStep.Extent.BLIND
                || step.mouth() != HoleStep.Mouth.PLAIN
                || step.thread() != null && step.thread().depth() > 0;
        for (PartBody b : finished.bodies()) {
            for (Face f : b.body().faces()) {
                String name = f.surface() instanceof Cylinder
                        ? f.origins().stream()
                                .flatMap(o -> wall(o, step).stream())
                                .findFirst()
                                .orElse(null)
                        : null;
                if (name == null) {
                    continue;
                }
                Frame c = f.surface().frame();
                // pieces of one wall are one hole; two holes may have one axis
                boolean known = out.stream()
                        .anyMatch(h -> h.place().equals(name)
                                && h.at().minus(c.origin()).cross(c.z()).length() < SAME
                                && h.axis().cross(c.z()).length() < SAME);
                if (!known) {
                    out.add(new DrawnSize.Hole(step.id(), name, c.origin(), c.z(), step.diameter(), told(step), deep));
                }
            }
        }
        for (HoleStep.Place p : step.places()) {
            if (out.stream().noneMatch(h -> h.place().equals(p.id()))) {
                out.add(new DrawnSize.Hole(step.id(), p.id(), null, null, step.diameter(), told(step), deep));
            }
        }
        return List.copyOf(out);
    }

    /** What the hole is called whose wall has an origin: by its place, and a repeated one by its repeat too. */
    private static Optional<String> wall(Origin o, HoleStep step) {
        boolean own = o.step().equals(step.id());
        boolean any = own || o.source().startsWith(step.id() + ":");
        return any && o.source().contains("-wall")
                ? Optional.of(own ? o.source().replace("-wall", "") : o.step() + " " + o.source())
                : Optional.empty();
    }

    /** What a hole table says of a step's holes; lengths as {@code @mm} with the number, for the unit to come. */
    private static String told(HoleStep h) {
        StringBuilder b = new StringBuilder("\u00d8@").append(h.diameter()).append('@');
        b.append(
                switch (h.extent()) {
                    case BLIND -> ", @" + h.depth() + "@ deep";
                    case THROUGH -> " through";
                    case NEXT, LINE -> " through its wall";
                    case FACE -> " to a face";
                });
        switch (h.mouth()) {
            case COUNTERBORE, SPOTFACE ->
                b.append(h.mouth() == HoleStep.Mouth.SPOTFACE ? ", spotface \u00d8@" : ", counterbore \u00d8@")
                        .append(h.head())
                        .append("@, @")
                        .append(h.headDepth())
                        .append("@ deep");
            case COUNTERSINK ->
                b.append(", countersink \u00d8@")
                        .append(h.head())
                        .append("@, ")
                        .append(Texts.degrees(h.sink()))
                        .append('\u00b0');
            default -> {}
        }
        if (h.thread() != null) {
            b.append(", ")
                    .append(h.use().replace(" tapped", ""))
                    .append(" \u2212 ")
                    .append(h.thread().fit());
            if (h.thread().depth() > 0) {
                b.append(", thread @").append(h.thread().depth()).append("@ deep");
            }
        } else if (!h.use().isBlank()) {
            b.append(", ").append(h.use().replace('@', ' '));
        }
        return b.toString();
    }
}
