package io.tallember.part;

import io.tallember.geometry.Tolerance;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads what a designer types into a field: {@code 12}, {@code 12,5 mm}, {@code 3/8 in}, {@code 1 1/2 in}, {@code 30 deg}. */
public final class Quantity {
    private static final Pattern NUMBER = Pattern.compile(
            "(?<sign>[-+])?(?:(?<whole>\\d{1,9}) )?(?<num>\\d{1,12}(?:[.,]\\d{0,15})?|[.,]\\d{1,15})(?:/(?<den>\\d{1,6}))?"
                    + "\\s*(?<unit>[a-z°\"]*)");

    private Quantity() {}

    /**
     * A length in mm.
     *
     * @param unit the unit of a number that has none
     */
    public static double length(String text, Unit unit) {
        Matcher m = match(text);
        String u = m.group("unit");
        double factor;
        if (u.isEmpty()) {
            factor = unit.millimetres();
        } else if (u.equals("m")) {
            factor = 1000;
        } else if (u.equals("\"")) {
            factor = Unit.IN.millimetres();
        } else {
            factor = Unit.of(u).millimetres();
        }
        double v = number(m) * factor;
        if (!(Math.abs(v) <= 2 * Tolerance.REACH)) {
            throw Refusal.of(Refusal.quoted(text) + " is longer than a part can be (10 m).");
        }
        return v;
    }

    /** A length above zero, in mm. */
    public static double positive(String text, Unit unit, String what) {
        double v = length(text, unit);
        if (v <= 0) {
            throw Refusal.of("The " + what + " must be above zero; " + Refusal.quoted(text.strip())
                    + " isn't. To go the other way, turn the direction.");
        }
        return v;
    }

    /** An angle in radians; numbers without a unit are degrees. */
    public static double angle(String text) {
        Matcher m = match(text);
        String u = m.group("unit");
        if (!u.isEmpty() && !u.equals("°") && !u.equals("deg")) {
            throw Refusal.of(Refusal.quoted(text) + " isn't an angle in degrees.");
        }
        return Math.toRadians(number(m));
    }

    /** A number without a unit. */
    public static double plain(String text) {
        Matcher m = match(text);
        if (!m.group("unit").isEmpty()) {
            throw Refusal.of(Refusal.quoted(text.strip()) + " has a unit, where a plain number is needed.");
        }
        return number(m);
    }

    private static Matcher match(String text) {
        Matcher m = NUMBER.matcher(text.strip().toLowerCase(java.util.Locale.ROOT));
        if (!m.matches()) {
            throw Refusal.of(
                    text.isBlank() ? "A number is missing." : Refusal.quoted(text.strip()) + " is not a number.");
        }
        return m;
    }

    private static double number(Matcher m) {
        double v = Double.parseDouble(m.group("num").replace(',', '.'));
        if (m.group("den") != null) {
            double den = Double.parseDouble(m.group("den"));
            if (den == 0) {
                throw Refusal.of("A fraction can't be over zero.");
            }
            v /= den;
        }
        if (m.group("whole") != null) {
            v += Double.parseDouble(m.group("whole"));
        }
        return "-".equals(m.group("sign")) ? -v : v;
    }
}
