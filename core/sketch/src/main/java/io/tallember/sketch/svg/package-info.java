/** Outlines in SVG (Scalable Vector Graphics 2, W3C): read into sketches and written from them. */
package io.tallember.sketch.svg;
