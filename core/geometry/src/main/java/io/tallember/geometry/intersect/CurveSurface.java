package io.tallember.geometry.intersect;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Where a stretch of a curve meets a surface. Closed forms for lines; conics as roots of a trigonometric polynomial of degree
 * two. A stretch that lies in the surface has no meetings: ask {@link #liesIn} first.
 */
public final class CurveSurface {
    private static final int SAMPLES = 9;

    private CurveSurface() {}

    /** Whether the whole stretch lies in the surface, within tolerance. */
    public static boolean liesIn(Curve curve, Interval range, Surface surface, Tolerance tol) {
        for (int i = 0; i < SAMPLES; i++) {
            if (Math.abs(surface.signedDistance(curve.point(range.at(i / (SAMPLES - 1.0))))) > tol.linear()) {
                return false;
            }
        }
        return true;
    }

    /** All meetings within the range, ends included (by the linear tolerance along the curve). */
    public static List<Meeting> meet(Curve curve, Interval range, Surface surface, Tolerance tol) {
        List<Meeting> all = curve instanceof Line line ? line(line, surface, tol) : conic(curve, surface, tol);
        List<Meeting> within = new ArrayList<>();
        for (Meeting m : all) {
            double slack = tol.linear() / curve.derivative(m.t()).length();
            double t = range.unwrap(m.t(), curve.period(), slack);
            if (range.contains(t, slack)) {
                within.add(new Meeting(range.clamp(t), Double.NaN, m.touching()));
            }
        }
        return within;
    }

    private static List<Meeting> line(Line line, Surface surface, Tolerance tol) {
        if (surface instanceof Cylinder cyl) {
            return lineCylinder(line, cyl, tol);
        }
        Plane plane = (Plane) surface;
        double rate = line.direction().dot(plane.normal());
        return tol.parallelOver(Math.abs(rate), 2 * Tolerance.REACH)
                ? List.of()
                : List.of(new Meeting(-plane.signedDistance(line.origin()) / rate, Double.NaN, false));
    }

    private static List<Meeting> lineCylinder(Line line, Cylinder cyl, Tolerance tol) {
        Vec3 o = cyl.frame().local(line.origin());
        Vec3 axis = cyl.frame().z();
        double dx = line.direction().dot(cyl.frame().x());
        double dy = line.direction().dot(cyl.frame().y());
        double rate = Math.hypot(dx, dy);
        if (tol.parallelOver(line.direction().cross(axis).length(), 2 * Tolerance.REACH)) {
            return List.of();
        }
        double ux = dx / rate;
        double uy = dy / rate;
        double along = o.x() * ux + o.y() * uy;
        double off = Math.abs(o.x() * uy - o.y() * ux);
        if (Math.abs(off - cyl.radius()) <= tol.linear()) {
            return List.of(new Meeting(-along / rate, Double.NaN, true));
        }
        if (off > cyl.radius()) {
            return List.of();
        }
        double half = Math.sqrt((cyl.radius() - off) * (cyl.radius() + off));
        return List.of(
                new Meeting((-along - half) / rate, Double.NaN, false),
                new Meeting((-along + half) / rate, Double.NaN, false));
    }

    private static List<Meeting> conic(Curve c, Surface surface, Tolerance tol) {
        List<Meeting> out = new ArrayList<>();
        for (TrigRoots.Root r : TrigRoots.of(
                t -> surface.signedDistance(c.point(t)),
                t -> surface.normalAt(c.point(t)).dot(c.derivative(t)),
                tol.linear())) {
            out.add(new Meeting(r.t(), Double.NaN, r.touching()));
        }
        return out;
    }
}
