package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Bodies that are hollow already, shelled again: judged place by place by how far it is to the faces that keep a wall. */
class SecondShellTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final int PLACES = 4_000;

    private static String text(String name) throws IOException {
        return new String(
                SecondShellTest.class
                        .getResourceAsStream("/cases/" + name + ".json")
                        .readAllBytes(),
                StandardCharsets.UTF_8);
    }

    private static boolean inside(List<Body> bodies, Vec3 p) {
        Line ray = new Line(p, new Vec3(0.3517, 0.6113, 0.7089).unit());
        int crossings = 0;
        for (Body b : bodies) {
            for (Face f : b.faces()) {
                crossings += CurveSurface.meet(ray, new Interval(0, 1000), f.surface(), TOL).stream()
                        .filter(m -> f.region().locate(ray.point(m.t()), TOL) != SurfaceRegion.Place.OUTSIDE)
                        .count();
            }
        }
        return crossings % 2 == 1;
    }

    private static double distance(Face f, Vec3 p) {
        double best = Double.POSITIVE_INFINITY;
        Vec3 foot = p.plus(-f.surface().signedDistance(p), f.surface().gradient(p));
        if (f.region().locate(foot, TOL) != SurfaceRegion.Place.OUTSIDE) {
            best = Math.abs(f.surface().signedDistance(p));
        }
        for (Coedge c : f.coedges()) {
            best = Math.min(
                    best, c.curve().point(c.curve().project(p, c.range())).distance(p));
        }
        return best;
    }

    /** At inner edges walls reach on to where they meet sharply, so that a place up to half as far again may lie in one. */
    @ParameterizedTest
    @CsvSource({
        "second-shell-rounded-cover",
        "second-shell-rounded-pad",
        "second-shell-rounded-pad-hollow",
        "second-shell-slanted"
    })
    void wallsAreJustSoThick(String name) throws IOException {
        PartDocument doc = PartFile.read(text(name));
        JsonNode last = PartFile.parse(text(name)).get("steps");
        JsonNode shell = last.get(last.size() - 1);
        double t = shell.get("thickness").asDouble();
        String id = shell.get("id").asString();
        PartState after = Kinds.rebuild().build(doc);
        assertThat(after.outcome(id).message()).isEmpty();
        PartState before = Kinds.rebuild().build(new Command.SwitchStep(id, true).done(doc));
        Set<Face> open = FaceFinder.all(
                ((io.tallember.part.steps.walls.WallStep) doc.step(id)).faces(),
                before.stand().bodies(),
                new ArrayList<>());
        List<Face> kept = before.solids().stream()
                .filter(b -> b.faces().stream().anyMatch(open::contains))
                .flatMap(b -> b.faces().stream())
                .filter(f -> !open.contains(f))
                .toList();
        var box = before.solids().get(0).bounds();
        Random random = new Random(7);
        Set<String> wrong = new HashSet<>();
        int taken = 0;
        int walls = 0;
        for (int i = 0; i < PLACES; i++) {
            Vec3 p = new Vec3(
                    box.min().x()
                            + random.nextDouble() * (box.max().x() - box.min().x()),
                    box.min().y()
                            + random.nextDouble() * (box.max().y() - box.min().y()),
                    box.min().z()
                            + random.nextDouble() * (box.max().z() - box.min().z()));
            if (!inside(before.solids(), p)) {
                continue;
            }
            double away = kept.stream().mapToDouble(f -> distance(f, p)).min().orElseThrow();
            boolean left = inside(after.solids(), p);
            taken += left ? 0 : 1;
            walls += left ? 1 : 0;
            if (!left && away < t - 1e-6 || left && away > 1.5 * t) {
                wrong.add(p.said() + " " + away + (left ? " left" : " taken"));
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(taken).isGreaterThan(10);
        assertThat(walls).isGreaterThan(100);
    }

    /** A side chamber of 80 x 65 x 50 whose walls are 7, 16 and the first shell's own. */
    @Test
    void wallsOfSeveralThicknessesBesideAPipe() throws IOException {
        PartDocument doc = PartFile.read(text("second-shell-stub"));
        double solid = MassProperties.of(Kinds.rebuild()
                        .build(new Command.SwitchStep("s11", true).done(doc))
                        .solids())
                .volume();
        assertThat(MassProperties.of(Kinds.rebuild().build(doc).solids()).volume())
                .isCloseTo(solid - 80 * (65 - 7 - 16) * (50 - 7 - 16), within(1e-6));
    }

    @Test
    void aFaceBesideARoundIsThickenedAndMoved() throws IOException {
        PartDocument doc = PartFile.read(text("thicken-beside-round"));
        assertThat(MassProperties.of(Kinds.rebuild().build(doc).solids()).volume())
                .isCloseTo(61_981.747704, within(1e-6));
        for (double by : new double[] {1, -1}) {
            String moved = text("thicken-beside-round")
                    .replace("\"way\": \"thicken\"", "\"way\": \"move\"")
                    .replace("\"distance\": 3.0", "\"distance\": " + by);
            assertThat(MassProperties.of(
                                    Kinds.rebuild().build(PartFile.read(moved)).solids())
                            .volume())
                    .isCloseTo(59_731.747704 + 750 * by, within(1e-6));
        }
        PartDocument inner = PartFile.read(text("thicken-inner"));
        assertThat(MassProperties.of(Kinds.rebuild().build(inner).solids()).volume())
                .isCloseTo(13_452.592865 + 2_070, within(1e-6));
    }
}
