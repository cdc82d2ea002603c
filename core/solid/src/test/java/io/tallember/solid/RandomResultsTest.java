package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec3;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import io.tallember.solid.sweep.Moved;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Random pairs of drilled, bevelled, rounded, hollowed and turned bodies: what is made of them is sound, keeps the identities of
 * volumes, and has closed meshes of its volume at three qualities; and it is the same when both bodies are turned oddly first.
 */
class RandomResultsTest {
    private static final List<MeshQuality> QUALITIES =
            List.of(MeshQuality.DISPLAY, MeshQuality.EXPORT, new MeshQuality(0.002, Math.toRadians(3)));

    private record Pair(String name, Body a, Body b) {}

    /** The pair of a seed, or null where one of the bodies only touches itself. */
    private static Pair pair(int seed, boolean snapped) {
        Random r = new Random(seed * 7919L + 13);
        try {
            Pieces.Piece a = Pieces.any(r, snapped);
            Pieces.Piece b = Pieces.any(r, snapped);
            return new Pair(
                    (snapped ? "snapped " : "general ") + seed + " " + a.kind() + "/" + b.kind(), a.body(), b.body());
        } catch (GeometryException e) {
            assertThat(e.reason()).isEqualTo(GeometryException.Reason.NON_MANIFOLD);
            return null;
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"snapped", "general"})
    void resultsAndTheirMeshesAreRight(String kind) {
        List<String> wrong = new ArrayList<>();
        List<String> refused = new ArrayList<>();
        int results = 0;
        for (int seed = 20_000; seed < 20_000 + Shapes.cases(25, 750); seed++) {
            Pair p = pair(seed, kind.equals("snapped"));
            results += p == null ? 0 : identities(p, seed % 5 == 0 ? 3 : 2, wrong, refused);
        }
        System.out.printf("%s: %d results, %d refused%n", kind, results, refused.size());
        assertThat(wrong).isEmpty();
        assertThat(refused).hasSizeLessThanOrEqualTo(results / 500);
    }

    /**
     * Seeds that were refused or had a wrong mesh: contacts found twice a hair apart, balls touched at their poles, bent tubes that
     * join askew, cusps, loops that touch themselves, rings seen from behind, cuts along an edge, chords that cross.
     */
    @ParameterizedTest
    @CsvSource({
        "212,true",
        "1031,true",
        "1052,true",
        "1119,true",
        "1127,true",
        "1303,true",
        "1782,true",
        "1792,true",
        "1840,true",
        "2198,true",
        "2991,true",
        "5,true",
        "28,true",
        "34,true",
        "123,true",
        "161,true",
        "186,true",
        "74,false",
        "145,false",
        "240,false",
        "20021,false"
    })
    void seedsOnceWrongAreRight(int seed, boolean snapped) {
        List<String> wrong = new ArrayList<>();
        List<String> refused = new ArrayList<>();
        identities(pair(seed, snapped), 2, wrong, refused);
        assertThat(wrong).isEmpty();
        assertThat(refused).isEmpty();
    }

    @Test
    void turningBothBodiesChangesNothing() {
        List<String> unlike = new ArrayList<>();
        for (int seed = 30_000; seed < 30_000 + Shapes.cases(60, 1000); seed++) {
            Pair p = pair(seed, true);
            if (p == null) {
                continue;
            }
            Random r = new Random(seed);
            Vec3 axis = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
            Frame turn = Moved.about(new Line(new Vec3(1.3, -0.7, 2.1), axis.unit()), 0.3 + 2 * r.nextDouble());
            Body a = Moved.by(p.a(), turn, o -> o);
            Body b = Moved.by(p.b(), turn, o -> o);
            double size = MassProperties.of(List.of(p.a(), p.b())).volume();
            for (int op = 0; op < 3; op++) {
                Outcome upright = outcome(p.a(), p.b(), op);
                Outcome turned = outcome(a, b, op);
                boolean alike = upright.refusal() == turned.refusal()
                        && Math.abs(upright.volume() - turned.volume()) <= 1e-8 * size;
                if (!alike) {
                    unlike.add(p.name() + " " + op + ": " + upright + " " + turned);
                }
            }
        }
        assertThat(unlike).isEmpty();
    }

