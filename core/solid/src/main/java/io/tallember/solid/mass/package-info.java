/** Volume, area and centroid by integrals over the exact faces. */
package io.tallember.solid.mass;
