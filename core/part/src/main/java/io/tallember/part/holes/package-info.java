/** Standard sizes of holes for screws. */
package io.tallember.part.holes;
