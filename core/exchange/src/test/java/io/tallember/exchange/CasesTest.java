package io.tallember.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.exchange.mesh.StlWriter;
import io.tallember.exchange.step.StepReader;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Parts and pairs of bodies whose solid, mesh or file was once wrong or refused. */
class CasesTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static Path folder() {
        try {
            return Path.of(CasesTest.class.getResource("/cases").toURI());
        } catch (URISyntaxException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String text(String name) {
        try {
            return Files.readString(folder().resolve(name));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static Stream<String> pairs() throws IOException {
        try (Stream<Path> all = Files.list(folder())) {
            return all.map(p -> p.getFileName().toString()).filter(n -> n.endsWith(".step")).sorted().toList().stream();
        }
    }

    /** Two bodies with exact coincidences: all is built and adds up, or would truly only touch itself; also after another trip. */
    @ParameterizedTest
    @MethodSource("pairs")
    void pairsKeepTheIdentities(String name) {
        List<Body> two = StepReader.read(text(name), TOL).bodies();
        assertThat(two).hasSize(2);
        double[] once = volumes(two);
        String again = StepWriter.write("pair", two, List.of("a", "b"), Instant.EPOCH);
        List<Body> back = StepReader.read(again, TOL).bodies();
        assertThat(back.get(0).faces()).hasSameSizeAs(two.get(0).faces());
        assertThat(volumes(back)).containsExactly(once, within(1e-6));
        double a = MassProperties.of(two.get(0)).volume();
        double b = MassProperties.of(two.get(1)).volume();
        double slack = 1e-8 * (a + b);
        if (!Double.isNaN(once[0] + once[1])) {
            assertThat(once[0] + once[1]).isCloseTo(a + b, within(slack));
        }
        if (!Double.isNaN(once[2] + once[1])) {
            assertThat(once[2] + once[1]).isCloseTo(a, within(slack));
        }
        if (!Double.isNaN(once[3] + once[1])) {
            assertThat(once[3] + once[1]).isCloseTo(b, within(slack));
        }
        assertThat(java.util.Arrays.stream(once).filter(v -> !Double.isNaN(v)).count())
                .isGreaterThanOrEqualTo(2);
    }

    /** The volumes united, common, and of either less the other, each meshed; not a number where it would touch itself. */
    private static double[] volumes(List<Body> two) {
        double[] out = new double[4];
        for (int op = 0; op < 4; op++) {
            try {
                List<Body> made = op == 0
                        ? Fuse.unite(two, TOL)
                        : op == 1
                                ? Fuse.intersect(two.subList(0, 1), two.subList(1, 2), TOL)
                                : Fuse.subtract(two.subList(op - 2, op - 1), two.subList(3 - op, 4 - op), TOL);
                made.forEach(k -> assertThat(BodyCheck.deep(k, TOL).problems()).isEmpty());
                out[op] = MassProperties.of(made).volume();
                stl(made);
            } catch (GeometryException e) {
                assertThat(e.reason())
                        .as(e.getMessage())
                        .isIn(GeometryException.Reason.NON_MANIFOLD, GeometryException.Reason.EMPTY_RESULT);
                out[op] = e.reason() == GeometryException.Reason.EMPTY_RESULT ? 0 : Double.NaN;
            }
        }
        return out;
    }

    @ParameterizedTest
    @CsvSource({
        "mesh-equal-rods-common, 666.6666667",
        "mesh-rod-half-off, 113.0973355",
        "mesh-rod-notch, 138.2741873",
        "step-ring-with-hole, 12675.8108241",
        "step-ring-with-stud, 12989.9700895"
    })
    void partsHaveClosedMeshesOfTheirVolume(String name, double volume) {
        PartState s = Kinds.rebuild().build(PartFile.read(text(name + ".json")));
        assertThat(s.sound()).isTrue();
        assertThat(MassProperties.of(s.solids()).volume()).isCloseTo(volume, within(1e-6));
        assertThat(stl(s.solids()))
                .isCloseTo(volume, within(0.01 * MassProperties.of(s.solids()).area()));
        String file = Handover.step(s, Instant.EPOCH);
        List<Body> back = StepReader.read(file, TOL).bodies();
        assertThat(MassProperties.of(back).volume()).isCloseTo(volume, within(1e-6));
        assertThat(back.get(0).faces()).hasSameSizeAs(s.solids().get(0).faces());
        if (name.startsWith("step-ring")) {
            assertThat(file).contains("FACE_OUTER_BOUND");
        }
    }

    /** The volume of an STL file, which is closed: every side of its facets is there both ways. */
    private static double stl(List<Body> bodies) {
        ByteBuffer b = ByteBuffer.wrap(StlWriter.write(bodies)).order(ByteOrder.LITTLE_ENDIAN);
        int n = b.getInt(80);
        Map<List<Vec3>, Integer> uses = new HashMap<>();
        double six = 0;
        for (int i = 0; i < n; i++) {
            Vec3[] t = new Vec3[3];
            for (int k = 0; k < 3; k++) {
                int at = 84 + 50 * i + 12 + 12 * k;
                t[k] = new Vec3(b.getFloat(at), b.getFloat(at + 4), b.getFloat(at + 8));
            }
            six += t[0].dot(t[1].cross(t[2]));
            for (int k = 0; k < 3; k++) {
                uses.merge(List.of(t[k], t[(k + 1) % 3]), 1, Integer::sum);
                uses.merge(List.of(t[(k + 1) % 3], t[k]), -1, Integer::sum);
            }
        }
        assertThat(uses.values()).as("open sides").allMatch(k -> k == 0);
        return six / 6;
    }
}
