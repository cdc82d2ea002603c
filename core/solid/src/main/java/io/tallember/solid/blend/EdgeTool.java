package io.tallember.solid.blend;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Revolve;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * One edge to be blended: straight, with planes or cylinders along it, or a circle with faces round its axis. The section is the
 * same all along it, so the tool is a prism or a piece of a ring.
 */
final class EdgeTool {
    /** Smaller sizes aren't worth giving. */
    private static final double LEAST = 0.01;

    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** At how many places along an edge the land beside it is measured. */
    private static final int LOOKS = 61;

    final Edge edge;
    final Face f;
    final Face g;
    final Section section;
    private final Frame frame;
    private final String source;

    /**
     * @param source what the blend's face is called in its lineage
     * @throws GeometryException UNSUPPORTED_INTERSECTION when the section changes along the edge
     */
    EdgeTool(Body body, Edge edge, String source) {
        this.edge = edge;
        this.source = source;
        List<Face> both = body.facesOf(edge);
        this.f = both.get(0);
        this.g = both.get(both.size() - 1);
        Vec3 o = edge.curve().point(edge.range().lo());
        if (edge.curve() instanceof Line l) {
            Vec3 x = into(f, o);
            frame = new Frame(o, x, l.direction().cross(x), l.direction());
        } else if (edge.curve() instanceof Circle c) {
            Vec3 x = o.minus(c.frame().origin()).unit();
            frame = new Frame(o, x, c.frame().z(), x.cross(c.frame().z()));
        } else {
            throw unsupported();
        }
        section = new Section(trace(f, o), trace(g, o));
        if (f == g || section.smooth()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The faces beside an edge already run smoothly into each other; leave that edge out.");
        }
    }

    private GeometryException unsupported() {
        String first = f.surface().kind();
        String second = g.surface().kind();
        return new GeometryException(
                Reason.UNSUPPORTED_INTERSECTION,
                "The edge near " + edge.middle().said() + ", between " + one(first) + " and " + one(second)
                        + ", can't be blended like this: a ball doesn't roll along all of it, or a corner at its end isn't known. "
                        + "Take a smaller size, leave it out, or blend it in a step of its own.");
    }

    private static String one(String kind) {
        return ("aeiou".indexOf(kind.charAt(0)) >= 0 ? "an " : "a ") + kind;
    }

    String source() {
        return source;
    }

    boolean convex() {
        return section.convex();
    }

    /** Direction of the edge at an end, out of the edge. */
    Vec3 outAt(boolean start) {
        double t = start ? edge.range().lo() : edge.range().hi();
        Vec3 d = edge.curve().tangent(t);
        return start ? d.negated() : d;
    }

    private Vec3 into(Face face, Vec3 p) {
        Coedge c = face.coedges().stream()
                .filter(k -> k.edge() == edge)
                .findFirst()
                .orElseThrow();
        return face.outward(p)
                .cross(c.travel(edge.curve().project(p, edge.range())))
                .unit();
    }

    private Vec2 flat(Vec3 d) {
        return new Vec2(d.dot(frame.x()), d.dot(frame.y()));
    }

    private Section.Trace trace(Face face, Vec3 o) {
        Surface s = face.surface();
        Vec2 out = flat(face.outward(o));
        Vec2 into = flat(into(face, o));
        double bend = bend(s);
        if (bend == 0) {
            return new Section.Trace(into, out, null, 0);
        }
        return new Section.Trace(into, out, flat(s.gradient(o).times(-bend)), bend);
    }

    /** The radius of a face's trace, zero when it is straight. */
    private double bend(Surface s) {
        if (edge.curve() instanceof Line l) {
            if (s instanceof Plane) {
                return 0;
            }
            if (s instanceof Cylinder c && c.frame().z().cross(l.direction()).length() < 1e-9) {
                return c.radius();
            }
            throw unsupported();
        }
        Circle c = (Circle) edge.curve();
        Line axis = new Line(c.frame().origin(), c.frame().z());
        if (s instanceof Sphere k && axis.distance(k.centre()) <= TOL.linear()) {
            return k.radius();
        }
        boolean along = s.frame().z().cross(axis.direction()).length() < 1e-9;
        if (s instanceof Plane && along) {
            return 0;
        }
        boolean coaxial = along && axis.distance(s.frame().origin()) <= 2 * TOL.linear();
        if ((s instanceof Cylinder || s instanceof Cone) && coaxial) {
            return 0;
        }
        if (s instanceof Torus t && coaxial) {
            return t.minor();
        }
        throw unsupported();
    }

    /** @param exchanged whether the size's first side is on the second face */
    Section.Outline outline(Size size, boolean exchanged) {
        Section.Outline o = shape(size, exchanged).orElseThrow(() -> tooLarge(size, exchanged));
        if (!fits(o)) {
            throw tooLarge(size, exchanged);
        }
        return o;
    }

    private Optional<Section.Outline> shape(Size size, boolean exchanged) {
        if (!size.bevel()) {
            return section.round(size.value(), source).filter(this::clearOfAxis);
        }
        double second = size.angle() > 0 ? section.leaning(size.value(), size.angle()) : size.second();
        return Optional.of(
                exchanged ? section.bevel(second, size.value(), source) : section.bevel(size.value(), second, source));
    }

