package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.local.Hollow;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Revolve;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Random;

/** Random bodies as designers make them: drilled, bevelled, rounded, hollowed, turned, cut; whole sizes, or any. */
public final class Pieces {
    private final Random r;
    private final boolean snapped;
    private final Frame f;

    private Pieces(Random r, boolean snapped) {
        this.r = r;
        this.snapped = snapped;
        Vec3 axis = snapped
                ? List.of(Vec3.Z, Vec3.Z, Vec3.X, Vec3.Y.negated(), Vec3.Y, Vec3.Z.negated())
                        .get(r.nextInt(6))
                : new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
        f = Frame.of(new Vec3(at(), at(), at()), axis);
    }

    /** A body, and what kind it is. */
    public record Piece(String kind, Body body) {}

    /** @param snapped whether all sizes and places are whole or halves, and axes along the world's */
    public static Piece any(Random r, boolean snapped) {
        return new Pieces(r, snapped).any();
    }

    private double at() {
        return snapped ? r.nextInt(7) : 6 * r.nextDouble();
    }

    private double size(int least, int most) {
        return snapped ? least + r.nextInt(most - least + 1) : least + (most - least) * r.nextDouble();
    }

    private double half() {
        return snapped ? 0.5 : 0.3 + 0.4 * r.nextDouble();
    }

    private Piece any() {
        return switch (r.nextInt(16)) {
            case 0 -> new Piece("box", box());
            case 1 -> new Piece("cylinder", Primitive.cylinder(f, size(1, 3), size(2, 6), "c", TOL));
            case 2 -> new Piece("frustum", frustum());
            case 3 -> new Piece("ball", Primitive.sphere(f, size(1, 3), "s", TOL));
            case 4 -> new Piece("ring", Primitive.torus(f, size(3, 5), size(1, 2), "t", TOL));
            case 5 -> new Piece("bevelbox", blended(box(), Size.bevel(half()), 4));
            case 6 -> new Piece("roundbox", blended(box(), Size.round(half()), 12));
            case 7 -> new Piece("uprightround", uprightRound());
            case 8 -> new Piece("shellbox", shellBox());
            case 9 -> new Piece("borebox", boreBox());
            case 10 -> new Piece("bossbox", bossBox());
            case 11 -> new Piece("drilledcyl", drilled());
            case 12 -> new Piece("crossdrilled", crossDrilled());
            case 13 -> new Piece("ringpiece", ringPiece());
            case 14 -> new Piece("revolved", revolved());
            default -> new Piece("ballcut", ballCut());
        };
    }

    private Body box() {
        return Primitive.box(f, size(3, 6), size(3, 6), size(3, 6), "b", TOL);
    }

    private Body frustum() {
        double low = size(1, 4);
        return Primitive.cone(f, low, low > 2.5 ? low - 1 : low + 1, size(2, 5), "k", TOL);
    }

    /** The box with its top's edges blended, or with all. */
    private static Body blended(Body box, Size size, int edges) {
        Face top = box.faces().get(box.faces().size() - 1);
        List<Edge> some = edges == 12
                ? box.edges()
                : top.coedges().stream().map(Coedge::edge).toList();
        return Blend.edges(box, some, size, "bl").get(0);
    }

    private Body uprightRound() {
        double x = size(3, 6);
        double y = size(3, 6);
        double c = size(1, 1);
        List<Profile.Edge> edges = rounded(0, 0, x, y, c);
        return Extrude.of(new Profile(f, edges, List.of(), "r"), 0, size(2, 5), "u", "r", TOL);
    }

    private static List<Profile.Edge> rounded(double x0, double y0, double x1, double y1, double c) {
        List<Profile.Edge> out = new ArrayList<>();
        double[][] corner = {{x1 - c, y0 + c, -0.5}, {x1 - c, y1 - c, 0}, {x0 + c, y1 - c, 0.5}, {x0 + c, y0 + c, 1}};
        double[][] from = {{x0 + c, y0}, {x1, y0 + c}, {x1 - c, y1}, {x0, y1 - c}};
        double[][] to = {{x1 - c, y0}, {x1, y1 - c}, {x0 + c, y1}, {x0, y0 + c}};
        for (int i = 0; i < 4; i++) {
            if (Math.hypot(to[i][0] - from[i][0], to[i][1] - from[i][1]) > 1e-9) {
                out.add(Shapes.line(from[i][0], from[i][1], to[i][0], to[i][1], "l" + i));
            }
            Circle arc = new Circle(Frame.WORLD.at(new Vec3(corner[i][0], corner[i][1], 0)), c);
            double a = Math.PI * corner[i][2];
            out.add(new Profile.Edge(arc, new Interval(a, a + Math.PI / 2), true, "a" + i));
        }
        return out;
    }

