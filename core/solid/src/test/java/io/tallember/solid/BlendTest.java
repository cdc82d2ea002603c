package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec3;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Chains;
import io.tallember.solid.blend.Size;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Primitive;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Rounds and bevels against closed forms; every blend is tangent to both its faces. */
class BlendTest {
    private static final double QUARTER = 1 - Math.PI / 4;

    private static Body box() {
        return Primitive.box(Frame.WORLD, 30, 20, 10, "box", TOL);
    }

    private static List<Edge> edges(Body b, Predicate<Edge> which) {
        return b.edges().stream().filter(which).toList();
    }

    private static boolean along(Edge e, Vec3 d) {
        return e.curve() instanceof Line l && l.direction().cross(d).length() < 1e-9;
    }

    private static double volume(List<Body> bodies) {
        Shapes.assertSound(bodies);
        return Shapes.volume(bodies);
    }

    private static double blended(Body b, Predicate<Edge> which, Size size) {
        List<Body> out = Blend.edges(b, edges(b, which), size, "r");
        tangent(out, size);
        return volume(out);
    }

    /** Each round runs smoothly into the faces on both of its sides, all along. */
    private static void tangent(List<Body> bodies, Size size) {
        for (Body b : bodies) {
            for (Face f : b.faces()) {
                if (size.bevel() || !f.origins().get(0).step().equals("r")) {
                    continue;
                }
                long smooth = f.coedges().stream()
                        .filter(c -> b.facesOf(c.edge()).stream().allMatch(o -> alike(f, o, c)))
                        .count();
                assertThat(smooth).as("smooth edges of " + f.surface()).isGreaterThanOrEqualTo(2);
            }
        }
    }

    /** Whether two faces have one normal all along an edge. */
    private static boolean alike(Face f, Face o, Coedge c) {
        return java.util.stream.IntStream.rangeClosed(0, 4)
                .mapToObj(i -> c.pointAt(i / 4.0))
                .allMatch(p -> f.outward(p).cross(o.outward(p)).length() < 1e-9
                        && f.outward(p).dot(o.outward(p)) > 0);
    }

    @Test
    void oneEdgeOfABoxLosesTheSpandrel() {
        double v = blended(box(), e -> e.middle().distance(new Vec3(15, 0, 10)) < 1e-9, Size.round(3));
        assertThat(v).isCloseTo(6000 - 9 * QUARTER * 30, within(1e-8));
        double c = blended(box(), e -> e.middle().distance(new Vec3(15, 0, 10)) < 1e-9, Size.bevel(3));
        assertThat(c).isCloseTo(6000 - 4.5 * 30, within(1e-8));
    }

    @Test
    void allEdgesOfABoxGiveABallAtEachCorner() {
        double r = 2;
        double v = blended(box(), e -> true, Size.round(r));
        double core = 26 * 16 * 6;
        double slabs = 2 * r * (26 * 16 + 26 * 6 + 16 * 6);
        double rods = Math.PI * r * r * (26 + 16 + 6);
        assertThat(v).isCloseTo(core + slabs + rods + 4 * Math.PI / 3 * 8, within(1e-8));
    }

    @Test
    void fourTopEdgesAreMitred() {
        double v = blended(box(), e -> Math.abs(e.middle().z() - 10) < 1e-9, Size.round(2));
        // by layers: at depth z below the top the outline is smaller by r - sqrt(2 r z - z z) all round
        double sum = 0;
        int n = 200_000;
        for (int i = 0; i < n; i++) {
            double z = 2 * (i + 0.5) / n;
            double in = 2 - Math.sqrt(4 * z - z * z);
            sum += (30 - 2 * in) * (20 - 2 * in) * 2 / n;
        }
        assertThat(v).isCloseTo(30 * 20 * 8 + sum, within(1e-4));
        double c = blended(box(), e -> Math.abs(e.middle().z() - 10) < 1e-9, Size.bevel(2));
        assertThat(c).isCloseTo(4800 + 2.0 / 3 * (600 + 26 * 16 + 4 * 28 * 18) / 2, within(1e-8));
    }

    @Test
    void rimsOfACylinderAndOfABore() {
        Body peg = Primitive.cylinder(Frame.WORLD, 10, 20, "peg", TOL);
        double r = 2;
        double spandrel = r * r * QUARTER;
        // the spandrel's middle lies this far from the square's corner
        double fromCorner = r * (10 - 3 * Math.PI) / (12 - 3 * Math.PI);
        double lost = 2 * Math.PI * (10 - fromCorner) * spandrel;
        assertThat(blended(peg, e -> true, Size.round(r))).isCloseTo(Math.PI * 100 * 20 - 2 * lost, within(1e-8));
        Body plate = Fuse.subtract(
                        List.of(Primitive.box(Frame.WORLD.at(new Vec3(-15, -15, 0)), 30, 30, 10, "b", TOL)),
                        List.of(Primitive.cylinder(Frame.WORLD, 6, 10, "c", TOL)),
                        TOL)
                .get(0);
        double bore = 2 * Math.PI * (6 + fromCorner) * spandrel;
        assertThat(blended(plate, e -> e.curve() instanceof Circle && e.middle().z() > 5, Size.round(r)))
                .isCloseTo(9000 - 360 * Math.PI - bore, within(1e-8));
        Body boss = Fuse.unite(
                        List.of(
                                Primitive.box(Frame.WORLD.at(new Vec3(-15, -15, -5)), 30, 30, 5, "b", TOL),
                                Primitive.cylinder(Frame.WORLD, 6, 10, "c", TOL)),
                        TOL)
                .get(0);
        double foot = 2 * Math.PI * (6 + fromCorner) * spandrel;
        assertThat(blended(boss, e -> e.curve() instanceof Circle && e.middle().z() < 1, Size.round(r)))
                .isCloseTo(4500 + 360 * Math.PI + foot, within(1e-8));
    }

