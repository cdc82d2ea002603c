package io.tallember.part;

/**
 * How a body, a sketch or a plane is called and shown.
 *
 * @param name of a body; empty for the one made up from its step
 * @param material by its name in {@link io.tallember.part.values.Materials}; empty when none is chosen
 * @param colour as {@code #rrggbb}; empty for the usual one
 * @param hidden not drawn, though built
 */
public record Look(String name, String material, String colour, boolean hidden) {
    public static final Look USUAL = new Look("", "", "", false);

    public Look {
        if (Refusal.written(name).length() > 120) {
            throw Refusal.of("A name has up to 120 characters.");
        }
        if (!colour.isEmpty() && !colour.matches("#[0-9a-f]{6}")) {
            throw Refusal.of("A colour is written like #7a8c99; " + Refusal.quoted(colour) + " isn't one.");
        }
        if (material.length() > 60) {
            throw Refusal.of("A material's name has up to 60 characters.");
        }
    }
}
