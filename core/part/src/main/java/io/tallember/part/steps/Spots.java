package io.tallember.part.steps;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.Refusal;
import io.tallember.part.Unit;
import io.tallember.part.fields.References;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.Vertex;
import io.tallember.solid.mass.FaceCentre;
import java.util.LinkedHashSet;
import java.util.Set;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Places on a flat face that a click means before it means the grid: its centre, and those that its edges give. */
public final class Spots {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private Spots() {}

    /** The grid on which clicks lie in a part of a unit, in mm. */
    public static double grid(Unit unit) {
        return unit == Unit.IN ? 25.4 / 16 : 1;
    }

    /**
     * The face's frame, the grid in mm, its spots, each with its place in mm, what it is called and how a click on it is told, and
     * its straight sides with their ends.
     *
     * @throws io.tallember.geometry.GeometryException when there is no such flat face
     */
    public static ObjectNode on(String body, String key, Context c) {
        Face face = c.face(body, key)
                .filter(f -> f.surface() instanceof Plane)
                .orElseThrow(() -> Refusal.of("There is no such flat face."));
        ObjectNode n = MAKE.objectNode().put("grid", grid(c.unit()));
        Frame f = Hit.frame(Hit.ref(face, key), c.built().get());
        ObjectNode frame = n.putObject("frame");
        References.put(frame, "origin", f.origin());
        References.put(frame, "x", f.x());
        References.put(frame, "y", f.y());
        ArrayNode spots = n.putArray("spots");
        ArrayNode sides = n.putArray("sides");
        if (hasCentre(face)) {
            spot(spots, "centre", FaceCentre.of(face), "spot.centre", "");
        }
        Set<Vertex> corners = new LinkedHashSet<>();
        c.bodies().stream()
                .filter(b -> b.id().equals(body))
                .forEach(b -> face.coedges().forEach(e -> {
                    Edge edge = e.edge();
                    String name = b.body().names().of(edge);
                    corners.add(edge.start());
                    corners.add(edge.end());
                    if (edge.curve() instanceof Circle round) {
                        spot(spots, "edge", round.frame().origin(), "spot.round", name);
                    } else if (edge.curve() instanceof Line) {
                        spot(spots, "edge", edge.middle(), "spot.middle", name);
                        ObjectNode side = sides.addObject();
                        References.put(side, "from", edge.start().point());
                        References.put(side, "to", edge.end().point());
                    }
                }));
        corners.stream().filter(v -> v != null).forEach(v -> spot(spots, "point", v.point(), "spot.corner", ""));
        return n;
    }

    /** Whether the centre of a flat face's outline lies in the face, and not in a hole of it or beside a bent one. */
    public static boolean hasCentre(Face face) {
        return face.region().locate(FaceCentre.of(face), Tolerance.DEFAULT) != SurfaceRegion.Place.OUTSIDE;
    }

    private static void spot(ArrayNode all, String kind, Vec3 at, String word, String key) {
        ObjectNode n = all.addObject().put("kind", kind).put("key", key).put("word", PickWords.word(word));
        References.put(n, "at", at);
    }
}
