package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Contacts of cones, spheres, rings and crossing cylinders. */
class RoundContactTest {
    private static final Frame W = Frame.WORLD;
    private static final Body BLOCK = Primitive.box(W.at(new Vec3(-10, -10, 0)), 20, 20, 10, "block", TOL);
    private static final Body PEG = Primitive.cylinder(W, 6, 10, "peg", TOL);
    private static final Body BALL = Primitive.sphere(W, 6, "ball", TOL);
    private static final Body RING = Primitive.torus(W, 10, 3, "ring", TOL);
    private static final Body CONE = Primitive.cone(W, 8, 0, 12, "cone", TOL);
    private static final Body FRUSTUM = Primitive.cone(W, 8, 4, 8, "frustum", TOL);
    private static final Body TUBE = Fuse.subtract(
                    List.of(Primitive.cylinder(W, 10, 20, "outer", TOL)),
                    List.of(Primitive.cylinder(W, 6, 20, "bore", TOL)),
                    TOL)
            .get(0);

    private final ContactTable table = new ContactTable();

    private static Frame at(double x, double y, double z) {
        return W.at(new Vec3(x, y, z));
    }

    private static Frame along(double x, double y, double z, Vec3 axis) {
        return Frame.of(new Vec3(x, y, z), axis);
    }

    private static Body box(double x, double y, double z, double dx, double dy, double dz) {
        return Primitive.box(at(x, y, z), dx, dy, dz, "tool", TOL);
    }

    private static Body peg(Frame f, double r, double h) {
        return Primitive.cylinder(f, r, h, "tool", TOL);
    }

    private static Body ball(double x, double y, double z, double r) {
        return Primitive.sphere(at(x, y, z), r, "tool", TOL);
    }

    private static Body ring(Frame f, double major, double minor) {
        return Primitive.torus(f, major, minor, "tool", TOL);
    }

    private static Body cone(Frame f, double r1, double r2, double h) {
        return Primitive.cone(f, r1, r2, h, "tool", TOL);
    }

    private void crossingCylinders() {
        Body long1 = peg(along(-20, 0, 0, Vec3.X), 6, 40);
        table.put("equal bores at a right angle", long1, d -> peg(at(d, 0, -20), 6, 40));
        table.put("equal bores, axes apart", long1, d -> peg(at(0, d, -20), 6, 40));
        table.put("equal bores, one radius off", long1, d -> peg(at(0, 0, -20), 6 + d, 40));
        table.put(
                "equal bores at 60 degrees",
                long1,
                d -> peg(
                        along(
                                -20 * Math.cos(Math.PI / 3),
                                d,
                                -20 * Math.sin(Math.PI / 3),
                                new Vec3(1, 0, Math.sqrt(3))),
                        6,
                        40));
        table.put("thin through thick", long1, d -> peg(at(d, d, -20), 3, 40));
        table.put("thin tangent inside thick", long1, d -> peg(at(0, 3 + d, -20), 3, 40));
        table.put("thin half out of thick", long1, d -> peg(at(0, 6 + d, -20), 3, 40));
        table.put("thin touching thick outside", long1, d -> peg(at(0, 9 + d, -20), 3, 40));
        table.put("blind to the axis", long1, d -> peg(at(0, 0, 0 + d), 3, 20));
        table.put("ending on the far wall", long1, d -> peg(at(0, 0, -6 + d), 3, 30));
    }

    private void spheres() {
        table.put("ball resting on a block", BLOCK, d -> ball(0, 0, 14 + d, 4));
        table.put("ball half in a block", BLOCK, d -> ball(0, 0, 10 + d, 4));
        table.put("ball under the top, touching", BLOCK, d -> ball(0, 0, 6 + d, 4));
        table.put("ball touching two walls", BLOCK, d -> ball(6 + d, 6 + d, 10, 4));
        table.put("ball on an edge", BLOCK, d -> ball(10 + d, 0, 10, 4));
        table.put("ball on a corner", BLOCK, d -> ball(10 + d, 10, 10, 4));
        table.put("ball through a corner", BLOCK, d -> ball(10, 10, 10, Math.sqrt(8) + d));
        table.put("ball as wide as a bore", TUBE, d -> ball(0, 0, 10, 6 + d));
        table.put("ball in a bore, off its axis", TUBE, d -> ball(d, 0, 10, 6));
        table.put("ball in the mouth of a bore", TUBE, d -> ball(0, 0, 20 + d, 6));
        table.put("ball as wide as a peg, at its end", PEG, d -> ball(0, 0, 10 + d, 6));
        table.put("ball on a peg's axis, wider", PEG, d -> ball(0, 0, 5 + d, 7));
        table.put("ball through a peg's rim", PEG, d -> ball(0, 0, 10 + d, Math.sqrt(40)));
        table.put("ball beside a peg, touching", PEG, d -> ball(10 + d, 0, 5, 4));
        table.put("ball inside a peg, touching", PEG, d -> ball(2 + d, 0, 5, 4));
        table.put("the same ball", BALL, d -> ball(d, 0, 0, 6));
        table.put("ball in ball, touching", BALL, d -> ball(2 + d, 0, 0, 4));
        table.put("ball beside ball, touching", BALL, d -> ball(10 + d, 0, 0, 4));
        table.put("ball concentric", BALL, d -> ball(0, 0, 0, 6 + d));
        table.put("balls crossing", BALL, d -> ball(5 + d, 0, 0, 6));
    }

