package io.tallember.part;

/** What a number of a step measures. */
public enum Measure {
    LENGTH,
    ANGLE,
    /** A number without a unit. */
    PLAIN
}
