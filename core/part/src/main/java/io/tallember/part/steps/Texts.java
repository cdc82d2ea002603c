package io.tallember.part.steps;

import io.tallember.part.Unit;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;

/** Numbers as a sentence writes them. */
public final class Texts {
    private Texts() {}

    /** A length without its unit, to four digits behind the point of a millimetre's number, five of others. */
    public static String length(double mm, Unit unit) {
        return shortest(mm / unit.millimetres(), unit == Unit.MM ? 4 : 5);
    }

    /** A length with its unit. */
    public static String sized(double mm, Unit unit) {
        return length(mm, unit) + " " + unit.word();
    }

    /** An angle in degrees, without the sign. */
    public static String degrees(double radians) {
        return shortest(Math.toDegrees(radians), 4);
    }

    /** Whether a field of a step holds a plane or an axis, which may be called by a word. */
    public static boolean isPlaneOrAxis(String field) {
        return List.of("plane", "second", "axis", "axis2", "about", "along", "pull")
                .contains(field);
    }

    /** A number as short as it can be told without losing what matters. */
    public static String shortest(double v, int digits) {
        BigDecimal d = new BigDecimal(v).setScale(digits, RoundingMode.HALF_UP).stripTrailingZeros();
        return d.signum() == 0 ? "0" : d.toPlainString();
    }
}
