package io.tallember.exchange.step;

import io.tallember.exchange.step.StepFile.Entity;
import io.tallember.exchange.step.StepFile.Name;
import io.tallember.exchange.step.StepFile.Ref;
import java.util.List;
import java.util.Map;

/**
 * What a file's numbers mean.
 *
 * @param length mm to one of its lengths
 * @param angle radians to one of its angles
 */
record StepUnits(double length, double angle) {
    private static final int DEEPEST = 10;

    private static final Map<String, Double> PREFIX = Map.ofEntries(
            Map.entry("EXA", 1e18),
            Map.entry("TERA", 1e12),
            Map.entry("GIGA", 1e9),
            Map.entry("MEGA", 1e6),
            Map.entry("KILO", 1e3),
            Map.entry("HECTO", 1e2),
            Map.entry("DECA", 1e1),
            Map.entry("DECI", 1e-1),
            Map.entry("CENTI", 1e-2),
            Map.entry("MILLI", 1e-3),
            Map.entry("MICRO", 1e-6),
            Map.entry("NANO", 1e-9));

    /** The units of a representation's context; mm and radians where none are given. */
    static StepUnits of(Entities file, int context) {
        double length = 1;
        double angle = 1;
        Entity assigned = file.part(context, "GLOBAL_UNIT_ASSIGNED_CONTEXT").orElse(null);
        if (assigned != null) {
            for (int unit : Entities.refs(context, assigned, 0)) {
                if (file.part(unit, "LENGTH_UNIT").isPresent()) {
                    length = 1000 * factor(file, unit, 0);
                } else if (file.part(unit, "PLANE_ANGLE_UNIT").isPresent()) {
                    angle = factor(file, unit, 0);
                }
            }
        }
        return new StepUnits(length, angle);
    }

    /** One of the unit, in metres or radians. */
    private static double factor(Entities file, int unit, int depth) {
        if (depth > DEEPEST) {
            throw new StepException("The unit #" + unit + " is defined by itself.");
        }
        Entity si = file.part(unit, "SI_UNIT").orElse(null);
        if (si != null) {
            List<Object> v = si.values();
            Object prefix = v.size() == 2 ? v.get(0) : v.size() == 3 ? v.get(1) : StepFile.UNSET;
            return prefix instanceof Name n ? PREFIX.getOrDefault(n.value(), 1.0) : 1;
        }
        Entity by = file.part(unit, "CONVERSION_BASED_UNIT").orElse(null);
        if (by == null) {
            throw new StepException("The unit #" + unit + " (" + file.kind(unit) + ") can't be read.");
        }
        for (Object o : by.values()) {
            if (o instanceof Ref r) {
                for (Entity m : file.get(r.id())) {
                    if (m.keyword().endsWith("MEASURE_WITH_UNIT")) {
                        return Entities.real(r.id(), m, 0) * factor(file, Entities.ref(r.id(), m, 1), depth + 1);
                    }
                }
            }
        }
        throw new StepException("The unit #" + unit + " has no measure.");
    }
}
