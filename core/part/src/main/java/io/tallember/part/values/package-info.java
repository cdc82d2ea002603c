/** Named values and formulas: reading, units, and carrying changes into the steps that use them. */
package io.tallember.part.values;
