package io.tallember.sketch.regions;

/** Two curves that lie on one another along some stretch; {@code second} is the newer one. */
public record Doubled(String first, String second) {}
