package io.tallember.part;

import io.tallember.geometry.Terms;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;

/** Units of length a part can be written in. Everything is computed in mm. */
public enum Unit {
    MM(1),
    CM(10),
    IN(25.4);

    private final double millimetres;

    Unit(double millimetres) {
        this.millimetres = millimetres;
    }

    public double millimetres() {
        return millimetres;
    }

    /** Whether a word stands for a unit in formulas. */
    public static boolean isUnit(String word) {
        return List.of("mm", "cm", "in", "m", "deg").contains(word.toLowerCase(Locale.ROOT));
    }

    /** How sentences are told in it. */
    public Terms.Telling telling(UnaryOperator<String> names) {
        return new Terms.Telling(millimetres, word(), names);
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE for any other word */
    public static Unit of(String word) {
        for (Unit u : values()) {
            if (u.word().equals(word)) {
                return u;
            }
        }
        throw Refusal.of("A part's unit is mm, cm or in; " + Refusal.quoted(word) + " is none of them.");
    }
}
