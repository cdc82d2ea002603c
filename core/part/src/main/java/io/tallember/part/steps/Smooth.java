package io.tallember.part.steps;

import io.tallember.part.rebuild.PartBody;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Names;
import io.tallember.solid.blend.Chains;
import io.tallember.solid.local.Retarget;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;

/** Smooth neighbours of what a sentence holds, as the part stands. */
final class Smooth {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private Smooth() {}

    /** The faces that run on smoothly from picked faces, and the edges from picked edges, without what is picked itself. */
    static List<JsonNode> neighbours(List<JsonNode> held, Context c) {
        List<JsonNode> out = new ArrayList<>();
        for (PartBody b : c.bodies()) {
            Names names = b.body().names();
            List<Face> faces = held.stream()
                    .flatMap(r -> names.face(r.path("face").asString("")).stream())
                    .toList();
            List<Edge> edges = held.stream()
                    .flatMap(r -> names.edge(r.path("edge").asString("")).stream())
                    .toList();
            if (!faces.isEmpty()) {
                without(Retarget.smoothChain(b.body(), faces), faces)
                        .forEach(f -> out.add(MAKE.objectNode().put("face", names.of(f))));
            }
            if (!edges.isEmpty()) {
                without(Chains.smooth(b.body(), edges), edges)
                        .forEach(e -> out.add(MAKE.objectNode().put("edge", names.of(e))));
            }
        }
        return out;
    }

    private static <T> List<T> without(Collection<T> all, Collection<T> picked) {
        Set<T> known = new HashSet<>(picked);
        return all.stream().filter(x -> !known.contains(x)).toList();
    }
}
