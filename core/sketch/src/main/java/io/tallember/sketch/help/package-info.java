/** What a sketch could be given to be settled. */
package io.tallember.sketch.help;
