package io.tallember.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Images of ellipses in a cylinder's parameters, against the ellipses themselves between their knots. */
class ImageTest {
    /** A cylinder about z cut by a leaning plane; the range goes over the place where the angle begins. */
    private static double worst(double radius, double lean) {
        Cylinder c = new Cylinder(Frame.WORLD.at(new Vec3(3, -2, 5)), radius);
        Vec3 along = new Vec3(Math.cos(lean), 0, Math.sin(lean));
        Frame f = Frame.of(new Vec3(3, -2, 11), along.cross(Vec3.Y), along);
        Ellipse k = new Ellipse(f, radius / Math.cos(lean), radius);
        Interval range = new Interval(-2, 3.7);
        Image image = Image.of(k, range, c);
        List<Double> knots = new ArrayList<>();
        for (int i = 0; i < image.knots().size(); i++) {
            for (int n = 0; n < image.multiplicities().get(i); n++) {
                knots.add(image.knots().get(i));
            }
        }
        Nurbs flat = Nurbs.of(
                3,
                knots.stream().mapToDouble(Double::doubleValue).toArray(),
                image.poles().stream().map(Vec2::flat).toList());
        double worst = 0;
        for (int i = 0; i <= 10_000; i++) {
            double t = range.at(i / 10_000.0);
            Vec3 uv = flat.point(t);
            worst = Math.max(worst, c.point(uv.x(), uv.y()).distance(k.point(t)));
        }
        return worst;
    }

    @ParameterizedTest
    @ValueSource(doubles = {1, 10, 100, 1000, 4000})
    void liesOnTheEllipseBelowTheFilesUncertainty(double radius) {
        assertThat(worst(radius, Math.PI / 4)).isLessThan(1e-6);
    }

    @Test
    void aSteepOneToo() {
        assertThat(worst(20, 1.4)).isLessThan(1e-6);
    }
}
