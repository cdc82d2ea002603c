package io.tallember.part.steps.path;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.RoundedCorners;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Through;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.Between;
import io.tallember.part.Along;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.PointFinder;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.Ways;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Dropped;
import io.tallember.solid.sweep.Mirrored;
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

    private final List<Laid> laid = new ArrayList<>();

    private Vec3 at;
    private Vec3 way;

    /**
     * How a leg was laid.
     *
     * @param from where the path was before it; null when it begins the path itself
     * @param places that it goes through, or its end
     * @param first the direction in which a smooth leg leaves, and {@code last} in which it ends; null where it is free
     */
    record Laid(String id, Vec3 from, List<Vec3> places, Vec3 first, Vec3 last) {}

    private BuildPath(PathStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(PathStep step, Stand before, List<String> notes) {
        return before.with(step.id(), new BuildPath(step, before, notes).way());
    }

    /** How the legs are laid, as far as they can be. */
    static List<Laid> laid(PathStep step, Stand before) {
        BuildPath b = new BuildPath(step, before, new ArrayList<>());
        try {
            b.start();
            step.legs().forEach(b::add);
        } catch (GeometryException e) {
            return b.laid; // the rest has no place
        }
        return b.laid;
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
        } else if (leg instanceof PathLeg.Bow w) {
            bow(w);
        } else if (leg instanceof SplineLeg s) {
            spline(s);
        } else if (leg instanceof PathLeg.Follow f) {
            follow(along(f), f);
        } else if (leg instanceof PathLeg.Pair p) {
            follow(pair(p), p);
        } else if (leg instanceof PathLeg.Drop d) {
            follow(dropped(d), d);
        } else {
            CoilLeg c = (CoilLeg) leg;
            Vec3 leave = c.leave() == null ? null : direction(c.leave(), 0);
            append(List.of(BuildCoil.leg(c, Axes.of(c.axis(), WHOSE, before, notes), at, leave)), c.bend());
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

    /** @param turn the angle to the leg before, where it is told so */
    private Vec3 direction(Toward t, double turn) {
        if (t.base() != null) {
            return t.base();
        }
        return switch (t.word()) {
            case Toward.ON -> on();
            case Toward.TURNED -> turned(t, turn);
            case Toward.TO -> to(t).unit();
            case Toward.EDGE -> tangent(t, at);
            default -> along(t);
        };
    }

    private Vec3 on() {
        if (way == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "There is nothing before it to go straight on from. Choose a direction.");
        }
        return way;
    }

    /** From where the path is to the point it goes to. */
    private Vec3 to(Toward t) {
        placed();
        Vec3 d = PointFinder.place(t.point(), WHOSE, before, notes).minus(at);
        if (!(d.length() > 10 * TOL.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "the path is at that point already. Pick another, or choose a direction.");
        }
        return d;
    }

    private Vec3 turned(Toward t, double turn) {
        Vec3 n = Planes.frame(t.plane(), WHOSE, before, notes).z();
        Vec3 in = on().plus(-on().dot(n), n);
        if (in.length() < 1e-6) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "the leg before runs square to that plane, so it can't be turned in it. Choose another plane.");
        }
        Vec3 x = in.unit();
        return x.times(Math.cos(turn)).plus(Math.sin(turn), n.cross(x));
    }

    /** How an edge runs where it is nearest to a place. */
    private Vec3 tangent(Toward t, Vec3 place) {
        Leg e = Ways.edge(t.edge(), WHOSE, before, notes, "e");
        Vec3 d = e.curve().tangent(e.curve().project(place == null ? e.start() : place, e.range()));
        return t.flipped() ? d.negated() : d;
    }

    private Vec3 along(Toward t) {
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
        Vec3 d = direction(s.toward(), s.turn());
        double length = s.toward().ends() ? to(s.toward()).length() : s.length();
        if (s.level() != null && !s.toward().ends()) {
            length = level(s.level(), d);
            if (length <= 10 * TOL.linear()) {
                throw new GeometryException(
                        Reason.WRONG_WAY,
                        "what it should be level with lies " + Terms.length(-length)
                                + " behind where the leg begins. Turn its direction, or pick something else.");
            }
        }
        Vec3 end = at.plus(length, d);
        laid.add(new Laid(s.id(), at, List.of(end), d, null));
        append(List.of(Leg.straight(at, end, s.id())), s.bend());
    }

    /** How far it goes along a direction until it is level with something. */
    private double level(PathLeg.Level level, Vec3 d) {
        if (level instanceof PathLeg.Level.Point p) {
            return PointFinder.place(p.corner(), WHOSE, before, notes).minus(at).dot(d);
        }
        Frame f = Planes.frame(((PathLeg.Level.Flat) level).plane(), WHOSE, before, notes);
        if (Math.abs(f.z().dot(d)) < 1e-6) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "it runs along the plane that it should end in, and never meets it. Choose another direction.");
        }
        return f.origin().minus(at).dot(f.z()) / f.z().dot(d);
    }

    private void arc(PathLeg.Arc a) {
        placed();
        if (way == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "an arc comes smoothly out of a leg before it. Begin with a straight leg.");
        }
        Vec3 to = direction(a.toward(), 0);
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

    private Vec3 place(Spot s, Vec3 from) {
        if (s instanceof Spot.At a) {
            return a.place();
        }
        if (s instanceof Spot.Corner c) {
            return PointFinder.place(c.corner(), WHOSE, before, notes);
        }
        if (s instanceof Spot.OnEdge e) {
            Leg l = Ways.edge(e.edge(), WHOSE, before, notes, "e");
            if (!(e.share() >= 0 && e.share() <= 100)) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "a share of an edge's length is from 0 to 100 %. Type another.");
            }
            return l.curve().point(ArcLength.parameter(l.curve(), l.range(), e.share() / 100 * l.length()));
        }
        if (from == null) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "there is no place before it to count from. Give its first place by coordinates.");
        }
        return from.plus(((Spot.By) s).step());
    }

    private void bow(PathLeg.Bow w) {
        placed();
        Vec3 via = place(w.via(), at);
        Vec3 end = place(w.end(), via);
        laid.add(new Laid(w.id(), at, List.of(via, end), null, null));
        Vec3 a = via.minus(at);
        Vec3 b = end.minus(at);
        Vec3 axis = a.cross(b);
        if (axis.length() < 1e-6 * a.length() * b.length() || !(via.distance(end) > 10 * TOL.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "its three places lie in a line, so there is no arc through them. Move one, or go straight.");
        }
        Vec3 to = axis.cross(a).times(b.dot(b)).plus(a.dot(a), b.cross(axis)).times(1 / (2 * axis.dot(axis)));
        Vec3 centre = at.plus(to);
        Circle c = new Circle(Frame.of(centre, axis, at.minus(centre)), to.length());
        append(List.of(new Leg(c, new Interval(0, c.project(end)), true, w.id())), w.bend());
    }

    private void spline(SplineLeg s) {
        List<Vec3> points = new ArrayList<>();
        if (at != null) {
            points.add(at);
        }
        for (Spot p : s.points()) {
            points.add(place(p, points.isEmpty() ? null : points.get(points.size() - 1)));
        }
        if (points.size() < 2) {
            throw new GeometryException(Reason.BAD_VALUE, "a smooth leg needs two points. Add another.");
        }
        int n = points.size();
        Vec3 first = s.first().smooth()
                ? way
                : end(s.first(), points.get(0), points.get(1).minus(points.get(0)));
        Vec3 last = end(s.last(), points.get(n - 1), points.get(n - 1).minus(points.get(n - 2)));
        laid.add(new Laid(s.id(), at, points.subList(at == null ? 0 : 1, n), first, last));
        Nurbs c = Through.points(
                points,
                first == null ? null : first.times(s.first().strength()),
                last == null ? null : last.times(s.last().strength()));
        append(List.of(new Leg(c, c.whole(), true, s.id())), s.bend());
    }

    /** The direction at an end; an edge is run along the way the curve goes, unless it is turned. */
    private Vec3 end(SplineLeg.End e, Vec3 place, Vec3 chord) {
        if (e.toward() == null) {
            return null;
        }
        if (!e.toward().word().equals(Toward.EDGE)) {
            return direction(e.toward(), 0);
        }
        Vec3 d = tangent(e.toward(), place);
        boolean against = d.dot(chord) < 0;
        return against != e.toward().flipped() ? d.negated() : d;
    }

    private List<Leg> along(PathLeg.Follow f) {
        List<Leg> all = Ways.legs(f.along(), WHOSE, before, notes, f.id(), at);
        if (f.mirror() == null) {
            return all;
        }
        Plane m = new Plane(Planes.frame(f.mirror(), WHOSE, before, notes));
        return all.stream().map(l -> Mirrored.leg(l, m)).toList();
    }

    private Way of(Along along) {
        return Ways.along(along, WHOSE, before, notes);
    }

    private List<Leg> pair(PathLeg.Pair p) {
        Way first = of(p.first());
        Way second = of(p.second());
        return p.of() == PathLeg.Of.MIDDLE
                ? Between.midway(first, second, p.id(), TOL)
                : Between.views(first, normal(p.first()), second, normal(p.second()), p.id(), TOL);
    }

    private Vec3 normal(Along along) {
        return before.holding(along.sketch()).orElseThrow().frame().z();
    }

    private List<Leg> dropped(PathLeg.Drop d) {
        List<Face> faces = List.copyOf(FaceFinder.all(d.faces(), before.bodies(), notes));
        Vec3 toward = d.toward() == null ? null : direction(d.toward(), 0);
        return Dropped.of(of(d.along()), faces, toward, d.id(), TOL);
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
}
