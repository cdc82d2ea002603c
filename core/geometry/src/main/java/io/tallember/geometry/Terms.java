package io.tallember.geometry;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Lengths, places and names of steps within sentences, as values. Who finds something out writes them in; who tells it to somebody
 * writes them out, in the unit and with the names of then.
 */
public final class Terms {
    private static final char MARK = '\u0001';
    private static final Pattern TERM = Pattern.compile(MARK + "([lps])([^" + MARK + "]*)" + MARK);

    private Terms() {}

    /** A length in mm. */
    public static String length(double mm) {
        return MARK + "l" + mm + MARK;
    }

    /** A place, in mm. */
    public static String place(Vec3 p) {
        return MARK + "p" + p.x() + " " + p.y() + " " + p.z() + MARK;
    }

    /** A step, by its id. */
    public static String step(String id) {
        return MARK + "s" + id + MARK;
    }

    /** Who a sentence is told to: how lengths, places and steps are written for them. */
    public record Telling(double millimetres, String unit, Function<String, String> names) {
        /** In mm, with the ids of steps. */
        public static final Telling PLAIN = new Telling(1, "mm", id -> id);

        private String number(double mm, int decimals) {
            BigDecimal d = new BigDecimal(mm / millimetres).setScale(decimals, java.math.RoundingMode.HALF_EVEN);
            if (d.signum() == 0 && mm != 0) {
                d = new BigDecimal(mm / millimetres).round(new MathContext(2));
            }
            return d.signum() == 0 ? "0" : d.stripTrailingZeros().toPlainString();
        }

        String length(double mm) {
            return number(mm, millimetres == 1 ? 4 : 5) + " " + unit;
        }

        String place(Vec3 p) {
            int decimals = millimetres == 1 ? 3 : 4;
            return String.format(
                    java.util.Locale.ROOT,
                    "(%." + decimals + "f, %." + decimals + "f, %." + decimals + "f)",
                    p.x() / millimetres + 0.0,
                    p.y() / millimetres + 0.0,
                    p.z() / millimetres + 0.0);
        }
    }

    /** A sentence as it is told to somebody. */
    public static String told(String sentence, Telling to) {
        if (sentence == null || sentence.indexOf(MARK) < 0) {
            return sentence;
        }
        return TERM.matcher(sentence)
                .replaceAll(m -> Matcher.quoteReplacement(
                        switch (m.group(1)) {
                            case "l" -> to.length(Double.parseDouble(m.group(2)));
                            case "p" -> to.place(vec(m.group(2)));
                            default -> to.names().apply(m.group(2));
                        }));
    }

    /** The places that a sentence speaks of. */
    public static List<Vec3> places(String sentence) {
        List<Vec3> out = new ArrayList<>();
        Matcher m = TERM.matcher(sentence);
        while (m.find()) {
            if (m.group(1).equals("p")) {
                out.add(vec(m.group(2)));
            }
        }
        return out;
    }

    private static Vec3 vec(String text) {
        String[] of = text.split(" ");
        return new Vec3(Double.parseDouble(of[0]), Double.parseDouble(of[1]), Double.parseDouble(of[2]));
    }
}
