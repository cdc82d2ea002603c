package io.tallember.part.steps;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.fields.References;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Clicks written as a text: what is meant, and where it is. */
public final class WrittenClick {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private record Found(double away, String body, String key, Vec3 point) {}

    private WrittenClick() {}

    /**
     * A click as requests tell it.
     *
     * @param text {@code face}, {@code edge}, {@code corner} or {@code nothing} and three coordinates in mm: the nearest of the
     *     bodies, with a ray through it; {@code centre} and {@code middle} the same for a face's centre and an edge's middle;
     *     {@code region} or {@code line}, a sketch and its number; {@code curve} or {@code point}, a sketch and its id;
     *     {@code mark}, {@code body} or {@code step} and an id; {@code place} and its coordinates
     */
    public static ObjectNode hit(String text, Stand stand) {
        String[] w = text.split("\\s+");
        ObjectNode n = MAKE.objectNode().put("what", w[0]);
        switch (w[0]) {
            case "region", "line" -> {
                PlacedSketch s = stand.sketch(w[1]).orElseThrow();
                List<JsonNode> all = w[0].equals("region") ? ProfileKind.regions(s) : ProfileKind.lines(s);
                n.put("of", w[1]).set("ref", all.get(Integer.parseInt(w[2]) - 1));
            }
            case "body", "step" -> n.put("of", w[1]).put("key", w[1]);
            case "curve", "point" -> n.put("of", w[1]).put("key", w[2]);
            case "mark" -> {
                n.put("key", w[1]);
                References.put(n, "point", stand.marks().get(w[1]).point());
            }
            case "place" ->
                References.put(
                        n,
                        "point",
                        new Vec3(Double.parseDouble(w[1]), Double.parseDouble(w[2]), Double.parseDouble(w[3])));
            case "centre" -> n.setAll(hit("face" + text.substring(6), stand).put("spot", "centre"));
            case "middle" -> {
                ObjectNode edge = hit("edge" + text.substring(6), stand);
                n.setAll(hit("face" + text.substring(6), stand));
                n.put("spot", "edge").set("point", edge.get("point"));
                n.set("under", edge);
            }
            default -> {
                Vec3 p = new Vec3(Double.parseDouble(w[1]), Double.parseDouble(w[2]), Double.parseDouble(w[3]));
                nearest(w[0], p, stand).ifPresent(x -> {
                    n.put("of", x.body()).put("key", x.key());
                    References.put(n, "point", x.point());
                });
                // faces are clicked askew, so that none is seen from its edge
                Vec3 eye = w[0].equals("face") ? new Vec3(1, 1, 1) : Vec3.Z;
                ObjectNode ray = n.putObject("ray");
                References.put(ray, "from", p.plus(100, eye));
                References.put(ray, "way", eye.negated());
            }
        }
        return n;
    }

    private static Optional<Found> nearest(String what, Vec3 p, Stand stand) {
        List<Found> all = new ArrayList<>();
        for (PartBody b : stand.bodies()) {
            var names = b.body().names();
            switch (what) {
                case "face" ->
                    b.body().faces().forEach(f -> all.add(new Found(away(f, p), b.id(), names.of(f), Pointed.of(f))));
                case "edge" ->
                    b.body().edges().forEach(e -> {
                        Vec3 foot = e.curve().point(e.curve().project(p, e.range()));
                        all.add(new Found(foot.distance(p), b.id(), names.of(e), e.middle()));
                    });
                case "corner" ->
                    b.body()
                            .vertices()
                            .forEach(v -> all.add(new Found(v.point().distance(p), b.id(), names.of(v), v.point())));
                default -> {}
            }
        }
        return all.stream().min(Comparator.comparingDouble(Found::away));
    }

    private static double away(Face f, Vec3 p) {
        Vec3 foot = p.plus(-f.surface().signedDistance(p), f.surface().normalAt(p));
        boolean within = f.region().locate(foot, Tolerance.DEFAULT) != SurfaceRegion.Place.OUTSIDE;
        return Math.abs(f.surface().signedDistance(p)) + (within ? 0 : 1000);
    }
}
