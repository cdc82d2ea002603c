/**
 * A part as a designer keeps it: the document with its steps, what several kinds of steps need, and what they refer to. Commands,
 * rebuild, kinds and the part file stand in packages of their own; docs/architecture.md says how they go together.
 */
package io.tallember.part;
