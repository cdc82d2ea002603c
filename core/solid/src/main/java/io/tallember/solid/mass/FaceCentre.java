package io.tallember.solid.mass;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GaussLegendre;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import java.util.function.BinaryOperator;

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
        return centre(face, (most, m) -> Math.abs(m.area()) > Math.abs(most.area()) ? m : most);
    }

    /**
     * The centre of gravity of a flat face's own area, its holes left out, in mm.
     *
     * @throws IllegalArgumentException when the face isn't flat
     */
    public static Vec3 ofArea(Face face) {
        return centre(face, (sum, m) -> new Moments(sum.area() + m.area(), sum.x() + m.x(), sum.y() + m.y()));
    }

    private static Vec3 centre(Face face, BinaryOperator<Moments> with) {
        if (!(face.surface() instanceof Plane p)) {
            throw new IllegalArgumentException("Only flat faces have an outline");
        }
        Frame f = near(face, p);
        Moments all = face.loops().stream().map(l -> moments(l, f)).reduce(new Moments(0, 0, 0), with);
        return f.point(all.x() / all.area(), all.y() / all.area(), 0);
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
