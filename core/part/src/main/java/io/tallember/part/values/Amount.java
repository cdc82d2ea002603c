package io.tallember.part.values;

import io.tallember.part.Refusal;
import io.tallember.part.Unit;

/**
 * A number with what it measures.
 *
 * @param number in mm to the power of {@code length}, radians to the power of {@code angle}
 */
record Amount(double number, int length, int angle) {
    static Amount plain(double n) {
        return new Amount(n, 0, 0);
    }

    boolean isPlain() {
        return length == 0 && angle == 0;
    }

    /** This and another brought to one measure for adding and comparing; a plain number counts in the part's unit. */
    Amount like(Amount o, double unit) {
        if (length == o.length && angle == o.angle) {
            return this;
        }
        if (isPlain() && o.length == 1 && o.angle == 0) {
            return new Amount(number * unit, 1, 0);
        }
        if (isPlain() && o.angle == 1 && o.length == 0) {
            return new Amount(Math.toRadians(number), 0, 1);
        }
        if (o.isPlain()) {
            return this;
        }
        throw Refusal.of("it adds " + word() + " and " + o.word());
    }

    /** The number in a part's unit, or in degrees. */
    double read(Unit unit) {
        return number / Math.pow(unit.millimetres(), length) / Math.pow(Math.toRadians(1), angle);
    }

    String word() {
        if (isPlain()) {
            return "a plain number";
        }
        if (angle == 0) {
            return length == 1
                    ? "a length"
                    : length == 2 ? "an area" : length == 3 ? "a volume" : "a length to the power of " + length;
        }
        return length == 0 && angle == 1 ? "an angle" : "a mixed measure";
    }
}
