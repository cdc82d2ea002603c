package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;

/**
 * Contacts of cones, spheres, rings and crossing cylinders, exactly made and nearly made: off by tenths to tens of the tolerance.
 * Every operation must give a sound solid whose volumes fit together, or refuse.
 */
class RoundContactTest {
    private static final double[] OFF = {0, 0.1, -0.1, 0.3, -0.3, 1, -1, 3, -3, 10, -10};
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

    private final Map<String, List<Object>> cases = new LinkedHashMap<>();

    private void put(String name, Body a, DoubleFunction<Body> b) {
        assertThat(cases.put(name, List.of(a, b))).as(name).isNull();
    }

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
        put("equal bores at a right angle", long1, d -> peg(at(d, 0, -20), 6, 40));
        put("equal bores, axes apart", long1, d -> peg(at(0, d, -20), 6, 40));
        put("equal bores, one radius off", long1, d -> peg(at(0, 0, -20), 6 + d, 40));
        put(
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
        put("thin through thick", long1, d -> peg(at(d, d, -20), 3, 40));
        put("thin tangent inside thick", long1, d -> peg(at(0, 3 + d, -20), 3, 40));
        put("thin half out of thick", long1, d -> peg(at(0, 6 + d, -20), 3, 40));
        put("thin touching thick outside", long1, d -> peg(at(0, 9 + d, -20), 3, 40));
        put("blind to the axis", long1, d -> peg(at(0, 0, 0 + d), 3, 20));
        put("ending on the far wall", long1, d -> peg(at(0, 0, -6 + d), 3, 30));
    }

    private void spheres() {
        put("ball resting on a block", BLOCK, d -> ball(0, 0, 14 + d, 4));
        put("ball half in a block", BLOCK, d -> ball(0, 0, 10 + d, 4));
        put("ball under the top, touching", BLOCK, d -> ball(0, 0, 6 + d, 4));
        put("ball touching two walls", BLOCK, d -> ball(6 + d, 6 + d, 10, 4));
        put("ball on an edge", BLOCK, d -> ball(10 + d, 0, 10, 4));
        put("ball on a corner", BLOCK, d -> ball(10 + d, 10, 10, 4));
        put("ball through a corner", BLOCK, d -> ball(10, 10, 10, Math.sqrt(8) + d));
        put("ball as wide as a bore", TUBE, d -> ball(0, 0, 10, 6 + d));
        put("ball in a bore, off its axis", TUBE, d -> ball(d, 0, 10, 6));
        put("ball in the mouth of a bore", TUBE, d -> ball(0, 0, 20 + d, 6));
        put("ball as wide as a peg, at its end", PEG, d -> ball(0, 0, 10 + d, 6));
        put("ball on a peg's axis, wider", PEG, d -> ball(0, 0, 5 + d, 7));
        put("ball through a peg's rim", PEG, d -> ball(0, 0, 10 + d, Math.sqrt(40)));
        put("ball beside a peg, touching", PEG, d -> ball(10 + d, 0, 5, 4));
        put("ball inside a peg, touching", PEG, d -> ball(2 + d, 0, 5, 4));
        put("the same ball", BALL, d -> ball(d, 0, 0, 6));
        put("ball in ball, touching", BALL, d -> ball(2 + d, 0, 0, 4));
        put("ball beside ball, touching", BALL, d -> ball(10 + d, 0, 0, 4));
        put("ball concentric", BALL, d -> ball(0, 0, 0, 6 + d));
        put("balls crossing", BALL, d -> ball(5 + d, 0, 0, 6));
    }

