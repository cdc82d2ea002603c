package io.tallember.sketch.edit;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/**
 * What is left of the copies of a chain beside it where they run into one another: of all stretches between the places where the
 * copies cross, those that nowhere come nearer to the chain than the copies' distance. They close to one loop or to several.
 */
final class Pieces {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final double NEARER = 1e-7;

    /**
     * A stretch of a copy, as the chain runs.
     *
     * @param links the numbers of the curves in the chain of which it is a copy: several when those lie in one line
     */
    record Piece(List<Integer> links, Vec2 from, Vec2 to) {
        /** Both as one stretch when they lie on each other or go on in one line; null when they don't. */
        Piece with(Piece o) {
            Vec2 d = to.minus(from);
            double l = d.length();
            Vec2 u = new Vec2(d.x() / l, d.y() / l);
            double a = o.from.minus(from).dot(u);
            double b = o.to.minus(from).dot(u);
            boolean inLine =
                    Math.abs(u.cross(o.from.minus(from))) < NEARER && Math.abs(u.cross(o.to.minus(from))) < NEARER;
            if (!inLine || a > b || a > l + NEARER || b < -NEARER) {
                return null;
            }
            List<Integer> all = new ArrayList<>(links);
            all.addAll(o.links);
            return new Piece(all, a < 0 ? o.from : from, b > l ? o.to : to);
        }
    }

    private record Copy(int link, Curve curve, Interval range, boolean forward) {
        Vec2 at(double t) {
            Vec3 p = curve.point(t);
            return new Vec2(p.x(), p.y());
        }
    }

    private final Chain chain;
    private final double d;
    private final List<Copy> copies = new ArrayList<>();

    private Pieces(Chain chain, double d) {
        this.chain = chain;
        this.d = d;
    }

    /**
     * @param d to the left of the chain's run, in mm
     * @return empty when nothing is left
     */
    static List<Piece> of(Chain chain, double d) {
        Pieces p = new Pieces(chain, d);
        int n = chain.links().size();
        for (int i = 0; i < n; i++) {
            p.copy(i);
        }
        return p.merged(p.kept());
    }

    /** Copies that lie on each other, of lines that are in line, as one. */
    private List<Piece> merged(List<Piece> all) {
        List<Piece> out = new ArrayList<>();
        for (Piece next : all) {
            Piece p = next;
            for (int i = 0; i < out.size(); i++) {
                Piece o = out.get(i);
                boolean lines = straight(o) && straight(p);
                Piece both = lines ? o.with(p) : null;
                if (both != null) {
                    out.remove(i);
                    p = both;
                    i = -1;
                }
            }
            out.add(p);
        }
        return out;
    }

    private boolean straight(Piece p) {
        return link(p.links().get(0)).curve() instanceof SketchLine;
    }

    private Chain.Link link(int i) {
        int n = chain.links().size();
        return i >= 0 && i < n
                ? chain.links().get(i)
                : chain.closed() ? chain.links().get((i + n) % n) : null;
    }

    /** One copy: at corners that open on its side as far as where it meets the next, else just as long as the original. */
    private void copy(int i) {
        Chain.Link k = link(i);
        Vec2 from = end(link(i - 1), k, false);
        Vec2 to = end(k, link(i + 1), true);
        boolean line = k.curve() instanceof SketchLine;
        double radius = k.radius() - (k.forward() ? d : -d);
        if (line ? to.minus(from).dot(k.to().minus(k.from())) > 0 : radius > 1e-6) {
            Strand s = new Offset.Laid(from, to, radius).strand(k);
            copies.add(new Copy(i, s.curve(), s.range(), line || k.forward()));
        }
    }

    private Vec2 end(Chain.Link first, Chain.Link second, boolean stop) {
        Chain.Link own = stop ? first : second;
        Vec2 plain = own.beside(!stop, d);
        if (first == null || second == null || first == second || first.smoothInto(second)) {
            return plain;
        }
        boolean opens = first.direction(false).cross(second.direction(true)) * d < 0;
        Vec2 meeting = opens ? first.meeting(second, d) : null;
        return meeting == null ? plain : meeting;
    }

    private List<Piece> kept() {
        List<Piece> out = new ArrayList<>();
        for (Copy c : copies) {
            TreeSet<Double> cuts =
                    new TreeSet<>(List.of(c.range().lo(), c.range().hi()));
            for (Copy o : copies) {
                Patience.check();
                if (o != c) {
                    for (Meeting m : CurveCurve.meet(c.curve(), c.range(), o.curve(), o.range(), TOL)) {
                        cuts.add(Math.max(c.range().lo(), Math.min(c.range().hi(), m.t())));
                    }
                }
            }
            List<Double> all = new ArrayList<>(cuts);
            Vec2 begun = null;
            Vec2 last = null;
            for (int i = 0; i + 1 < all.size(); i++) {
                Vec2 a = c.at(all.get(i));
                Vec2 b = c.at(all.get(i + 1));
                if (a.distance(b) < 1e-9 && all.get(i + 1) - all.get(i) < 1) {
                    continue;
                }
                boolean stays = clear(c.at((all.get(i) + all.get(i + 1)) / 2));
                if (stays && begun == null) {
                    begun = a;
                } else if (!stays && begun != null) {
                    out.add(piece(c, begun, last));
                    begun = null;
                }
                last = b;
            }
            if (begun != null) {
                out.add(piece(c, begun, last));
            }
        }
        return out;
    }

    private static Piece piece(Copy c, Vec2 a, Vec2 b) {
        return c.forward() ? new Piece(List.of(c.link()), a, b) : new Piece(List.of(c.link()), b, a);
    }

    private boolean clear(Vec2 p) {
        Vec3 q = p.flat();
        for (Chain.Link k : chain.links()) {
            Strand s = k.sketch().strand(k.curve()).orElseThrow();
            if (s.curve().point(s.curve().project(q, s.range())).distance(q) < Math.abs(d) - NEARER) {
                return false;
            }
        }
        return true;
    }
}
