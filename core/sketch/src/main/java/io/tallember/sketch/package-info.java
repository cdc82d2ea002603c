/** Flat sketches: points, curves, constraints and dimensions; {@code solve} moves them, {@code regions} reads them. */
package io.tallember.sketch;
