package io.tallember.solid.mesh;

import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.SurfaceRegion;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** A revolved or spline surface laid out by its parameters, each stretched to its mean length, with a net of inner points. */
final class SheetMap implements FlatFace {
    private static final int MOST = 300;

    private final Surface surface;
    private final double[] span;
    private final double sx;
    private final double sy;
    private final int across;
    private final int along;
    private final double spacing;
    private final Map<Vec3, Vec2> known = new IdentityHashMap<>();
    /** Whether the face has the surface's tip: it is laid out as a disc about it. */
    private final boolean disc;

    SheetMap(Face face, MeshQuality quality) {
        surface = face.surface();
        disc = face.coedges().stream().anyMatch(c -> surface.atTip(c.pointAt(0), 1e-5)) || FlatFace.holdsTip(face);
        span = SurfaceRegion.spanned(
                surface, face.loops().stream().map(Loop::coedges).toList());
        Bends bends = Bends.over(surface, span);
        across = steps(span[1] - span[0], bends.stepU(quality));
        along = steps(span[3] - span[2], bends.stepV(quality));
        double wide = bends.meanU() * (span[1] - span[0]);
        double high = bends.meanV() * (span[3] - span[2]);
        spacing = Math.min(wide / across, high / along);
        // triangles as slender as the bends are unlike
        sx = across / (span[1] - span[0]) / Math.max(across, along);
        sy = along / (span[3] - span[2]) / Math.max(across, along);
    }

    private static int steps(double stretch, double step) {
        return (int) Math.max(1, Math.min(MOST, Math.ceil(RingMap.FINER * stretch / step)));
    }

    private double u(double f) {
        return span[0] + (span[1] - span[0]) * f;
    }

    private double v(double f) {
        return span[2] + (span[3] - span[2]) * f;
    }

    @Override
    public double period() {
        return disc ? 0 : surface.uPeriod() * sx;
    }

    @Override
    public MeshCorner corner(Vec3 p, int point) {
        Vec2 uv = parameters(p);
        if (disc) {
            double turn = discTurn();
            double r = (uv.y() - span[2]) / (span[3] - span[2]);
            return new MeshCorner(r * Math.cos(uv.x() * turn), r * Math.sin(uv.x() * turn), point);
        }
        return new MeshCorner((uv.x() - span[0]) * sx, (uv.y() - span[2]) * sy, point);
    }

    @Override
    public Vec2 known(Vec3 p) {
        return known.get(p);
    }

    private Vec2 parameters(Vec3 p) {
        Vec2 uv = known.get(p);
        return uv == null ? surface.project(p) : uv;
    }

    @Override
    public List<Net> nets() {
        Vec3[][] net = new Vec3[along][across];
        for (int j = 0; j < along; j++) {
            for (int i = 0; i < across; i++) {
                Vec2 uv = new Vec2(u((i + 0.5) / across), v((j + 0.5) / along));
                net[j][i] = surface.point(uv.x(), uv.y());
                known.put(net[j][i], uv);
            }
        }
        Net main = new Net(net, disc && surface.uPeriod() > 0);
        return disc ? List.of(main, new Net(new Vec3[][] {{surface.tip()}}, false)) : List.of(main);
    }

    @Override
    public Vec3 at(double x, double y) {
        if (disc) {
            double u = Math.atan2(y, x);
            return surface.point(
                    (u < 0 && surface.uPeriod() == 0 ? 0 : u) / discTurn(),
                    Math.hypot(x, y) * (span[3] - span[2]) + span[2]);
        }
        return surface.point(x / sx + span[0], y / sy + span[2]);
    }

    private double discTurn() {
        return surface.uPeriod() > 0 ? 1 : 0.5 * Math.PI / (span[1] - span[0]);
    }

    @Override
    public double step() {
        return 1.0 / Math.max(across, along);
    }

    @Override
    public double spacing() {
        return spacing;
    }
}
