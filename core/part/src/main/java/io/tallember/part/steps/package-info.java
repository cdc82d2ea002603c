/**
 * Kinds of steps as sentences. A kind says its sentence once: which fields it has, what follows from an entry, what a click
 * means, and which step it makes; the words stand in a file beside it. Whatever shows or changes a step goes through {@link
 * io.tallember.part.steps.Kinds} and {@link io.tallember.part.steps.Talks}.
 */
package io.tallember.part.steps;