    /** The radius with which the round is as wide as asked: it grows with the radius. */
    double radiusFor(double width) {
        double lo = 0;
        double hi = width;
        for (int i = 0; i < 60 && wide(hi).orElse(width) < width; i++) {
            hi *= 2;
        }
        for (int i = 0; i < 100; i++) {
            double mid = 0.5 * (lo + hi);
            if (wide(mid).orElse(Double.MAX_VALUE) < width) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        if (Math.abs(wide(lo).orElse(0.0) - width) > TOL.linear()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "No round of this width fits the edge near " + edge.middle().said() + ". Take a smaller one.");
        }
        return lo;
    }

    private Optional<Double> wide(double radius) {
        return section.round(radius, source).map(o -> o.a().distance(o.b()));
    }

    /** A ring's round must not reach the axis. */
    private boolean clearOfAxis(Section.Outline o) {
        if (!(edge.curve() instanceof Circle c)) {
            return true;
        }
        for (Profile.Edge e : o.edges()) {
            for (int i = 0; i < LOOKS; i++) {
                Vec3 p = e.curve().point(e.range().at(i / (LOOKS - 1.0)));
                if (c.radius() + p.x() < 20 * TOL.linear()) {
                    return false;
                }
            }
        }
        return true;
    }

    /** Whether the blend's touching lines lie on the faces, looked at along the edge. */
    private boolean fits(Section.Outline o) {
        for (int i = 0; i < LOOKS; i++) {
            double t = edge.range().at(0.06 + 0.88 * i / (LOOKS - 1.0));
            if (!on(f, place(o.a(), t)) || !on(g, place(o.b(), t))) {
                return false;
            }
        }
        return true;
    }

    double length() {
        return edge.range().length()
                * edge.curve().derivative(edge.range().middle()).length();
    }

    /** Whether somewhere along the edge both touching lines are still there: other blends may have cut them off. */
    boolean reaches(Section.Outline o, List<Body> bodies) {
        for (int i = 1; i < 8; i++) {
            double t = edge.range().at(i / 8.0);
            if (on(bodies, place(o.a(), t)) && on(bodies, place(o.b(), t))) {
                return true;
            }
        }
        return false;
    }

    static boolean on(List<Body> bodies, Vec3 p) {
        return bodies.stream()
                .flatMap(b -> b.faces().stream())
                .anyMatch(f ->
                        f.bounds().distance(p) <= 1e-5 && Math.abs(f.surface().signedDistance(p)) <= 1e-5 && on(f, p));
    }

    private static boolean on(Face face, Vec3 p) {
        return face.region().locate(p, TOL) != SurfaceRegion.Place.OUTSIDE;
    }

    /** A point of the section in space, at a parameter of the edge. */
    Vec3 place(Vec3 flat, double t) {
        if (edge.curve() instanceof Line l) {
            return frame.point(flat.x(), flat.y(), t - edge.range().lo());
        }
        Circle c = (Circle) edge.curve();
        Vec3 radial = c.point(t).minus(c.frame().origin()).unit();
        return c.point(t).plus(flat.x(), radial).plus(flat.y(), frame.y());
    }

    /** That a size doesn't fit, with the largest that does along this edge by itself as the remedy. */
    GeometryException tooLarge(Size size, boolean exchanged) {
        double lo = 0;
        double hi = size.value();
        for (int i = 0; i < 40; i++) {
            double mid = 0.5 * (lo + hi);
            Optional<Section.Outline> o = shape(size.times(mid / size.value()), exchanged);
            if (o.isPresent() && fits(o.get())) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        String where = "the edge near " + edge.middle().said();
        return new GeometryException(
                Reason.BAD_VALUE,
                String.format(
                        Locale.ROOT,
                        "A %s of %s mm doesn't fit %s: the faces beside it are too narrow or too curved.",
                        size.bevel() ? "bevel" : "round",
                        short4(size.value()),
                        where),
                lo > LEAST ? Math.floor(lo * 1e4) / 1e4 : null);
    }

    /** A length with at most four decimals and no zeros at its end. */
    static String short4(double v) {
        return new BigDecimal(v)
                .setScale(4, RoundingMode.HALF_UP)
                .stripTrailingZeros()
                .toPlainString();
    }

    /**
     * The tool along the whole edge, longer at its ends by the given lengths in mm (shorter when negative).
     *
     * @param step the step's id, for lineage
     */
    Body tool(Section.Outline o, double beforeStart, double afterEnd, String step) {
        Profile p = new Profile(frame, o.edges(), List.of(), "blend");
        if (edge.curve() instanceof Line) {
            return Extrude.of(p, -beforeStart, edge.range().length() + afterEnd, step, source, TOL);
        }
        Circle c = (Circle) edge.curve();
        Line axis = new Line(c.frame().origin(), c.frame().z());
        double from = -beforeStart / c.radius();
        double to = edge.range().length() + afterEnd / c.radius();
        if (edge.closed()) {
            to = from + 2 * Math.PI;
        }
        return Revolve.of(p, axis, from, Math.min(to, from + 2 * Math.PI), step, source, TOL);
    }
}
