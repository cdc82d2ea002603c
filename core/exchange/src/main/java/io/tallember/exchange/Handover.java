package io.tallember.exchange;

import io.tallember.exchange.mesh.GltfWriter;
import io.tallember.exchange.mesh.Handed;
import io.tallember.exchange.mesh.StlWriter;
import io.tallember.exchange.mesh.ThreeMfWriter;
import io.tallember.geometry.GeometryException;
import io.tallember.part.Look;
import io.tallember.part.PartDocument;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Context;
import java.time.Instant;
import java.util.List;

/** A built part in the formats in which it is handed over. */
public final class Handover {
    private Handover() {}

    /** @throws GeometryException EMPTY_RESULT when there is no body */
    public static String step(PartState state, Instant when) {
        needBodies(state);
        List<Handed> all = handed(state);
        return StepWriter.write(
                state.document().name(),
                state.solids(),
                all.stream().map(Handed::name).toList(),
                all.stream().map(Handed::colour).toList(),
                state.stand().bodies().stream()
                        .map(b -> state.document()
                                .arrangement()
                                .looks()
                                .getOrDefault(b.id(), Look.USUAL)
                                .material())
                        .filter(m -> !m.isEmpty())
                        .distinct()
                        .toList(),
                when);
    }

    /** @throws GeometryException EMPTY_RESULT when there is no body */
    public static byte[] stl(PartState state) {
        needBodies(state);
        return StlWriter.write(state.solids());
    }

    /** @throws GeometryException EMPTY_RESULT when there is no body */
    public static byte[] threeMf(PartState state) {
        needBodies(state);
        return ThreeMfWriter.write(state.document().name(), handed(state));
    }

    /** @throws GeometryException EMPTY_RESULT when there is no body */
    public static byte[] gltf(PartState state) {
        needBodies(state);
        return GltfWriter.write(state.document().name(), handed(state));
    }

    private static List<Handed> handed(PartState state) {
        PartDocument doc = state.document();
        Context names = new Context(doc, doc, () -> state);
        return state.stand().bodies().stream()
                .map(b -> new Handed(
                        names.bodyName(b.id()),
                        doc.arrangement()
                                .looks()
                                .getOrDefault(b.id(), Look.USUAL)
                                .colour(),
                        b.body()))
                .toList();
    }

    private static void needBodies(PartState state) {
        if (state.stand().bodies().isEmpty()) {
            throw new GeometryException(
                    GeometryException.Reason.EMPTY_RESULT,
                    "The part has no body yet, so there is nothing to hand over.");
        }
    }
}
