package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;

/**
 * Contacts that are nearly made: off by tenths to tens of the tolerance, shifted or tilted. Every operation must give a
 * sound solid whose volumes fit together, or refuse.
 */
class NearContactTest {
    private static final double[] OFF = {0, 0.1, -0.1, 0.3, -0.3, 1, -1, 3, -3, 10, -10};

    private static final Body BLOCK = Shapes.box(0, 0, 0, 20, 20, 10);
    private static final Body PEG = Shapes.cylinder(10, 10, 6, 0, 10);

    private static Body box(double x0, double y0, double z0, double x1, double y1, double z1) {
        return Shapes.box(Frame.WORLD, x0, y0, z0, x1, y1, z1, "tool");
    }

    private static Body round(double x, double y, double r, double z0, double z1) {
        return Shapes.cylinder(x, y, r, z0, z1);
    }

    /** A frame tilted about x so that over 10 mm it is off by {@code d}. */
    private static Frame tilted(double x, double y, double z, double d) {
        return Frame.of(new Vec3(x, y, z), new Vec3(0, d / 10, 1), Vec3.X);
    }

    private static Map<String, List<Object>> cases() {
        Map<String, List<Object>> c = new LinkedHashMap<>();
        put(c, "box on the top face", BLOCK, d -> box(5, 5, 10 + d, 15, 15, 16));
        put(c, "box as large on the top face", BLOCK, d -> box(0, 0, 10 + d, 20, 20, 16));
        put(c, "box shifted sideways, as high", BLOCK, d -> box(20 + d, 0, 0, 30, 20, 10));
        put(c, "overlapping, tops flush", BLOCK, d -> box(15, 5, 2, 30, 15, 10 + d));
        put(c, "overlapping, sides and tops flush", BLOCK, d -> box(15, 0 + d, 2, 30, 15, 10 + d));
        put(c, "inside, bottom flush", BLOCK, d -> box(5, 5, 0 + d, 15, 15, 6));
        put(c, "through, both ends flush", BLOCK, d -> box(5, 5, 0 + d, 15, 15, 10 - d));
        put(c, "the same box", BLOCK, d -> box(d, 0, 0, 20 + d, 20, 10));
        put(c, "edge along edge", BLOCK, d -> box(20 + d, 20 + d, 0, 30, 30, 10));
        put(c, "corner on corner", BLOCK, d -> box(20 + d, 20 + d, 10 + d, 30, 30, 20));
        put(c, "edge along the top face", BLOCK, d -> box(20 + d, 5, 10 + d, 30, 15, 20));
        put(c, "peg on the top", BLOCK, d -> round(10, 10, 4, 10 + d, 15));
        put(c, "peg through, flush", BLOCK, d -> round(10, 10, 4, 0 + d, 10));
        put(c, "peg tangent to a wall outside", BLOCK, d -> round(24 + d, 10, 4, 2, 8));
        put(c, "peg tangent to a wall inside", BLOCK, d -> round(16 + d, 10, 4, 2, 8));
        put(c, "peg tangent inside, through", BLOCK, d -> round(16 + d, 10, 4, 0, 10));
        put(c, "peg tangent to two walls", BLOCK, d -> round(16 + d, 16 + d, 4, 0, 10));
        put(c, "peg centred on an edge", BLOCK, d -> round(20 + d, 20, 4, 0, 10));
        put(c, "peg centred on a wall, flush", BLOCK, d -> round(20 + d, 10, 4, 0 + d, 10));
        put(c, "peg through a corner", BLOCK, d -> round(20 + d, 15, 5, 0, 10));
        put(c, "coaxial, end to end", PEG, d -> round(10, 10, 6, 10 + d, 15));
        put(c, "coaxial, overlapping", PEG, d -> round(10, 10, 6 + d, 5, 15));
        put(c, "coaxial, axis off", PEG, d -> round(10 + d, 10, 6, 5, 15));
        put(c, "the same peg", PEG, d -> round(10, 10, 6 + d, 0, 10));
        put(c, "pegs tangent outside", PEG, d -> round(20 + d, 10, 4, 0, 10));
        put(c, "pegs tangent inside", PEG, d -> round(12 + d, 10, 4, 0, 10));
        put(c, "pegs tangent inside, lower", PEG, d -> round(12 + d, 10, 4, 2, 8));
        put(c, "box tangent to a peg", PEG, d -> box(16 + d, 5, 0, 25, 15, 10));
        put(c, "box corner on a peg's wall", PEG, d -> box(16 + d, 10, 0, 25, 20, 10));
        put(c, "box tilted on the top", BLOCK, d -> Shapes.box(tilted(5, 5, 10, d), 0, 0, 0, 10, 10, 6, "tool"));
        put(c, "box tilted beside", BLOCK, d -> Shapes.box(tilted(20, 0, 0, d), 0, 0, 0, 10, 20, 10, "tool"));
        put(c, "peg tilted in its hole's place", PEG, d -> Shapes.cylinder(tilted(10, 10, 0, d), 6, 0, 10));
        put(c, "peg tilted on the top", BLOCK, d -> Shapes.cylinder(tilted(10, 10, 10, d), 4, 0, 6));
        return c;
    }

