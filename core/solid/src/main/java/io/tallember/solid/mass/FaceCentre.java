package io.tallember.solid.mass;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GaussLegendre;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;

/** Where the middle of a flat face is. */
public final class FaceCentre {
    private static final GaussLegendre RULE = new GaussLegendre(12);

    private FaceCentre() {}

    /** Area within a loop, signed, and its first moments about the frame's origin. */
    private record Moments(double area, double x, double y) {}

    /**
     * The centre of gravity, in mm, of the area within a flat face's outer outline, its holes filled. By Green's theorem along
     * the edges: exact for lines, to rounding for arcs.
     *
     * @throws IllegalArgumentException when the face isn't flat
     */
    public static Vec3 of(Face face) {
        if (!(face.surface() instanceof Plane p)) {
            throw new IllegalArgumentException("Only flat faces have an outline");
        }
        Frame f = near(face, p);
        Moments outer = new Moments(0, 0, 0);
        for (Loop l : face.loops()) {
            Moments m = moments(l, f);
            if (Math.abs(m.area()) > Math.abs(outer.area())) {
                outer = m;
            }
        }
        return f.point(outer.x() / outer.area(), outer.y() / outer.area(), 0);
    }

    /**
     * The centre of gravity of a flat face's own area, its holes left out, in mm.
     *
     * @throws IllegalArgumentException when the face isn't flat
     */
    public static Vec3 ofArea(Face face) {
        if (!(face.surface() instanceof Plane p)) {
            throw new IllegalArgumentException("Only flat faces have an outline");
        }
        Frame f = near(face, p);
        Moments sum = new Moments(0, 0, 0);
        for (Loop l : face.loops()) {
            Moments m = moments(l, f);
            sum = new Moments(sum.area() + m.area(), sum.x() + m.x(), sum.y() + m.y());
        }
        return f.point(sum.x() / sum.area(), sum.y() / sum.area(), 0);
    }

    /** A frame in the plane, near the face; the middle of its box may lie beside the plane. */
    private static Frame near(Face face, Plane p) {
        Vec3 middle = face.bounds().centre();
        return p.frame().at(middle.plus(-p.signedDistance(middle), p.normal()));
    }

    private static Moments moments(Loop loop, Frame f) {
        double area = 0;
        double x = 0;
        double y = 0;
        for (Coedge c : loop.coedges()) {
            double sign = c.forward() ? 1 : -1;
            double[] stops = c.curve().breaks(c.range());
            for (int i = 0; i + 1 < stops.length; i++) {
                Interval piece = new Interval(stops[i], stops[i + 1]);
                for (int k = 0; k < RULE.size(); k++) {
                    double t = RULE.node(k, piece.lo(), piece.hi());
                    double w = sign * RULE.weight(k, piece.lo(), piece.hi());
                    Vec3 at = f.local(c.curve().point(t));
                    Vec3 d = c.curve().derivative(t);
                    double dx = d.dot(f.x());
                    double dy = d.dot(f.y());
                    area += w * (at.x() * dy - at.y() * dx) / 2;
                    x += w * at.x() * at.x() * dy / 2;
                    y -= w * at.y() * at.y() * dx / 2;
                }
            }
        }
        return new Moments(area, x, y);
    }
}
