package io.tallember.part.rebuild;

import io.tallember.solid.Body;

/**
 * A body of the part.
 *
 * @param id the id of the step that made it, with a number behind it when the step made several
 */
public record PartBody(String id, Body body) {}
