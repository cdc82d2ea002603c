package io.tallember.solid.local;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.Between;
import io.tallember.solid.Edge;
import java.util.Optional;

/**
 * Where the faces along an edge meet once they were moved: in each plane square to the edge the point on both of them. Faces that
 * run smoothly into each other, all along or at an end, meet there too, where the crossing of their surfaces can't be followed.
 */
final class Beside {
    /** Below this, as a square of a sine, two surfaces say the same about where their point is. */
    private static final double DAMPED = 1e-9;

    /** How far off the curve may be, in mm. */
    private static final double FIT = 5e-8;

    private static final int STEPS = 30;
    private static final int CHECKED = 40;

    private final Edge edge;
    private final Surface a;
    private final Surface b;

    private Beside(Edge edge, Surface a, Surface b) {
        this.edge = edge;
        this.a = a;
        this.b = b;
    }

    /**
     * The curve, with the edge's parameter or along it; nothing where there is none beside all of the edge.
     *
     * @param beyond how far it goes on past the edge's ends, in mm
     */
    static Optional<Curve> of(Edge edge, Surface a, Surface b, double beyond, Tolerance tol) {
        Beside m = new Beside(edge, a, b);
        Interval r = edge.range();
        try {
            double[] breaks = edge.curve().breaks(r);
            if (!edge.closed()) {
                double[] more = new double[breaks.length + 2];
                System.arraycopy(breaks, 0, more, 1, breaks.length);
                more[0] = r.lo() - beyond / edge.curve().derivative(r.lo()).length();
                more[more.length - 1] =
                        r.hi() + beyond / edge.curve().derivative(r.hi()).length();
                breaks = more;
            }
            for (double t : new double[] {breaks[0], r.middle(), breaks[breaks.length - 1]}) {
                if (m.at(t) == null) {
                    return Optional.empty();
                }
            }
            Nurbs fitted = Between.fitted(
                    t -> {
                        Vec3 p = m.at(t);
                        if (p == null) {
                            throw new GeometryException(
                                    GeometryException.Reason.NO_CONTACT, "no point beside the edge");
                        }
                        return p;
                    },
                    breaks,
                    FIT);
            boolean closes = !edge.closed() || fitted.period() > 0;
            return closes && m.on(fitted, tol) ? Optional.of(fitted) : Optional.empty();
        } catch (GeometryException e) {
            return Optional.empty();
        }
    }

    private boolean on(Nurbs c, Tolerance tol) {
        for (int i = 0; i <= CHECKED; i++) {
            Vec3 p = c.point(c.whole().at(i / (double) CHECKED));
            if (!(Math.abs(a.signedDistance(p)) < 0.5 * tol.linear())
                    || !(Math.abs(b.signedDistance(p)) < 0.5 * tol.linear())) {
                return false;
            }
        }
        return true;
    }

    /** The edge's frame at a parameter: z along it; straight on beyond its ends. */
    private Frame frame(double t) {
        double in = edge.closed() ? t : edge.range().clamp(t);
        Vec3 d = edge.curve().derivative(in);
        Vec3 p = edge.curve().point(in).plus(t - in, d);
        Vec3 n = a.gradient(p);
        return Frame.of(p, d, n);
    }

    /** The point on both surfaces in the plane square to the edge; null where there is none near. */
    private Vec3 at(double t) {
        Frame f = frame(t);
        Vec3 p = f.origin();
        double first = Math.abs(a.signedDistance(p)) + Math.abs(b.signedDistance(p));
        for (int i = 0; i < STEPS; i++) {
            double da = a.signedDistance(p);
            double db = b.signedDistance(p);
            Vec3 ga = a.gradient(p);
            Vec3 gb = b.gradient(p);
            double ax = ga.dot(f.x());
            double ay = ga.dot(f.y());
            double bx = gb.dot(f.x());
            double by = gb.dot(f.y());
            double xx = ax * ax + bx * bx + DAMPED;
            double xy = ax * ay + bx * by;
            double yy = ay * ay + by * by + DAMPED;
            double rx = -(ax * da + bx * db);
            double ry = -(ay * da + by * db);
            double det = xx * yy - xy * xy;
            double sx = (yy * rx - xy * ry) / det;
            double sy = (xx * ry - xy * rx) / det;
            p = p.plus(sx, f.x()).plus(sy, f.y());
            if (!p.isFinite() || p.distance(f.origin()) > 20 * first + 1e-3) {
                return null;
            }
            if (Math.hypot(sx, sy) < 1e-13 * (1 + p.length())) {
                break;
            }
        }
        return p;
    }
}
