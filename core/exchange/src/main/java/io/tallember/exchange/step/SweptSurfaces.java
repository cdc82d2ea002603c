package io.tallember.exchange.step;

import io.tallember.exchange.step.StepGeometry.Made;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import java.util.List;

/** Surfaces of extrusion and revolution: those of lines and arcs become planes, cylinders, cones, spheres and rings. */
final class SweptSurfaces {
    private static final double PARALLEL = 1e-9;

    private SweptSurfaces() {}

    static Made extruded(Curve c, Vec3 along) {
        double t = middle(c);
        Vec3 normal = c.derivative(t).cross(along);
        Surface s;
        if (c instanceof Line l) {
            s = new Plane(Frame.of(l.origin(), normal, l.direction()));
        } else if (c instanceof Circle k && parallel(k.frame().z(), along)) {
            s = new Cylinder(k.frame(), k.radius());
        } else if (c instanceof Ellipse k && parallel(k.frame().z(), along)) {
            Frame f = k.frame().z().dot(along) > 0
                    ? k.frame()
                    : new Frame(
                            k.frame().origin(),
                            k.frame().x(),
                            k.frame().y().negated(),
                            k.frame().z().negated());
            s = new Extrusion(f, new Ellipse(Frame.WORLD, k.a(), k.b()));
        } else {
            Frame f = Frame.of(c.point(t), along);
            s = new Extrusion(f, spline(c).mapped(p -> {
                Vec3 l = f.local(p);
                return new Vec3(l.x(), l.y(), 0);
            }));
        }
        return new Made(s, s.normalAt(c.point(t)).dot(normal) > 0);
    }

    static Made revolved(Curve c, Line axis) {
        double t = middle(c);
        Vec3 z = axis.direction();
        Vec3 p = c.point(t);
        Vec3 out = p.minus(axis.point(axis.project(p)));
        if (out.length() < 1e-9) {
            t += 0.1 / c.derivative(t).length();
            p = c.point(t);
            out = p.minus(axis.point(axis.project(p)));
        }
        if (out.length() < 1e-9) {
            throw new StepException("A curve is revolved about itself.");
        }
        Frame f = Frame.of(axis.origin(), z, out);
        Surface s = surface(c, f, t);
        Vec3 normal = z.cross(out).cross(c.derivative(t));
        return new Made(s, s.normalAt(p).dot(normal) > 0);
    }

    private static Surface surface(Curve c, Frame f, double t) {
        Vec3 z = f.z();
        Vec3 p = c.point(t);
        if (c instanceof Line l) {
            Vec3 d = l.direction();
            if (Math.abs(d.dot(f.y())) > 1e-9) {
                throw new StepException("A line is revolved about an axis askew to it; that can't be read yet.");
            }
            double r = f.local(p).x();
            if (parallel(d, z)) {
                return new Cylinder(f, r);
            }
            if (Math.abs(d.dot(z)) < PARALLEL) {
                return new Plane(f.at(f.point(0, 0, f.local(p).z())));
            }
            Vec3 apex = l.point(l.project(f.origin()));
            double across = d.dot(f.x());
            apex = p.plus(-r / across, d);
            Vec3 up = p.minus(apex).dot(z) > 0 ? z : z.negated();
            return new Cone(
                    Frame.of(apex, up, f.x()),
                    0,
                    Math.atan2(r, Math.abs(p.minus(apex).dot(z))));
        }
        if (c instanceof Circle k && parallel(k.frame().z(), f.y())) {
            Vec3 centre = f.local(k.frame().origin());
            Frame at = f.at(f.point(0, 0, centre.z()));
            double major = Math.hypot(centre.x(), centre.y());
            return major < 1e-9 ? new Sphere(at, k.radius()) : Torus.ring(at, major, k.radius());
        }
        return new Revolution(f, spline(c).mapped(f::local));
    }

    private static boolean parallel(Vec3 a, Vec3 b) {
        return a.cross(b).length() < PARALLEL;
    }

    private static double middle(Curve c) {
        if (c instanceof Nurbs n) {
            return n.whole().at(0.37);
        }
        return c.period() > 0 ? 0.7 : 0;
    }

    /** A circle or ellipse as a spline of four rational arcs, or the spline itself. */
    static Nurbs spline(Curve c) {
        if (c instanceof Nurbs n) {
            return n;
        }
        Frame f = c instanceof Circle k ? k.frame() : ((Ellipse) c).frame();
        double a = c instanceof Circle k ? k.radius() : ((Ellipse) c).a();
        double b = c instanceof Circle k ? k.radius() : ((Ellipse) c).b();
        double[][] xy = {{1, 0}, {1, 1}, {0, 1}, {-1, 1}, {-1, 0}, {-1, -1}, {0, -1}, {1, -1}, {1, 0}};
        double h = Math.sqrt(0.5);
        return new Nurbs(
                2,
                new double[] {0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4},
                java.util.Arrays.stream(xy)
                        .map(q -> f.point(a * q[0], b * q[1], 0))
                        .toList(),
                new double[] {1, h, 1, h, 1, h, 1, h, 1});
    }

    static List<Vec3> along(Curve c, Interval range, int n) {
        return java.util.stream.IntStream.rangeClosed(0, n)
                .mapToObj(i -> c.point(range.at(i / (double) n)))
                .toList();
    }
}
