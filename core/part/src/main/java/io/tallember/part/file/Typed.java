package io.tallember.part.file;

import io.tallember.geometry.GeometryException;
import io.tallember.part.Command;
import io.tallember.part.PartDocument;
import io.tallember.part.Quantity;
import io.tallember.part.Refusal;
import io.tallember.part.values.Formulas;
import java.util.HashMap;
import java.util.Map;

/** Numbers as they are typed: plain ones at once, formulas worked out and remembered for their place. */
final class Typed {
    private final PartDocument doc;
    private final Map<String, String> formulas = new HashMap<>();

    Typed(PartDocument doc) {
        this.doc = doc;
    }

    /** A length in mm. */
    double length(String text, String place) {
        try {
            double v = Quantity.length(text, doc.unit());
            remember(place, "");
            return v;
        } catch (GeometryException notPlain) {
            return formula(text, place, notPlain, false);
        }
    }

    /** A length above zero in mm. */
    double positive(String text, String place, String what) {
        double v = length(text, place);
        if (v <= 0) {
            throw Refusal.of("The " + what + " must be above zero; " + Refusal.quoted(text.strip())
                    + " isn't. To go the other way, turn the direction.");
        }
        return v;
    }

    /** An angle in radians. */
    double angle(String text, String place) {
        try {
            double v = Quantity.angle(text);
            remember(place, "");
            return v;
        } catch (GeometryException notPlain) {
            return formula(text, place, notPlain, true);
        }
    }

    private double formula(String text, String place, GeometryException notPlain, boolean angle) {
        if (text.isBlank()) {
            throw notPlain;
        }
        double v = angle ? Formulas.angle(text, doc) : Formulas.length(text, doc);
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
    Command with(Command c) {
        formulas.keySet()
                .removeIf(p -> formulas.get(p).isEmpty() && !doc.formulas().containsKey(p));
        return formulas.isEmpty() ? c : new Command.WithFormulas(c, formulas);
    }
}
