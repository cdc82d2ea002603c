package io.tallember.part;

import io.tallember.solid.sweep.Wall;

/** A wall along lines: its thickness in mm, and on which side of them. */
public record Thin(double thickness, Wall.Side side) {
    public Thin {
        if (!(thickness > 0) || !Double.isFinite(thickness)) {
            throw Refusal.of("The thickness of a wall must be above zero.");
        }
    }
}
