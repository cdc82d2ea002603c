package io.tallember.server.home;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.PartState;
import io.tallember.solid.Body;
import io.tallember.solid.mesh.EdgeLine;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import javax.imageio.ImageIO;

/** A small picture of a part seen from the corner, drawn by a depth buffer at twice the size and halved. */
final class Picture {
    private static final int WIDTH = 640;
    private static final int HEIGHT = 400;
    private static final Vec3 TO_EYE = new Vec3(0.55, -0.75, 0.6).unit();
    private static final Vec3 RIGHT = Vec3.Z.cross(TO_EYE).unit();
    private static final Vec3 UP = TO_EYE.cross(RIGHT);
    private static final Vec3 LIGHT = new Vec3(0.2, -0.5, 0.85).unit();
    private static final int INK = 0xff2c2a26;

    private final double[] depth = new double[WIDTH * HEIGHT];
    private final int[] colour = new int[WIDTH * HEIGHT];
    private final Vec3 centre;
    private final double scale;

    private Picture(Box3 box) {
        Arrays.fill(depth, Double.NEGATIVE_INFINITY);
        centre = box.centre();
        double w = 1e-9;
        double h = 1e-9;
        for (int i = 0; i < 8; i++) {
            Vec3 corner = new Vec3(
                    (i & 1) == 0 ? box.min().x() : box.max().x(),
                    (i & 2) == 0 ? box.min().y() : box.max().y(),
                    (i & 4) == 0 ? box.min().z() : box.max().z());
            w = Math.max(w, Math.abs(corner.minus(centre).dot(RIGHT)));
            h = Math.max(h, Math.abs(corner.minus(centre).dot(UP)));
        }
        scale = Math.min(0.44 * WIDTH / w, 0.42 * HEIGHT / h);
    }

    /** PNG of the part, with nothing behind it. */
    static byte[] of(PartState state) {
        Box3 box = Box3.EMPTY;
        for (Body b : state.solids()) {
            box = box.with(b.bounds());
        }
        BufferedImage image = new BufferedImage(WIDTH / 2, HEIGHT / 2, BufferedImage.TYPE_INT_ARGB);
        if (!box.isEmpty()) {
            Picture p = new Picture(box);
            state.solids().forEach(p::draw);
            p.halve(image);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private Vec3 seen(Vec3 p) {
        Vec3 d = p.minus(centre);
        return new Vec3(WIDTH / 2.0 + scale * d.dot(RIGHT), HEIGHT / 2.0 - scale * d.dot(UP), scale * d.dot(TO_EYE));
    }

    private void draw(Body body) {
        Tessellator.Meshed meshed = new Tessellator(MeshQuality.DISPLAY).attempt(body);
        for (FaceMesh m : meshed.faces()) {
            if (m == null) {
                continue;
            }
            for (int i = 0; i < m.triangles().length; i += 3) {
                Vec3[] t = new Vec3[3];
                Vec3 normal = Vec3.ZERO;
                for (int k = 0; k < 3; k++) {
                    int at = 3 * m.triangles()[i + k];
                    t[k] = seen(new Vec3(m.positions()[at], m.positions()[at + 1], m.positions()[at + 2]));
                    normal = normal.plus(new Vec3(m.normals()[at], m.normals()[at + 1], m.normals()[at + 2]));
                }
                fill(t, shade(normal.unit()));
            }
        }
        for (EdgeLine l : meshed.lines()) {
            Vec3[] line = l.points();
            for (int i = 0; i + 1 < line.length; i++) {
                stroke(seen(line[i]), seen(line[i + 1]));
            }
        }
    }

    private static int shade(Vec3 n) {
        double light = 0.62 + 0.38 * Math.max(0, n.dot(LIGHT));
        int r = (int) (222 * light);
        int g = (int) (205 * light);
        int b = (int) (184 * light);
        return 0xff000000 | r << 16 | g << 8 | b;
    }

    private void fill(Vec3[] t, int argb) {
        double area = cross(t[0], t[1], t[2].x(), t[2].y());
        if (Math.abs(area) < 1e-9) {
            return;
        }
        int x0 = (int) Math.max(0, Math.floor(Math.min(t[0].x(), Math.min(t[1].x(), t[2].x()))));
        int x1 = (int) Math.min(WIDTH - 1, Math.ceil(Math.max(t[0].x(), Math.max(t[1].x(), t[2].x()))));
        int y0 = (int) Math.max(0, Math.floor(Math.min(t[0].y(), Math.min(t[1].y(), t[2].y()))));
        int y1 = (int) Math.min(HEIGHT - 1, Math.ceil(Math.max(t[0].y(), Math.max(t[1].y(), t[2].y()))));
        for (int y = y0; y <= y1; y++) {
            for (int x = x0; x <= x1; x++) {
                double a = cross(t[1], t[2], x, y) / area;
                double b = cross(t[2], t[0], x, y) / area;
                double c = 1 - a - b;
                if (a >= -1e-9 && b >= -1e-9 && c >= -1e-9) {
                    put(x, y, a * t[0].z() + b * t[1].z() + c * t[2].z(), argb);
                }
            }
        }
    }

    private static double cross(Vec3 p, Vec3 q, double x, double y) {
        return (q.x() - p.x()) * (y - p.y()) - (q.y() - p.y()) * (x - p.x());
    }

    private void stroke(Vec3 a, Vec3 b) {
        int steps = (int) Math.ceil(2 * Math.hypot(b.x() - a.x(), b.y() - a.y())) + 1;
        for (int i = 0; i <= steps; i++) {
            Vec3 p = a.lerp(b, i / (double) steps);
            for (int dx = 0; dx < 2; dx++) {
                for (int dy = 0; dy < 2; dy++) {
                    put((int) Math.round(p.x()) + dx, (int) Math.round(p.y()) + dy, p.z() + 2.5, INK);
                }
            }
        }
    }

    private void put(int x, int y, double z, int argb) {
        if (x >= 0 && y >= 0 && x < WIDTH && y < HEIGHT && z > depth[y * WIDTH + x]) {
            depth[y * WIDTH + x] = z;
            colour[y * WIDTH + x] = argb;
        }
    }

    private void halve(BufferedImage image) {
        for (int y = 0; y < HEIGHT / 2; y++) {
            for (int x = 0; x < WIDTH / 2; x++) {
                int[] sum = new int[4];
                for (int k = 0; k < 4; k++) {
                    int c = colour[(2 * y + k / 2) * WIDTH + 2 * x + k % 2];
                    int alpha = c >>> 24 & 0xff;
                    sum[0] += alpha;
                    for (int s = 1; s < 4; s++) {
                        sum[s] += (c >> 8 * (3 - s) & 0xff) * alpha;
                    }
                }
                int alpha = sum[0];
                int out = alpha / 4 << 24;
                for (int s = 1; s < 4 && alpha > 0; s++) {
                    out |= sum[s] / alpha << 8 * (3 - s);
                }
                image.setRGB(x, y, out);
            }
        }
    }
}
