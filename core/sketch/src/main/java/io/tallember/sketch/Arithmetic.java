package io.tallember.sketch;

/**
 * Numbers that can be reckoned with: plain ones for drawing, ones with derivatives for solving.
 *
 * @param <N> the kind of number
 */
public interface Arithmetic<N extends Arithmetic<N>> {
    double value();

    N plus(N o);

    N minus(N o);

    N times(N o);

    N over(N o);

    N times(double s);

    /** The square root; its derivative at zero is taken as zero. */
    N root();

    /** A plain number. */
    record Real(double value) implements Arithmetic<Real> {
        @Override
        public Real plus(Real o) {
            return new Real(value + o.value);
        }

        @Override
        public Real minus(Real o) {
            return new Real(value - o.value);
        }

        @Override
        public Real times(Real o) {
            return new Real(value * o.value);
        }

        @Override
        public Real over(Real o) {
            return new Real(value / o.value);
        }

        @Override
        public Real times(double s) {
            return new Real(value * s);
        }

        @Override
        public Real root() {
            return new Real(Math.sqrt(value));
        }
    }
}
