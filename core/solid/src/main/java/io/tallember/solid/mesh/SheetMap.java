package io.tallember.solid.mesh;

import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Region;
import java.util.ArrayList;
import java.util.List;

/** A revolved or spline surface laid out by its parameters, each stretched to its mean length, with a net of inner points. */
final class SheetMap implements Flat {
    private static final int SAMPLES = 12;
    private static final int MOST = 300;
    /** The bends are only sampled: a little more than they ask for. */
    private static final double SAMPLED = 1.2;

    private final Surface surface;
    private final double[] span;
    private final double sx;
    private final double sy;
    private final int across;
    private final int along;
    private final double spacing;

    SheetMap(Face face, MeshQuality quality) {
        surface = face.surface();
        span = Region.spanned(surface, face.loops().stream().map(Loop::coedges).toList());
        double lengthU = 0;
        double lengthV = 0;
        double[] steep = new double[4];
        for (int i = 0; i <= SAMPLES; i++) {
            for (int j = 0; j <= SAMPLES; j++) {
                double u = u(i / (double) SAMPLES);
                double v = v(j / (double) SAMPLES);
                double alongU = surface.du(u, v).length();
                double alongV = surface.dv(u, v).length();
                lengthU += alongU;
                lengthV += alongV;
                double turnU = alongU / bend(surface, u, v, (span[1] - span[0]) * 1e-4, 0);
                double turnV = alongV / bend(surface, u, v, 0, (span[3] - span[2]) * 1e-4);
                steep[0] = Math.max(steep[0], alongU * turnU);
                steep[1] = Math.max(steep[1], turnU);
                steep[2] = Math.max(steep[2], alongV * turnV);
                steep[3] = Math.max(steep[3], turnV);
            }
        }
        int n = (SAMPLES + 1) * (SAMPLES + 1);
        double wide = lengthU / n * (span[1] - span[0]);
        double high = lengthV / n * (span[3] - span[2]);
        across = steps(span[1] - span[0], steep[0], steep[1], quality);
        along = steps(span[3] - span[2], steep[2], steep[3], quality);
        spacing = Math.min(wide / across, high / along);
        // triangles as slender as the bends are unlike
        sx = across / (span[1] - span[0]) / Math.max(across, along);
        sy = along / (span[3] - span[2]) / Math.max(across, along);
    }

    /**
     * How many steps a stretch of a parameter needs.
     *
     * @param bulge the most of speed squared over the bend's radius: a chord's error is that times the step squared over eight
     * @param turn the most that the surface turns by the parameter
     */
    private static int steps(double stretch, double bulge, double turn, MeshQuality quality) {
        double step = Math.min(
                Math.sqrt(8 * quality.chord() / Math.max(bulge, 1e-12)), quality.angle() / Math.max(turn, 1e-12));
        return (int) Math.max(1, Math.min(MOST, Math.ceil(SAMPLED * RingMap.FINER * stretch / step)));
    }

    /** The radius of the bend of the surface along a step of its parameters. */
    private static double bend(Surface s, double u, double v, double hu, double hv) {
        Vec3 a = s.normal(u - hu, v - hv);
        Vec3 b = s.normal(u + hu, v + hv);
        double turn = a.minus(b).length();
        double way = s.point(u - hu, v - hv).distance(s.point(u + hu, v + hv));
        return turn > 1e-12 ? way / turn : Double.POSITIVE_INFINITY;
    }

    /** The least radius of the bends over a face, along either parameter. */
    static double tightest(Surface s, Face face) {
        double[] d = Region.spanned(s, face.loops().stream().map(Loop::coedges).toList());
        double least = 1e9;
        for (int i = 0; i <= 4 * SAMPLES; i++) {
            double u = d[0] + (d[1] - d[0]) * i / (4 * SAMPLES);
            for (int j = 0; j <= SAMPLES; j++) {
                double v = d[2] + (d[3] - d[2]) * j / SAMPLES;
                least = Math.min(least, bend(s, u, v, (d[1] - d[0]) * 1e-4, 0));
                least = Math.min(least, bend(s, u, v, 0, (d[3] - d[2]) * 1e-4));
            }
        }
        return Math.max(least, 1e-3);
    }

    private double u(double f) {
        return span[0] + (span[1] - span[0]) * f;
    }

    private double v(double f) {
        return span[2] + (span[3] - span[2]) * f;
    }

    @Override
    public double period() {
        return surface.uPeriod() * sx;
    }

    @Override
    public Corner corner(Vec3 p, int point) {
        Vec2 uv = surface.project(p);
        return new Corner((uv.x() - span[0]) * sx, (uv.y() - span[2]) * sy, point);
    }

    @Override
    public List<Net> nets() {
        Vec3[][] net = new Vec3[along][across];
        for (int j = 0; j < along; j++) {
            for (int i = 0; i < across; i++) {
                net[j][i] = surface.point(u((i + 0.5) / across), v((j + 0.5) / along));
            }
        }
        return List.of(new Net(net, false));
    }

    @Override
    public List<Vec3> alongCut(Corner p, Corner q) {
        double most = Math.max(Math.abs(q.x() - p.x()), Math.abs(q.y() - p.y()));
        int n = (int) Math.ceil(most * Math.max(across, along));
        List<Vec3> out = new ArrayList<>();
        for (int i = 1; i < n; i++) {
            double f = i / (double) n;
            double x = p.x() + f * (q.x() - p.x());
            double y = p.y() + f * (q.y() - p.y());
            out.add(surface.point(x / sx + span[0], y / sy + span[2]));
        }
        return out;
    }

    @Override
    public double spacing() {
        return spacing;
    }
}
