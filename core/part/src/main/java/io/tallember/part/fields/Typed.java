package io.tallember.part.fields;

import io.tallember.geometry.GeometryException;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Quantity;
import io.tallember.part.Refusal;
import io.tallember.part.commands.Command;
import io.tallember.part.values.Formulas;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleBiFunction;

/** Numbers as they are typed: plain ones at once, formulas worked out and remembered for their place. */
public final class Typed {
    private final PartDocument doc;
    private final Map<String, String> formulas = new HashMap<>();

    public Typed(PartDocument doc) {
        this.doc = doc;
    }

    /** A length in mm. */
    public double length(String text, String place) {
        double v;
        try {
            v = Quantity.length(own(text), doc.unit());
        } catch (GeometryException notPlain) {
            return formula(text, place, notPlain, Measure.LENGTH);
        }
        unlessDriven(text, place, Formulas::length, v);
        return v;
    }

    /** A length above zero in mm. */
    public double positive(String text, String place, String what) {
        double v = length(text, place);
        if (v <= 0) {
            throw Refusal.of("The " + what + " must be above zero; " + Refusal.quoted(text.strip())
                    + " isn't. To go the other way, turn the direction.");
        }
        return v;
    }

    /** An angle in radians. */
    public double angle(String text, String place) {
        double v;
        try {
            v = Quantity.angle(own(text));
        } catch (GeometryException notPlain) {
            return formula(text, place, notPlain, Measure.ANGLE);
        }
        unlessDriven(text, place, Formulas::angle, v);
        return v;
    }

    /** A number without a unit. */
    public double plain(String text, String place) {
        double v;
        try {
            v = Quantity.plain(own(text));
        } catch (GeometryException notPlain) {
            return formula(text, place, notPlain, Measure.PLAIN);
        }
        unlessDriven(text, place, Formulas::plain, v);
        return v;
    }

    /** A number of some measure. */
    public double number(String text, String place, Measure measure) {
        return switch (measure) {
            case LENGTH -> length(text, place);
            case ANGLE -> angle(text, place);
            case PLAIN -> plain(text, place);
        };
    }

    /** What stands behind the sign that takes a number out of its formula's hands. */
    private static String own(String text) {
        String plain = text.strip();
        return plain.startsWith("=") ? plain.substring(1) : plain;
    }

    /** A plain number doesn't silently take a formula's place; with an equals sign before it it does. */
    private void unlessDriven(
            String text, String place, ToDoubleBiFunction<String, PartDocument> worked, double typed) {
        String formula = doc.formulas().get(place);
        if (formula == null || text.strip().startsWith("=")) {
            remember(place, "");
        } else if (Math.abs(worked.applyAsDouble(formula, doc) - typed) > 1e-4) {
            Set<String> by = Formulas.names(formula);
            throw Refusal.of("This number is given by " + Refusal.quoted(formula) + ". Change "
                    + (by.isEmpty() ? "the formula" : String.join(" or ", by)) + ", or write = "
                    + own(text).strip()
                    + " to give it a number of its own.");
        }
    }

    private double formula(String text, String place, GeometryException notPlain, Measure measure) {
        if (text.isBlank()) {
            throw notPlain;
        }
        double v = Formulas.number(text, measure, doc);
        remember(place, text.strip());
        return v;
    }

    /** Places without a name, such as the radius of a corner being rounded, keep the number only. */
    private void remember(String place, String formula) {
        if (!place.isEmpty()) {
            formulas.put(place, formula);
        }
    }

    /** The command, with the formulas that were typed for it. */
    public Command with(Command c) {
        formulas.keySet()
                .removeIf(p -> formulas.get(p).isEmpty() && !doc.formulas().containsKey(p));
        return formulas.isEmpty() ? c : new Command.WithFormulas(c, formulas);
    }
}
