package io.tallember.exchange;

import io.tallember.geometry.GeometryException;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PartState;
import java.time.Instant;

/** A built part in the formats in which it is handed over. */
public final class Handover {
    private Handover() {}

    /** @throws GeometryException EMPTY_RESULT when there is no body */
    public static String step(PartState state, Instant when) {
        needBodies(state);
        return StepWriter.write(
                state.document().name(),
                state.solids(),
                state.stand().bodies().stream().map(PartBody::id).toList(),
                when);
    }

    /** @throws GeometryException EMPTY_RESULT when there is no body */
    public static byte[] stl(PartState state) {
        needBodies(state);
        return StlWriter.write(state.solids());
    }

    private static void needBodies(PartState state) {
        if (state.stand().bodies().isEmpty()) {
            throw new GeometryException(
                    GeometryException.Reason.EMPTY_RESULT,
                    "The part has no body yet, so there is nothing to hand over.");
        }
    }
}
