package io.tallember.sketch;

import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * The cubic spline through points whose second derivative is continuous, with the parameter spaced by the square roots of the
 * chords (centripetal; E. Lee, Choosing nodes in parametric curve interpolation, 1989). Open ends have no bend, or go by a
 * handle. Two points with both handles give the cubic with these four poles.
 *
 * @param <N> plain numbers, or numbers with derivatives
 */
public final class ThroughPoints<N extends Arithmetic<N>> {
    /** A point or vector. */
    public record Pair<N>(N x, N y) {}

    private final List<Pair<N>> q;
    private final List<N> h = new ArrayList<>();
    private final Pair<N> startHandle;
    private final Pair<N> endHandle;
    private final List<Pair<N>> slopes;
    /** The number of the first piece among all, and of pieces. */
    private final int first;

    private final int count;

    /**
     * @param p no two in a row at one place
     * @param startHandle the second pole of the first piece, or null
     * @param endHandle the last pole but one, or null
     */
    public ThroughPoints(List<Pair<N>> p, boolean closed, Pair<N> startHandle, Pair<N> endHandle) {
        this.startHandle = closed ? null : startHandle;
        this.endHandle = closed ? null : endHandle;
        // a closed curve by an odd number of turns of its points, of which the middle one is settled
        int turns = closed ? Math.max(3, (int) Math.ceil(60.0 / p.size()) | 1) : 1;
        List<Pair<N>> all = new ArrayList<>();
        for (int k = 0; k < turns; k++) {
            all.addAll(p);
        }
        if (closed) {
            all.add(p.get(0));
        }
        q = all;
        for (int i = 0; i + 1 < q.size(); i++) {
            N dx = q.get(i + 1).x().minus(q.get(i).x());
            N dy = q.get(i + 1).y().minus(q.get(i).y());
            h.add(dx.times(dx).plus(dy.times(dy)).root().root());
        }
        first = turns / 2 * p.size();
        count = closed ? p.size() : p.size() - 1;
        List<N> xs =
                slopes(q.stream().map(Pair::x).toList(), handle(this.startHandle, true), handle(this.endHandle, true));
        List<N> ys = slopes(
                q.stream().map(Pair::y).toList(), handle(this.startHandle, false), handle(this.endHandle, false));
        slopes = new ArrayList<>();
        for (int i = 0; i < xs.size(); i++) {
            slopes.add(new Pair<>(xs.get(i), ys.get(i)));
        }
    }

    private static <N> N handle(Pair<N> h, boolean x) {
        return h == null ? null : x ? h.x() : h.y();
    }

    public int pieces() {
        return count;
    }

    /** The four poles of a piece. */
    public List<Pair<N>> poles(int piece) {
        int i = first + piece;
        N third = h.get(i).times(1 / 3.0);
        Pair<N> a = q.get(i);
        Pair<N> b = q.get(i + 1);
        Pair<N> u = slopes.get(i);
        Pair<N> v = slopes.get(i + 1);
        return List.of(
                a,
                new Pair<>(a.x().plus(third.times(u.x())), a.y().plus(third.times(u.y()))),
                new Pair<>(b.x().minus(third.times(v.x())), b.y().minus(third.times(v.y()))),
                b);
    }

    /** How wide a piece is in the curve's parameter. */
    N width(int piece) {
        return h.get(first + piece);
    }

    /** First derivatives at the points, by the tridiagonal system of continuous second ones. */
    private List<N> slopes(List<N> p, N startPole, N endPole) {
        int n = p.size();
        N zero = p.get(0).times(0);
        List<N> mid = new ArrayList<>();
        List<N> right = new ArrayList<>();
        List<N> high = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            N low = zero;
            N m;
            N up = zero;
            N r;
            if (i == 0 && startPole != null) {
                m = one(p.get(0));
                r = startPole.minus(p.get(0)).times(3).over(h.get(0));
            } else if (i == n - 1 && endPole != null) {
                m = one(p.get(0));
                r = p.get(n - 1).minus(endPole).times(3).over(h.get(n - 2));
            } else if (i == 0) {
                m = one(p.get(0)).times(2);
                up = one(p.get(0));
                r = slope(p, 0).times(3);
            } else if (i == n - 1) {
                low = one(p.get(0));
                m = low.times(2);
                r = slope(p, n - 2).times(3);
            } else {
                low = h.get(i);
                m = h.get(i - 1).plus(h.get(i)).times(2);
                up = h.get(i - 1);
                r = slope(p, i)
                        .times(h.get(i - 1))
                        .plus(slope(p, i - 1).times(h.get(i)))
                        .times(3);
            }
            if (i > 0) { // what stands below the diagonal is cleared as the rows are made
                N f = low.over(mid.get(i - 1));
                m = m.minus(f.times(high.get(i - 1)));
                r = r.minus(f.times(right.get(i - 1)));
            }
            mid.add(m);
            high.add(up);
            right.add(r);
        }
        List<N> x = new ArrayList<>(right);
        x.set(n - 1, right.get(n - 1).over(mid.get(n - 1)));
        for (int i = n - 2; i >= 0; i--) {
            x.set(i, right.get(i).minus(high.get(i).times(x.get(i + 1))).over(mid.get(i)));
        }
        return x;
    }

    private N one(N like) {
        N width = h.get(0);
        return width.over(width).plus(like.times(0));
    }

    private N slope(List<N> p, int i) {
        return p.get(i + 1).minus(p.get(i)).over(h.get(i));
    }

    static ThroughPoints<Arithmetic.Real> plain(List<Vec3> p, boolean closed, Vec3 startHandle, Vec3 endHandle) {
        return new ThroughPoints<>(
                p.stream().map(ThroughPoints::pair).toList(), closed, pair(startHandle), pair(endHandle));
    }

    private static Pair<Arithmetic.Real> pair(Vec3 v) {
        return v == null ? null : new Pair<>(new Arithmetic.Real(v.x()), new Arithmetic.Real(v.y()));
    }

    /**
     * As one curve in the plane z = 0.
     *
     * @param turns how many times a closed one is gone round; 1 for an open one
     */
    static Nurbs spline(ThroughPoints<Arithmetic.Real> s, int turns) {
        List<Vec3> poles = new ArrayList<>();
        int count = turns * s.count;
        double[] knots = new double[3 * count + 5];
        double t = 0;
        for (int i = 0; i < count; i++) {
            List<Pair<Arithmetic.Real>> four = s.poles(i % s.count);
            for (int k = i == 0 ? 0 : 1; k < 4; k++) {
                poles.add(new Vec3(four.get(k).x().value(), four.get(k).y().value(), 0));
            }
            t += s.width(i % s.count).value();
            for (int k = 0; k < 3; k++) {
                knots[4 + 3 * i + k] = t;
            }
        }
        knots[3 * count + 4] = t;
        return Nurbs.of(3, knots, poles);
    }
}
