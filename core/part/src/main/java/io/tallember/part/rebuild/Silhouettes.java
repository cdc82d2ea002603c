package io.tallember.part.rebuild;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/** Where round faces turn away from who looks square at a sketch: in closed form on cylinders, cones, balls and rings. */
public final class Silhouettes {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final int SAMPLES = 360;

    private Silhouettes() {}

    /** The face's silhouettes in the sketch's coordinates; empty on surfaces that have none in closed form. */
    public static List<Flat> of(Face face, Frame plane) {
        Vec3 d = plane.z();
        Surface s = face.surface();
        List<Flat> out = new ArrayList<>();
        if (s instanceof Cylinder c) {
            double lean = Math.hypot(d.dot(c.frame().x()), d.dot(c.frame().y()));
            if (lean > 1e-9) {
                double u = Math.atan2(d.dot(c.frame().y()), d.dot(c.frame().x())) + Math.PI / 2;
                rulings(face, plane, new double[] {u, u + Math.PI}, out);
            }
        } else if (s instanceof Cone c) {
            // the normal is cos a (cos u, sin u) - sin a z
            double x = d.dot(c.frame().x());
            double y = d.dot(c.frame().y());
            double flat = Math.tan(c.angle()) * d.dot(c.frame().z());
            double lean = Math.hypot(x, y);
            if (lean > Math.abs(flat) + 1e-12) {
                double u = Math.atan2(y, x);
                double w = Math.acos(flat / lean);
                rulings(face, plane, new double[] {u + w, u - w}, out);
            }
        } else if (s instanceof Sphere b) {
            Curve round = new Circle(Frame.of(b.centre(), d), b.radius());
            clip(round, new Interval(0, 2 * Math.PI), face, plane, out);
        } else if (s instanceof Torus t) {
            ring(face, t, plane, out);
        }
        return out;
    }

    private static void rulings(Face face, Frame plane, double[] us, List<Flat> out) {
        for (double u : us) {
            Vec3 p = face.surface().point(u, 0);
            Vec3 q = face.surface().point(u, 1);
            Line line = Line.through(p, q);
            double lo = Double.MAX_VALUE;
            double hi = -Double.MAX_VALUE;
            for (Vec3 c : face.bounds().corners()) {
                double t = c.minus(line.origin()).dot(line.direction());
                lo = Math.min(lo, t);
                hi = Math.max(hi, t);
            }
            clip(line, new Interval(lo - 1, hi + 1), face, plane, out);
        }
    }

    /** The stretches of a curve on the surface that lie in the face. */
    private static void clip(Curve c, Interval range, Face face, Frame plane, List<Flat> out) {
        TreeSet<Double> cuts = new TreeSet<>();
        for (Coedge k : face.coedges()) {
            Edge e = k.edge();
            for (Meeting m : CurveCurve.meet(c, range, e.curve(), e.range(), TOL)) {
                cuts.add(m.t());
            }
        }
        boolean round = c.period() > 0;
        List<Double> at = new ArrayList<>(cuts);
        if (round && !at.isEmpty()) {
            at.add(at.get(0) + c.period());
        } else {
            at.add(0, range.lo());
            at.add(range.hi());
        }
        for (int i = 0; i + 1 < at.size(); i++) {
            Interval r = new Interval(at.get(i), at.get(i + 1));
            if (r.length() > 1e-7 && face.region().locate(c.point(r.middle()), TOL) == Place.INSIDE) {
                Flat.of(c, r, plane).ifPresent(out::add);
            }
        }
    }

    /** Looked at along its axis a ring shows two circles; otherwise two curves that go by the ring's angle. */
    private static void ring(Face face, Torus t, Frame plane, List<Flat> out) {
        Vec3 d = plane.z();
        Frame f = t.frame();
        if (f.z().cross(d).length() < 1e-9) {
            for (double r : new double[] {t.major() + t.minor(), t.major() - t.minor()}) {
                clip(new Circle(f, r), new Interval(0, 2 * Math.PI), face, plane, out);
            }
            return;
        }
        if (Math.abs(f.z().dot(d)) < 1e-9) {
            across(face, t, plane, out);
            return;
        }
        for (int branch = 0; branch < 2; branch++) {
            List<Vec2> run = new ArrayList<>();
            Boolean before = null;
            for (int i = 0; i <= SAMPLES; i++) {
                double u = 2 * Math.PI * i / SAMPLES;
                boolean in = inside(face, t, d, branch, u);
                if (before != null && in != before) {
                    double edge = border(face, t, d, branch, u - 2 * Math.PI / SAMPLES, u, in);
                    run.add(Flat.at(plane, point(t, d, branch, edge)));
                    if (!in) {
                        add(run, out);
                        run.clear();
                    }
                }
                if (in) {
                    run.add(Flat.at(plane, point(t, d, branch, u)));
                }
                before = in;
            }
            add(run, out);
        }
    }

    /** Looked at square to its axis a ring shows two of its meridians, and its highest and lowest circle edge-on. */
    private static void across(Face face, Torus t, Frame plane, List<Flat> out) {
        Frame f = t.frame();
        Interval whole = new Interval(0, 2 * Math.PI);
        Vec3 side = f.z().cross(plane.z());
        for (int way = -1; way <= 1; way += 2) {
            Vec3 centre = f.origin().plus(way * t.major(), side);
            clip(new Circle(Frame.of(centre, plane.z()), t.minor()), whole, face, plane, out);
            clip(new Circle(f.movedAlongZ(way * t.minor()), t.major()), whole, face, plane, out);
        }
    }

    private static void add(List<Vec2> run, List<Flat> out) {
        List<Vec2> thinned = new ArrayList<>();
        for (int i = 0; i < run.size(); i++) {
            if (i % 9 == 0 || i == run.size() - 1) {
                thinned.add(run.get(i));
            }
        }
        Optional<Flat> f = Flat.through(thinned);
        f.ifPresent(out::add);
    }

    private static double border(Face face, Torus t, Vec3 d, int branch, double from, double to, boolean inAtEnd) {
        double lo = from;
        double hi = to;
        for (int i = 0; i < 40; i++) {
            double mid = (lo + hi) / 2;
            if (inside(face, t, d, branch, mid) == inAtEnd) {
                hi = mid;
            } else {
                lo = mid;
            }
        }
        return (lo + hi) / 2;
    }

    private static boolean inside(Face face, Torus t, Vec3 d, int branch, double u) {
        return face.region().locate(point(t, d, branch, u), TOL) != Place.OUTSIDE;
    }

    /** Where the normal, which lies in the meridian at u, is square to the direction. */
    private static Vec3 point(Torus t, Vec3 d, int branch, double u) {
        Vec3 out = t.frame().x().times(Math.cos(u)).plus(Math.sin(u), t.frame().y());
        double v = Math.atan2(-d.dot(out), d.dot(t.frame().z())) + branch * Math.PI;
        return t.point(u, v);
    }
}
