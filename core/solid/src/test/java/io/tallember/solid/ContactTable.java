package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;

/**
 * Contacts of two bodies, exactly made and nearly made: off by tenths to tens of the tolerance. Every operation must give a sound
 * solid whose volumes fit together, or refuse.
 */
final class ContactTable {
    private static final double[] OFF = {0, 0.1, -0.1, 0.3, -0.3, 1, -1, 3, -3, 10, -10};

    private record Contact(Body a, DoubleFunction<Body> b) {}

    private final Map<String, Contact> cases = new LinkedHashMap<>();
    private final List<String> wrong = new ArrayList<>();
    private final List<String> refusedExact = new ArrayList<>();
    private int refused;
    private int asked;

    /** @param b the other body, moved or tilted by a length in mm */
    void put(String name, Body a, DoubleFunction<Body> b) {
        assertThat(cases.put(name, new Contact(a, b))).as(name).isNull();
    }

    /**
     * Tries all.
     *
     * @param area of the largest contact in mm2: one taken as made may be off by the tolerance over it
     * @param most the part of the operations that may be refused
     */
    void run(String title, double area, double most) {
        cases.forEach((name, c) -> {
            for (double off : OFF) {
                tried(name + " " + off, c.a(), c.b().apply(off * TOL.linear()), off == 0, area);
            }
        });
        System.out.printf(
                "%s: %d cases, %d asked, %d refused, %d wrong%n", title, cases.size(), asked, refused, wrong.size());
        refusedExact.forEach(System.out::println);
        assertThat(wrong).isEmpty();
        assertThat(refused).isLessThan((int) (most * asked));
    }

    private void tried(String name, Body a, Body b, boolean exact, double area) {
        double va = Shapes.volume(List.of(a));
        double vb = Shapes.volume(List.of(b));
        Double union = attempt(() -> Fuse.unite(List.of(a, b), TOL), name + " unite", exact);
        Double common = attempt(() -> Fuse.intersect(List.of(a), List.of(b), TOL), name + " common", exact);
        Double cut = attempt(() -> Fuse.subtract(List.of(a), List.of(b), TOL), name + " cut", exact);
        double slack = exact ? 1e-8 * (va + vb) : 12 * TOL.linear() * area;
        if (union != null && common != null && Math.abs(union + common - va - vb) > slack) {
            wrong.add(name + ": union " + union + " common " + common + " of " + va + " " + vb);
        }
        if (cut != null && common != null && Math.abs(cut + common - va) > slack) {
            wrong.add(name + ": cut " + cut + " common " + common + " of " + va);
        }
    }

    /** The volume; zero for nothing left; null for a refusal. */
    private Double attempt(Supplier<List<Body>> operation, String name, boolean exact) {
        asked++;
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
            if (e.reason() == Reason.EMPTY_RESULT) {
                return 0.0;
            }
            refused++;
            if (exact && e.reason() != Reason.NON_MANIFOLD) {
                refusedExact.add(name + ": " + e.getMessage());
            }
            return null;
        } catch (RuntimeException e) {
            wrong.add(name + ": " + e);
            return null;
        }
    }
}
