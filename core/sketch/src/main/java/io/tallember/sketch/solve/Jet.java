package io.tallember.sketch.solve;

import io.tallember.sketch.Arithmetic;

/**
 * A number with its exact first derivatives by the inputs of one equation (forward differentiation; A. Griewank, Evaluating
 * Derivatives, 2000).
 */
final class Jet implements Arithmetic<Jet> {
    final double v;
    final double[] d;

    Jet(double v, double[] d) {
        this.v = v;
        this.d = d;
    }

    static Jet[] inputs(double[] values) {
        Jet[] out = new Jet[values.length];
        for (int i = 0; i < values.length; i++) {
            double[] d = new double[values.length];
            d[i] = 1;
            out[i] = new Jet(values[i], d);
        }
        return out;
    }

    /** {@code a * this + b * o}. */
    private Jet combine(double a, Jet o, double b, double value) {
        double[] r = new double[d.length];
        for (int i = 0; i < r.length; i++) {
            r[i] = a * d[i] + b * o.d[i];
        }
        return new Jet(value, r);
    }

    @Override
    public Jet plus(Jet o) {
        return combine(1, o, 1, v + o.v);
    }

    @Override
    public Jet minus(Jet o) {
        return combine(1, o, -1, v - o.v);
    }

    @Override
    public Jet times(Jet o) {
        return combine(o.v, o, v, v * o.v);
    }

    @Override
    public Jet over(Jet o) {
        return combine(1 / o.v, o, -v / (o.v * o.v), v / o.v);
    }

    @Override
    public Jet times(double s) {
        return combine(s, this, 0, v * s);
    }

    Jet minus(double s) {
        return new Jet(v - s, d);
    }

    @Override
    public Jet root() {
        double r = Math.sqrt(v);
        return combine(r < 1e-12 ? 0 : 0.5 / r, this, 0, r);
    }

    @Override
    public double value() {
        return v;
    }

    /** The angle of a vector, -pi to pi. */
    static Jet angle(Jet y, Jet x) {
        double l2 = x.v * x.v + y.v * y.v + 1e-300;
        return y.combine(x.v / l2, x, -y.v / l2, Math.atan2(y.v, x.v));
    }

    /** Length of a vector; its derivative at zero length is taken as zero. */
    static Jet length(Jet x, Jet y) {
        double l = Math.hypot(x.v, y.v);
        double s = l < 1e-12 ? 0 : 1 / l;
        return x.combine(x.v * s, y, y.v * s, l);
    }

    static Jet cross(Jet ax, Jet ay, Jet bx, Jet by) {
        return ax.times(by).minus(ay.times(bx));
    }

    static Jet dot(Jet ax, Jet ay, Jet bx, Jet by) {
        return ax.times(bx).plus(ay.times(by));
    }
}
