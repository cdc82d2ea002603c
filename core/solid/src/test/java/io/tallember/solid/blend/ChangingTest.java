package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Cone;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Line;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.FreeformTest;
import io.tallember.solid.Shapes;
import io.tallember.solid.blend.Changing.Place;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.MeshQuality;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

/** Rounds of changing radius: along lines between planes they are cones; elsewhere they touch both faces all along. */
class ChangingTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static List<Place> even(double from, double to) {
        return List.of(new Place(0, from), new Place(1, to));
    }

    private static List<Place> three(double from, double mid, double to) {
        return List.of(new Place(0, from), new Place(0.4, mid), new Place(1, to));
    }

    private static Body rounded(Body b, Predicate<Edge> which, List<Place> places) {
        List<Edge> edges = b.edges().stream().filter(which).toList();
        assertThat(edges).isNotEmpty();
        Body out = Changing.of(b, edges, List.of(edges.get(0)), e -> false, places, "s");
        Shapes.assertSound(List.of(out));
        touches(out);
        return out;
    }

    /** Beside each edge of a made face that was on an old one the two have one tangent plane. */
    private static void touches(Body b) {
        int touching = 0;
        for (Face f : b.faces()) {
            if (f.origins().stream().noneMatch(o -> o.step().equals("s"))) {
                continue;
            }
            for (var c : f.coedges()) {
                Edge e = c.edge();
                List<Face> two = b.facesOf(e);
                Face g = two.get(0) == f ? two.get(1) : two.get(0);
                boolean along = !g.surface().equals(f.surface())
                        && f.outward(e.middle()).dot(g.outward(e.middle())) > 1 - 1e-6;
                for (int i = 1; along && i < 9; i++) {
                    Vec3 p = e.curve().point(e.range().at(i / 9.0));
                    assertThat(f.outward(p).cross(g.outward(p)).length()).isLessThan(1e-6);
                }
                touching += along ? 1 : 0;
            }
        }
        assertThat(touching).isGreaterThanOrEqualTo(2);
    }

    private static Edge upright(Body b) {
        return b.edges().stream()
                .filter(e ->
                        e.curve() instanceof Line l && Math.abs(l.direction().z()) > 0.9)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void betweenPlanesItIsACone() {
        Body falling = Shapes.box(0, 0, 0, 40, 30, 20);
        Edge down = upright(falling);
        rounded(falling, k -> k == down, even(5, 2));
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Edge e = upright(box);
        Body out = rounded(box, k -> k == e, even(2, 5));
        assertThat(out.faces().stream().map(Face::surface)).anyMatch(Cone.class::isInstance);
        // all sections are alike about the point where the radius would be nothing: volumes go with the cube of the
        // radius
        double taken = 40 * 30 * 20 - MassProperties.of(out).volume();
        Body half = Shapes.box(0, 0, 0, 40, 30, 10);
        Edge first = upright(half);
        double less = 40 * 30 * 10
                - MassProperties.of(rounded(half, k -> k == first, even(2, 3.5)))
                        .volume();
        boolean fromBelow = less < 0.4 * taken;
        assertThat(fromBelow).isTrue();
        assertThat(less / (3.5 * 3.5 * 3.5 - 8)).isCloseTo(taken / (125 - 8), within(1e-9));
        Body wavy = rounded(box, k -> k == e, List.of(new Place(0, 2), new Place(0.5, 3.5), new Place(1, 5)));
        assertThat(wavy.faces().stream().map(Face::surface)).anyMatch(Tube.class::isInstance);
        assertThat(MassProperties.of(wavy).volume())
                .isCloseTo(MassProperties.of(out).volume(), within(1e-6));
    }

    @Test
    void theRadiusIsAsGivenAtItsPlaces() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Edge e = upright(box);
        Body out = rounded(box, k -> k == e, three(2, 6, 3));
        Tube t = (Tube) out.faces().stream()
                .map(Face::surface)
                .filter(Tube.class::isInstance)
                .findFirst()
                .orElseThrow();
        Vec3 at = e.curve().point(e.range().at(0.4));
        double lo = t.spine().whole().lo();
        double hi = t.spine().whole().hi();
        boolean up = t.spine().point(hi).z() > t.spine().point(lo).z();
        for (int i = 0; i < 60; i++) {
            double mid = 0.5 * (lo + hi);
            boolean below = t.spine().point(mid).z() < at.z() == up;
            lo = below ? mid : lo;
            hi = below ? hi : mid;
        }
        assertThat(t.radiusAt(lo)).isCloseTo(6, within(1e-9));
    }

    @Test
    void alongRimsSlotsSlantsAndSplines() {
        Body post = Shapes.cylinder(Frame.WORLD, 10, 0, 20);
        rounded(post, e -> e.middle().z() > 19, List.of(new Place(0, 1), new Place(0.5, 3), new Place(1, 1)));
        Body slanted = Fuse.subtract(
                        List.of(Shapes.box(-20, -20, 0, 20, 20, 20)),
                        List.of(Shapes.cylinder(Frame.of(new Vec3(0, 0, -5), new Vec3(0.3, 0, 1)), 5, 0, 60)),
                        TOL)
                .get(0);
        rounded(
                slanted,
                e -> e.middle().z() > 19 && !(e.curve() instanceof Line),
                List.of(new Place(0, 1), new Place(0.5, 2), new Place(1, 1)));
        rounded(
                FreeformTest.oval(),
                e -> e.middle().z() > 14,
                List.of(new Place(0, 1), new Place(0.5, 2), new Place(1, 1)));
        Body step = Fuse.unite(List.of(Shapes.box(0, 0, 0, 40, 30, 10), Shapes.box(0, 0, 10, 20, 30, 20)), TOL)
                .get(0);
        rounded(
                step,
                e -> Math.abs(e.middle().x() - 20) < 1e-6 && Math.abs(e.middle().z() - 10) < 1e-6,
                three(2, 5, 1));
    }

    @Test
    void aClosedChainEndsAsItBegins() {
        Body post = Shapes.cylinder(Frame.WORLD, 10, 0, 20);
        assertThatThrownBy(() -> rounded(post, e -> e.middle().z() > 19, three(1, 3, 2)))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("100 % of their length must be the one at 0 %");
    }

    @Test
    void chainsOfLinesAndArcsRunOn() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body round = Blend.edges(
                        box,
                        box.edges().stream()
                                .filter(e -> e.curve() instanceof Line l
                                        && Math.abs(l.direction().z()) > 0.9
                                        && e.middle().x() > 1)
                                .toList(),
                        Size.round(8),
                        "r")
                .get(0);
        Predicate<Edge> open = e -> e.middle().z() > 19 && e.middle().x() > 1;
        Body out = rounded(round, open, three(1, 4, 2));
        double coarse = Shapes.watertight(out, new MeshQuality(0.02, 1));
        double fine = Shapes.watertight(out, new MeshQuality(0.005, 1));
        double exact = MassProperties.of(out).volume();
        assertThat(fine + (fine - coarse) / 3).isCloseTo(exact, within(1e-4 * exact));
    }

    @Test
    void parametersAndDerivativesAgree() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Edge e = upright(box);
        Body out = rounded(box, k -> k == e, three(2, 6, 3));
        Surface t = out.faces().stream()
                .map(Face::surface)
                .filter(Tube.class::isInstance)
                .findFirst()
                .orElseThrow();
        for (int i = 1; i < 40; i++) {
            double u = t.uDomain().at(i / 40.0);
            double v = 0.1 * (i % 7) - 0.3;
            Vec3 p = t.point(u, v);
            assertThat(t.project(p).x()).isCloseTo(u, within(1e-7));
            assertThat(t.project(p).y()).isCloseTo(v, within(1e-7));
            Vec3 n = t.du(u, v).cross(t.dv(u, v)).unit();
            assertThat(n.distance(t.normal(u, v))).isLessThan(1e-6);
            double h = 1e-4;
            Vec3 du = t.point(u + h, v).minus(t.point(u - h, v)).times(0.5 / h);
            assertThat(du.distance(t.du(u, v))).isLessThan(1e-4);
            assertThat(t.signedDistance(p.plus(0.3, n))).isCloseTo(0.3, within(1e-9));
        }
    }

    @Test
    void cornersAreRefusedWithTheEdge() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        List<Edge> top = box.edges().stream().filter(e -> e.middle().z() > 19).toList();
        assertThatThrownBy(() -> Changing.of(box, top, List.of(), e -> false, even(1, 2), "s"))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("rolls all along the edge");
        assertThatThrownBy(
                        () -> Changing.of(box, top.subList(0, 1), List.of(), e -> false, List.of(new Place(0, 1)), "s"))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("100 %");
    }
}
