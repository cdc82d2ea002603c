package io.tallember.geometry;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.DoubleUnaryOperator;

/** Gauss-Legendre quadrature on [lo, hi] with a fixed number of nodes (Abramowitz and Stegun, Handbook, 25.4.29). */
public final class GaussLegendre {
    private static final Map<Integer, GaussLegendre> EXACT = new ConcurrentHashMap<>();

    private final double[] node;
    private final double[] weight;

    /** Nodes by Newton on the Legendre polynomial. */
    public GaussLegendre(int n) {
        node = new double[n];
        weight = new double[n];
        for (int i = 0; i < n; i++) {
            double x = Math.cos(Math.PI * (i + 0.75) / (n + 0.5));
            double slope = 1;
            for (int it = 0; it < 50; it++) {
                double p0 = 1;
                double p1 = x;
                for (int k = 2; k <= n; k++) {
                    double p2 = ((2 * k - 1) * x * p1 - (k - 1) * p0) / k;
                    p0 = p1;
                    p1 = p2;
                }
                slope = n * (x * p1 - p0) / (x * x - 1);
                double step = p1 / slope;
                x -= step;
                if (Math.abs(step) < 1e-16) {
                    break;
                }
            }
            node[i] = x;
            weight[i] = 2 / ((1 - x * x) * slope * slope);
        }
    }

    /** With as few nodes as polynomials of a degree are integrated exactly with. */
    public static GaussLegendre forDegree(int degree) {
        return EXACT.computeIfAbsent((degree + 2) / 2, GaussLegendre::new);
    }

    public int size() {
        return node.length;
    }

    public double node(int i, double lo, double hi) {
        return 0.5 * (lo + hi) + 0.5 * (hi - lo) * node[i];
    }

    public double weight(int i, double lo, double hi) {
        return 0.5 * (hi - lo) * weight[i];
    }

    public double integrate(DoubleUnaryOperator f, double lo, double hi) {
        double sum = 0;
        for (int i = 0; i < node.length; i++) {
            sum += weight(i, lo, hi) * f.applyAsDouble(node(i, lo, hi));
        }
        return sum;
    }
}
