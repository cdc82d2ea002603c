package io.tallember.part.rebuild;

import java.util.List;

/**
 * How a step went.
 *
 * @param message when it failed: what, where, why and what would do
 * @param remedy a size, in mm, with which a failed step would do; null when none is known
 * @param notes what a designer should know although it was built, such as a region found again by likeness
 */
public record StepOutcome(String id, Status status, String message, List<String> notes, Double remedy) {
    /** Whether and how a step was built. */
    public enum Status {
        BUILT,
        OFF,
        /** Below the work line. */
        BELOW,
        FAILED
    }
}
