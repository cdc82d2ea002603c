package io.tallember.solid.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Shapes;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Corners where outer and inner edges meet. */
class MixedCornersTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** A block 20 by 16, 15 high, on a plate. */
    private static final Body PLATE = Fuse.unite(
                    List.of(Shapes.box(-30, -30, -5, 30, 30, 0), Shapes.box(-10, -8, 0, 10, 8, 15)), TOL)
            .get(0);

    private static boolean inner(Edge e) {
        return Math.abs(e.middle().x()) < 11 && Math.abs(e.middle().y()) < 11;
    }

    private static final Predicate<Edge> FOOT = e -> Math.abs(e.middle().z()) < 1e-6 && inner(e);
    private static final Predicate<Edge> UPRIGHT = e -> Math.abs(e.middle().z() - 7.5) < 1e-6;
    private static final Predicate<Edge> RIM = e -> Math.abs(e.middle().z() - 15) < 1e-6;

    private static double gained(Body b, Predicate<Edge> which, double r) {
        Body out = Blend.edges(b, b.edges().stream().filter(which).toList(), Size.round(r), "f")
                .get(0);
        BodyCheck.deep(out, TOL).orThrow();
        Shapes.assertWatertight(out);
        return MassProperties.of(out).volume() - MassProperties.of(b).volume();
    }

    /** What a straight round of one edge has in section. */
    private static double section(double r) {
        return r * r * (1 - Math.PI / 4);
    }

    @Test
    void roundsAtAFootMeetInMitresRoundSharpUprights() {
        // over a corner both have the width that the arc leaves at each height, squared
        double corner = 8 - 4 * Math.PI + 16.0 / 3;
        assertThat(gained(PLATE, FOOT, 2)).isCloseTo(section(2) * 72 + 4 * corner, within(1e-8));
    }

    @Test
    void roundsOfARimMeetInMitresInsideAnAngle() {
        Body ell = Fuse.unite(List.of(Shapes.box(0, 0, 0, 40, 15, 20), Shapes.box(0, 0, 0, 15, 30, 20)), TOL)
                .get(0);
        double corner = 8 - 4 * Math.PI + 16.0 / 3;
        Predicate<Edge> inside = e -> Math.abs(e.middle().z() - 20) < 1e-6
                && (Math.abs(e.middle().x() - 15) < 1e-6 && e.middle().y() > 15
                        || Math.abs(e.middle().y() - 15) < 1e-6 && e.middle().x() > 15);
        assertThat(gained(ell, inside, 2)).isCloseTo(-section(2) * 40 - corner, within(1e-8));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.5, 1, 2, 3})
    void uprightsGoFirstAndTheFootRunsRoundThem(double r) {
        double straight = section(r) * (2 * (20 - 2 * r) + 2 * (16 - 2 * r));
        double centroid = r + r * (10 - 3 * Math.PI) / (3 * (4 - Math.PI));
        double round = 2 * Math.PI * centroid * section(r);
        double uprights = 4 * section(r) * 15;
        // the foot runs round the uprights' rounds; what those took away stays away
        assertThat(gained(PLATE, FOOT.or(UPRIGHT), r)).isCloseTo(straight + round - uprights, within(1e-8));
    }

    @Test
    void allEdgesOfABlockOnAPlate() {
        Body out = Blend.edges(
                        PLATE,
                        PLATE.edges().stream().filter(FOOT.or(UPRIGHT).or(RIM)).toList(),
                        Size.round(2),
                        "f")
                .get(0);
        BodyCheck.deep(out, TOL).orThrow();
        Shapes.assertWatertight(out);
    }

    @Test
    void smoothEdgesAmongOthersAreLeftAlone() {
        Body round = Blend.edges(PLATE, PLATE.edges().stream().filter(UPRIGHT).toList(), Size.round(3), "f")
                .get(0);
        Body out = Blend.edges(
                        round, round.edges().stream().filter(RIM.or(UPRIGHT)).toList(), Size.round(1), "g")
                .get(0);
        BodyCheck.deep(out, TOL).orThrow();
    }

    /** A bevel 2 on the top and 4 down its sides: what it takes off follows from the two lengths. */
    @Test
    void aBevelReachesUnlikeOnTheSharedFace() {
        Body box = Shapes.box(0, 0, 0, 40, 30, 20);
        List<Edge> rim = box.edges().stream().filter(RIM_OF_BOX).toList();
        Body out = Blend.edges(box, rim, Size.bevel(2, 4), "f").get(0);
        BodyCheck.deep(out, TOL).orThrow();
        // a prismatoid: top 36 by 26, half way 38 by 28, bottom 40 by 30, 4 high
        double cap = 4.0 / 6 * (36 * 26 + 4 * 38 * 28 + 40 * 30);
        assertThat(MassProperties.of(out).volume()).isCloseTo(1200 * 16 + cap, within(1e-8));
    }

    private static final Predicate<Edge> RIM_OF_BOX = e -> Math.abs(e.middle().z() - 20) < 1e-6;
}
