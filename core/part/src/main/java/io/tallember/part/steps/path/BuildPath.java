package io.tallember.part.steps.path;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Climb;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.RoundedCorners;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.part.EdgeReference;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.PointFinder;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.Ways;
import java.util.ArrayList;
import java.util.List;

/** Lays a path, leg by leg. */
final class BuildPath {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final String WHOSE = "this path";

    private final PathStep step;
    private final Stand before;
    private final List<String> notes;
    private final List<Leg> legs = new ArrayList<>();
    /** The radius of the corner before each of them. */
    private final List<Double> bends = new ArrayList<>();

    private Vec3 at;
    private Vec3 way;

    private BuildPath(PathStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(PathStep step, Stand before, List<String> notes) {
        return before.with(step.id(), new BuildPath(step, before, notes).way());
    }

    private Way way() {
        start();
        Vec3 first = null;
        for (int i = 0; i < step.legs().size(); i++) {
            PathLeg leg = step.legs().get(i);
            try {
                add(leg);
            } catch (GeometryException e) {
                throw new GeometryException(e.reason(), "Leg " + (i + 1) + ": " + e.sentence(), e.remedy());
            }
            first = first == null ? legs.get(0).start() : first;
        }
        if (step.closed() && at.distance(first) > 10 * TOL.linear()) {
            append(List.of(Leg.straight(at, first, "close")), null);
        }
        double[] radii = bends.stream().mapToDouble(Double::doubleValue).toArray();
        return Way.of(RoundedCorners.of(legs, radii, TOL), TOL);
    }

    private void start() {
        if (step.start() instanceof PathStep.Start.At a) {
            at = a.place();
        } else if (step.start() instanceof PathStep.Start.Corner c) {
            at = PointFinder.place(c.corner(), WHOSE, before, notes);
        } else if (step.start() instanceof PathStep.Start.End e) {
            Way other = before.ways().get(e.path());
            if (other == null) {
                throw new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The path from whose end this one goes on isn't built. Switch it on, or begin somewhere else.");
            }
            Leg last = other.legs().get(other.legs().size() - 1);
            at = last.end();
            way = last.way(last.to());
        }
    }

    private void add(PathLeg leg) {
        if (leg instanceof PathLeg.Straight s) {
            straight(s);
        } else if (leg instanceof PathLeg.Arc a) {
            arc(a);
        } else if (leg instanceof PathLeg.Spline s) {
            spline(s);
        } else if (leg instanceof PathLeg.Edges e) {
            follow(edges(e), e);
        } else if (leg instanceof PathLeg.Lines l) {
            follow(Ways.line(l.sketch(), l.line(), before, notes, l.id()), l);
        } else {
            coil((PathLeg.Coil) leg);
        }
    }

    private void append(List<Leg> more, Double bend) {
        for (int i = 0; i < more.size(); i++) {
            legs.add(more.get(i));
            bends.add(i > 0 ? 0 : bend == null ? step.bend() : bend);
        }
        Leg last = legs.get(legs.size() - 1);
        at = last.end();
        way = last.way(last.to());
    }

    private Vec3 direction(Toward t) {
        if (t.word().equals(Toward.ON)) {
            if (way == null) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "There is nothing before it to go straight on from. Choose a direction.");
            }
            return way;
        }
        if (t.base() != null) {
            return t.base();
        }
        Vec3 d = Axes.of(t.axis(), WHOSE, before, notes).direction();
        return t.flipped() ? d.negated() : d;
    }

    private void placed() {
        if (at == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "The path has no place yet to begin at. Choose where it begins.");
        }
    }

    private void straight(PathLeg.Straight s) {
        placed();
        Vec3 d = direction(s.toward());
        double length = s.length();
        if (s.level() != null) {
            Vec3 p = PointFinder.place(s.level(), WHOSE, before, notes);
            length = p.minus(at).dot(d);
            if (length <= 10 * TOL.linear()) {
                throw new GeometryException(
                        Reason.WRONG_WAY,
                        "what it should be level with lies " + Terms.length(-length)
                                + " behind where the leg begins. Turn its direction, or pick something else.");
            }
        }
        append(List.of(Leg.straight(at, at.plus(length, d), s.id())), s.bend());
    }

    private void arc(PathLeg.Arc a) {
        placed();
        if (way == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "an arc comes smoothly out of a leg before it. Begin with a straight leg.");
        }
        Vec3 to = direction(a.toward());
        Vec3 side = to.plus(-to.dot(way), way);
        if (side.length() < 1e-6) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "the path goes that way already, or just against it. Choose a direction to turn to.");
        }
        Vec3 centre = at.plus(a.radius(), side.unit());
        Vec3 axis = way.cross(side.unit());
        double angle = a.angle() > 0 ? a.angle() : Math.atan2(way.cross(to).length(), way.dot(to));
        Circle c = new Circle(Frame.of(centre, axis, at.minus(centre)), a.radius());
        append(List.of(new Leg(c, new Interval(0, angle), true, a.id())), 0.0);
    }

    private void spline(PathLeg.Spline s) {
        List<Vec3> points = new ArrayList<>(s.points());
        if (at != null) {
            points.add(0, at);
        }
        if (points.size() < 2) {
            throw new GeometryException(Reason.BAD_VALUE, "a smooth leg needs two points. Add another.");
        }
        Nurbs n = Through.points(
                points, s.smooth() && way != null ? way : null, s.end() == null ? null : direction(s.end()));
        append(List.of(new Leg(n, n.whole(), true, s.id())), s.bend());
    }

    private List<Leg> edges(PathLeg.Edges e) {
        List<Leg> all = new ArrayList<>();
        for (EdgeReference ref : e.edges()) {
            all.add(Ways.edge(ref, WHOSE, before, notes, e.id() + "." + (all.size() + 1)));
        }
        return Ways.ordered(all, at);
    }

    /** Goes along what lies there already, whichever of its ends is where the path is. */
    private void follow(List<Leg> found, PathLeg leg) {
        List<Leg> all = found;
        if (at != null) {
            Vec3 first = all.get(0).start();
            Vec3 last = all.get(all.size() - 1).end();
            if (last.distance(at) < first.distance(at)) {
                all = Ways.reversed(all);
            }
            double gap = all.get(0).start().distance(at);
            if (gap > 10 * TOL.linear()) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "it begins " + Terms.length(gap) + " from where the path is, near " + at.said()
                                + ". Lead the path there first, or begin with this leg.");
            }
        }
        append(all, leg.bend());
    }

    private void coil(PathLeg.Coil c) {
        Line axis = Axes.of(c.axis(), WHOSE, before, notes);
        Frame f = Frame.of(axis.origin(), axis.direction());
        if (at != null) {
            Vec3 foot = axis.point(axis.project(at));
            if (foot.distance(at) < 10 * TOL.linear()) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "the path is on the coil's axis. Lead it away from the axis first.");
            }
            f = Frame.of(foot, axis.direction(), at.minus(foot));
        } else {
            f = new Frame(
                    f.origin(),
                    f.x().times(Math.cos(c.start())).plus(Math.sin(c.start()), f.y()),
                    f.y().times(Math.cos(c.start())).plus(-Math.sin(c.start()), f.x()),
                    f.z());
        }
        double radius = at != null ? f.origin().distance(at) : c.diameter() / 2;
        // left-hand: the same seen from below, climbing against that
        Frame turning = c.left() ? new Frame(f.origin(), f.x(), f.y().negated(), f.z().negated()) : f;
        double flare = c.grow() / 2 / (2 * Math.PI);
        double pitch = pitch(c, radius);
        double turns = c.by() == PathLeg.By.PITCH_HEIGHT ? c.height() / pitch : c.turns();
        if (turns > PathLeg.Coil.MOST_TURNS) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "the coil would have more than 400 turns. Give it a larger pitch, or make it lower.");
        }
        double angle = 2 * Math.PI * turns;
        if (c.leave() != null) {
            angle = leaving(turning, radius, flare, angle, direction(c.leave()));
        }
        if (!(Math.min(radius, radius + flare * angle) > 10 * TOL.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "the coil narrows by " + Terms.length(-c.grow())
                            + " a turn and would reach its own axis. Let it narrow" + " less, or give it fewer turns.");
        }
        Helix h = new Helix(turning, radius, flare, Climb.even((c.left() ? -pitch : pitch) / (2 * Math.PI)));
        append(List.of(new Leg(h, new Interval(0, angle), true, c.id())), c.bend());
    }

    private static double pitch(PathLeg.Coil c, double radius) {
        return switch (c.by()) {
            case PITCH_TURNS, PITCH_HEIGHT -> c.pitch();
            case TURNS_HEIGHT -> c.height() / c.turns();
            case WIRE_TURNS -> close(radius, c.wire() + c.gap());
        };
    }

    /**
     * The least pitch at which neighbouring turns are so far apart: their nearest points aren't one above the other, but square to
     * the climb.
     */
    private static double close(double r, double apart) {
        double lo = apart;
        double hi = apart;
        while (between(r, hi) < apart) {
            lo = hi;
            hi *= 1.02;
            if (hi > 4 * r + 4 * apart) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "the wire is too thick to be wound on a radius of " + Terms.length(r)
                                + ". Make the coil wider, or the wire thinner.");
            }
        }
        for (int i = 0; i < 100 && hi - lo > 1e-15 * hi; i++) {
            double mid = 0.5 * (lo + hi);
            if (between(r, mid) < apart) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return hi;
    }

    /** The least distance of a helix's point from the next turn: from the nearest of places all round by Newton's method. */
    private static double between(double r, double pitch) {
        double rate = pitch / (2 * Math.PI);
        double t = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = -60; i <= 60; i++) {
            double x = Math.PI * i / 60;
            if (apart(r, pitch, x) < least) {
                least = apart(r, pitch, x);
                t = x;
            }
        }
        for (int i = 0; i < 30; i++) {
            double f = r * r * Math.sin(t) + (pitch + rate * t) * rate;
            double g = r * r * Math.cos(t) + rate * rate;
            t -= g > 0 ? f / g : 0;
        }
        return Math.min(least, apart(r, pitch, t));
    }

    /** How far a point is from the one a turn and an angle later. */
    private static double apart(double r, double pitch, double t) {
        double z = pitch * (1 + t / (2 * Math.PI));
        return Math.sqrt(2 * r * r * (1 - Math.cos(t)) + z * z);
    }

    /** The angle nearest to another at which a coil, seen along its axis, goes a way. */
    private static double leaving(Frame f, double radius, double flare, double angle, Vec3 way) {
        double x = way.dot(f.x());
        double y = way.dot(f.y());
        if (Math.hypot(x, y) < 1e-6) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "a coil never goes straight along its axis. Choose another direction to leave along.");
        }
        double wanted = Math.atan2(y, x);
        double t = angle;
        for (int i = 0; i < 20; i++) {
            double ahead = Math.atan2(radius + flare * t, flare);
            double off = wanted - ahead - t;
            t += off - 2 * Math.PI * Math.rint(off / (2 * Math.PI));
        }
        return t > 1e-6 ? t : t + 2 * Math.PI;
    }
}
