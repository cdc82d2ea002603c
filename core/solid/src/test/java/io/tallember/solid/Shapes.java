package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Small builders and judges shared by the tests of solids. */
public final class Shapes {
    public static final Tolerance TOL = Tolerance.DEFAULT;

    private Shapes() {}

    /** How many random cases to try: few in every run, many with {@code -Dlong=true} ({@code ./check --long}). */
    public static int cases(int few, int many) {
        return Boolean.getBoolean("long") ? many : few;
    }

    public static Body box(double x0, double y0, double z0, double x1, double y1, double z1) {
        return box(Frame.WORLD, x0, y0, z0, x1, y1, z1, "box");
    }

    public static Body box(Frame f, double x0, double y0, double z0, double x1, double y1, double z1, String step) {
        return Extrude.of(polygon(f, x0, y0, x1, y0, x1, y1, x0, y1), z0, z1, step, "r", TOL);
    }

    public static Body cylinder(Frame f, double r, double z0, double z1) {
        return Extrude.of(new Profile(f, circle(0, 0, r, true), List.of(), "disc"), z0, z1, "cyl", "r", TOL);
    }

    public static Body cylinder(double x, double y, double r, double z0, double z1) {
        return cylinder(Frame.WORLD.at(new Vec3(x, y, 0)), r, z0, z1);
    }

    public static List<Profile.Edge> circle(double x, double y, double r, boolean forward) {
        return List.of(new Profile.Edge(
                new Circle(Frame.WORLD.at(new Vec3(x, y, 0)), r), new Interval(0, 2 * Math.PI), forward, "circle"));
    }

    public static Profile polygon(Frame f, double... xy) {
        List<Profile.Edge> edges = new ArrayList<>();
        int n = xy.length / 2;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            edges.add(line(xy[2 * i], xy[2 * i + 1], xy[2 * j], xy[2 * j + 1], "c" + i));
        }
        return new Profile(f, edges, List.of(), "polygon");
    }

    public static Profile.Edge line(double ax, double ay, double bx, double by, String name) {
        Vec3 a = new Vec3(ax, ay, 0);
        Vec3 b = new Vec3(bx, by, 0);
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, name);
    }

    /** Sizes and places from a coarse grid, so that faces coincide, touch and share edges all the time. */
    public static Body snapped(Random r) {
        Vec3 axis = List.of(Vec3.Z, Vec3.Z, Vec3.X, Vec3.Y.negated()).get(r.nextInt(4));
        Frame f = Frame.of(new Vec3(r.nextInt(5), r.nextInt(5), r.nextInt(5)), axis);
        int size = 1 + r.nextInt(3);
        int height = 1 + r.nextInt(4);
        return switch (r.nextInt(6)) {
            case 0, 1 -> Primitive.box(f, size, 1 + r.nextInt(4), height, "b", TOL);
            case 2 -> Primitive.cylinder(f, size, height, "c", TOL);
            case 3 -> Primitive.cone(f, size, r.nextInt(2) == 0 ? 0 : size + 1, height, "k", TOL);
            case 4 -> Primitive.sphere(f, size, "s", TOL);
            default -> Primitive.torus(f, size + 1, size, "t", TOL);
        };
    }

    public static Body general(Random r) {
        Vec3 z = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
        Frame f = Frame.of(new Vec3(4 * r.nextDouble(), 4 * r.nextDouble(), 4 * r.nextDouble()), z);
        double size = 0.5 + 2 * r.nextDouble();
        double height = 2 + 3 * r.nextDouble();
        return switch (r.nextInt(6)) {
            case 0, 1 -> Primitive.box(f, 1 + 2 * r.nextDouble(), 1 + 2 * r.nextDouble(), height, "b", TOL);
            case 2 -> Primitive.cylinder(f, size, height, "c", TOL);
            case 3 -> Primitive.cone(f, size, r.nextInt(2) == 0 ? 0 : size + r.nextDouble(), height, "k", TOL);
            case 4 -> Primitive.sphere(f, size, "s", TOL);
            default -> Primitive.torus(f, size + 0.1 + r.nextDouble(), size, "t", TOL);
        };
    }

    public static double volume(List<Body> bodies) {
        return MassProperties.of(bodies).volume();
    }

    /** Deep check, positive volume, watertight mesh whose volume is near the exact one. */
    public static void assertSound(List<Body> bodies) {
        for (Body b : bodies) {
            assertThat(BodyCheck.deep(b, TOL).problems()).isEmpty();
            assertWatertight(b);
        }
    }

    public static void assertWatertight(Body b) {
        double exact = MassProperties.of(b).volume();
        assertThat(watertight(b, MeshQuality.EXPORT))
                .isCloseTo(exact, org.assertj.core.data.Offset.offset(0.02 * exact + 1e-3));
    }

    /** The volume of the mesh, every edge of which is used both ways. */
    public static double watertight(Body b, MeshQuality quality) {
        Map<List<Vec3>, Integer> uses = new HashMap<>();
        double six = 0;
        for (FaceMesh m : new Tessellator(quality).mesh(b)) {
            for (int i = 0; i < m.triangles().length; i += 3) {
                Vec3[] t = new Vec3[3];
                for (int k = 0; k < 3; k++) {
                    int p = m.triangles()[i + k];
                    t[k] = new Vec3(m.positions()[3 * p], m.positions()[3 * p + 1], m.positions()[3 * p + 2]);
                }
                six += t[0].dot(t[1].cross(t[2]));
                for (int k = 0; k < 3; k++) {
                    uses.merge(List.of(t[k], t[(k + 1) % 3]), 1, Integer::sum);
                    uses.merge(List.of(t[(k + 1) % 3], t[k]), -1, Integer::sum);
                }
            }
        }
        assertThat(uses.values()).as("every mesh edge is used both ways").allMatch(n -> n == 0);
        return six / 6;
    }

    /** A rectangle with round ends: arcs tangent to lines. */
    public static Profile slot(double half, double r) {
        return new Profile(
                Frame.WORLD,
                List.of(
                        line(-half, -r, half, -r, "a"),
                        new Profile.Edge(
                                new Circle(Frame.WORLD.at(new Vec3(half, 0, 0)), r),
                                new Interval(-Math.PI / 2, Math.PI / 2),
                                true,
                                "b"),
                        line(half, r, -half, r, "c"),
                        new Profile.Edge(
                                new Circle(Frame.WORLD.at(new Vec3(-half, 0, 0)), r),
                                new Interval(Math.PI / 2, 1.5 * Math.PI),
                                true,
                                "d")),
                List.of(),
                "slot");
    }
}
