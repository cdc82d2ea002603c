package io.tallember.inspect.sheet;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Extents;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.List;

/** One view of a part on a sheet: what it shows in mm of the part, and where that comes to on the paper. */
final class View {
    private static final double SQUARE = 1 - 1e-9;
    private static final double PAST = 3;

    final String name;
    final Frame frame;
    final List<SeenLines.Line> lines;
    private final List<Body> bodies;
    /** What it covers, in mm of the part. */
    final double lo;

    final double hi;
    final double low;
    final double high;
    /** Where the middle of it comes to, in mm of the paper. */
    double x;

    double y;
    double scale;

    View(String name, Frame frame, List<Body> bodies, List<SeenLines.Line> lines) {
        this.name = name;
        this.frame = frame;
        this.bodies = bodies;
        this.lines = lines;
        double a = Double.POSITIVE_INFINITY;
        double b = Double.NEGATIVE_INFINITY;
        double c = a;
        double d = b;
        for (SeenLines.Line l : lines) {
            for (int i = 0; i < l.x().length; i++) {
                a = Math.min(a, l.x()[i]);
                b = Math.max(b, l.x()[i]);
                c = Math.min(c, l.y()[i]);
                d = Math.max(d, l.y()[i]);
            }
        }
        for (Body body : bodies) {
            // a polyline falls a hair short of a round that it follows
            Interval across = Extents.along(body, frame.x());
            Interval up = Extents.along(body, frame.y());
            a = Math.min(a, across.lo());
            b = Math.max(b, across.hi());
            c = Math.min(c, up.lo());
            d = Math.max(d, up.hi());
        }
        lo = a;
        hi = b;
        low = c;
        high = d;
    }

    double width() {
        return hi - lo;
    }

    double height() {
        return high - low;
    }

    double px(double ofPart) {
        return x + scale * (ofPart - 0.5 * (lo + hi));
    }

    double py(double ofPart) {
        return y + scale * (ofPart - 0.5 * (low + high));
    }

    /** Where a place of the part comes to on the paper; z is zero. */
    Vec3 on(Vec3 p) {
        Vec3 l = frame.local(p);
        return new Vec3(px(l.x()), py(l.y()), 0);
    }

    /** What it covers on the paper: left, bottom, right, top. */
    double[] box() {
        return new double[] {px(lo), py(low), px(hi), py(high)};
    }

    void draw(List<Ink> out) {
        String of = "view:" + name;
        for (SeenLines.Line l : lines) {
            Ink.Layer layer = l.hidden() ? Ink.Layer.HIDDEN : Ink.Layer.OUTLINE;
            Ink arc = arc(l, layer, of);
            if (arc != null) {
                out.add(arc);
                continue;
            }
            boolean straight = l.stroke() != null && l.stroke().curve() instanceof Line;
            int n = straight ? 2 : l.x().length;
            double[] xy = new double[2 * n];
            for (int i = 0; i < n; i++) {
                int k = straight && i == 1 ? l.x().length - 1 : i;
                xy[2 * i] = px(l.x()[k]);
                xy[2 * i + 1] = py(l.y()[k]);
            }
            out.add(new Ink.Path(layer, of, xy, false));
        }
    }

    /** The image of a stretch of a circle, which is one of an ellipse; null for others and for those seen from their edge. */
    private Ink arc(SeenLines.Line l, Ink.Layer layer, String of) {
        if (l.stroke() == null || !(l.stroke().curve() instanceof Circle c)) {
            return null;
        }
        double lean = c.frame().z().dot(frame.z());
        if (Math.abs(lean) < 1e-3) {
            return null;
        }
        // the longer half axis lies square to how the circle leans
        Vec3 level = c.frame().z().cross(frame.z());
        Vec3 axis = level.length() < 1e-9 ? c.frame().x() : level.unit();
        double turn = Math.atan2(axis.dot(frame.y()), axis.dot(frame.x()));
        double at = Math.atan2(axis.dot(c.frame().y()), axis.dot(c.frame().x()));
        Vec3 m = on(c.frame().origin());
        double from = l.stroke().from() - at;
        double to = l.stroke().to() - at;
        double a = scale * c.radius();
        double b = a * Math.abs(lean);
        if (lean < 0) {
            double was = from;
            from = -to;
            to = -was;
        }
        return new Ink.Arc(layer, of, m.x(), m.y(), a, b, turn, from, to - from);
    }

    /** Axes of round faces that go all round: crosses where they are seen along them, lines where from the side. */
    void axes(List<Ink> out) {
        String of = "view:" + name;
        List<double[]> drawn = new ArrayList<>();
        for (Body b : bodies) {
            for (Face f : b.faces()) {
                if (!(f.surface() instanceof Cylinder c) || f.loops().size() != 2) {
                    continue;
                }
                Vec3 axis = c.frame().z();
                if (Math.abs(axis.dot(frame.z())) > SQUARE) {
                    Vec3 m = on(c.frame().origin());
                    double r = scale * c.radius() + PAST;
                    add(out, of, drawn, m.x() - r, m.y(), m.x() + r, m.y());
                    add(out, of, drawn, m.x(), m.y() - r, m.x(), m.y() + r);
                } else if (Math.abs(axis.dot(frame.z())) < 1e-9) {
                    double from = Double.POSITIVE_INFINITY;
                    double to = Double.NEGATIVE_INFINITY;
                    for (Vec3 k : f.bounds().corners()) {
                        from = Math.min(from, c.frame().local(k).z());
                        to = Math.max(to, c.frame().local(k).z());
                    }
                    double past = PAST / scale;
                    Vec3 p = on(c.frame().point(0, 0, from - past));
                    Vec3 q = on(c.frame().point(0, 0, to + past));
                    add(out, of, drawn, p.x(), p.y(), q.x(), q.y());
                }
            }
        }
    }

    /** Draws a line unless a longer one lies over it; shorter ones that it covers are taken out. */
    private static void add(
            List<Ink> out, String of, List<double[]> drawn, double ax, double ay, double bx, double by) {
        double[] now = {ax, ay, bx, by};
        if (drawn.stream().anyMatch(d -> over(d, now))) {
            return;
        }
        drawn.removeIf(d -> over(now, d));
        out.removeIf(i ->
                i instanceof Ink.Path p && p.layer() == Ink.Layer.CENTRE && p.of().equals(of) && over(now, p.xy()));
        drawn.add(now);
        out.add(new Ink.Path(Ink.Layer.CENTRE, of, now, false));
    }

    private static boolean over(double[] a, double[] b) {
        double dx = a[2] - a[0];
        double dy = a[3] - a[1];
        double l = Math.hypot(dx, dy);
        for (int i = 0; i < 4; i += 2) {
            double t = ((b[i] - a[0]) * dx + (b[i + 1] - a[1]) * dy) / l;
            double off = Math.abs(dx * (b[i + 1] - a[1]) - dy * (b[i] - a[0])) / l;
            if (off > 0.05 || t < -0.05 || t > l + 0.05) {
                return false;
            }
        }
        return true;
    }

    /** Whether something square to a direction is seen in its true shape. */
    boolean shows(Vec3 normal) {
        return Math.abs(normal.dot(frame.z())) > SQUARE;
    }

    /** Whether a direction lies in the plane of the view. */
    boolean contains(Vec3 direction) {
        return Math.abs(direction.dot(frame.z())) < 1e-9;
    }
}
