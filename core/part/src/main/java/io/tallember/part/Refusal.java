package io.tallember.part;

import io.tallember.geometry.GeometryException;

/** Sentences for input that can't be taken. */
public final class Refusal {
    private Refusal() {}

    public static GeometryException of(String sentence) {
        return new GeometryException(GeometryException.Reason.BAD_VALUE, sentence);
    }

    /** What was given, shortened, for use in a sentence. */
    public static String quoted(String given) {
        return "\u201c" + (given.length() > 40 ? given.substring(0, 40) + "\u2026" : given) + "\u201d";
    }
}
