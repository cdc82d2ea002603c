/** Closed regions of a sketch, from the arrangement of its curves, and why an outline isn't closed. */
package io.tallember.sketch.regions;
