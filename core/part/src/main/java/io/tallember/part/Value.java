package io.tallember.part;

/** A named number of the part, written as a formula such as {@code 2*wall + 0.5 mm}. */
public record Value(String name, String formula) {}
