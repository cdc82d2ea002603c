package io.tallember.sketch.solve;

import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.ThroughPoints;
import io.tallember.sketch.ThroughPoints.Pair;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleBiFunction;

/** An ellipse or spline as a function of its points' coordinates, with derivatives. */
final class FreeJets {
    /** Places tried along a piece when one is looked for. */
    private static final int TRIES = 48;

    /** A place on the curve: the piece, and how far along it, 0 to 1. */
    record Spot(int piece, double u) {}

    private final FreeCurve curve;
    private final Jet[] v;
    private final List<List<Pair<Jet>>> poles = new ArrayList<>();

    /** @param v the coordinates of the curve's points in their order */
    FreeJets(FreeCurve curve, Jet[] v) {
        this.curve = curve;
        this.v = v;
        if (curve instanceof SketchSpline s) {
            int n = s.through().size();
            List<Pair<Jet>> through = new ArrayList<>();
            for (int i = 0; i < n; i++) {
                through.add(pair(i));
            }
            int next = n;
            Pair<Jet> start = s.startHandle().isEmpty() ? null : pair(next++);
            Pair<Jet> end = s.endHandle().isEmpty() ? null : pair(next);
            ThroughPoints<Jet> all = new ThroughPoints<>(through, s.closed(), start, end);
            for (int i = 0; i < all.pieces(); i++) {
                poles.add(all.poles(i));
            }
        }
    }

    private Pair<Jet> pair(int point) {
        return new Pair<>(v[2 * point], v[2 * point + 1]);
    }

    private Jet number(double value) {
        return new Jet(value, new double[v[0].d.length]);
    }

    private int pieces() {
        return Math.max(1, poles.size());
    }

    private boolean closed() {
        return curve instanceof SketchEllipse || ((SketchSpline) curve).closed();
    }

    /** Where a point of the curve stands among its own. */
    private int number(String point) {
        return curve.points().indexOf(point);
    }

    /** The point at a place. */
    Jet[] at(int piece, Jet u) {
        if (poles.isEmpty()) {
            return oval(Math.cos(2 * Math.PI * u.v), Math.sin(2 * Math.PI * u.v), u, true);
        }
        List<Pair<Jet>> p = poles.get(piece);
        Jet w = number(1).minus(u);
        Jet[] k = {
            w.times(w).times(w),
            u.times(w).times(w).times(3),
            u.times(u).times(w).times(3),
            u.times(u).times(u)
        };
        return sum(p, k);
    }

    /** The first derivative by the place. */
    Jet[] along(int piece, Jet u) {
        if (poles.isEmpty()) {
            return oval(-Math.sin(2 * Math.PI * u.v), Math.cos(2 * Math.PI * u.v), u, false);
        }
        List<Pair<Jet>> p = poles.get(piece);
        Jet w = number(1).minus(u);
        Jet a = w.times(w).times(3);
        Jet b = u.times(w).times(6);
        Jet c = u.times(u).times(3);
        return sum(p, new Jet[] {number(0).minus(a), a.minus(b), b.minus(c), c});
    }

    /** The second derivative by the place, of a spline. */
    private Jet[] bent(int piece, Jet u) {
        List<Pair<Jet>> p = poles.get(piece);
        Jet a = number(6).minus(u.times(6));
        Jet b = u.times(6);
        return sum(p, new Jet[] {a, b.minus(a).minus(a), a.minus(b).minus(b), b});
    }

    private Jet[] sum(List<Pair<Jet>> p, Jet[] k) {
        Jet x = p.get(0).x().times(k[0]);
        Jet y = p.get(0).y().times(k[0]);
        for (int i = 1; i < 4; i++) {
            x = x.plus(p.get(i).x().times(k[i]));
            y = y.plus(p.get(i).y().times(k[i]));
        }
        return new Jet[] {x, y};
    }

    /** {@code c * A + s * B} of the half axes, from the centre for a point; c and s turn with u. */
    private Jet[] oval(double c, double s, Jet u, boolean point) {
        Jet ax = v[2].minus(v[0]);
        Jet ay = v[3].minus(v[1]);
        Jet high = high(v);
        Jet la = Jet.length(ax, ay);
        Jet bx = number(0).minus(ay).times(high).over(la);
        Jet by = ax.times(high).over(la);
        Jet turn = number(2 * Math.PI * u.v);
        for (int i = 0; i < turn.d.length; i++) {
            turn.d[i] = 2 * Math.PI * u.d[i];
        }
        Jet cos = turned(c, -s, turn);
        Jet sin = turned(s, c, turn);
        Jet x = cos.times(ax).plus(sin.times(bx));
        Jet y = cos.times(ay).plus(sin.times(by));
        return point ? new Jet[] {x.plus(v[0]), y.plus(v[1])} : new Jet[] {x, y};
    }

