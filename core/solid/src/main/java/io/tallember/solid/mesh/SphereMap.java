package io.tallember.solid.mesh;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Poles;
import java.util.ArrayList;
import java.util.List;

/**
 * A sphere seen from a point of it that is outside the face (a stereographic projection, which keeps angles).
 */
final class SphereMap implements FlatFace {
    private final Sphere sphere;
    private final Frame frame;
    private final double step;
    private final double scale;

    SphereMap(Face face, Sphere sphere, MeshQuality quality) {
        this.sphere = sphere;
        this.step = quality.step(sphere.radius()) / RingMap.FINER;
        Vec3 eye = Poles.outside(sphere, face);
        this.frame = Frame.of(sphere.centre(), eye);
        double reach = 0;
        for (Coedge c : face.coedges()) {
            for (int i = 0; i < 8; i++) {
                MeshCorner k = projected(c.pointAt(i / 8.0), 0, 1);
                reach = Math.max(reach, Math.hypot(k.x(), k.y()));
            }
        }
        this.scale = 1 / Math.max(reach, 1e-9);
    }

    private MeshCorner projected(Vec3 p, int point, double by) {
        Vec3 d = frame.local(p).times(1 / sphere.radius());
        double k = by / Math.max(1 - d.z(), 1e-12);
        return new MeshCorner(d.x() * k, d.y() * k, point);
    }

    @Override
    public MeshCorner corner(Vec3 p, int point) {
        return projected(p, point, scale);
    }

    private Vec3 onRing(double fromEye, double turn) {
        double r = sphere.radius() * Math.sin(fromEye);
        return frame.point(r * Math.cos(turn), r * Math.sin(turn), sphere.radius() * Math.cos(fromEye));
    }

    /** Rings about the eye; toward the poles bands of them have half as many points as those before. */
    @Override
    public List<Net> nets() {
        List<Net> out = new ArrayList<>();
        int rings = (int) Math.ceil(Math.PI / step);
        int most = (int) Math.ceil(2 * Math.PI / step);
        List<Vec3[]> band = new ArrayList<>();
        for (int k = 1; k <= rings; k++) {
            double fromEye = Math.PI * k / rings;
            int halves = (int) Math.round(Math.log(1 / Math.max(Math.sin(fromEye), 1e-9)) / Math.log(2));
            int n = k == rings ? 1 : Math.max(4, most >> Math.min(halves, 20));
            if (!band.isEmpty() && band.get(0).length != n) {
                out.add(new Net(band.toArray(Vec3[][]::new), true));
                band.clear();
            }
            Vec3[] ring = new Vec3[n];
            for (int i = 0; i < n; i++) {
                ring[i] = onRing(fromEye, 2 * Math.PI * i / n);
            }
            band.add(ring);
        }
        out.add(new Net(band.toArray(Vec3[][]::new), true));
        return out;
    }

    /** The triangles of a whole sphere: rings of points between two poles. */
    static FaceMesh whole(Face face, Sphere s, MeshQuality quality) {
        int rings = (int) Math.ceil(Math.PI * RingMap.FINER / quality.step(s.radius()));
        int n = 2 * rings;
        List<Vec3> points = new ArrayList<>(List.of(s.point(0, -Math.PI / 2)));
        for (int k = 1; k < rings; k++) {
            for (int i = 0; i < n; i++) {
                points.add(s.point(2 * Math.PI * i / n, Math.PI * k / rings - Math.PI / 2));
            }
        }
        points.add(s.point(0, Math.PI / 2));
        int last = points.size() - 1;
        List<Integer> t = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            t.addAll(List.of(0, 1 + j, 1 + i, last, last - n + i, last - n + j));
            for (int k = 0; k + 2 < rings; k++) {
                int low = 1 + k * n;
                int high = low + n;
                t.addAll(List.of(low + i, low + j, high + j, low + i, high + j, high + i));
            }
        }
        int[] triangles = t.stream().mapToInt(Integer::intValue).toArray();
        FaceMesher.orient(triangles, points, face);
        return FaceMesher.assembled(face, points, triangles);
    }

    @Override
    public double spacing() {
        return step * sphere.radius();
    }

    @Override
    public Vec3 at(double x, double y) {
        double k = Math.hypot(x, y) / scale;
        double z = (k * k - 1) / (k * k + 1);
        double f = (1 - z) / scale * sphere.radius();
        return frame.point(x * f, y * f, z * sphere.radius());
    }

    @Override
    public double step() {
        return step / 2;
    }
}
