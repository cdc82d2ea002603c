package io.tallember.solid.local;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Revolve;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What lies between the layers on two faces at an edge where these gape: from the edge to both layers' far sides and on along these
 * to where they meet. For straight edges of flat faces and round ones along them, and for round edges of faces turned about one axis:
 * both have one section all along.
 */
final class Kite {
    private static final double SAME = 1e-9;

    /** A face's section: a line through a point, or the round about one. */
    private record Section(Vec3 at, Vec3 along, double radius) {
        boolean straight() {
            return radius == 0;
        }

        Section moved(Vec3 from, Vec3 to) {
            return straight() ? new Section(to, along, 0) : new Section(at, null, at.distance(to));
        }
    }

    private final Edge edge;
    private final Frame frame;
    private final Line axis;
    private final Tolerance tol;

    /** @param axis about which the section is turned; null when it is drawn along the edge */
    private Kite(Edge edge, Frame frame, Line axis, Tolerance tol) {
        this.edge = edge;
        this.frame = frame;
        this.axis = axis;
        this.tol = tol;
    }

    /**
     * The body between two layers.
     *
     * @param tf how far the layer on {@code f} reaches along its normal, in mm, below zero inward; {@code tg} alike
     * @return empty where the faces have no such section, or the layers' far sides never meet
     */
    static Optional<Body> of(Edge e, Face f, double tf, Face g, double tg, String step, Tolerance tol) {
        return of(e, f, tf, g, tg, new double[2], step, tol);
    }

    /**
     * The same, going on past the ends of a straight edge.
     *
     * @param more by how much before its start and after its end, in mm
     */
    static Optional<Body> of(Edge e, Face f, double tf, Face g, double tg, double[] more, String step, Tolerance tol) {
        Vec3 a = e.curve().point(e.range().lo());
        Kite k;
        if (e.curve() instanceof Line l) {
            k = new Kite(e, Frame.of(a, l.direction()), null, tol);
        } else if (e.curve() instanceof Circle c) {
            Vec3 out = a.minus(c.frame().origin()).unit();
            // x away from the axis, y along it
            Frame flat = new Frame(
                    c.frame().origin(), out, c.frame().z(), out.cross(c.frame().z()));
            k = new Kite(e, flat, new Line(c.frame().origin(), c.frame().z()), tol);
        } else {
            return Optional.empty();
        }
        return k.body(a, f, tf, g, tg, more, step);
    }

    private Vec3 flat(Vec3 p) {
        Vec3 l = frame.local(p);
        return new Vec3(l.x(), l.y(), 0);
    }

    private Vec3 direction(Vec3 d) {
        return new Vec3(d.dot(frame.x()), d.dot(frame.y()), 0);
    }

    private Optional<Body> body(Vec3 a, Face f, double tf, Face g, double tg, double[] more, String step) {
        Section sf = section(f, a);
        Section sg = section(g, a);
        if (sf == null || sg == null) {
            return Optional.empty();
        }
        Vec3 p = flat(a);
        Vec3 pf = p.plus(tf, direction(f.outward(a)));
        Vec3 pg = p.plus(tg, direction(g.outward(a)));
        Section far = sf.moved(p, pf);
        Section other = sg.moved(p, pg);
        Vec3 m = meet(far, other).stream()
                .min(Comparator.comparingDouble(q -> q.distance(pf) + q.distance(pg)))
                .orElse(null);
        if (m == null) {
            return Optional.empty();
        }
        List<Profile.Edge> loop = new ArrayList<>();
        boolean beyond = axis != null && Math.min(m.x(), Math.min(pf.x(), pg.x())) < 0;
        if (beyond && !(far.straight() && other.straight())) {
            return Optional.empty();
        }
        if (beyond) {
            outline(loop, beside(List.of(p, pf, m, pg)));
        } else {
            add(loop, new Section(p, null, 0), p, pf);
            add(loop, far, pf, m);
            add(loop, other, m, pg);
            add(loop, new Section(p, null, 0), pg, p);
        }
        boolean left = pf.minus(p).cross(m.minus(p)).z() > 0;
        List<Profile.Edge> all = left ? loop : back(loop);
        Profile profile = new Profile(frame, all, List.of(), "edge");
        if (axis == null) {
            return Optional.of(Extrude.of(profile, -more[0], edge.range().length() + more[1], step, "edge", tol));
        }
        double turn = edge.range().length();
        return Optional.of(Revolve.of(profile, axis, 0, turn, step, "edge", tol));
    }

