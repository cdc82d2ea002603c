package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.StepOutcome.Status;
import io.tallember.part.steps.Kinds;
import org.junit.jupiter.api.Test;

class TooLongTest {
    /** A step that had no time says so, whatever it is, and not that its shapes don't do. */
    @Test
    void aStepWithoutTimeSaysThatAndNothingElse() {
        PartDocument doc = StormParts.large(3, 50);
        assertThat(Kinds.rebuild().build(doc).sound()).isTrue();
        PartState hurried = Kinds.rebuild(0).build(doc);
        assertThat(hurried.outcomes()).anyMatch(o -> o.status() == Status.FAILED);
        assertThat(hurried.outcomes()).anyMatch(o -> o.message().startsWith("This took longer"));
    }
}
