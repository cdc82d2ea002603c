package io.tallember.solid.local;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Imprint;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Split;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Faces that turn about edges of a parting line, judged by the block cut by the planes that should come out. */
class HingeTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body divided(double height, double rise) {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Vec3 up = new Vec3(0, 1, rise).unit();
        Frame upright = Frame.of(new Vec3(0, 0, height), up, Vec3.X);
        Profile.Edge line =
                new Profile.Edge(new Line(new Vec3(-100, 0, 0), Vec3.X), new Interval(0, 200), true, "line");
        Body sheet = Extrude.sheet(upright, List.of(line), -100, 100, "d", "sheet", TOL);
        List<Face> sides = box.faces().stream().filter(HingeTest::side).toList();
        return Imprint.of(box, sides, List.of(sheet), List.of(), TOL);
    }

    private static boolean side(Face f) {
        return Math.abs(f.outward(f.bounds().centre()).z()) < 0.5;
    }

    private static List<Edge> parting(Body b, double height, double rise) {
        return b.edges().stream()
                .filter(e ->
                        Math.abs(e.middle().z() - height - rise * e.middle().y()) < 1e-6
                                && Math.abs(e.start().point().z()
                                                - height
                                                - rise * e.start().point().y())
                                        < 1e-6)
                .toList();
    }

    /** What of a block is behind planes through lines that lean by an angle to z, on both sides of each line. */
    private static double cut(double height, double rise, double angle, boolean away) {
        Body now = Shapes.box(-20, -20, 0, 60, 50, 20);
        List<Vec3[]> lines = List.of(
                new Vec3[] {new Vec3(0, 0, height), new Vec3(1, 0, 0), new Vec3(0, -1, 0)},
                new Vec3[] {new Vec3(0, 30, height + 30 * rise), new Vec3(1, 0, 0), new Vec3(0, 1, 0)},
                new Vec3[] {new Vec3(0, 0, height), new Vec3(0, 1, rise), new Vec3(-1, 0, 0)},
                new Vec3[] {new Vec3(40, 0, height), new Vec3(0, 1, rise), new Vec3(1, 0, 0)});
        List<Plane> planes = new ArrayList<>();
        for (Vec3[] l : lines) {
            for (int sign : away ? new int[] {1, -1} : new int[] {1}) {
                // the normal is square to the line and makes the angle with z
                double s = sign * Math.sin(angle);
                Vec3 d = l[1].unit();
                double along = -s * d.z() / Math.hypot(d.x(), d.y());
                Vec3 level = new Vec3(d.x(), d.y(), 0).unit();
                double out = Math.sqrt(1 - s * s - along * along);
                planes.add(new Plane(
                        Frame.of(l[0], l[2].times(out).plus(along, level).plus(s, Vec3.Z))));
            }
        }
        for (Plane p : planes) {
            now = Split.by(now, p, "c", TOL).stream()
                    .filter(b -> p.signedDistance(MassProperties.of(List.of(b)).centroid()) < 0)
                    .findFirst()
                    .orElseThrow();
        }
        return MassProperties.of(List.of(now)).volume();
    }

    @ParameterizedTest
    @CsvSource({"8,0,3,true", "6,0.2,3,true", "14,-0.3,5,true", "6,0.2,3,false", "9,0,-4,false", "12,-0.1,8,true"})
    void facesLeanAboutTheEdgesThatBoundThem(double height, double rise, double degrees, boolean away) {
        Body b = divided(height, rise);
        assertThat(b.faces()).hasSize(10);
        List<Edge> line = parting(b, height, rise);
        assertThat(line).hasSize(4);
        Map<Face, Hinge> hinges = new LinkedHashMap<>();
        b.faces().stream().filter(HingeTest::side).forEach(f -> hinges.put(f, Hinge.on(f, line, Vec3.Z, away, TOL)));
        double angle = Math.toRadians(degrees);
        Body out = Draft.of(b, hinges, angle, TOL);
        BodyCheck.deep(out, TOL).orThrow();
        assertThat(MassProperties.of(List.of(out)).volume()).isCloseTo(cut(height, rise, angle, away), within(1e-7));
        assertThat(out.faces()).hasSize(10);
    }

    @Test
    void edgesThatStepOnAFaceOrDontBoundItAreRefused() {
        Body b = divided(8, 0);
        List<Edge> line = parting(b, 8, 0);
        Face top = b.faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.5)
                .findFirst()
                .orElseThrow();
        assertThatThrownBy(() -> Hinge.on(top, line, Vec3.Z, true, TOL))
                .hasMessageContaining("no edge of the parting line");
        Face side = b.faces().stream().filter(HingeTest::side).findFirst().orElseThrow();
        List<Edge> all = side.coedges().stream().map(c -> c.edge()).toList();
        assertThatThrownBy(() -> Hinge.on(side, all, Vec3.Z, true, TOL)).hasMessageContaining("steps on the flat face");
    }
}
