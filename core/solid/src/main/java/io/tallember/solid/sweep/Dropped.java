package io.tallember.solid.sweep;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.Between;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.util.ArrayList;
import java.util.List;

/** A way dropped onto faces, along a direction or square to them: a leg for each stretch on one face. */
public final class Dropped {
    private static final int EACH = 60;
    private static final int HALVINGS = 48;
    /** How far from where it leaves a face within tolerance it crosses the rim, at most, in mm. */
    private static final double NEAR_RIM = 1e-2;

    private final List<Face> faces;
    private final Vec3 direction;
    private final double reach;
    private final Tolerance tol;

    /** Where a point comes to lie: on which face, and how far from it. */
    private record Landing(Face face, double away, Vec3 place) {}

    private Dropped(List<Face> faces, Vec3 direction, double reach, Tolerance tol) {
        this.faces = faces;
        this.direction = direction;
        this.reach = reach;
        this.tol = tol;
    }

    /**
     * The dropped way's legs: lines and arcs where they are, else fitted within 1e-9 mm.
     *
     * @param direction of unit length, or null for square to the faces
     * @param id what the legs are called, with their number
     * @throws GeometryException NO_CONTACT where a point of the way meets none of the faces
     */
    public static List<Leg> of(Way way, List<Face> faces, Vec3 direction, String id, Tolerance tol) {
        double reach = 1;
        for (Face f : faces) {
            for (Vec3 p : way.drawn()) {
                reach = Math.max(
                        reach, 2 * (f.bounds().diagonal() + f.bounds().centre().distance(p)));
            }
        }
        Dropped d = new Dropped(faces, direction, reach, tol);
        List<Leg> out = new ArrayList<>();
        for (Leg l : way.legs()) {
            d.leg(l, id, out);
        }
        return out;
    }

    private static Vec3 on(Leg l, double s) {
        return l.curve().point(l.from() + s * (l.to() - l.from()));
    }

    private void leg(Leg l, String id, List<Leg> out) {
        double from = 0;
        Landing now = landing(on(l, 0));
        double before = 0;
        for (int i = 1; i <= EACH; i++) {
            double s = i / (double) EACH;
            Landing next = landing(on(l, s));
            while (next.face != now.face) {
                double cut = onRim(l, last(l, before, s, now.face), now);
                if (cut - from > 1e-7) {
                    out.add(piece(l, from, cut, now, id + "." + (out.size() + 1)));
                }
                from = cut;
                Landing left = now;
                for (double step = 1e-9; now.face == left.face && before < s; step *= 4) {
                    before = Math.min(s, cut + step);
                    now = landing(on(l, before));
                }
                if (before >= s) {
                    break;
                }
            }
            now = next;
            before = s;
        }
        if (1 - from > 1e-7) {
            out.add(piece(l, from, 1, now, id + "." + (out.size() + 1)));
        }
    }

    /** The last share before another at which it lies on a face. */
    private double last(Leg l, double from, double to, Face face) {
        double lo = from;
        double hi = to;
        for (int i = 0; i < HALVINGS; i++) {
            double mid = 0.5 * (lo + hi);
            if (landing(on(l, mid)).face == face) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return hi;
    }

    /** The share at which it crosses the rim of a face, near one that was found within tolerance. */
    private double onRim(Leg l, double cut, Landing now) {
        Vec3 p = landed(on(l, cut), now.face.surface(), now.away).place;
        Coedge rim = null;
        double least = Double.POSITIVE_INFINITY;
        for (Coedge c : now.face.coedges()) {
            double off = c.curve().point(c.curve().project(p, c.range())).distance(p);
            if (off < least) {
                least = off;
                rim = c;
            }
        }
        double slack = NEAR_RIM / l.length();
        double lo = Math.max(0, cut - slack);
        double hi = Math.min(1, cut + slack);
        if (rim == null || side(l, lo, now, rim) <= 0 || side(l, hi, now, rim) >= 0) {
            return cut;
        }
        for (int i = 0; i < HALVINGS; i++) {
            double mid = 0.5 * (lo + hi);
            if (side(l, mid, now, rim) > 0) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return 0.5 * (lo + hi);
    }

    /** How far inside a face's rim it comes to lie, in mm. */
    private double side(Leg l, double share, Landing now, Coedge rim) {
        Vec3 q = landed(on(l, share), now.face.surface(), now.away).place;
        double t = rim.curve().project(q, rim.range());
        Vec3 foot = rim.curve().point(t);
        return q.minus(foot).dot(now.face.outward(foot).cross(rim.travel(t)));
    }

    private Leg piece(Leg l, double from, double to, Landing last, String id) {
        double[] joints = l.curve().breaks(l.range());
        double[] breaks = java.util.stream.DoubleStream.concat(
                        java.util.stream.DoubleStream.of(from, to),
                        java.util.Arrays.stream(joints)
                                .map(t -> (t - l.from()) / (l.to() - l.from()))
                                .filter(s -> s > from + 1e-9 && s < to - 1e-9))
                .sorted()
                .toArray();
        return Between.fitted(s -> landed(on(l, s), last.face.surface(), last.away).place, breaks, id);
    }

    /** Where a point comes to lie on a surface, as far away as another did, or nearly. */
    private Landing landed(Vec3 p, Surface s, double away) {
        if (direction == null) {
            Vec2 uv = s.project(p);
            Vec3 foot = s.point(uv.x(), uv.y());
            return new Landing(null, foot.distance(p), foot);
        }
        Landing best = null;
        for (Meeting m : CurveSurface.meet(new Line(p, direction), new Interval(-reach, reach), s, tol)) {
            if (best == null || Math.abs(m.t() - away) < Math.abs(best.away - away)) {
                best = new Landing(null, m.t(), p.plus(m.t(), direction));
            }
        }
        if (best == null) {
            throw missed(p);
        }
        return best;
    }

    private GeometryException missed(Vec3 p) {
        return new GeometryException(
                Reason.NO_CONTACT,
                "it misses the picked faces near " + p.said()
                        + ". Pick the faces there too, turn the direction, or end the line before.");
    }

    private Landing landing(Vec3 p) {
        Landing best = null;
        for (Face f : faces) {
            Landing l = landing(p, f);
            if (l != null && (best == null || l.away < best.away - tol.linear())) {
                best = l;
            }
        }
        if (best == null) {
            throw missed(p);
        }
        return best;
    }

    private Landing landing(Vec3 p, Face f) {
        if (direction == null) {
            Landing l = landed(p, f.surface(), 0);
            return in(f, l.place) ? new Landing(f, l.away, l.place) : null;
        }
        Landing best = null;
        for (Meeting m :
                CurveSurface.meet(new Line(p, direction), new Interval(-tol.linear(), reach), f.surface(), tol)) {
            Vec3 place = p.plus(m.t(), direction);
            if ((best == null || m.t() < best.away) && in(f, place)) {
                best = new Landing(f, m.t(), place);
            }
        }
        return best;
    }

    private boolean in(Face f, Vec3 p) {
        return f.region().locate(p, tol) != SurfaceRegion.Place.OUTSIDE;
    }
}
