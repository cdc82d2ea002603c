package io.tallember.geometry.intersect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Where two stretches of any curves come nearer to each other than the tolerance: stretches are halved until their boxes are
 * apart or they are nearly straight, then the least distance is found by Newton's method.
 */
final class Nearness {
    private static final double TURN = 0.25;
    private static final int DEEPEST = 60;
    private static final int MOST_VISITS = 100_000;

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
        boolean bentA = bent(a, ra);
        boolean bentB = bent(b, rb);
        double la = a.point(ra.lo()).distance(a.point(ra.hi()));
        double lb = b.point(rb.lo()).distance(b.point(rb.hi()));
        boolean splitA = bentA || la > 4 * lb;
        boolean splitB = bentB || lb > 4 * la;
        if ((splitA || splitB) && depth < DEEPEST && Math.max(la, lb) > 20 * tol.linear()) {
            boolean first = splitA && (!splitB || la >= lb);
            Interval r = first ? ra : rb;
            for (Interval half : List.of(new Interval(r.lo(), r.middle()), new Interval(r.middle(), r.hi()))) {
                visit(first ? half : ra, first ? rb : half, depth + 1);
            }
            return;
        }
        least(ra, rb);
    }

    private static boolean bent(Curve c, Interval r) {
        return !(c instanceof Line) && c.tangent(r.lo()).dot(c.tangent(r.hi())) < Math.cos(TURN);
    }

    private void least(Interval ra, Interval rb) {
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
        if (p.distance(b.point(s)) > tol.linear() || together(t, s)) {
            return;
        }
        boolean touching = a.tangent(t).cross(b.tangent(s)).length() < 1e-5;
        for (int i = 0; i < found.size(); i++) {
            Meeting m = found.get(i);
            if (a.point(m.t()).distance(p) <= 4 * tol.linear() || oneContact(m, t)) {
                if (p.distance(b.point(s)) < a.point(m.t()).distance(b.point(m.s()))) {
                    found.set(i, new Meeting(t, s, touching));
                }
                return;
            }
        }
        found.add(new Meeting(t, s, touching));
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
