package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Where two stretches of any curves come nearer to each other than the tolerance: stretches are halved until they are apart, or
 * have no direction in common and so meet once at most; then the least distance is found by Newton's method. Bounds are those of
 * boxes, and of chords with the most that a stretch can leave its chord.
 */
final class Nearness {
    private static final double TURN = 0.25;
    private static final int DEEPEST = 60;
    private static final int MOST_VISITS = 100_000;
    /** Stretches of so many tolerances aren't halved any more. */
    private static final double SMALL = 20;

    private final Curve a;
    private final Curve b;
    private final Tolerance tol;
    private final List<Meeting> found = new ArrayList<>();
    private int visits;

    private Nearness(Curve a, Curve b, Tolerance tol) {
        this.a = a;
        this.b = b;
        this.tol = tol;
    }

    /** All meetings; stretches along which the two run together count as none. */
    static List<Meeting> meet(Curve a, Interval ra, Curve b, Interval rb, Tolerance tol) {
        Nearness n = new Nearness(a, b, tol);
        double[] ta = a.breaks(ra);
        double[] tb = b.breaks(rb);
        n.pairs(ta, 0, ta.length - 1, tb, 0, tb.length - 1);
        return n.found;
    }

    /** Looks at each piece of the one with each of the other, but for those that are far apart together. */
    private void pairs(double[] ta, int i, int j, double[] tb, int k, int l) {
        Interval ra = new Interval(ta[i], ta[j]);
        Interval rb = new Interval(tb[k], tb[l]);
        if (j == i + 1 && l == k + 1) {
            visit(ra, rb, 0);
        } else if (a.bounds(ra).grown(tol.linear()).overlaps(b.bounds(rb).grown(tol.linear()))) {
            if (j - i >= l - k) {
                int mid = (i + j) / 2;
                pairs(ta, i, mid, tb, k, l);
                pairs(ta, mid, j, tb, k, l);
            } else {
                int mid = (k + l) / 2;
                pairs(ta, i, j, tb, k, mid);
                pairs(ta, i, j, tb, mid, l);
            }
        }
    }

    private void visit(Interval ra, Interval rb, int depth) {
        Patience.check();
        if (++visits > MOST_VISITS) {
            throw Seeds.touch();
        }
        Box3 boxA = a.bounds(ra).grown(tol.linear());
        Box3 boxB = b.bounds(rb).grown(tol.linear());
        if (!boxA.overlaps(boxB)) {
            return;
        }
        double turnA = a.turn(ra);
        double turnB = b.turn(rb);
        Vec3 a0 = a.point(ra.lo());
        Vec3 b0 = b.point(rb.lo());
        Vec3 da = a.point(ra.hi()).minus(a0);
        Vec3 db = b.point(rb.hi()).minus(b0);
        double la = da.length();
        double lb = db.length();
        boolean small = depth >= DEEPEST || Math.max(la, lb) <= SMALL * tol.linear();
        if (turnA > TURN || turnB > TURN || la > 4 * lb || lb > 4 * la) {
            if (small) {
                least(ra, rb);
            } else {
                halves(ra, rb, lb <= 4 * la && (turnA > turnB || turnA == turnB && la >= lb || la > 4 * lb), depth);
            }
            return;
        }
        // a stretch that turns by an angle leaves its chord by no more than half the chord times that angle's tangent
        double off = 0.5 * (la * Math.tan(turnA) + lb * Math.tan(turnB)) + tol.linear();
        if (chords(a0, da, b0, db) > off) {
            return;
        }
        double between = Math.atan2(da.cross(db).length(), Math.abs(da.dot(db)));
        // where no direction is common to both they meet once at most; unless it is found, the halves show that there
        // is none
        boolean done = small || between > turnA + turnB ? least(ra, rb) || small : along(ra);
        if (!done) {
            halves(ra, rb, la >= lb, depth);
        }
    }

    private void halves(Interval ra, Interval rb, boolean first, int depth) {
        Interval r = first ? ra : rb;
        for (Interval half : List.of(new Interval(r.lo(), r.middle()), new Interval(r.middle(), r.hi()))) {
            visit(first ? half : ra, first ? rb : half, depth + 1);
        }
    }

    /** Whether the first curve's stretch runs along the second curve all the way. */
    private boolean along(Interval ra) {
        for (int i = 0; i <= 4; i++) {
            Vec3 p = a.point(ra.at(i / 4.0));
            if (b.point(b.project(p)).distance(p) > tol.linear()) {
                return false;
            }
        }
        return true;
    }