    private static Jet turned(double value, double slope, Jet turn) {
        double[] d = new double[turn.d.length];
        for (int i = 0; i < d.length; i++) {
            d[i] = slope * turn.d[i];
        }
        return new Jet(value, d);
    }

    /** The second half axis of an ellipse, above zero, from the coordinates of centre, first and second end. */
    static Jet high(Jet[] v) {
        Jet ax = v[2].minus(v[0]);
        Jet ay = v[3].minus(v[1]);
        Jet h = Jet.cross(ax, ay, v[4].minus(v[0]), v[5].minus(v[1])).over(Jet.length(ax, ay));
        return h.v < 0 ? h.times(-1) : h;
    }

    private double[] place(Spot s) {
        if (poles.isEmpty()) {
            Jet[] p = at(s.piece(), number(s.u()));
            return new double[] {p[0].v, p[1].v};
        }
        List<Pair<Jet>> p = poles.get(s.piece());
        double u = s.u();
        double w = 1 - u;
        double[] k = {w * w * w, 3 * u * w * w, 3 * u * u * w, u * u * u};
        double x = 0;
        double y = 0;
        for (int i = 0; i < 4; i++) {
            x += k[i] * p.get(i).x().v;
            y += k[i] * p.get(i).y().v;
        }
        return new double[] {x, y};
    }

    /** The place nearest to a point. */
    Spot nearest(double x, double y) {
        Spot s = least((px, py) -> Math.hypot(px - x, py - y), false);
        // a least distance is known to half its digits; where the chord stands square, to all (Newton)
        for (int k = 0; k < 2; k++) {
            double h = 1e-5;
            double slope = (square(s, x, y, h) - square(s, x, y, -h)) / (2 * h);
            double step = slope < 0 ? -square(s, x, y, 0) / slope : 0;
            if (Math.abs(step) < 1e-5 && s.u() + step >= 0 && s.u() + step <= 1) {
                s = new Spot(s.piece(), s.u() + step);
            }
        }
        return s;
    }

    /** Of the places at which a function of the point turns, the one where it is nearest to zero; an end when it turns nowhere. */
    Spot turning(ToDoubleBiFunction<Double, Double> f) {
        return least(f, true);
    }

    private Spot least(ToDoubleBiFunction<Double, Double> f, boolean turning) {
        int n = TRIES * pieces();
        double[] value = new double[n + 1];
        for (int i = 0; i <= n; i++) {
            double[] p = place(spot(i / (double) TRIES));
            value[i] = f.applyAsDouble(p[0], p[1]);
        }
        double best = Double.POSITIVE_INFINITY;
        double where = 0;
        for (int i = 0; i <= n; i++) {
            double before = value[i > 0 ? i - 1 : closed() ? n - 1 : 0];
            double after = value[i < n ? i + 1 : closed() ? 1 : n];
            boolean turns = (value[i] - before) * (after - value[i]) <= 0;
            boolean end = !closed() && (i == 0 || i == n);
            // an end counts after all places between
            double size = Math.abs(value[i]) + (turning && end ? 1e12 : 0);
            if ((turns || !turning) && size < best) {
                best = size;
                where = i / (double) TRIES;
            }
        }
        // a maximum is looked for as the minimum of the opposite
        double step = 1.0 / TRIES;
        double sign = turning && middleIsHigh(f, where, step) ? -1 : 1;
        double lo = closed() ? where - step : Math.max(0, where - step);
        double hi = closed() ? where + step : Math.min(pieces(), where + step);
        double g = (Math.sqrt(5) - 1) / 2;
        for (int k = 0; k < 60; k++) {
            double a = hi - g * (hi - lo);
            double b = lo + g * (hi - lo);
            double[] p = place(spot(a));
            double[] q = place(spot(b));
            if (sign * f.applyAsDouble(p[0], p[1]) < sign * f.applyAsDouble(q[0], q[1])) {
                hi = b;
            } else {
                lo = a;
            }
        }
        return spot((lo + hi) / 2);
    }

    private boolean middleIsHigh(ToDoubleBiFunction<Double, Double> f, double where, double step) {
        double[] a = place(spot(closed() ? where - step : Math.max(0, where - step)));
        double[] m = place(spot(where));
        double[] b = place(spot(closed() ? where + step : Math.min(pieces(), where + step)));
        return f.applyAsDouble(m[0], m[1]) > (f.applyAsDouble(a[0], a[1]) + f.applyAsDouble(b[0], b[1])) / 2;
    }

