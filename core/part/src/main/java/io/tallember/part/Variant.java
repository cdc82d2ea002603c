package io.tallember.part;

import java.util.Map;
import java.util.TreeMap;

/**
 * One of several parts made from the same steps.
 *
 * @param values formulas that some of the part's values have in this variant only, by the values' names
 * @param off steps that are off (true) or on (false) in this variant only, by their ids
 */
public record Variant(String name, Map<String, String> values, Map<String, Boolean> off) {
    public Variant {
        values = Map.copyOf(values);
        off = Map.copyOf(off);
        if (name.isBlank() || name.length() > 60) {
            throw Refusal.of("A variant's name has 1 to 60 characters.");
        }
        values.forEach((v, formula) -> {
            if (formula.isBlank()) {
                throw Refusal.of("The value " + v + " needs a number or a formula.");
            }
        });
    }

    /** With another formula for a value; an empty one lets it be as in the part. */
    public Variant valued(String value, String formula) {
        Map<String, String> more = new TreeMap<>(values);
        if (formula.isBlank()) {
            more.remove(value);
        } else {
            more.put(value, formula.strip());
        }
        return new Variant(name, more, off);
    }

    /** With a step off or on; null lets it be as in the part. */
    public Variant switching(String step, Boolean isOff) {
        Map<String, Boolean> more = new TreeMap<>(off);
        if (isOff == null) {
            more.remove(step);
        } else {
            more.put(step, isOff);
        }
        return new Variant(name, values, more);
    }
}
