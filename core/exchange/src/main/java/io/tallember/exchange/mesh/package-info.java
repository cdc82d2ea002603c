/** Closed meshes of bodies in the formats that carry names, colours and units with them. */
package io.tallember.exchange.mesh;
