package io.tallember.part;

import io.tallember.geometry.Terms;
import io.tallember.geometry.Vec2;

/**
 * A picture laid under a sketch to draw over.
 *
 * @param picture the key under which it is kept
 * @param at its lower left corner in the sketch, in mm
 * @param width in mm, and {@code height}
 * @param strength how strongly it shows, 0 to 1
 */
public record Underlay(String picture, Vec2 at, double width, double height, double strength) {
    public Underlay {
        if (!picture.matches("[0-9a-f]{64}")) {
            throw Refusal.of("A picture under a sketch needs the name it was stored under.");
        }
        if (!(width > 1e-3 && width < 1e5) || !(height > 1e-3 && height < 1e5)) {
            throw Refusal.of("A picture under a sketch is between " + Terms.length(1e-3) + " and " + Terms.length(1e5)
                    + " wide and high.");
        }
        if (!(strength >= 0 && strength <= 1)) {
            throw Refusal.of("How strongly a picture shows lies between 0 and 1.");
        }
    }
}
