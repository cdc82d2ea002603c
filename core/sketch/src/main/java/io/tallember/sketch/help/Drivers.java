package io.tallember.sketch.help;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.solve.Solver;
import java.util.List;

/** By what a driven dimension is driven. */
public final class Drivers {
    private Drivers() {}

    /**
     * The constraints that give a dimension its value: those that can't hold together with another one. Empty when it is still
     * loose.
     *
     * @param sketch solved
     * @param dimension the id of one that is driven
     */
    public static List<String> of(Sketch sketch, String dimension) {
        Constraint c = sketch.constraint(dimension)
                .filter(k -> k.driven() && k.kind().isDimension())
                .orElseThrow(() -> new IllegalArgumentException("This isn't a driven dimension"));
        boolean angle = c.kind() == Constraint.Kind.ANGLE;
        double other = c.value() + (angle ? 0.05 : Math.max(0.1, 0.05 * Math.abs(c.value())));
        Sketch held = sketch.replacing(c.withValue(other).asDriven(false));
        return Solver.conflict(held).stream()
                .filter(id -> !id.equals(dimension))
                .toList();
    }
}
