package io.tallember.solid.sweep;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * The outline of a section in space: stretches in a row, closed. One of a single stretch has no corner and may begin anywhere.
 *
 * @param centre the middle of the outline's length
 * @param normal of its plane, on the side to which the loft goes
 */
record Ring(List<Stretch> stretches, Vec3 centre, Vec3 normal) {
    /** A curve that closes with a larger turn, as a sine, has a corner there. */
    private static final double CORNER = 1e-6;

    /** A stretch of a curve, gone along one way. */
    record Stretch(Curve curve, Interval range, boolean forward, String source) {
        Vec3 start() {
            return curve.point(forward ? range.lo() : range.hi());
        }

        Vec3 end() {
            return curve.point(forward ? range.hi() : range.lo());
        }

        double length() {
            return ArcLength.of(curve, range);
        }

        /** Its direction where it begins, or ends. */
        Vec3 way(boolean begins) {
            Vec3 d = curve.tangent(begins == forward ? range.lo() : range.hi());
            return forward ? d : d.negated();
        }

        /** Whether it is an arc of a circle or ellipse. */
        boolean round() {
            return curve instanceof Circle || curve instanceof Ellipse;
        }

        /** The parameter at a length from where it begins. */
        double at(double s) {
            double whole = length();
            return ArcLength.parameter(curve, range, forward ? s : whole - s);
        }

        /** The two parts on both sides of a parameter. */
        List<Stretch> cut(double t) {
            Stretch low = new Stretch(curve, new Interval(range.lo(), t), forward, source);
            Stretch high = new Stretch(curve, new Interval(t, range.hi()), forward, source);
            return forward ? List.of(low, high) : List.of(high, low);
        }
    }

    /**
     * One loop of a profile.
     *
     * @param way where the loft goes there
     */
    static Ring of(Frame frame, List<Profile.Edge> loop, Vec3 way) {
        boolean along = frame.z().dot(way) >= 0;
        List<Stretch> all = new ArrayList<>();
        for (Profile.Edge e : loop) {
            Stretch s = new Stretch(e.curve().placed(frame), e.range(), e.forward() == along, e.source());
            all.add(along ? all.size() : 0, s);
        }
        if (all.size() == 1 && all.get(0).way(false).cross(all.get(0).way(true)).length() > CORNER) {
            Stretch one = all.remove(0);
            all.addAll(one.cut(one.at(0.5 * one.length())));
        }
        return new Ring(all, middle(all), along ? frame.z() : frame.z().negated());
    }

    static Vec3 middle(List<Stretch> all) {
        Vec3 sum = Vec3.ZERO;
        double whole = 0;
        for (Stretch s : all) {
            for (int i = 0; i < 16; i++) {
                double t = s.range.at((i + 0.5) / 16);
                double w = s.curve.derivative(t).length() * s.range.length() / 16;
                sum = sum.plus(w, s.curve.point(t));
                whole += w;
            }
        }
        return sum.times(1 / whole);
    }

    int corners() {
        return stretches.size() == 1 ? 0 : stretches.size();
    }

    Ring with(List<Stretch> other) {
        return new Ring(other, centre, normal);
    }

    /** The nearest place on it to a point: the stretch and its parameter. */
    private double[] foot(Vec3 p) {
        double[] best = null;
        for (int i = 0; i < stretches.size(); i++) {
            Stretch s = stretches.get(i);
            double t = s.curve.project(p, s.range);
            double d = s.curve.point(t).distance(p);
            if (best == null || d < best[2]) {
                best = new double[] {i, t, d};
            }
        }
        return best;
    }

    double distance(Vec3 p) {
        return foot(p)[2];
    }

    /** With a stretch beginning at a place on it. */
    Ring cutAt(Vec3 p, Tolerance tol) {
        double[] f = foot(p);
        Stretch s = stretches.get((int) f[0]);
        if (stretches.size() == 1 && s.start().distance(s.end()) <= 10 * tol.linear()) {
            return begunAt(f[1]);
        }
        if (s.start().distance(p) <= 10 * tol.linear() || s.end().distance(p) <= 10 * tol.linear()) {
            return this;
        }
        List<Stretch> out = new ArrayList<>(stretches.subList(0, (int) f[0]));
        out.addAll(s.cut(f[1]));
        out.addAll(stretches.subList((int) f[0] + 1, stretches.size()));
        return with(out);
    }

    /** The number of the stretch that begins nearest to a place. */
    int startAt(Vec3 p) {
        int best = 0;
        for (int i = 1; i < stretches.size(); i++) {
            boolean nearer = stretches.get(i).start().distance(p)
                    < stretches.get(best).start().distance(p);
            best = nearer ? i : best;
        }
        return best;
    }

    /** Beginning with another stretch. */
    Ring from(int first) {
        List<Stretch> out = new ArrayList<>(stretches.subList(first, stretches.size()));
        out.addAll(stretches.subList(0, first));
        return with(out);
    }

    double length() {
        return stretches.stream().mapToDouble(Stretch::length).sum();
    }

    /** The shares of the length at which the stretches begin. */
    double[] shares() {
        double[] out = new double[stretches.size()];
        double whole = length();
        double at = 0;
        for (int i = 0; i < out.length; i++) {
            out[i] = at / whole;
            at += stretches.get(i).length();
        }
        return out;
    }

    /** Cut at shares of its length; those at which a stretch begins already are left. */
    Ring cut(double[] shares) {
        double whole = length();
        List<Stretch> out = new ArrayList<>();
        double from = 0;
        int k = 0;
        for (Stretch s : stretches) {
            double own = s.length();
            Stretch left = s;
            double gone = 0;
            while (k < shares.length && shares[k] * whole < from + own - 1e-9 * whole) {
                double into = shares[k] * whole - from - gone;
                k++;
                if (into <= 1e-9 * whole) {
                    continue;
                }
                List<Stretch> two = left.cut(left.at(into));
                out.add(two.get(0));
                gone += into;
                left = two.get(1);
            }
            out.add(left);
            from += own;
        }
        return with(out);
    }

    /** A ring without corners begun at the place that lies farthest in a direction from its centre; it stays one stretch. */
    Ring begunToward(Vec3 direction) {
        Stretch s = stretches.get(0);
        double best = Double.NEGATIVE_INFINITY;
        double at = s.range.lo();
        Vec3 d = direction.plus(-direction.dot(normal), normal).unit();
        int n = 256;
        for (int i = 0; i < n; i++) {
            double t = s.range.at(i / (double) n);
            double c = s.curve.point(t).minus(centre).unit().dot(d);
            if (c > best) {
                best = c;
                at = t;
            }
        }
        if (s.curve instanceof Circle c) {
            at = c.project(c.frame().origin().plus(c.radius(), d));
        }
        return begunAt(at);
    }

    /** A ring without corners begun at a parameter of its curve. */
    private Ring begunAt(double at) {
        Stretch s = stretches.get(0);
        double period = s.curve.period();
        if (period > 0 && !(s.curve instanceof Nurbs)) {
            return with(List.of(new Stretch(s.curve, new Interval(at, at + period), s.forward, s.source)));
        }
        if (at - s.range.lo() < 1e-6 * s.range.length() || s.range.hi() - at < 1e-6 * s.range.length()) {
            return this;
        }
        Nurbs begun = ((Nurbs) s.curve).begunAt(at);
        return with(List.of(new Stretch(begun, begun.whole(), s.forward, s.source)));
    }
}
