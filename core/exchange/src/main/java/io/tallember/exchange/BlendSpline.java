package io.tallember.exchange;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.FreeFit;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.SurfaceRegion;

/** Blends' surfaces as spline surfaces, for files: true arcs, or lines, across. */
final class BlendSpline {
    /** How far the spline may be from a surface at a distance, in mm. */
    private static final double NEAR = 2e-7;

    private BlendSpline() {}

    /** The stretch of a ball's surface that a face lies on, with a little margin. */
    static NurbsSurface of(Tube tube, Face face) {
        double[] span = spanned(tube, face);
        double margin = 0.02 * (span[3] - span[2]);
        double lo = Math.max(-Math.PI, span[2] - margin);
        double hi = Math.min(Math.PI, span[3] + margin);
        int arcs = (int) Math.max(1, Math.ceil((hi - lo) / (0.55 * Math.PI)));
        double half = (hi - lo) / arcs / 2;
        int rows = 2 * arcs + 1;
        double[] angles = new double[rows];
        double[] weights = new double[rows];
        for (int i = 0; i < rows; i++) {
            angles[i] = lo + half * i;
            weights[i] = i % 2 == 0 ? 1 : Math.cos(half);
        }
        double[] knotsV = new double[2 * arcs + 4];
        for (int i = 0; i < knotsV.length; i++) {
            knotsV[i] = angles[Math.max(0, Math.min(arcs, (i - 1) / 2)) * 2];
        }
        RowsSpline.Poles poles = (row, u) -> {
            // the normals of one section lean alike, so that its arc is about a centre in the circle's own plane
            Vec3 p = tube.point(u, angles[row]);
            Circle k = tube.circle(tube.along(u));
            return p.plus(1 / weights[row] - 1, p.minus(k.frame().origin()));
        };
        return RowsSpline.along(tube, span, poles, weights, 2, knotsV);
    }

    /** The same of a pipe, as far round as the face goes. */
    static NurbsSurface of(Pipe pipe, Face face) {
        double[] span = spanned(pipe, face);
        boolean closed = pipe.vPeriod() > 0;
        Interval v = closed ? new Interval(0, pipe.vPeriod()) : wider(span[2], span[3], pipe.vDomain());
        Travel travel = Travel.fitted(
                t -> Travel.Place.of(pipe.circle(t).frame()),
                java.util.Arrays.stream(pipe.vBreaks(v)).map(pipe::along).toArray(),
                pipe.radius(),
                1e-7);
        double margin = 0.02 * (span[1] - span[0]);
        boolean part = span[1] - span[0] + 2 * margin < 2 * Math.PI;
        Interval u = part ? new Interval(span[0] - margin, span[1] + margin) : new Interval(0, 2 * Math.PI);
        return travel.surface(Nurbs.arc(new Circle(Frame.WORLD, pipe.radius()), u));
    }

    /** The same of a bevel's surface. */
    static NurbsSurface of(Ruled flat, Face face) {
        double[] span = spanned(flat, face);
        double margin = 0.02 * (span[3] - span[2]);
        double lo = span[2] - margin;
        double hi = span[3] + margin;
        RowsSpline.Poles poles = (row, u) -> flat.point(u, row == 0 ? lo : hi);
        return RowsSpline.along(flat, span, poles, new double[] {1, 1}, 1, new double[] {lo, lo, hi, hi});
    }

    /** Over the parameters that the face takes up, and a little more. */
    static NurbsSurface of(Shifted away, Face face) {
        double[] s = spanned(away, face);
        return FreeFit.of(away, wider(s[0], s[1], away.uDomain()), wider(s[2], s[3], away.vDomain()), NEAR);
    }

    /** A little wider than what is spanned, but not beyond where the surface is its own, unless the face is too. */
    private static Interval wider(double lo, double hi, Interval own) {
        double more = 0.01 * (hi - lo);
        double least = 1e-6 * (hi - lo);
        return new Interval(
                lo >= own.lo() - least ? Math.max(own.lo(), lo - more) : lo - more,
                hi <= own.hi() + least ? Math.min(own.hi(), hi + more) : hi + more);
    }

    private static double[] spanned(io.tallember.geometry.Surface s, Face face) {
        return SurfaceRegion.spanned(s, face.loops().stream().map(Loop::coedges).toList());
    }
}
