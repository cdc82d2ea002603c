/** Bodies from profiles: extrusion now, revolution and sweeps later. */
package io.tallember.solid.sweep;