    private void cones() {
        put("cone's tip on a block", BLOCK, d -> cone(at(0, 0, 10 + d), 0, 8, 12));
        put("cone standing on a block", BLOCK, d -> cone(at(0, 0, 10 + d), 5, 0, 8));
        put("cone sunk to its rim", BLOCK, d -> cone(at(0, 0, 2), 5, 9, 8 + d));
        put("cone halved by a wall", BLOCK, d -> cone(at(10 + d, 0, 2), 4, 0, 6));
        put("cone touching a wall from inside", BLOCK, d -> cone(at(5 + d, 0, 2), 5, 1, 6));
        put("frustum on a peg of its radius", PEG, d -> cone(at(0, 0, 10 + d), 6, 3, 5));
        put("cone on a peg of its radius", PEG, d -> cone(at(0, 0, 10), 6 + d, 0, 5));
        put("countersink", PEG, d -> cone(at(0, 0, 8), 2, 4 + d, 2));
        put("cone with its tip on a peg's wall", PEG, d -> cone(along(6 + d, 0, 5, Vec3.X), 0, 3, 6));
        put("cone through a peg", PEG, d -> cone(along(-12, 0, 5 + d, Vec3.X), 4, 1, 24));
        put("cones tip to tip", CONE, d -> cone(at(0, 0, 12 + d), 0, 8, 12));
        put("the same cone", CONE, d -> cone(at(0, 0, d), 8, 0, 12));
        put("cone in cone, one base", CONE, d -> cone(at(0, 0, 0), 6 + d, 0, 12));
        put("frustum going on as the cone", FRUSTUM, d -> cone(at(0, 0, 8 + d), 4, 2, 4));
        put("frustum beside, halved by a box", FRUSTUM, d -> box(d, -10, -1, 20, 20, 20));
        put("box up to the cone's tip", CONE, d -> box(-10, -10, -1, 20, 20, 13 + d));
        put("plane through the cone's tip", CONE, d -> box(d, -10, -5, 20, 20, 30));
        put("ball touching a cone inside", CONE, d -> ball(0, 0, 4, 8 * 8 / Math.hypot(8, 12) + d));
        put("ball round a cone's tip", CONE, d -> ball(0, 0, 12 + d, 3));
    }

    private void rings() {
        put("ring sunk to its middle", BLOCK, d -> ring(at(0, 0, 10 + d), 6, 2));
        put("ring resting on a block", BLOCK, d -> ring(at(0, 0, 12 + d), 6, 2));
        put("ring touching the walls", BLOCK, d -> ring(at(0, 0, 5), 8 + d, 2));
        put("groove in a peg", PEG, d -> ring(at(0, 0, 5 + d), 6, 1));
        put("groove touching a peg", PEG, d -> ring(at(0, 0, 5), 7 + d, 1));
        put("bead round a peg, its rim", PEG, d -> ring(at(0, 0, 10 + d), 5, 1));
        put("groove in a bore", TUBE, d -> ring(at(0, 0, 10), 6 + d, 1));
        put("ring halved by a plane", RING, d -> box(-20, -20, d, 40, 40, 10));
        put("ring cut through its axis", RING, d -> box(d, -20, -5, 40, 40, 10));
        put("ring cut where its hole begins", RING, d -> box(7 + d, -20, -5, 40, 40, 10));
        put("ring touched outside by a box", RING, d -> box(13 + d, -5, -5, 10, 10, 10));
        put("ring with its top shaved", RING, d -> box(-20, -20, 3 + d, 40, 40, 10));
        put("the same ring", RING, d -> ring(at(0, 0, d), 10, 3));
        put("ring in ring, touching", RING, d -> ring(at(0, 0, 0), 11 + d, 2));
        put("ring on ring", RING, d -> ring(at(0, 0, 5 + d), 10, 2));
        put("rings linked", RING, d -> ring(along(10 + d, 0, 0, Vec3.Y), 8, 2));
        put("peg through the ring's tube", RING, d -> peg(at(10 + d, 0, -5), 1, 10));
        put("peg fitting the ring's hole", RING, d -> peg(at(0, 0, -5), 7 + d, 10));
        put("bent pipe joined to a straight one", RING, d -> peg(along(10, d, 0, Vec3.Y), 3, 15));
        put("ball as thick as the ring's tube", RING, d -> ball(10 + d, 0, 0, 3));
        put("cone into the ring's hole", RING, d -> cone(at(0, 0, -4 + d), 6, 10, 8));
    }

