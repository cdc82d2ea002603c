package io.tallember.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Finds the line, circle, plane, cylinder, cone, sphere or ring that a spline only spells out: what has a name is worked with by its
 * closed forms, and two of it are known to be one.
 */
public final class Recognise {
    private static final int SAMPLES = 7;
    private static final double ALIKE = 1e-8;
    /** In mm; what would be rounder than this is no round face, but a chance of where its normals cross. */
    private static final double SMALLEST = 1e-5;

    private final double near;

    private Recognise(double near) {
        this.near = near;
    }

    /**
     * The line or circle that a spline is, with any parameter.
     *
     * @param near the most, in mm, that the spline may be off it
     */
    public static Optional<Curve> curve(Nurbs n, double near) {
        List<Vec3> p = new ArrayList<>();
        int samples = 4 * SAMPLES;
        for (int i = 0; i <= samples; i++) {
            p.add(n.point(n.whole().at(i / (double) samples)));
        }
        Vec3 a = p.get(0);
        Vec3 far = a;
        for (Vec3 q : p) {
            far = q.distance(a) > far.distance(a) ? q : far;
        }
        if (far.distance(a) <= near) {
            return Optional.empty();
        }
        Line line = Line.through(a, far);
        if (n.poles().stream().allMatch(q -> line.distance(q) <= near)) {
            return Optional.of(line);
        }
        Circle circle = through(a, p.get(samples / 3), p.get(2 * samples / 3));
        if (circle == null) {
            return Optional.empty();
        }
        for (Vec3 q : p) {
            Vec3 l = circle.frame().local(q);
            if (Math.abs(l.z()) > near || Math.abs(Surface.hypot(l.x(), l.y()) - circle.radius()) > near) {
                return Optional.empty();
            }
        }
        return Optional.of(circle);
    }

    /**
     * The plane, cylinder, cone, sphere or ring that a spline surface is; its normal may point the other way.
     *
     * @param near the most, in mm, that the surface may be off it
     */
    public static Optional<Surface> surface(NurbsSurface s, double near) {
        List<Vec3> points = new ArrayList<>();
        List<Vec3> normals = new ArrayList<>();
        for (int i = 0; i < SAMPLES; i++) {
            for (int j = 0; j < SAMPLES; j++) {
                double u = s.loU() + (s.hiU() - s.loU()) * (i + 0.5) / SAMPLES;
                double v = s.loV() + (s.hiV() - s.loV()) * (j + 0.5) / SAMPLES;
                points.add(s.point(u, v));
                normals.add(s.normal(u, v));
            }
        }
        Recognise r = new Recognise(near);
        Vec3 middle = normals.get(normals.size() / 2);
        Plane plane = new Plane(Frame.of(points.get(points.size() / 2), middle));
        if (s.poles().stream().allMatch(row -> row.stream().allMatch(p -> Math.abs(plane.signedDistance(p)) <= near))) {
            return Optional.of(plane);
        }
        for (Optional<? extends Surface> found :
                List.of(r.sphere(points, normals), r.cylinder(points, normals), r.cone(points, normals))) {
            if (found.isPresent() && r.passes(found.get(), points)) {
                return Optional.of(found.get());
            }
        }
        return java.util.stream.Stream.of(ring(s, true), ring(s, false))
                .flatMap(Optional::stream)
                .filter(t -> r.passes(t, points))
                .findFirst();
    }

    /** The ring whose tube's sections are the surface's lines of one parameter. */
    private static Optional<Surface> ring(NurbsSurface s, boolean inU) {
        Vec3[] centres = new Vec3[3];
        double radius = 0;
        for (int i = 0; i < 3; i++) {
            Vec3[] p = new Vec3[3];
            for (int k = 0; k < 3; k++) {
                double u = s.loU() + (s.hiU() - s.loU()) * (inU ? 0.1 + 0.3 * k : 0.1 + 0.3 * i);
                double v = s.loV() + (s.hiV() - s.loV()) * (inU ? 0.1 + 0.3 * i : 0.1 + 0.3 * k);
                p[k] = s.point(u, v);
            }
            Circle section = through(p[0], p[1], p[2]);
            if (section == null || i > 0 && Math.abs(section.radius() - radius) > 1e-6 * radius) {
                return Optional.empty();
            }
            radius = section.radius();
            centres[i] = section.frame().origin();
        }
        Circle round = through(centres[0], centres[1], centres[2]);
        return round == null || round.radius() <= radius * (1 + 1e-9)
                ? Optional.empty()
                : Optional.of(new Torus(round.frame(), round.radius(), radius));
    }

