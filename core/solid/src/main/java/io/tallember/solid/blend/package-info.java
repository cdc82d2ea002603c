/** Rounds and bevels along edges: a tool body for each edge and corner, taken away where the edge is convex, added where it is not. */
package io.tallember.solid.blend;