    private static void put(Map<String, List<Object>> c, String name, Body a, DoubleFunction<Body> b) {
        c.put(name, List.of(a, b));
    }

    @Test
    void everyNearContactIsSoundOrRefused() {
        List<String> wrong = new ArrayList<>();
        int refused = 0;
        int asked = 0;
        for (Map.Entry<String, List<Object>> e : cases().entrySet()) {
            Body a = (Body) e.getValue().get(0);
            @SuppressWarnings("unchecked")
            DoubleFunction<Body> make = (DoubleFunction<Body>) e.getValue().get(1);
            for (double off : OFF) {
                Body b = make.apply(off * TOL.linear());
                double va = Shapes.volume(List.of(a));
                double vb = Shapes.volume(List.of(b));
                Double union = attempt(() -> Fuse.unite(List.of(a, b), TOL), e.getKey() + " unite " + off, wrong);
                Double common = attempt(
                        () -> Fuse.intersect(List.of(a), List.of(b), TOL), e.getKey() + " common " + off, wrong);
                Double cut =
                        attempt(() -> Fuse.subtract(List.of(a), List.of(b), TOL), e.getKey() + " cut " + off, wrong);
                asked += 3;
                refused += (union == null ? 1 : 0) + (common == null ? 1 : 0) + (cut == null ? 1 : 0);
                double slack = 60 * 60 * 12 * TOL.linear();
                if (union != null && common != null && Math.abs(union + common - va - vb) > slack) {
                    wrong.add(e.getKey() + " " + off + ": union " + union + " common " + common);
                }
                if (cut != null && common != null && Math.abs(cut + common - va) > slack) {
                    wrong.add(e.getKey() + " " + off + ": cut " + cut + " common " + common);
                }
            }
        }
        System.out.printf("near contacts: %d asked, %d refused, %d wrong%n", asked, refused, wrong.size());
        assertThat(wrong).isEmpty();
    }

    /** The volume; zero for nothing left; null for a refusal. */
    private static Double attempt(Supplier<List<Body>> operation, String name, List<String> wrong) {
        try {
            List<Body> result = operation.get();
            for (Body b : result) {
                List<String> problems = BodyCheck.deep(b, TOL).problems();
                if (!problems.isEmpty()) {
                    wrong.add(name + ": " + problems.get(0));
                }
            }
            return Shapes.volume(result);
        } catch (GeometryException e) {
            return e.reason() == GeometryException.Reason.EMPTY_RESULT ? Double.valueOf(0) : null;
        } catch (RuntimeException e) {
            wrong.add(name + ": " + e);
            return null;
        }
    }
}