    private Body shellBox() {
        Body b = box();
        Collection<Face> open = r.nextInt(3) == 0
                ? List.of()
                : List.of(b.faces().get(r.nextInt(b.faces().size())));
        double wall = half();
        return Hollow.of(b, open, k -> wall, k -> 0, "h", TOL).get(0);
    }

    private Body boreBox() {
        double x = size(4, 6);
        double y = size(4, 6);
        double z = size(2, 5);
        Body bore = Primitive.cylinder(
                f.at(f.point(snapped ? 2 : 0.5 * x, snapped ? 2 : 0.5 * y, -1)), size(1, 1), z + 2, "d", TOL);
        return Fuse.subtract(List.of(Primitive.box(f, x, y, z, "b", TOL)), List.of(bore), TOL)
                .get(0);
    }

    private Body bossBox() {
        double x = size(4, 6);
        double y = size(4, 6);
        double z = size(1, 3);
        Body boss = Primitive.cylinder(f.at(f.point(2, 2, 0)), size(1, 2), z + size(1, 3), "d", TOL);
        return Fuse.unite(List.of(Primitive.box(f, x, y, z, "b", TOL), boss), TOL)
                .get(0);
    }

    private Body drilled() {
        double out = size(2, 4);
        double h = size(2, 5);
        Body bore = Primitive.cylinder(f.at(f.point(0, 0, -1)), out - 1, h + 2, "d", TOL);
        return Fuse.subtract(List.of(Primitive.cylinder(f, out, h, "c", TOL)), List.of(bore), TOL)
                .get(0);
    }

    private Body crossDrilled() {
        double out = size(2, 3);
        double h = size(4, 6);
        Frame across = new Frame(f.point(-10, 0, snapped ? 2 : 0.5 * h), f.y(), f.z(), f.x());
        Body bore = Primitive.cylinder(across, snapped ? 1 : 0.6 * out, 20, "d", TOL);
        return Fuse.subtract(List.of(Primitive.cylinder(f, out, h, "c", TOL)), List.of(bore), TOL)
                .get(0);
    }

    /** The profile's plane: x outward, y along the axis. */
    private Frame upright() {
        return new Frame(f.origin(), f.x(), f.z(), f.y().negated());
    }

    private Body ringPiece() {
        double minor = size(1, 2);
        Circle round = new Circle(Frame.WORLD.at(new Vec3(size(3, 5), 0, 0)), minor);
        Profile p = new Profile(
                upright(),
                List.of(new Profile.Edge(round, new Interval(0, 2 * Math.PI), true, "c0")),
                List.of(),
                "ring");
        double turn = snapped ? Math.PI / 2 * (1 + r.nextInt(3)) : 0.5 + 5 * r.nextDouble();
        return Revolve.of(p, new Line(f.origin(), f.z()), 0, turn, "t", "ring", TOL);
    }

    private Body revolved() {
        double in = size(1, 3);
        double wide = size(3, 5);
        double high = size(2, 6);
        double c = snapped ? List.of(0.5, 1.0).get(r.nextInt(2)) : half();
        Profile p = new Profile(upright(), rounded(in, 0, in + wide, high, c), List.of(), "v");
        return Revolve.of(p, new Line(f.origin(), f.z()), 0, 2 * Math.PI, "v", "r", TOL);
    }

    private Body ballCut() {
        double radius = size(2, 3);
        Frame across = f.at(f.point(snapped ? 1 : 0.3 * radius, 0, -10));
        Body bore = Primitive.cylinder(across, snapped ? 1 : 0.5 * radius, 20, "d", TOL);
        return Fuse.subtract(List.of(Primitive.sphere(f, radius, "s", TOL)), List.of(bore), TOL)
                .get(0);
    }
}
