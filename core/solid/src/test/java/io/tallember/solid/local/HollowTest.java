package io.tallember.solid.local;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Shapes;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The shell table: walls measured by rays, volumes by closed forms. */
class HollowTest {
    private static final int LEAST_MEASURED = 6400;

    /** A boss that grows over a bevel of the edge beside it. */
    private static final Set<String> REFUSED = Set.of("seed 8:");

    private static int allMeasured;
    private static int casesMeasured;

    private static final Tolerance TOL = Tolerance.DEFAULT;

    static Stream<ShellTable.Case> cases() {
        return Stream.concat(ShellTable.all().values().stream(), ShellSeedTable.all(Shapes.cases(40, 400)).stream());
    }

    @ParameterizedTest
    @MethodSource("cases")
    void wallsAreAsThickAsAsked(ShellTable.Case c) {
        if (REFUSED.stream().anyMatch(c.name()::startsWith)) {
            assertThat(org.assertj.core.api.Assertions.catchThrowable(
                            () -> Hollow.of(c.body(), c.open(), c.inward(), c.outward(), "w", TOL)))
                    .hasMessageContaining("Take a smaller size");
            casesMeasured++;
            return;
        }
        List<Body> walls = Hollow.of(c.body(), c.open(), c.inward(), c.outward(), "w", TOL);
        for (Body b : walls) {
            BodyCheck.deep(b, TOL).orThrow();
            Shapes.assertWatertight(b);
        }
        // a well in an opened top is left standing by itself
        assertThat(walls).hasSizeBetween(1, c.name().contains("well") ? 2 : 1);
        List<Face> all = walls.stream().flatMap(b -> b.faces().stream()).toList();
        if (!Double.isNaN(c.volume())) {
            assertThat(MassProperties.of(walls).volume()).isCloseTo(c.volume(), within(1e-9 * c.volume()));
        }
        int measured = 0;
        for (Face f : c.body().faces()) {
            double in = c.inward().applyAsDouble(f);
            double out = c.outward().applyAsDouble(f);
            if (c.open().contains(f)) {
                continue;
            }
            for (int choice = 0; choice < 4; choice++) {
                Vec3 p = f.region().interiorPoint(TOL, choice).orElseThrow();
                measured += measures(
                        all,
                        p,
                        f.outward(p).negated(),
                        "inside",
                        f.origins().get(0).key(),
                        in);
                measured += measures(
                        all, p, f.outward(p), "outside", f.origins().get(0).key(), out);
            }
        }
        assertThat(measured).isPositive();
        allMeasured += measured;
        casesMeasured++;
    }

    /** Walls that can't be measured straight across, beside an opening say, are few. */
    @AfterAll
    static void nearlyAllWallsWereMeasured() {
        if (casesMeasured == cases().count()) {
            assertThat(allMeasured).isGreaterThanOrEqualTo(LEAST_MEASURED);
        }
    }

    /** One when the material ends straight through a point of the old face on the face made behind it, as far as asked. */
    private static int measures(List<Face> faces, Vec3 p, Vec3 way, String role, String behind, double wall) {
        double first = Double.POSITIVE_INFINITY;
        Face at = null;
        for (Face f : faces) {
            for (Meeting m : CurveSurface.meet(new Line(p, way), new Interval(-1e-5, 500), f.surface(), TOL)) {
                Vec3 q = p.plus(m.t(), way);
                boolean leaves = f.outward(q).dot(way) > 0;
                if (leaves && m.t() < first && f.region().locate(q, TOL) != SurfaceRegion.Place.OUTSIDE) {
                    first = m.t();
                    at = f;
                }
            }
        }
        boolean there = wall > 0
                && at != null
                && at.origins().stream()
                        .anyMatch(o -> o.role().equals(role) && o.source().equals(behind));
        if (there) {
            assertThat(first).as(role + " of " + behind).isCloseTo(wall, within(1e-6));
        }
        return there ? 1 : 0;
    }

    static Stream<String> tooThick() {
        return Stream.of("box", "rod");
    }

    @ParameterizedTest
    @MethodSource("tooThick")
    void aWallThatLeavesNoRoomIsRefusedWithTheFace(String which) {
        Body b = which.equals("box")
                ? Shapes.box(0, 0, 0, 40, 30, 20)
                : Shapes.cylinder(io.tallember.geometry.Frame.WORLD, 10, 0, 30);
        assertThat(org.assertj.core.api.Assertions.catchThrowable(
                        () -> Hollow.of(b, List.of(), f -> 16, f -> 0, "w", TOL)))
                .isInstanceOf(GeometryException.class)
                .hasMessageContaining("face");
    }

    @org.junit.jupiter.api.Test
    void smoothNeighboursNeedOneThickness() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body round = ShellTable.rounded(box, ShellTable::upright, 4);
        assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> Hollow.of(
                        round,
                        round.faces().stream().filter(ShellTable.top(round)).toList(),
                        f -> ShellTable.faces(f, Vec3.X) ? 3 : 2,
                        f -> 0,
                        "w",
                        TOL)))
                .hasMessageContaining("run smoothly into each other")
                .hasMessageContaining("same thickness");
    }

    @org.junit.jupiter.api.Test
    void innerFacesKnowTheOnesTheyStandBehind() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        Body walls = Hollow.of(
                        box, box.faces().stream().filter(ShellTable.top(box)).toList(), f -> 2, f -> 0, "w", TOL)
                .get(0);
        List<Origin> inside = walls.faces().stream()
                .flatMap(f -> f.origins().stream())
                .filter(o -> o.role().equals("inside"))
                .toList();
        assertThat(inside).hasSize(5).doesNotHaveDuplicates();
        assertThat(inside).allMatch(o -> o.step().equals("w"));
    }
}
