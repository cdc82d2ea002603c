package io.tallember.part.steps;

/**
 * A row of the shelf.
 *
 * @param key by which it is begun
 * @param stage on whose shelf it stands
 * @param why it can't be begun as the part stands; empty when it can
 */
public record Offer(String key, int stage, String label, String hint, String why) {}
