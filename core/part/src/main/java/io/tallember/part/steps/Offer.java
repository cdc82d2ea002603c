package io.tallember.part.steps;

/**
 * A row of the shelf.
 *
 * @param key by which it is begun
 * @param stage on whose shelf it stands
 * @param also other words of the trade by which it is looked for; may be empty
 * @param why it can't be begun as the part stands; empty when it can
 */
public record Offer(String key, int stage, String label, String hint, String also, String why) {}
