package io.tallember.solid.sweep;

import io.tallember.geometry.Carried;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Recognise;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Vertex;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/** What a profile leaves behind along one leg of a way: surfaces of its curves, rails of its corners. */
final class LegSides {
    /** How far fitted rails and surfaces may be off, in mm. */
    private static final double FIT = 2e-8;
    /** How near a surface must be to one with a name to be that, in mm. */
    private static final double NAMED = 1e-8;

    private final Profile profile;
    private final Leg leg;
    private final DoubleFunction<Travel.Place> at;
    private final boolean guided;
    private final double[] joints;
    private final boolean along;
    private final Tolerance tol;
    private final Travel.Place first;
    private final Vec3 way;
    /** z along the axis, x from it to the way, y along the way, where an arc is turned about an axis in the profile's plane. */
    private final Frame axis;

    private final boolean straight;
    /** Whether it is straight, and square to the profile. */
    private final boolean extruded;

    private Travel travel;

    /**
     * @param at where the profile is, by the leg's parameter
     * @param guide what leads it there, or null
     */
    LegSides(
            Profile profile,
            Leg leg,
            Carriage.Motion motion,
            DoubleFunction<Travel.Place> at,
            Guided guide,
            boolean along,
            Tolerance tol) {
        this.profile = profile;
        this.leg = leg;
        this.at = at;
        guided = guide != null;
        joints = guided ? guide.joints(leg) : new double[0];
        this.along = along;
        this.tol = tol;
        first = at.apply(leg.from());
        way = leg.way(leg.from());
        boolean square = tol.parallelOver(first.z().cross(way).length(), reach());
        straight = motion == Carriage.Motion.SHIFT;
        axis = motion == Carriage.Motion.TURN && square ? axis((Circle) leg.curve()) : null;
        extruded = straight && square;
    }

    private Frame axis(Circle c) {
        Vec3 centre = c.frame().origin();
        Vec3 x = leg.start().minus(centre).unit();
        return new Frame(centre, x, way, x.cross(way));
    }

    private double reach() {
        double far = 1;
        for (List<Profile.Edge> loop : profile.loops()) {
            for (Profile.Edge e : loop) {
                for (int i = 0; i <= 8; i++) {
                    far = Math.max(far, e.curve().point(e.range().at(i / 8.0)).length());
                }
            }
        }
        return far;
    }

    /** The frame's way as a spline over a parameter that grows along it. */
    private Travel travel() {
        if (travel == null) {
            double sign = leg.forward() ? 1 : -1;
            double[] breaks = DoubleStream.concat(
                            Arrays.stream(leg.curve().breaks(leg.range())),
                            Arrays.stream(joints).map(f -> leg.from() + f * (leg.to() - leg.from())))
                    .map(t -> sign * t)
                    .sorted()
                    .toArray();
            travel = Travel.fitted(s -> at.apply(sign * s), apart(breaks), reach(), FIT);
        }
        return travel;
    }

    /** Without those that fall together with one before. */
    private double[] apart(double[] breaks) {
        double least = 1e-9 * leg.range().length();
        return IntStream.range(0, breaks.length)
                .filter(i -> i == 0 || breaks[i] - breaks[i - 1] > least)
                .mapToDouble(i -> breaks[i])
                .toArray();
    }

    private Interval range() {
        return leg.forward()
                ? leg.range()
                : new Interval(-leg.range().hi(), -leg.range().lo());
    }

    Edge rail(Vec3 local, Vertex from, Vertex to) {
        if (straight) {
            Line l = Line.through(from.point(), to.point());
            return new Edge(l, new Interval(0, from.point().distance(to.point())), from, to, tol.linear());
        }
        if (axis != null) {
            Vec3 p = axis.local(from.point());
            Circle c = new Circle(axis.at(axis.point(0, 0, p.z())), p.x());
            return new Edge(c, new Interval(0, leg.range().length()), from, to, tol.linear());
        }
        Nurbs rail = travel().rail(local);
        if (guided && Recognise.curve(rail, NAMED).orElse(null) instanceof Line) {
            Line l = Line.through(from.point(), to.point());
            return new Edge(l, new Interval(0, from.point().distance(to.point())), from, to, tol.linear());
        }
        return new Edge(rail, range(), from, to, tol.linear());
    }

