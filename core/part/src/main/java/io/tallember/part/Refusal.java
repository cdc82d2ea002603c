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

    /**
     * Refuses a name with characters that can't be written into a file.
     *
     * @return the name
     */
    public static String written(String name) {
        boolean sound = name.chars().noneMatch(c -> c == 0)
                && java.nio.charset.StandardCharsets.UTF_16.newEncoder().canEncode(name);
        if (!sound) {
            throw of("The name " + quoted(name.replaceAll("[^ -~]", "?")) + " has a character that can't be written.");
        }
        return name;
    }
}
