package io.tallember.solid;

/**
 * Where a face comes from.
 *
 * @param step the id of the step that made it
 * @param role what it is there, such as side, start or end
 * @param source the sketch curve or region behind it, or empty
 */
public record Origin(String step, String role, String source) implements Comparable<Origin> {
    /** As text, such as {@code s2.side(c4)}; the form in which references are kept. */
    public String key() {
        return step + "." + role + (source.isEmpty() ? "" : "(" + source + ")");
    }

    @Override
    public int compareTo(Origin o) {
        return key().compareTo(o.key());
    }
}
