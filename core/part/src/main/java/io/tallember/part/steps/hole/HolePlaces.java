package io.tallember.part.steps.hole;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.sketch.SketchPoint;
import io.tallember.solid.Edge;
import io.tallember.solid.mass.FaceCentre;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/** Where the places of a hole's sentence are as the part stands. */
final class HolePlaces {
    private HolePlaces() {}

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
}
