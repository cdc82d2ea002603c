/** A part as a designer keeps it: steps, commands that change them, the rebuild, references, and the part file. */
package io.tallember.part;
