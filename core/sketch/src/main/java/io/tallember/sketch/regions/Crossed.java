package io.tallember.sketch.regions;

import io.tallember.geometry.Vec2;

/** Two curves of one chain that cross between their ends. */
public record Crossed(String first, String second, Vec2 at) {}
