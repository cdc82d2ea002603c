package io.tallember.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.exchange.mesh.StlWriter;
import io.tallember.exchange.step.StepReader;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class StepWriterTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Body box(double a, double b) {
        double[][] p = {{a, a}, {b, a}, {b, b}, {a, b}};
        List<Profile.Edge> loop = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            Vec3 s = new Vec3(p[i][0], p[i][1], 0);
            Vec3 e = new Vec3(p[(i + 1) % 4][0], p[(i + 1) % 4][1], 0);
            loop.add(new Profile.Edge(Line.through(s, e), new Interval(0, s.distance(e)), true, "c" + i));
        }
        return Extrude.of(new Profile(Frame.WORLD, loop, List.of(), "r"), a, b, "s1", "r", TOL);
    }

    private static Body bore() {
        Circle c = new Circle(Frame.WORLD.at(new Vec3(5, 5, 0)), 2);
        List<Profile.Edge> loop = List.of(new Profile.Edge(c, new Interval(0, 2 * Math.PI), true, "c"));
        return Extrude.of(new Profile(Frame.WORLD, loop, List.of(), "r"), -1, 11, "s2", "r", TOL);
    }

    private static String step(List<Body> bodies) {
        return StepWriter.write(
                "Yoke \u2013 raw", bodies, bodies.stream().map(b -> "b").toList(), Instant.EPOCH);
    }

    private static long count(String text, String what) {
        return Pattern.compile(what + "\\(").matcher(text).results().count();
    }

    @Test
    void everyReferenceIsWrittenBeforeItIsUsedAndEveryEdgeTwice() {
        String s = step(Fuse.subtract(List.of(box(0, 10)), List.of(bore()), TOL));
        Matcher lines = Pattern.compile("#(\\d+)=(.*);").matcher(s);
        int seen = 0;
        while (lines.find()) {
            assertThat(Integer.parseInt(lines.group(1))).isEqualTo(++seen);
            Matcher refs = Pattern.compile("#(\\d+)").matcher(lines.group(2));
            while (refs.find()) {
                assertThat(Integer.parseInt(refs.group(1))).isLessThan(seen);
            }
        }
        assertThat(count(s, "ORIENTED_EDGE")).isEqualTo(2 * count(s, "EDGE_CURVE"));
        assertThat(count(s, "CYLINDRICAL_SURFACE")).isEqualTo(1);
        assertThat(count(s, "ADVANCED_FACE")).isEqualTo(7);
        assertThat(s).contains("PRODUCT('Yoke \\X2\\2013\\X0\\ raw'", ".MILLI.,.METRE.", "1970-01-01T00:00:00");
    }

    @Test
    void namesColoursAndMaterialsGoOutAndNamesAndColoursComeBack() {
        List<Body> two = List.of(box(0, 10), box(20, 30));
        String s = StepWriter.write(
                "Pair", two, List.of("Cup", "Stem"), List.of("#7a8c99", ""), List.of("PA6 GF30"), Instant.EPOCH);
        assertThat(s).contains("AP242_MANAGED_MODEL_BASED_3D_ENGINEERING", "MATERIAL_DESIGNATION('PA6 GF30'");
        StepReader.Read read = StepReader.read(s, TOL);
        assertThat(read.names()).containsExactly("Cup", "Stem");
        assertThat(read.colours()).containsExactly("#7a8c99", "");
        assertThat(read.notes()).isEmpty();
        // a style that leads back to itself gives no colour
        String loop = s.replaceAll("=COLOUR_RGB\\([^;]*\\);", "=FILL_AREA_STYLE('',(#1));");
        assertThat(StepReader.read(loop, TOL).colours()).containsExactly("", "");
    }

    @Test
    void aVoidIsAShellOfItsOwn() {
        String s = step(Fuse.subtract(List.of(box(0, 10)), List.of(box(3, 6)), TOL));
        assertThat(count(s, "BREP_WITH_VOIDS")).isEqualTo(1);
        assertThat(count(s, "CLOSED_SHELL")).isEqualTo(3); // two, and the void named again as oriented
    }

    @Test
    void stlHoldsWhatItsHeadSays() {
        byte[] stl = StlWriter.write(List.of(box(0, 10)));
        int facets = ByteBuffer.wrap(stl).order(ByteOrder.LITTLE_ENDIAN).getInt(80);
        assertThat(facets).isEqualTo(12);
        assertThat(stl).hasSize(84 + 50 * facets);
    }
}
