package io.tallember.solid.local;

import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * The way of a ball's centre along an edge: where the two surfaces at the ball's radius from the edge's faces meet, followed from
 * the middle of the edge to both ends, and on beyond those at which the ball leaves the edge.
 */
final class Spine {
    private static final int STEPS = 40;
    /** The most that it may turn from one of its points to the next, in radians. */
    private static final double TURN = 0.2;

    /** Where on the edge a first place of the ball is looked for. */
    private static final double[] FROM = {0.5, 0.27, 0.73, 0.08, 0.92};

    private static final int MOST = 500;
    /** A step as a part of the edge's length, at most. */
    private static final double LONGEST = 1 / 12.0;

    private final Edge edge;
    private final Surface a;
    private final Surface b;
    private final double longest;
    private final UnaryOperator<Vec3> about;
    private double sign;

    private Spine(Edge edge, Surface a, Surface b, UnaryOperator<Vec3> about) {
        this.about = about;
        this.edge = edge;
        this.a = a;
        this.b = b;
        double length = 0;
        for (int i = 0; i < 24; i++) {
            length += edge.curve()
                    .point(edge.range().at(i / 24.0))
                    .distance(edge.curve().point(edge.range().at((i + 1) / 24.0)));
        }
        longest = length * LONGEST;
    }

    /**
     * @param a the surface at the radius from the one face
     * @param b the same of the other
     * @param about from where the centre beside a point of the edge is looked for
     * @return nothing where no ball of the radius rolls all along the edge
     */
    static Optional<IntersectionCurve> of(
            Edge edge, Surface a, Surface b, End start, End end, UnaryOperator<Vec3> about) {
        Spine s = new Spine(edge, a, b, about);
        for (double from : FROM) {
            IntersectionCurve way = s.followed(edge.range().at(from), start, end);
            if (way != null) {
                return Optional.of(way);
            }
        }
        return Optional.empty();
    }

    /**
     * Where the way leads.
     *
     * @param at the centre where the next ball takes over, or null for where the ball is beside the vertex
     * @param dies whether the two surfaces touch there
     * @param beyond how far it goes on past that, in mm
     */
    record End(Vertex vertex, Vec3 at, boolean dies, double beyond) {}

    private IntersectionCurve followed(double mid, End start, End stop) {
        Vec3 p = edge.curve().point(mid);
        Vec3 c = beside(p, Projected.onto(about.apply(p), List.of(a, b)));
        if (c == null || along(c).length() < 1e-5) {
            return null;
        }
        sign = Math.signum(along(c).dot(edge.curve().derivative(mid)));
        List<Vec3> on = new ArrayList<>(List.of(c));
        if (edge.closed()) {
            return closes(on) ? new IntersectionCurve(a, b, on, true) : null;
        }
        List<Vec3> back = new ArrayList<>(List.of(c));
        if (!reaches(on, 1, stop) || !reaches(back, -1, start)) {
            return null;
        }
        back.remove(0);
        Collections.reverse(back);
        back.addAll(on);
        return new IntersectionCurve(a, b, back, false);
    }

    private Vec3 along(Vec3 c) {
        return a.gradient(c).cross(b.gradient(c));
    }

    private Vec3 way(Vec3 c, int to) {
        Vec3 d = along(c);
        return d.length() < 1e-5 ? null : d.unit().times(sign * to);
    }

    /** Goes all round; true when it came back to its first point. */
    private boolean closes(List<Vec3> chain) {
        Vec3 first = chain.get(0);
        double h = longest;
        double gone = 0;
        while (chain.size() < MOST) {
            Vec3 from = chain.get(chain.size() - 1);
            if (gone > 6 * longest && first.distance(from) <= 1.3 * h) {
                Vec3 d = way(from, 1);
                boolean ahead = d != null && first.minus(from).dot(d) > 0.3 * first.distance(from);
                if (ahead || first.distance(from) < 0.3 * h) {
                    if (first.distance(from) < 0.3 * h) {
                        chain.remove(chain.size() - 1);
                    }
                    return true;
                }
            }
            double step = step(chain, 1, h);
            if (step == 0 || gone > 60 * longest) {
                return false;
            }
            gone += step;
            h = Math.min(longest, 1.5 * step);
        }
        return false;
    }

