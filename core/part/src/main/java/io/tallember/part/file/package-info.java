/** The part file: open JSON text, described in docs/part-format.md; and commands as the same text. */
package io.tallember.part.file;
