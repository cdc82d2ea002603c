/** Operations shown on the samples: their sentences being filled. */
package io.tallember.part.shows;
