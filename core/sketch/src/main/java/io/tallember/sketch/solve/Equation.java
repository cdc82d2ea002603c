package io.tallember.sketch.solve;

/**
 * One residual, in mm.
 *
 * @param source the constraint it comes from, or empty for what an arc is by nature
 * @param scalars the scalars it is a function of, by number
 * @param residual zero where the constraint holds
 */
record Equation(String source, int[] scalars, Residual residual) {
    /** A function of the equation's scalars. */
    interface Residual {
        Jet at(Jet[] inputs);
    }

    Jet at(double[] values) {
        double[] in = new double[scalars.length];
        for (int i = 0; i < in.length; i++) {
            in[i] = values[scalars[i]];
        }
        return residual.at(Jet.inputs(in));
    }
}
