/** Judges whether a body is a valid solid. */
package io.tallember.solid.check;