    private void cones() {
        table.put("cone's tip on a block", BLOCK, d -> cone(at(0, 0, 10 + d), 0, 8, 12));
        table.put("cone standing on a block", BLOCK, d -> cone(at(0, 0, 10 + d), 5, 0, 8));
        table.put("cone sunk to its rim", BLOCK, d -> cone(at(0, 0, 2), 5, 9, 8 + d));
        table.put("cone halved by a wall", BLOCK, d -> cone(at(10 + d, 0, 2), 4, 0, 6));
        table.put("cone touching a wall from inside", BLOCK, d -> cone(at(5 + d, 0, 2), 5, 1, 6));
        table.put("frustum on a peg of its radius", PEG, d -> cone(at(0, 0, 10 + d), 6, 3, 5));
        table.put("cone on a peg of its radius", PEG, d -> cone(at(0, 0, 10), 6 + d, 0, 5));
        table.put("countersink", PEG, d -> cone(at(0, 0, 8), 2, 4 + d, 2));
        table.put("cone with its tip on a peg's wall", PEG, d -> cone(along(6 + d, 0, 5, Vec3.X), 0, 3, 6));
        table.put("cone through a peg", PEG, d -> cone(along(-12, 0, 5 + d, Vec3.X), 4, 1, 24));
        table.put("cones tip to tip", CONE, d -> cone(at(0, 0, 12 + d), 0, 8, 12));
        table.put("the same cone", CONE, d -> cone(at(0, 0, d), 8, 0, 12));
        table.put("cone in cone, one base", CONE, d -> cone(at(0, 0, 0), 6 + d, 0, 12));
        table.put("frustum going on as the cone", FRUSTUM, d -> cone(at(0, 0, 8 + d), 4, 2, 4));
        table.put("frustum beside, halved by a box", FRUSTUM, d -> box(d, -10, -1, 20, 20, 20));
        table.put("box up to the cone's tip", CONE, d -> box(-10, -10, -1, 20, 20, 13 + d));
        table.put("plane through the cone's tip", CONE, d -> box(d, -10, -5, 20, 20, 30));
        table.put("ball touching a cone inside", CONE, d -> ball(0, 0, 4, 8 * 8 / Math.hypot(8, 12) + d));
        table.put("ball round a cone's tip", CONE, d -> ball(0, 0, 12 + d, 3));
    }

    private void rings() {
        table.put("ring sunk to its middle", BLOCK, d -> ring(at(0, 0, 10 + d), 6, 2));
        table.put("ring resting on a block", BLOCK, d -> ring(at(0, 0, 12 + d), 6, 2));
        table.put("ring touching the walls", BLOCK, d -> ring(at(0, 0, 5), 8 + d, 2));
        table.put("groove in a peg", PEG, d -> ring(at(0, 0, 5 + d), 6, 1));
        table.put("groove touching a peg", PEG, d -> ring(at(0, 0, 5), 7 + d, 1));
        table.put("bead round a peg, its rim", PEG, d -> ring(at(0, 0, 10 + d), 5, 1));
        table.put("groove in a bore", TUBE, d -> ring(at(0, 0, 10), 6 + d, 1));
        table.put("ring halved by a plane", RING, d -> box(-20, -20, d, 40, 40, 10));
        table.put("ring cut through its axis", RING, d -> box(d, -20, -5, 40, 40, 10));
        table.put("ring cut where its hole begins", RING, d -> box(7 + d, -20, -5, 40, 40, 10));
        table.put("ring touched outside by a box", RING, d -> box(13 + d, -5, -5, 10, 10, 10));
        table.put("ring with its top shaved", RING, d -> box(-20, -20, 3 + d, 40, 40, 10));
        table.put("the same ring", RING, d -> ring(at(0, 0, d), 10, 3));
        table.put("ring in ring, touching", RING, d -> ring(at(0, 0, 0), 11 + d, 2));
        table.put("ring on ring", RING, d -> ring(at(0, 0, 5 + d), 10, 2));
        table.put("rings linked", RING, d -> ring(along(10 + d, 0, 0, Vec3.Y), 8, 2));
        table.put("peg through the ring's tube", RING, d -> peg(at(10 + d, 0, -5), 1, 10));
        table.put("peg fitting the ring's hole", RING, d -> peg(at(0, 0, -5), 7 + d, 10));
        table.put("bent pipe joined to a straight one", RING, d -> peg(along(10, d, 0, Vec3.Y), 3, 15));
        table.put("ball as thick as the ring's tube", RING, d -> ball(10 + d, 0, 0, 3));
        table.put("cone into the ring's hole", RING, d -> cone(at(0, 0, -4 + d), 6, 10, 8));
    }

    private void others() {
        table.put(
                "three meet: wedge under ball on block",
                Fuse.unite(List.of(BLOCK, ball(0, 0, 10, 5)), TOL).get(0),
                d -> box(0, 0, 10 + d, 8, 8, 8));
        table.put(
                "peg, ball and plane in a point",
                Fuse.unite(List.of(PEG, ball(0, 0, 10, 6)), TOL).get(0),
                d -> box(6 + d, -3, 8, 5, 6, 5));
        table.put(
                "rounded bar end flush",
                Fuse.unite(List.of(PEG, ball(0, 0, 10, 6)), TOL).get(0),
                d -> peg(at(0, 0, -5 + d), 6, 5));
        table.put(
                "tilted plane on a ball",
                BALL,
                d -> Primitive.box(along(0, 0, 6 + d, new Vec3(d / 10, 0, 1)), 5, 5, 5, "t", TOL));
    }

    @Test
    void everyContactIsSoundOrRefused() {
        crossingCylinders();
        spheres();
        cones();
        rings();
        others();
        table.run("round contacts", 800, 0.1);
    }
}