    /** The distance between two chords, each from a point along a way; or less. */
    private static double chords(Vec3 p, Vec3 u, Vec3 q, Vec3 v) {
        // the least distance lies at an end of one of them, or where the two are square to both
        double best = Math.min(
                Math.min(toChord(p, q, v), toChord(p.plus(1, u), q, v)),
                Math.min(toChord(q, p, u), toChord(q.plus(1, v), p, u)));
        Vec3 n = u.cross(v);
        double nn = n.dot(n);
        if (nn > 1e-24 * u.dot(u) * v.dot(v)) {
            Vec3 d = q.minus(p);
            double t = d.cross(v).dot(n) / nn;
            double s = d.cross(u).dot(n) / nn;
            if (t >= 0 && t <= 1 && s >= 0 && s <= 1) {
                best = Math.min(best, p.plus(t, u).distance(q.plus(s, v)));
            }
        }
        return best;
    }

    private static double toChord(Vec3 p, Vec3 q, Vec3 v) {
        double vv = v.dot(v);
        double f = vv > 0 ? Math.max(0, Math.min(1, p.minus(q).dot(v) / vv)) : 0;
        return p.distance(q.plus(f, v));
    }

    /** Looks for the least distance, and keeps it when the curves meet there. Whether they do. */
    private boolean least(Interval ra, Interval rb) {
        double t = ra.middle();
        double s = rb.middle();
        for (int k = 0; k < 40; k++) {
            Vec3 d = a.point(t).minus(b.point(s));
            Vec3 da = a.derivative(t);
            Vec3 db = b.derivative(s);
            double ga = -d.dot(da);
            double gb = d.dot(db);
            double aa = da.dot(da);
            double ab = -da.dot(db);
            double bb = db.dot(db);
            double det = aa * bb - ab * ab;
            double haa = aa + d.dot(a.second(t));
            double hbb = bb - d.dot(b.second(s));
            double full = haa * hbb - ab * ab;
            double st;
            double ss;
            if (haa > 0 && hbb > 0 && full > 1e-9 * aa * bb) {
                st = (hbb * ga - ab * gb) / full;
                ss = (haa * gb - ab * ga) / full;
            } else if (det > 1e-9 * aa * bb) {
                st = (bb * ga - ab * gb) / det;
                ss = (aa * gb - ab * ga) / det;
            } else {
                st = 0.5 * ga / aa;
                ss = 0.5 * gb / bb;
            }
            double t1 = Math.max(ra.lo(), Math.min(ra.hi(), t + st));
            double s1 = Math.max(rb.lo(), Math.min(rb.hi(), s + ss));
            boolean still = Math.abs(t1 - t) * Math.sqrt(aa) + Math.abs(s1 - s) * Math.sqrt(bb) < 1e-12;
            t = t1;
            s = s1;
            if (still) {
                break;
            }
        }
        Vec3 p = a.point(t);
        if (p.distance(b.point(s)) > tol.linear()) {
            return false;
        }
        if (together(t, s)) {
            return true;
        }
        boolean touching = a.tangent(t).cross(b.tangent(s)).length() < 1e-5;
        for (int i = 0; i < found.size(); i++) {
            Meeting m = found.get(i);
            if (isOne(m, t, s) || oneContact(m, t)) {
                if (p.distance(b.point(s)) < a.point(m.t()).distance(b.point(m.s()))) {
                    found.set(i, new Meeting(t, s, touching));
                }
                return true;
            }
        }
        found.add(new Meeting(t, s, touching));
        return true;
    }

    /** Whether a meeting is one that was found, seen again; a curve may pass a place twice. */
    private boolean isOne(Meeting m, double t, double s) {
        double near = 100 * tol.linear();
        return a.point(m.t()).distance(a.point(t)) <= 4 * tol.linear()
                && round(a, m.t(), t) * a.speed()
                        <= near * Math.max(1, a.speed() / a.derivative(t).length())
                && round(b, m.s(), s) * b.speed()
                        <= near * Math.max(1, b.speed() / b.derivative(s).length());
    }

    /** How far apart two parameters are, also round a curve that closes. */
    private static double round(Curve c, double t, double s) {
        double d = Math.abs(t - s);
        return c.period() > 0 ? Math.min(d, Math.abs(c.period() - d)) : d;
    }

    /** Whether the curves stay within the tolerance all the way from a meeting found to another. */
    private boolean oneContact(Meeting m, double t) {
        for (double f : new double[] {0.25, 0.5, 0.75}) {
            Vec3 p = a.point(m.t() + f * (t - m.t()));
            if (b.point(b.project(p)).distance(p) > tol.linear()) {
                return false;
            }
        }
        return true;
    }

    /** Whether the curves run along each other there. */
    private boolean together(double t, double s) {
        Vec3 ta = a.tangent(t);
        if (ta.cross(b.tangent(s)).length() > 1e-4) {
            return false;
        }
        double step = 0.02
                * Math.min(1, Math.min(a.bendNear(t), 1e3))
                / a.derivative(t).length();
        for (int sign = -1; sign <= 1; sign += 2) {
            Vec3 p = a.point(t + sign * step);
            if (b.point(b.project(p)).distance(p) > tol.linear()) {
                return false;
            }
        }
        return true;
    }
}
