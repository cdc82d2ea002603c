package io.tallember.solid.mass;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
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
 * arcs, see {@link FaceIntegral}; the error is that of the arithmetic. Method: B. Mirtich, Fast
 * and accurate computation of polyhedral mass properties, 1996, carried over to curved faces.
 */
public record MassProperties(double volume, double area, Vec3 centroid) {
    private static final Map<Body, MassProperties> KNOWN = Collections.synchronizedMap(new WeakHashMap<>());
    /** A rough value that is this share of what it is made up of has the right sign. */
    private static final double SURE = 0.05;

    private static final Map<Face, Own> FACES = Collections.synchronizedMap(new WeakHashMap<>());
    private static final Map<Face, Own> ROUGH = Collections.synchronizedMap(new WeakHashMap<>());

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
            Own own = own(f);
            addMoved(own.sums(), own.ref().minus(ref), sum);
        }
        Vec3 c = new Vec3(sum[2] / sum[0], sum[3] / sum[0], sum[4] / sum[0]);
        return new MassProperties(sum[0], sum[1], ref.plus(c));
    }

    /** A face's integrals about its own middle; faces don't change, so they are kept. */
    private record Own(Vec3 ref, double[] sums) {}

    private static Own own(Face f) {
        Own known = FACES.get(f);
        if (known == null) {
            Vec3 ref = f.bounds().centre();
            known = new Own(ref, FaceIntegral.of(f, ref));
            FACES.put(f, known);
        }
        return known;
    }

    /** Adds integrals about one place as they are about another, {@code d} before it. */
    private static void addMoved(double[] s, Vec3 d, double[] sum) {
        sum[0] += s[0] + (d.x() * s[8] + d.y() * s[9] + d.z() * s[10]) / 3;
        sum[1] += s[1];
        sum[2] += s[2] + d.x() * s[5] + 0.5 * d.x() * d.x() * s[8];
        sum[3] += s[3] + d.y() * s[6] + 0.5 * d.y() * d.y() * s[9];
        sum[4] += s[4] + d.z() * s[7] + 0.5 * d.z() * d.z() * s[10];
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

    /**
     * What a face adds to a body's volume, seen from a place, and its area.
     *
     * @param about the place
     * @param volume between the place and the face, in mm3, positive where the face looks away from the place
     * @param area in mm2
     */
    public record Flux(Vec3 about, double volume, double area) {}

    /** A face's part of its body's volume. */
    public static Flux flux(Face f) {
        Own own = own(f);
        return new Flux(own.ref(), own.sums()[0], own.sums()[1]);
    }

    /** Whether a body's volume is above zero, or below: 1 or -1, or 0 where it is none. */
    public static int sign(Body body) {
        if (!KNOWN.containsKey(body)) {
            Vec3 ref = body.bounds().centre();
            double sum = 0;
            double size = 0;
            for (Face f : body.faces()) {
                double part = about(rough(f), ref);
                sum += part;
                size += Math.abs(part);
            }
            if (Math.abs(sum) > SURE * size) {
                return sum > 0 ? 1 : -1;
            }
        }
        return (int) Math.signum(of(body).volume());
    }

    /** The same integrals with few nodes, or the exact ones where they are known. */
    private static Own rough(Face f) {
        Own known = FACES.get(f);
        if (known == null && FaceIntegral.soon(f)) {
            return own(f);
        }
        if (known == null) {
            known = ROUGH.get(f);
        }
        if (known == null) {
            Vec3 ref = f.bounds().centre();
            known = new Own(ref, FaceIntegral.rough(f, ref));
            ROUGH.put(f, known);
        }
        return known;
    }

    private static double about(Own own, Vec3 ref) {
        double[] sum = new double[5];
        addMoved(own.sums(), own.ref().minus(ref), sum);
        return sum[0];
    }

    /** Whether a face's loops run the right way round. */
    public static boolean rightWayRound(Face f) {
        double about = rough(f).sums()[1];
        double across = f.bounds().diagonal();
        if (Math.abs(about) > SURE * across * across) {
            return about > 0;
        }
        return area(f) > 0;
    }

    /** Area of a face in mm2; negative when its loops run the wrong way round. */
    public static double area(Face f) {
        return own(f).sums()[1];
    }
}