    private void others() {
        put(
                "three meet: wedge under ball on block",
                Fuse.unite(List.of(BLOCK, ball(0, 0, 10, 5)), TOL).get(0),
                d -> box(0, 0, 10 + d, 8, 8, 8));
        put(
                "peg, ball and plane in a point",
                Fuse.unite(List.of(PEG, ball(0, 0, 10, 6)), TOL).get(0),
                d -> box(6 + d, -3, 8, 5, 6, 5));
        put(
                "rounded bar end flush",
                Fuse.unite(List.of(PEG, ball(0, 0, 10, 6)), TOL).get(0),
                d -> peg(at(0, 0, -5 + d), 6, 5));
        put(
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
        List<String> wrong = new ArrayList<>();
        List<String> refusedExact = new ArrayList<>();
        int refused = 0;
        int asked = 0;
        for (Map.Entry<String, List<Object>> e : cases.entrySet()) {
            Body a = (Body) e.getValue().get(0);
            @SuppressWarnings("unchecked")
            DoubleFunction<Body> make = (DoubleFunction<Body>) e.getValue().get(1);
            for (double off : OFF) {
                Body b = make.apply(off * TOL.linear());
                double va = Shapes.volume(List.of(a));
                double vb = Shapes.volume(List.of(b));
                String name = e.getKey() + " " + off;
                Double union = attempt(() -> Fuse.unite(List.of(a, b), TOL), name + " unite", wrong, refusedExact);
                Double common = attempt(
                        () -> Fuse.intersect(List.of(a), List.of(b), TOL), name + " common", wrong, refusedExact);
                Double cut =
                        attempt(() -> Fuse.subtract(List.of(a), List.of(b), TOL), name + " cut", wrong, refusedExact);
                asked += 3;
                refused += (union == null ? 1 : 0) + (common == null ? 1 : 0) + (cut == null ? 1 : 0);
                // a contact taken as made may be off by the tolerance over its area
                double slack = off == 0 ? 1e-8 * (va + vb) : 12 * TOL.linear() * 800;
                if (union != null && common != null && Math.abs(union + common - va - vb) > slack) {
                    wrong.add(name + ": union " + union + " common " + common + " of " + va + " " + vb);
                }
                if (cut != null && common != null && Math.abs(cut + common - va) > slack) {
                    wrong.add(name + ": cut " + cut + " common " + common + " of " + va);
                }
            }
        }
        System.out.printf(
                "round contacts: %d cases, %d asked, %d refused, %d wrong%n",
                cases.size(), asked, refused, wrong.size());
        refusedExact.forEach(System.out::println);
        assertThat(wrong).isEmpty();
        assertThat(refused).isLessThan(asked / 5);
    }

    /** The volume; zero for nothing left; null for a refusal. */
    private static Double attempt(
            Supplier<List<Body>> operation, String name, List<String> wrong, List<String> refusals) {
        try {
            List<Body> result = operation.get();
            for (Body b : result) {
                List<String> problems = BodyCheck.deep(b, TOL).problems();
                if (!problems.isEmpty()) {
                    wrong.add(name + ": " + problems.get(0));
                }
            }
            return Shapes.volume(result);
        } catch (GeometryException e) {
            if (e.reason() != GeometryException.Reason.EMPTY_RESULT
                    && e.reason() != GeometryException.Reason.NON_MANIFOLD
                    && name.contains(" 0.0 ")) {
                refusals.add(name + ": "
                        + e.getMessage()
                                .substring(0, Math.min(80, e.getMessage().length())));
            }
            return e.reason() == GeometryException.Reason.EMPTY_RESULT ? Double.valueOf(0) : null;
        } catch (RuntimeException e) {
            wrong.add(name + ": " + e);
            return null;
        }
    }
}