    private record Outcome(double volume, GeometryException.Reason refusal) {}

    private static Outcome outcome(Body a, Body b, int op) {
        try {
            return new Outcome(Shapes.volume(done(a, b, op)), null);
        } catch (GeometryException e) {
            return new Outcome(0, e.reason());
        }
    }

    private static List<Body> done(Body a, Body b, int op) {
        return switch (op) {
            case 0 -> Fuse.unite(List.of(a, b), TOL);
            case 1 -> Fuse.intersect(List.of(a), List.of(b), TOL);
            case 2 -> Fuse.subtract(List.of(a), List.of(b), TOL);
            default -> Fuse.subtract(List.of(b), List.of(a), TOL);
        };
    }

    private static int identities(Pair p, int qualities, List<String> wrong, List<String> refused) {
        double va = Shapes.volume(List.of(p.a()));
        double vb = Shapes.volume(List.of(p.b()));
        int[] results = new int[1];
        double[] v = new double[4];
        for (int op = 0; op < 4; op++) {
            int which = op;
            v[op] = volume(p.name() + " " + op, () -> done(p.a(), p.b(), which), qualities, results, wrong, refused);
        }
        double slack = 1e-8 * (va + vb);
        // a refusal is not a number, and equal to nothing: what it leaves untold is left out, not passed
        if (Math.abs(v[0] + v[1] - va - vb) > slack
                || Math.abs(v[2] + v[1] - va) > slack
                || Math.abs(v[3] + v[1] - vb) > slack) {
            wrong.add(p.name() + ": volumes don't add up");
        }
        return results[0];
    }

    private static double volume(
            String name,
            Supplier<List<Body>> operation,
            int qualities,
            int[] results,
            List<String> wrong,
            List<String> refused) {
        try {
            List<Body> out = operation.get();
            results[0]++;
            for (Body b : out) {
                BodyCheck.deep(b, TOL).problems().forEach(problem -> wrong.add(name + ": " + problem));
                QUALITIES.subList(0, qualities).forEach(q -> mesh(name, b, q, wrong));
            }
            return Shapes.volume(out);
        } catch (GeometryException e) {
            switch (e.reason()) {
                case EMPTY_RESULT -> {
                    return 0;
                }
                case NON_MANIFOLD -> {
                    return Double.NaN;
                }
                default -> {
                    refused.add(name + ": " + e.getMessage());
                    return Double.NaN;
                }
            }
        }
    }

    /** Every side of the mesh is used both ways, and its volume is the body's within the chord times the area. */
    private static void mesh(String name, Body b, MeshQuality q, List<String> wrong) {
        Map<List<Vec3>, Integer> uses = new HashMap<>();
        Vec3 o = b.bounds().centre();
        double six = 0;
        for (FaceMesh m : new Tessellator(q).mesh(b)) {
            for (int i = 0; i < m.triangles().length; i += 3) {
                Vec3[] t = new Vec3[3];
                for (int k = 0; k < 3; k++) {
                    int p = 3 * m.triangles()[i + k];
                    t[k] = new Vec3(m.positions()[p], m.positions()[p + 1], m.positions()[p + 2]);
                }
                six += t[0].minus(o).dot(t[1].minus(o).cross(t[2].minus(o)));
                for (int k = 0; k < 3; k++) {
                    uses.merge(List.of(t[k], t[(k + 1) % 3]), 1, Integer::sum);
                    uses.merge(List.of(t[(k + 1) % 3], t[k]), -1, Integer::sum);
                }
            }
        }
        MassProperties exact = MassProperties.of(b);
        if (uses.values().stream().anyMatch(n -> n != 0)
                || Math.abs(six / 6 - exact.volume()) > q.chord() * exact.area() + 1e-9) {
            wrong.add(name + ": mesh at " + q.chord() + " has " + six / 6 + " of " + exact.volume());
        }
    }
}
