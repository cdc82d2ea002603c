package io.tallember.solid.mass;

import io.tallember.geometry.Curve;
import io.tallember.geometry.GaussLegendre;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.WeakHashMap;

/**
 * Volume (mm3), area (mm2) and centroid (mm) of a body.
 *
 * <p>Volume integrals become flux integrals over the faces (Gauss), and each face integral a line integral along its loops in
 * the surface's parameters (Green), so nothing is taken from a mesh. The line integrals use Gauss-Legendre nodes on short
 * arcs; for planes and cylinders bounded by lines and circles the error is that of the arithmetic. Method: B. Mirtich, Fast
 * and accurate computation of polyhedral mass properties, 1996, carried over to curved faces.
 */
public record MassProperties(double volume, double area, Vec3 centroid) {
    private static final GaussLegendre ALONG = new GaussLegendre(16);
    /** Along a straight edge of a plane the integrands are polynomials of at most the fourth degree. */
    private static final GaussLegendre STRAIGHT = new GaussLegendre(4);

    private static final GaussLegendre ACROSS = new GaussLegendre(4);
    private static final Map<Body, MassProperties> KNOWN = Collections.synchronizedMap(new WeakHashMap<>());

    /** Of one body. The volume of an inside-out body is negative. Bodies don't change, so the result is kept. */
    public static MassProperties of(Body body) {
        MassProperties known = KNOWN.get(body);
        if (known == null) {
            known = integrated(body);
            KNOWN.put(body, known);
        }
        return known;
    }

    private static MassProperties integrated(Body body) {
        Vec3 ref = body.bounds().centre();
        double[] sum = new double[5];
        for (Face f : body.faces()) {
            addFace(f, ref, sum);
        }
        Vec3 c = new Vec3(sum[2] / sum[0], sum[3] / sum[0], sum[4] / sum[0]);
        return new MassProperties(sum[0], sum[1], ref.plus(c));
    }

    /** Of several bodies together. */
    public static MassProperties of(List<Body> bodies) {
        double v = 0;
        double a = 0;
        Vec3 c = Vec3.ZERO;
        for (Body b : bodies) {
            MassProperties m = of(b);
            v += m.volume();
            a += m.area();
            c = c.plus(m.volume(), m.centroid());
        }
        return new MassProperties(v, a, v == 0 ? c : c.times(1 / v));
    }

    /** Area of a face in mm2; negative when its loops run the wrong way round. */
    public static double area(Face f) {
        double[] sum = new double[5];
        addFace(f, f.bounds().centre(), sum);
        return sum[1];
    }

    private static void addFace(Face f, Vec3 ref, double[] sum) {
        Surface s = f.surface();
        double v0 = s.project(f.bounds().centre()).y();
        double side = f.sense() ? -1 : 1;
        for (Coedge c : f.coedges()) {
            Curve curve = c.curve();
            Interval r = c.range();
            boolean straight = curve instanceof Line;
            GaussLegendre along = straight && s instanceof Plane ? STRAIGHT : ALONG;
            int parts = straight ? 1 : Math.max(1, (int) Math.ceil(r.length() / (Math.PI / 4)));
            for (int k = 0; k < parts; k++) {
                double lo = r.at(k / (double) parts);
                double hi = r.at((k + 1) / (double) parts);
                for (int i = 0; i < along.size(); i++) {
                    double t = along.node(i, lo, hi);
                    Vec3 p = curve.point(t);
                    Vec2 uv = s.project(p);
                    Vec3 su = s.du(uv.x(), uv.y());
                    double du = c.travel(t).dot(su) / su.dot(su);
                    double w = side * along.weight(i, lo, hi) * du;
                    if (w != 0) {
                        column(s, f.sense(), uv, v0, ref, w, sum);
                    }
                }
            }
        }
    }

    /** Adds w times the integrals over v from v0 to uv.y at the column u = uv.x. */
    private static void column(Surface s, boolean sense, Vec2 uv, double v0, Vec3 ref, double w, double[] sum) {
        for (int j = 0; j < ACROSS.size(); j++) {
            double v = ACROSS.node(j, v0, uv.y());
            double stretch = s.du(uv.x(), v).cross(s.dv(uv.x(), v)).length();
            double wj = w * ACROSS.weight(j, v0, uv.y()) * stretch;
            Vec3 q = s.point(uv.x(), v).minus(ref);
            Vec3 n = sense ? s.normal(uv.x(), v) : s.normal(uv.x(), v).negated();
            sum[0] += wj * q.dot(n) / 3;
            sum[1] += wj;
            sum[2] += wj * 0.5 * q.x() * q.x() * n.x();
            sum[3] += wj * 0.5 * q.y() * q.y() * n.y();
            sum[4] += wj * 0.5 * q.z() * q.z() * n.z();
        }
    }
}
