package io.tallember.solid.mass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Centres of outlines against closed forms. */
class FaceCentreTest {
    private static Vec3 centreOfTop(Body b, double z) {
        Face top = b.faces().stream()
                .filter(f -> f.bounds().min().z() > z - 1e-6)
                .findFirst()
                .orElseThrow();
        return FaceCentre.of(top);
    }

    private static Body pulled(Profile p) {
        return Extrude.of(p, 0, 5, "s", "s", Shapes.TOL);
    }

    @Test
    void holesAreFilled() {
        Body plate = Shapes.box(100, 200, 0, 140, 230, 5);
        Body drilled = Fuse.subtract(List.of(plate), List.of(Shapes.cylinder(105, 205, 3, -1, 6)), Shapes.TOL)
                .get(0);
        assertThat(centreOfTop(drilled, 5).distance(new Vec3(120, 215, 5))).isLessThan(1e-9);
    }

    @Test
    void aTriangleAndAHalfDisc() {
        Vec3 third = centreOfTop(pulled(Shapes.polygon(Frame.WORLD, 0, 0, 30, 0, 0, 60)), 5);
        assertThat(third.distance(new Vec3(10, 20, 5))).isLessThan(1e-9);
        List<Profile.Edge> half = new ArrayList<>();
        half.add(new Profile.Edge(
                new io.tallember.geometry.Circle(Frame.WORLD, 12), new Interval(0, Math.PI), true, "arc"));
        half.add(Shapes.line(-12, 0, 12, 0, "flat"));
        Vec3 disc = centreOfTop(pulled(new Profile(Frame.WORLD, half, List.of(), "half")), 5);
        assertThat(disc.y()).isCloseTo(4 * 12 / (3 * Math.PI), within(1e-9));
        assertThat(disc.x()).isCloseTo(0, within(1e-9));
    }

    /** The middle of its box lies beside its plane. */
    @Test
    void aSlantedTriangleWithAHole() {
        Frame f = Frame.of(new Vec3(1, 2, 3), new Vec3(1, 1, 1).unit());
        Body b = pulled(Shapes.polygon(f, 0, 0, 30, 0, 0, 60));
        Face top = b.faces().stream()
                .filter(x -> x.outward(x.bounds().centre()).dot(f.z()) > 0.99)
                .findFirst()
                .orElseThrow();
        assertThat(FaceCentre.of(top).distance(f.point(10, 20, 5))).isLessThan(1e-9);
        assertThat(FaceCentre.ofArea(top).distance(f.point(10, 20, 5))).isLessThan(1e-9);
        Body plate = Shapes.box(100, 200, 0, 140, 230, 5);
        Body drilled = Fuse.subtract(List.of(plate), List.of(Shapes.cylinder(105, 205, 3, -1, 6)), Shapes.TOL)
                .get(0);
        Face with = drilled.faces().stream()
                .filter(x -> x.bounds().min().z() > 4.9)
                .findFirst()
                .orElseThrow();
        double hole = 9 * Math.PI;
        Vec3 c = new Vec3(120, 215, 5)
                .times(1200)
                .plus(-hole, new Vec3(105, 205, 5))
                .times(1 / (1200 - hole));
        assertThat(FaceCentre.ofArea(with).distance(c)).isLessThan(1e-9);
    }

    @Test
    void onlyFlatFacesHaveOne() {
        Face round = Shapes.cylinder(0, 0, 3, 0, 6).faces().stream()
                .filter(f -> !f.surface().kind().equals("plane"))
                .findFirst()
                .orElseThrow();
        assertThatThrownBy(() -> FaceCentre.of(round)).isInstanceOf(IllegalArgumentException.class);
    }
}
