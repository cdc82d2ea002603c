/** The constraint solver: unknowns, equations, groups, damped least change, freedoms and conflicts. */
package io.tallember.sketch.solve;