    private Spot spot(double at) {
        double t = at;
        if (closed()) {
            t -= pieces() * Math.floor(t / pieces());
        }
        int piece = (int) Math.min(pieces() - 1, Math.floor(t));
        return new Spot(piece, t - piece);
    }

    /** The place of the foot of a point, whose derivatives follow from the foot's chord staying square to the curve. */
    Jet foot(Spot s, Jet x, Jet y) {
        Jet u = number(s.u());
        Jet[] p = at(s.piece(), u);
        Jet[] d = along(s.piece(), u);
        Jet g = Jet.dot(x.minus(p[0]), y.minus(p[1]), d[0], d[1]);
        double h = 1e-5;
        double slope = (square(s, x.v, y.v, h) - square(s, x.v, y.v, -h)) / (2 * h);
        for (int i = 0; i < u.d.length && Math.abs(slope) > 1e-12; i++) {
            u.d[i] = -g.d[i] / slope;
        }
        return u;
    }

    private double square(Spot s, double x, double y, double by) {
        Jet u = number(s.u() + by);
        Jet[] p = at(s.piece(), u);
        Jet[] d = along(s.piece(), u);
        return (x - p[0].v) * d[0].v + (y - p[1].v) * d[1].v;
    }

    Jet still(Spot s) {
        return number(s.u());
    }

    /** The direction in which the curve leaves one of its ends; of a stretch from the coordinates of that end. */
    Jet[] leaving(boolean atStart) {
        if (curve instanceof SketchEllipse) {
            int p = atStart ? 6 : 8;
            Jet[] g = slope(v[p], v[p + 1]);
            return atStart
                    ? new Jet[] {number(0).minus(g[1]), g[0]}
                    : new Jet[] {g[1], number(0).minus(g[0])};
        }
        Spot end = end(atStart);
        Jet[] d = along(end.piece(), place(end, atStart));
        return onwards(atStart) ? d : new Jet[] {d[0].times(-1), d[1].times(-1)};
    }

    /** Whether a spline leaves an end the way it runs. */
    private boolean onwards(boolean atStart) {
        SketchSpline s = (SketchSpline) curve;
        if (s.whole() || s.closed()) {
            return atStart;
        }
        Spot a = end(true);
        Spot b = end(false);
        return atStart == (a.piece() + a.u() < b.piece() + b.u());
    }

    /** Where a spline, or a stretch of one, begins or stops. */
    private Spot end(boolean atStart) {
        SketchSpline s = (SketchSpline) curve;
        String point = s.ends().get(atStart ? 0 : 1);
        int through = s.through().indexOf(point);
        if (through >= 0) {
            return through < pieces() ? new Spot(through, 0) : new Spot(pieces() - 1, 1);
        }
        Pair<Jet> p = pair(number(point));
        return nearest(p.x().v, p.y().v);
    }

    /** The same as a number that follows the coordinates. */
    private Jet place(Spot end, boolean atStart) {
        SketchSpline s = (SketchSpline) curve;
        String point = s.ends().get(atStart ? 0 : 1);
        if (s.through().contains(point)) {
            return still(end);
        }
        Pair<Jet> p = pair(number(point));
        return foot(end, p.x(), p.y());
    }

    /** How fast an ellipse's equation grows at a point: the direction out of it. */
    private Jet[] slope(Jet x, Jet y) {
        Jet ax = v[2].minus(v[0]);
        Jet ay = v[3].minus(v[1]);
        Jet la = Jet.length(ax, ay);
        Jet h = high(v);
        Jet px = x.minus(v[0]);
        Jet py = y.minus(v[1]);
        Jet u = Jet.dot(px, py, ax, ay).over(la.times(la));
        Jet w = Jet.cross(ax, ay, px, py).over(la.times(h));
        // in units of the ellipse's size, so that the direction has a length
        Jet gx = u.times(ax).over(la).plus(w.times(number(0).minus(ay)).over(h));
        Jet gy = u.times(ay).over(la).plus(w.times(ax).over(h));
        return new Jet[] {gx, gy};
    }

    /** The signed bend with which a spline leaves one of its ends, in 1/mm. */
    Jet bend(boolean atStart) {
        Spot end = end(atStart);
        Jet u = place(end, atStart);
        Jet[] d = along(end.piece(), u);
        Jet[] dd = bent(end.piece(), u);
        Jet l = Jet.length(d[0], d[1]);
        Jet bend = Jet.cross(d[0], d[1], dd[0], dd[1]).over(l.times(l).times(l));
        return onwards(atStart) ? bend : bend.times(-1);
    }
}
