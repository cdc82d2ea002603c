package io.tallember.part.rebuild;

import io.tallember.part.PartDocument;
import io.tallember.solid.Body;
import java.util.List;

/** A part as built. A failed step leaves what stood before it. */
public record PartState(PartDocument document, Stand stand, List<StepOutcome> outcomes) {
    public List<Body> solids() {
        return stand.bodies().stream().map(PartBody::body).toList();
    }

    public StepOutcome outcome(String step) {
        return outcomes.stream().filter(o -> o.id().equals(step)).findFirst().orElseThrow();
    }

    /** Whether all steps are there, none below the work line. */
    public boolean toItsEnd() {
        return outcomes.stream().noneMatch(o -> o.status() == StepOutcome.Status.BELOW);
    }

    public boolean sound() {
        return outcomes.stream().noneMatch(o -> o.status() == StepOutcome.Status.FAILED);
    }
}