    /** Goes on to where the ball is beside a vertex, and some way beyond. */
    private boolean reaches(List<Vec3> chain, int to, End goal) {
        Vec3 target = goal.at() == null ? goal.vertex().point() : goal.at();
        double h = longest;
        while (chain.size() < MOST) {
            Vec3 from = chain.get(chain.size() - 1);
            Vec3 d = way(from, to);
            if (d == null) {
                return false;
            }
            double left = target.minus(from).dot(d);
            if (left <= h) {
                Vec3 end = goal.at() == null ? beside(target, from.plus(Math.max(0, left), d)) : target;
                Vec3 arrives = end == null ? null : goal.dies() ? d : way(end, to);
                boolean good = arrives != null
                        && end.minus(from).dot(d) > -1e-9
                        && end.distance(from) < 2 * h + 1e-6
                        && arrives.dot(d) > Math.cos(2 * TURN);
                if (good) {
                    if (end.distance(from) < 1e-6 && chain.size() > 1) {
                        chain.remove(chain.size() - 1);
                    }
                    chain.add(end);
                    double more = 0;
                    while (more < goal.beyond()) {
                        double step = step(chain, to, Math.min(goal.beyond() / 6, longest));
                        if (step == 0) {
                            break;
                        }
                        more += step;
                    }
                    return true;
                }
            }
            double step = step(chain, to, left > 0 ? Math.min(h, Math.max(0.6 * left, 1e-3 * longest)) : h);
            if (step == 0) {
                return false;
            }
            h = Math.min(longest, 1.5 * step);
        }
        return false;
    }

    /** Adds the next point; gives the length gone, zero when there is no way on. */
    private double step(List<Vec3> chain, int to, double most) {
        Vec3 from = chain.get(chain.size() - 1);
        Vec3 d = way(from, to);
        for (double h = most; d != null && h > 1e-3 * most; h *= 0.5) {
            Vec3 c = corrected(from.plus(h, d), d);
            Vec3 e = c == null ? null : way(c, to);
            if (e != null && c.distance(from.plus(h, d)) < 0.3 * h && e.dot(d) > Math.cos(TURN)) {
                chain.add(c);
                return h;
            }
        }
        return 0;
    }

    /** The common point of both surfaces and the plane through a point square to a direction, or null. */
    private Vec3 corrected(Vec3 from, Vec3 d) {
        return solved(from, from, d);
    }

    /** The point of the spine whose ball is beside a point: in the plane square to the spine through it; or null. */
    private Vec3 beside(Vec3 p, Vec3 guess) {
        return solved(p, guess, null);
    }

    /** @param square what the plane is square to; null for the spine itself, wherever it runs there */
    private Vec3 solved(Vec3 through, Vec3 guess, Vec3 square) {
        Vec3 x = guess;
        double before = 0;
        double gone = 0;
        for (int k = 0; k < STEPS; k++) {
            Vec3 d = square == null ? along(x) : square;
            if (d.length() < 1e-5) {
                return null;
            }
            d = d.unit();
            double ahead = through.minus(x).dot(d);
            // where the spine bends, what is left falls faster or slower than it is gone along
            double rate = square == null && k > 1 && Math.abs(gone) > 1e-9 ? (before - ahead) / gone : 1;
            gone = rate > 0.2 && rate < 20 ? ahead / rate : ahead;
            before = ahead;
            Vec3 step = newton(x, d, gone);
            if (step == null) {
                return null;
            }
            x = x.plus(step);
            if (step.length() < 1e-12 * (1 + x.length())) {
                return x;
            }
        }
        return null;
    }

    private Vec3 newton(Vec3 x, Vec3 d, double ahead) {
        Vec3 ga = a.gradient(x);
        Vec3 gb = b.gradient(x);
        double det = ga.dot(gb.cross(d));
        if (Math.abs(det) < 1e-7) {
            return null;
        }
        Vec3 step = gb.cross(d)
                .times(-a.signedDistance(x))
                .plus(-b.signedDistance(x), d.cross(ga))
                .plus(ahead, ga.cross(gb))
                .times(1 / det);
        return step.isFinite() ? step : null;
    }
}
