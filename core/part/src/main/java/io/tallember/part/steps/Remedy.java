package io.tallember.part.steps;

import tools.jackson.databind.node.ObjectNode;

/**
 * A way to mend a step that failed: an entry of its sentence.
 *
 * @param label what it is called on its button
 * @param place and {@code entry} as any other that is made in the sentence
 */
public record Remedy(String label, String place, ObjectNode entry) {}
