package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Vec3;
import java.util.List;

/**
 * How a step went.
 *
 * @param message when it failed: what, where, why and what would do
 * @param reason the same for programs; null when it didn't fail
 * @param places that the message speaks of, in mm
 * @param remedy a size, in mm, with which a failed step would do; null when none is known
 * @param millis how long it took when it was built; what is kept costs nothing again
 * @param notes what a designer should know although it was built, such as a region found again by likeness
 */
public record StepOutcome(
        String id,
        Status status,
        String message,
        Reason reason,
        List<Vec3> places,
        List<String> notes,
        Double remedy,
        double millis) {
    /** Whether and how a step was built. */
    public enum Status {
        BUILT,
        OFF,
        /** Below the work line. */
        BELOW,
        FAILED
    }
}
