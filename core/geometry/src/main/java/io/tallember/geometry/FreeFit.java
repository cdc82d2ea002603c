package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;

/** Any surface over a rectangle of its parameters as a spline surface, fitted first across and then along. */
public final class FreeFit {
    private static final int DEEPEST = 6;
    private static final int SECTIONS = 7;
    private static final double[] TRIED = {0.2, 0.5, 0.8};

    private final Surface surface;
    private final double[] sections;
    private final double within;
    private final List<Double> at = new ArrayList<>();

    private FreeFit(Surface surface, Interval v, double within) {
        this.surface = surface;
        this.within = within;
        double[] breaks = surface.vBreaks(v);
        List<Double> all = new ArrayList<>();
        for (int i = 0; i <= SECTIONS; i++) {
            all.add(v.at(i / (double) SECTIONS));
        }
        for (int i = 0; i + 1 < breaks.length; i += Math.max(1, breaks.length / SECTIONS)) {
            all.add(0.5 * (breaks[i] + breaks[i + 1]));
        }
        sections = all.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /**
     * The spline surface, of the fifth degree both ways.
     *
     * @param within how far off it may be, in mm
     * @throws GeometryException UNSUPPORTED_INTERSECTION where it bends too sharply to be fitted within the kernel's tolerance
     */
    public static NurbsSurface of(Surface s, Interval u, Interval v, double within) {
        FreeFit f = new FreeFit(s, v, within);
        double[] breaks = s.uBreaks(u);
        f.at.add(breaks[0]);
        for (int i = 0; i + 1 < breaks.length; i++) {
            f.divide(breaks[i], breaks[i + 1], 0);
        }
        double[] shares = new double[f.at.size()];
        for (int i = 0; i < shares.length; i++) {
            shares[i] = (f.at.get(i) - u.lo()) / u.length();
        }
        shares[shares.length - 1] = 1;
        return Skinning.fitted(new Rational(RowFit.DEGREE, shares, new double[0][]), f::row, s.vBreaks(v), within);
    }

    private double[] place(double u, double v) {
        Vec3 p = surface.point(u, v);
        return new double[] {p.x(), p.y(), p.z(), 1};
    }

    private void divide(double lo, double hi, int depth) {
        double worst = 0;
        for (double v : sections) {
            double[][] b = RowFit.piece(u -> place(u, v), lo, hi);
            for (double f : TRIED) {
                double[] p = RowFit.value(b, f);
                worst = Math.max(worst, surface.point(lo + f * (hi - lo), v).distance(new Vec3(p[0], p[1], p[2])));
            }
        }
        if (worst > within && depth < DEEPEST) {
            double mid = 0.5 * (lo + hi);
            divide(lo, mid, depth + 1);
            divide(mid, hi, depth + 1);
            return;
        }
        if (worst > Tolerance.DEFAULT.linear()) {
            throw RowFit.sharp(surface.point(0.5 * (lo + hi), sections[sections.length / 2]));
        }
        at.add(hi);
    }

    private double[][] row(double v) {
        List<double[]> out = new ArrayList<>();
        for (int i = 0; i + 1 < at.size(); i++) {
            double[][] b = RowFit.piece(u -> place(u, v), at.get(i), at.get(i + 1));
            for (int k = i == 0 ? 0 : 1; k < b.length; k++) {
                out.add(b[k]);
            }
        }
        return out.toArray(new double[0][]);
    }
}