    private static Body pocket() {
        Body block = Primitive.box(Frame.WORLD, 60, 40, 20, "block", TOL);
        Body well = Primitive.box(Frame.WORLD.at(new Vec3(10, 10, 10)), 40, 20, 10, "well", TOL);
        Body square = Fuse.subtract(List.of(block), List.of(well), TOL).get(0);
        return Blend.edges(square, edges(square, e -> along(e, Vec3.Z) && inner(e)), Size.round(5), "v")
                .get(0);
    }

    private static boolean inner(Edge e) {
        Vec3 m = e.middle();
        return m.x() > 5 && m.x() < 55 && m.y() > 5 && m.y() < 35 && m.z() > 5;
    }

    @Test
    void aPocketsFloorIsRoundedAlongItsSmoothChain() {
        Body p = pocket();
        assertThat(MassProperties.of(p).volume()).isCloseTo(48000 - 8000 + 4 * 25 * QUARTER * 10, within(1e-8));
        Edge one =
                edges(p, e -> inner(e) && Math.abs(e.middle().z() - 10) < 1e-9).get(0);
        List<Edge> chain = Chains.smooth(p, List.of(one));
        assertThat(chain).hasSize(8);
        double r = 2;
        double fromCorner = r * (10 - 3 * Math.PI) / (12 - 3 * Math.PI);
        double gained = r * r * QUARTER * (2 * 30 + 2 * 10 + 2 * Math.PI * (5 - fromCorner));
        List<Body> out = Blend.edges(p, chain, Size.round(r), "r");
        assertThat(volume(out)).isCloseTo(MassProperties.of(p).volume() + gained, within(1e-8));
    }

    @Test
    void anInnerEdgeEndsAtTheFacesOfItsEnds() {
        Body l = Fuse.unite(
                        List.of(
                                Primitive.box(Frame.WORLD, 30, 20, 5, "a", TOL),
                                Primitive.box(Frame.WORLD, 5, 20, 30, "b", TOL)),
                        TOL)
                .get(0);
        double v = blended(l, e -> e.middle().distance(new Vec3(5, 10, 5)) < 1e-9, Size.round(4));
        assertThat(v).isCloseTo(3000 + 2500 + 16 * QUARTER * 20, within(1e-8));
    }

    @Test
    void aSlantedEndIsFollowed() {
        Body wedge = Fuse.subtract(
                        List.of(box()),
                        List.of(Primitive.box(
                                Frame.of(new Vec3(30, 0, 0), new Vec3(1, 0, 0.5))
                                        .at(new Vec3(30, -5, 0)),
                                40,
                                40,
                                40,
                                "cut",
                                TOL)),
                        TOL)
                .get(0);
        Edge top = edges(
                        wedge,
                        e -> along(e, Vec3.X)
                                && e.middle().z() > 9
                                && e.middle().y() < 1)
                .get(0);
        List<Body> out = Blend.edges(wedge, List.of(top), Size.round(2), "r");
        Shapes.assertSound(out);
        assertThat(Shapes.volume(out)).isLessThan(MassProperties.of(wedge).volume());
        assertThat(out.get(0).faces()).hasSize(wedge.faces().size() + 1);
    }

    @Test
    void whatDoesntFitIsRefusedWithTheLargestThatDoes() {
        Body b = box();
        assertThatThrownBy(() -> Blend.edges(b, edges(b, e -> along(e, Vec3.X)), Size.round(25), "r"))
                .hasMessageContaining("too narrow")
                .satisfies(e -> assertThat(((GeometryException) e).remedy()).isCloseTo(10, within(1e-3)));
        List<Edge> one = edges(b, e -> e.middle().distance(new Vec3(15, 0, 10)) < 1e-9);
        assertThat(Blend.edges(b, one, Size.round(9.99), "r")).hasSize(1);
        assertThatThrownBy(() -> Blend.edges(b, one, Size.round(0), "r")).hasMessageContaining("above zero");
        assertThatThrownBy(() -> Blend.edges(b, one, Size.bevel(Double.NaN), "r"))
                .hasMessageContaining("above zero");
    }
}
