package io.tallember.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Thinnest places, leans and undercuts of parts of which they are known. */
class WallMapTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body box(double x, double y, double z, double a, double b, double c) {
        return Primitive.box(Frame.WORLD.at(new Vec3(x, y, z)), a, b, c, "s1", TOL);
    }

    private static Body minus(Body a, Body... b) {
        return Fuse.subtract(List.of(a), List.of(b), TOL).get(0);
    }

    private static WallMap.Wall thinnest(Body b) {
        Probe p = new Probe(List.of(b));
        return new WallMap(p, new Samples(p)).thinner(5).get(0);
    }

    @Test
    void theThinnestPlaceIsFound() {
        // a floor of 1.7 under a pocket, walls of 2.5
        Body tray = minus(box(0, 0, 0, 40, 30, 12), box(2.5, 2.5, 1.7, 35, 25, 20));
        WallMap.Wall w = thinnest(tray);
        assertThat(w.mm()).isCloseTo(1.7, within(1e-6));
        // a bore 0.8 beside a side
        Body bored = minus(
                box(0, 0, 0, 40, 30, 12), Primitive.cylinder(Frame.WORLD.at(new Vec3(20, 5.8, -1)), 5, 14, "s2", TOL));
        w = thinnest(bored);
        assertThat(w.mm()).isCloseTo(0.8, within(0.8e-3));
        assertThat(w.at().at().x()).isCloseTo(20, within(0.3));
        // two bores that miss each other by 0.6, askew
        Body askew = minus(
                box(0, 0, 0, 40, 30, 24),
                Primitive.cylinder(Frame.WORLD.at(new Vec3(20, 15, 18)).movedAlongZ(-30), 4, 24, "s2", TOL),
                Primitive.cylinder(Frame.of(new Vec3(-1, 15, 16.6), Vec3.X), 4, 50, "s3", TOL));
        assertThat(thinnest(askew).mm()).isCloseTo(0.6, within(0.6e-3));
        // a hollow ball off its middle by 0.9
        Body ball = minus(
                Primitive.sphere(Frame.WORLD, 10, "s1", TOL),
                Primitive.sphere(Frame.WORLD.at(new Vec3(0.9, 0, 0)), 7, "s2", TOL));
        assertThat(thinnest(ball).mm()).isCloseTo(2.1, within(2.1e-3));
    }

    private static Leans leans(Body b) {
        Probe p = new Probe(List.of(b));
        return new Leans(p, new Samples(p), Vec3.Z);
    }

    @Test
    void undercutsAreFoundAndNoneInvented() {
        Body plain = minus(box(0, 0, 0, 40, 30, 12), box(5, 5, 4, 30, 20, 20));
        assertThat(leans(plain).held()).isEmpty();
        assertThat(leans(Primitive.sphere(Frame.WORLD, 8, "s1", TOL)).held()).isEmpty();
        assertThat(leans(Primitive.cylinder(Frame.of(Vec3.ZERO, Vec3.X), 5, 20, "s1", TOL))
                        .held())
                .isEmpty();
        // a window through one wall of 5
        Body window = minus(plain, box(-1, 10, 6, 7, 8, 3));
        List<Leans.Held> held = leans(window).held();
        assertThat(held).hasSize(1);
        assertThat(held.get(0).deep()).isCloseTo(5, within(1e-6));
        assertThat(Math.abs(held.get(0).slide().x())).isCloseTo(1, within(1e-9));
        // a bore through it all, across
        Body bored = minus(
                box(0, 0, 0, 40, 30, 12), Primitive.cylinder(Frame.of(new Vec3(20, -1, 6), Vec3.Y), 3, 40, "s2", TOL));
        held = leans(bored).held();
        assertThat(held).hasSize(1);
        assertThat(held.get(0).deep()).isCloseTo(30, within(1e-6));
        // a groove round a pin can't be freed by one slide
        Body pin = minus(
                Primitive.cylinder(Frame.WORLD, 10, 30, "s1", TOL),
                Primitive.torus(Frame.WORLD.at(new Vec3(0, 0, 15)), 10, 2, "s2", TOL));
        assertThat(leans(pin).held()).isNotEmpty().allMatch(h -> h.slide() == null);
    }

    @Test
    void whatLeansTooLittle() {
        Body cup = Primitive.cone(Frame.WORLD, 10, 12, 20, "s1", TOL);
        double lean = Math.atan(0.1);
        assertThat(leans(cup).steep(lean + 1e-6)).hasSize(1).allMatch(s -> Math.abs(s.lean() - lean) < 1e-9);
        assertThat(leans(cup).steep(lean - 1e-6)).isEmpty();
        assertThat(leans(box(0, 0, 0, 4, 5, 6)).steep(0.01)).hasSize(4).allMatch(s -> s.lean() < 1e-9);
        assertThat(leans(Primitive.torus(Frame.WORLD, 12, 3, "s1", TOL)).steep(0.02))
                .isEmpty();
    }
}