    /** The circle through three points, or null when they lie in a line. */
    private static Circle through(Vec3 a, Vec3 b, Vec3 c) {
        Vec3 ab = b.minus(a);
        Vec3 ac = c.minus(a);
        Vec3 z = ab.cross(ac);
        if (z.length() < 1e-6 * ab.length() * ac.length()) {
            return null;
        }
        Vec3 to = z.cross(ab).times(ac.dot(ac)).plus(ab.dot(ab), ac.cross(z)).times(1 / (2 * z.dot(z)));
        return new Circle(Frame.of(a.plus(to), z, to.negated()), to.length());
    }

    private boolean passes(Surface s, List<Vec3> points) {
        return points.stream().allMatch(p -> Math.abs(s.signedDistance(p)) <= near);
    }

    private static int farthest(List<Vec3> normals) {
        int best = 0;
        for (int i = 0; i < normals.size(); i++) {
            if (normals.get(i).cross(normals.get(0)).length()
                    > normals.get(best).cross(normals.get(0)).length()) {
                best = i;
            }
        }
        return best;
    }

    /** Where two lines come nearest, taken on the first. */
    private static Vec3 crossing(Vec3 p, Vec3 n, Vec3 q, Vec3 m) {
        Vec3 x = n.cross(m);
        return p.plus(q.minus(p).cross(m).dot(x) / x.dot(x), n);
    }

    private Optional<Sphere> sphere(List<Vec3> p, List<Vec3> n) {
        int k = farthest(n);
        if (n.get(k).cross(n.get(0)).length() < 1e-3) {
            return Optional.empty();
        }
        Vec3 c = crossing(p.get(0), n.get(0), p.get(k), n.get(k));
        double radius = c.distance(p.get(0));
        return radius > SMALLEST ? Optional.of(new Sphere(Frame.WORLD.at(c), radius)) : Optional.empty();
    }

    private Optional<Cylinder> cylinder(List<Vec3> p, List<Vec3> n) {
        int k = farthest(n);
        Vec3 x = n.get(k).cross(n.get(0));
        if (x.length() < 1e-3) {
            return Optional.empty();
        }
        Vec3 z = x.unit();
        if (n.stream().anyMatch(m -> Math.abs(m.dot(z)) > ALIKE)) {
            return Optional.empty();
        }
        Vec3 q = p.get(k).plus(p.get(0).minus(p.get(k)).dot(z), z);
        Vec3 c = crossing(p.get(0), n.get(0), q, n.get(k));
        double radius = c.distance(p.get(0));
        return radius > SMALLEST ? Optional.of(new Cylinder(Frame.of(c, z), radius)) : Optional.empty();
    }

    private Optional<Cone> cone(List<Vec3> p, List<Vec3> n) {
        int k = farthest(n);
        Vec3 across = n.get(k).minus(n.get(0));
        Vec3 x = Vec3.ZERO;
        int third = 0;
        for (int i = 0; i < n.size(); i++) {
            Vec3 c = across.cross(n.get(i).minus(n.get(0)));
            if (c.length() > x.length()) {
                x = c;
                third = i;
            }
        }
        if (x.length() < 1e-5) {
            return Optional.empty();
        }
        Vec3 z = x.unit();
        double sine = n.get(0).dot(z);
        if (n.stream().anyMatch(m -> Math.abs(m.dot(z) - sine) > ALIKE)) {
            return Optional.empty();
        }
        // the apex is common to three tangent planes
        Vec3 a = n.get(0);
        Vec3 b = n.get(k);
        Vec3 c = n.get(third);
        double det = a.dot(b.cross(c));
        if (Math.abs(det) < 1e-9) {
            return Optional.empty();
        }
        Vec3 apex = b.cross(c)
                .times(a.dot(p.get(0)))
                .plus(b.dot(p.get(k)), c.cross(a))
                .plus(c.dot(p.get(third)), a.cross(b))
                .times(1 / det);
        Vec3 up = p.get(0).minus(apex).dot(z) > 0 ? z : z.negated();
        double angle = Math.asin(Math.min(1, Math.abs(sine)));
        return angle > ALIKE && angle < 0.5 * Math.PI - ALIKE
                ? Optional.of(new Cone(Frame.of(apex, up), 0, angle))
                : Optional.empty();
    }
}
