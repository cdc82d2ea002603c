package io.tallember.sketch.regions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Tolerance;
import io.tallember.sketch.Draw;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class SketchReaderTest {
    private static Reading read(Draw d) {
        return SketchReader.read(d.sketch(), Tolerance.DEFAULT);
    }

    private static Draw square(double x0, double y0, double x1, double y1) {
        return new Draw()
                .point("a", x0, y0)
                .point("b", x1, y0)
                .point("c", x1, y1)
                .point("d", x0, y1)
                .line("ab", "a", "b")
                .line("bc", "b", "c")
                .line("cd", "c", "d")
                .line("da", "d", "a");
    }

    @Test
    void aCircleInASquareIsAHoleAndARegionOfItsOwn() {
        List<Region> r =
                read(square(0, 0, 10, 10).point("m", 5, 5).circle("o", "m", 2)).regions();
        assertThat(r).hasSize(2);
        assertThat(r.get(0).area()).isCloseTo(100 - 4 * Math.PI, within(1e-12));
        assertThat(r.get(0).holes()).hasSize(1);
        assertThat(r.get(0).boundary()).containsExactly("+ab", "+bc", "+cd", "+da");
        assertThat(r.get(1).area()).isCloseTo(4 * Math.PI, within(1e-12));
    }

    @Test
    void twoCrossingCirclesMakeThreeRegionsWithNamesOfTheirOwn() {
        List<Region> r = read(new Draw()
                        .point("m", 0, 0)
                        .point("n", 6, 0)
                        .circle("o", "m", 5)
                        .circle("q", "n", 5))
                .regions();
        assertThat(r).hasSize(3);
        assertThat(r.stream().map(Region::name).distinct()).hasSize(3);
        double all = r.stream().mapToDouble(Region::area).sum();
        double lens = 2 * 25 * Math.acos(0.6) - 6 * 4;
        assertThat(all).isCloseTo(50 * Math.PI - lens, within(1e-9));
    }

    @Test
    void ringOfConcentricCirclesNests() {
        List<Region> r = read(new Draw()
                        .point("m", 0, 0)
                        .circle("o", "m", 5)
                        .circle("q", "m", 3)
                        .circle("z", "m", 1))
                .regions();
        assertThat(r).hasSize(3);
        assertThat(r.stream().filter(x -> x.holes().size() == 1)).hasSize(2);
        assertThat(r.stream().mapToDouble(Region::area).sum()).isCloseTo(25 * Math.PI, within(1e-9));
    }

    @Test
    void aLineAcrossSplitsAndAStubDoesNot() {
        List<Region> split = read(square(0, 0, 10, 10)
                        .point("s", -1, 4)
                        .point("t", 11, 4)
                        .line("across", "s", "t"))
                .regions();
        assertThat(split).hasSize(2);
        assertThat(split.stream().mapToDouble(Region::area).sum()).isCloseTo(100, within(1e-9));
        Reading stub =
                read(square(0, 0, 10, 10).point("s", 5, 5).point("t", 5, 10).line("stub", "s", "t"));
        assertThat(stub.regions()).hasSize(1);
        assertThat(stub.regions().get(0).outer()).as("the side is whole again").hasSize(4);
        assertThat(stub.openEnds()).containsExactly("s");
    }

    @Test
    void aGapIsNamedByItsEndsAndWidth() {
        Draw d = new Draw()
                .point("a", 0, 0)
                .point("b", 10, 0)
                .point("c", 10, 10)
                .point("e", 0, 0.3)
                .line("ab", "a", "b")
                .line("bc", "b", "c")
                .line("ce", "c", "e");
        Reading r = read(d);
        assertThat(r.regions()).isEmpty();
        assertThat(r.gaps()).hasSize(1);
        assertThat(r.gaps().get(0).distance()).isCloseTo(0.3, within(1e-12));
        assertThat(List.of(r.gaps().get(0).first(), r.gaps().get(0).second())).containsExactlyInAnyOrder("a", "e");
    }

    @Test
    void doubledLinesCountOnce() {
        Reading r = read(square(0, 0, 10, 10).point("s", 2, 0).point("t", 14, 0).line("over", "s", "t"));
        assertThat(r.regions()).hasSize(1);
        assertThat(r.regions().get(0).area()).isCloseTo(100, within(1e-9));
        assertThat(r.doubled()).containsExactly(new Doubled("ab", "over"));
    }

    @Test
    void aShortArcHiddenUnderAnotherIsFound() {
        Draw d = new Draw()
                .point("m", 0, 0)
                .point("a", 5, 0)
                .point("b", -5, 0)
                .point("c", 4, 3)
                .point("e", 3, 4)
                .arc("half", "m", "a", "b")
                .line("base", "b", "a")
                .arc("hidden", "m", "c", "e");
        assertThat(read(d).doubled()).containsExactly(new Doubled("half", "hidden"));
        assertThat(read(d).regions()).hasSize(1);
        assertThat(read(square(0, 0, 10, 10)).doubled()).isEmpty();
    }

    @Test
    void aTangentCircleTouchesWithoutCutting() {
        List<Region> r =
                read(square(0, 0, 10, 10).point("m", 5, 2).circle("o", "m", 2)).regions();
        assertThat(r).hasSize(2);
        assertThat(r.stream().mapToDouble(Region::area).sum()).isCloseTo(100, within(1e-9));
        assertThat(r.stream().mapToDouble(Region::area).min().orElseThrow()).isCloseTo(4 * Math.PI, within(1e-9));
    }

    /** Regions of random lines and circles in a frame fill the frame. */
    @Test
    void areasAddUpToTheFrame() {
        for (int seed = 0; seed < 30; seed++) {
            Random r = new Random(seed);
            Draw d = square(0, 0, 100, 100);
            for (int i = 0; i < 12; i++) {
                d.point("s" + i, 120 * r.nextDouble() - 10, 120 * r.nextDouble() - 10);
                d.point("t" + i, 120 * r.nextDouble() - 10, 120 * r.nextDouble() - 10);
                d.point("m" + i, 20 + 60 * r.nextDouble(), 20 + 60 * r.nextDouble());
                d.line("l" + i, "s" + i, "t" + i).circle("o" + i, "m" + i, 1 + 18 * r.nextDouble());
            }
            double sum = read(d).regions().stream()
                    .filter(x -> x.inside().x() > 0
                            && x.inside().x() < 100
                            && x.inside().y() > 0
                            && x.inside().y() < 100)
                    .mapToDouble(Region::area)
                    .sum();
            assertThat(sum).as("seed " + seed).isCloseTo(10_000, within(1e-6));
        }
    }
}
