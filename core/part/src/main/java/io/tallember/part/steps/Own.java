package io.tallember.part.steps;

/**
 * What every step has.
 *
 * @param off kept but not built
 */
public record Own(String id, String name, boolean off) {}