    Surface surface(Profile.Edge e) {
        if (extruded) {
            // on the normal's other side the same
            return SweptSides.extruded(first.frame(), e);
        }
        if (axis != null) {
            return new SweptSides(first.frame(), axis, tol).turned(e);
        }
        if (aboutWay(e)) {
            return Pipe.about(leg.curve(), leg.range(), ((Circle) e.curve()).radius());
        }
        if (e.curve() instanceof Line && straight) {
            Vec3 d = first.direction(e.end().minus(e.start()));
            return new Plane(Frame.of(first.point(e.start()), d.cross(way), d));
        }
        if (e.curve() instanceof Line) {
            Surface flat = flat(e);
            if (flat != null) {
                return flat;
            }
        }
        Surface fitted = travel().surface(spline(e));
        return guided ? Recognise.surface((NurbsSurface) fitted, NAMED).orElse(fitted) : fitted;
    }

    /** The surface of a line that stays in one plane, or keeps its direction; null for others. */
    private Surface flat(Profile.Edge e) {
        Nurbs a = travel().rail(e.start());
        Nurbs b = travel().rail(e.end());
        Vec3 d = b.poles().get(0).minus(a.poles().get(0));
        double size = d.length();
        boolean keeps = true;
        for (int i = 0; i < a.poles().size(); i++) {
            keeps &= b.poles().get(i).minus(a.poles().get(i)).distance(d) <= 1e-10 * (1 + size);
        }
        Vec3 normal = Carried.flat(a, a.whole());
        if (keeps && normal != null && tol.parallelOver(d.unit().cross(normal).length(), size)) {
            Frame f = Frame.of(a.poles().get(0), d);
            return new Extrusion(f, a.placed(f.inverse()));
        }
        Vec3 n = d.cross(a.derivative(a.lo()));
        if (n.length() < 1e-12) {
            return null;
        }
        Plane p = new Plane(Frame.of(a.poles().get(0), n));
        for (Nurbs r : List.of(a, b)) {
            for (Vec3 q : r.poles()) {
                if (Math.abs(p.signedDistance(q)) > 0.1 * tol.linear()) {
                    return null;
                }
            }
        }
        return p;
    }

    /** Whether a curve is round about the way, square to it. */
    private boolean aboutWay(Profile.Edge e) {
        if (!(e.curve() instanceof Circle c) || straight) {
            return false;
        }
        for (double f : new double[] {0, 0.37, 1}) {
            double t = leg.range().at(f);
            Travel.Place p = at.apply(t);
            Vec3 on = leg.curve().point(t);
            if (Math.abs(p.x().length() - 1) + Math.abs(p.y().length() - 1) > 1e-12
                    || p.point(c.frame().origin()).distance(on) > 0.1 * tol.linear()
                    || p.z().cross(leg.way(t)).length() * c.radius() > 0.1 * tol.linear()) {
                return false;
            }
        }
        return true;
    }

    private static Nurbs spline(Profile.Edge e) {
        Curve c = e.curve();
        Interval r = e.range();
        if (c instanceof Circle || c instanceof Ellipse) {
            return Nurbs.arc(c, r);
        }
        if (c instanceof Nurbs n) {
            boolean whole = r.lo() <= n.lo() + 1e-12 && r.hi() >= n.hi() - 1e-12;
            return whole ? n : n.part(r);
        }
        double[] knots = {r.lo(), r.lo(), r.hi(), r.hi()};
        return new Nurbs(1, knots, List.of(c.point(r.lo()), c.point(r.hi())), new double[] {1, 1});
    }

    /** Whether a surface's normal points out of the material at a curve of the profile. */
    boolean outside(Surface s, Profile.Edge e) {
        double t = e.range().middle();
        Vec3 d = e.curve().derivative(t).times(e.forward() == along ? 1 : -1);
        double at0 = leg.from();
        Travel.Place f = at.apply(at0);
        Vec3 out = f.direction(d).cross(leg.way(at0));
        return s.normalAt(f.point(e.curve().point(t))).dot(out) > 0;
    }
}