    /** What of a polygon lies on its side of the axis about which it is turned: a layer as thick as a post reaches no farther. */
    private List<Vec3> beside(List<Vec3> all) {
        List<Vec3> out = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Vec3 a = all.get(i);
            Vec3 b = all.get((i + 1) % all.size());
            if (a.x() >= 0) {
                out.add(a);
            }
            if (a.x() < 0 != b.x() < 0 && Math.abs(a.x()) > tol.linear() && Math.abs(b.x()) > tol.linear()) {
                out.add(new Vec3(0, a.lerp(b, a.x() / (a.x() - b.x())).y(), 0));
            }
        }
        return out;
    }

    private void outline(List<Profile.Edge> loop, List<Vec3> at) {
        for (int i = 0; i < at.size(); i++) {
            add(loop, new Section(at.get(i), null, 0), at.get(i), at.get((i + 1) % at.size()));
        }
    }

    private static List<Profile.Edge> back(List<Profile.Edge> loop) {
        List<Profile.Edge> out = new ArrayList<>();
        loop.forEach(e -> out.add(0, new Profile.Edge(e.curve(), e.range(), !e.forward(), e.source())));
        return out;
    }

    private void add(List<Profile.Edge> loop, Section s, Vec3 from, Vec3 to) {
        if (from.distance(to) <= tol.linear()) {
            return;
        }
        String name = "c" + loop.size();
        if (s.straight()) {
            loop.add(new Profile.Edge(Line.through(from, to), new Interval(0, from.distance(to)), true, name));
            return;
        }
        Circle c = new Circle(Frame.WORLD.at(s.at()), s.radius());
        double lo = c.project(from);
        double hi = c.project(to);
        double turn = hi - lo - 2 * Math.PI * Math.rint((hi - lo) / (2 * Math.PI));
        loop.add(
                turn > 0
                        ? new Profile.Edge(c, new Interval(lo, lo + turn), true, name)
                        : new Profile.Edge(c, new Interval(lo + turn, lo), false, name));
    }

    /** A face's section at the edge; null when it isn't the same all along. */
    private Section section(Face f, Vec3 a) {
        Surface s = f.surface();
        Vec3 p = flat(a);
        Vec3 n = direction(f.outward(a));
        Vec3 along = new Vec3(-n.y(), n.x(), 0);
        if (Math.abs(n.length() - 1) > SAME) {
            return null;
        }
        if (axis == null) {
            if (s instanceof Plane) {
                return new Section(p, along, 0);
            }
            boolean lies =
                    s instanceof Cylinder c && c.frame().z().cross(frame.z()).length() < SAME;
            return lies ? new Section(flat(s.frame().origin()), null, ((Cylinder) s).radius()) : null;
        }
        Vec3 z = axis.direction();
        if (s instanceof Plane q) {
            return q.normal().cross(z).length() < SAME ? new Section(p, along, 0) : null;
        }
        if (s instanceof Sphere k) {
            return about(k.centre()) ? new Section(flat(k.centre()), null, k.radius()) : null;
        }
        boolean turned = (s instanceof Cylinder || s instanceof Cone || s instanceof Torus)
                && s.frame().z().cross(z).length() < SAME
                && about(s.frame().origin());
        if (!turned) {
            return null;
        }
        if (s instanceof Torus t) {
            Vec3 middle = new Vec3(t.major(), flat(t.frame().origin()).y(), 0);
            return new Section(middle, null, t.minor());
        }
        return new Section(p, along, 0);
    }

    private boolean about(Vec3 p) {
        return axis.point(axis.project(p)).distance(p) <= tol.linear();
    }

    private static List<Vec3> meet(Section a, Section b) {
        if (a.straight() && b.straight()) {
            double d = a.along().cross(b.along()).z();
            if (Math.abs(d) < SAME) {
                return List.of();
            }
            double t = b.at().minus(a.at()).cross(b.along()).z() / d;
            return List.of(a.at().plus(t, a.along()));
        }
        if (!a.straight() && b.straight()) {
            return meet(b, a);
        }
        Vec3 d = b.at().minus(a.at());
        double half;
        Vec3 foot;
        Vec3 along;
        if (a.straight()) {
            along = a.along();
            foot = a.at().plus(d.dot(along), along);
            half = b.radius() * b.radius() - foot.minus(b.at()).dot(foot.minus(b.at()));
        } else {
            double x = (d.dot(d) + a.radius() * a.radius() - b.radius() * b.radius()) / (2 * d.length());
            foot = a.at().plus(x, d.unit());
            along = new Vec3(-d.y(), d.x(), 0).unit();
            half = a.radius() * a.radius() - x * x;
        }
        if (half < 0) {
            return List.of();
        }
        return List.of(foot.plus(Math.sqrt(half), along), foot.plus(-Math.sqrt(half), along));
    }
}
