package io.tallember.exchange.mesh;

import io.tallember.solid.Body;

/**
 * A body as it is handed over.
 *
 * @param colour as {@code #rrggbb}; empty for none of its own
 */
public record Handed(String name, String colour, Body body) {
    /** What a body looks like that has no colour of its own. */
    static final String USUAL = "#cdc4b7";

    String shown() {
        return colour.isEmpty() ? USUAL : colour;
    }
}
