package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;
import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
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
    /** Refusals that don't say where. */
    private final List<String> placeless = new ArrayList<>();
    /** How many faces the exact contacts gave: united, in common, cut; a stroke for a refusal. */
    private final Map<String, String> faces = new LinkedHashMap<>();

    private final StringBuilder made = new StringBuilder();
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
        assertThat(faces).containsAllEntriesOf(expected(faces.keySet()));
        assertThat(wrong).isEmpty();
        assertThat(refused).isLessThan((int) (most * asked));
        assertThat(placeless).isEmpty();
    }

    /** The reviewed numbers of faces, from the table beside the tests. */
    private static Map<String, String> expected(Set<String> names) {
        try (InputStream in = ContactTable.class.getResourceAsStream("/contact-faces.txt")) {
            Map<String, String> out = new LinkedHashMap<>();
            new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(l -> !l.startsWith("#"))
                    .map(l -> l.split("\\|"))
                    .filter(l -> names.contains(l[0]))
                    .forEach(l -> out.put(l[0], l[1]));
            assertThat(out).hasSameSizeAs(names);
            return out;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void tried(String name, Body a, Body b, boolean exact, double area) {
        double va = Shapes.volume(List.of(a));
        double vb = Shapes.volume(List.of(b));
        Double union = attempt(() -> Fuse.unite(List.of(a, b), TOL), name + " unite", exact);
        Double common = attempt(() -> Fuse.intersect(List.of(a), List.of(b), TOL), name + " common", exact);
        Double cut = attempt(() -> Fuse.subtract(List.of(a), List.of(b), TOL), name + " cut", exact);
        if (exact) {
            faces.put(name.substring(0, name.length() - 4), made.toString().strip());
            made.setLength(0);
        }
        double slack = exact ? 1e-9 * (va + vb) : 12 * TOL.linear() * area;
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
            if (exact) {
                made.append(' ')
                        .append(result.stream().mapToInt(b -> b.faces().size()).sum());
            }
            for (Body b : result) {
                List<String> problems = BodyCheck.deep(b, TOL).problems();
                if (!problems.isEmpty()) {
                    wrong.add(name + ": " + problems.get(0));
                }
            }
            return Shapes.volume(result);
        } catch (GeometryException e) {
            if (exact) {
                made.append(e.reason() == Reason.EMPTY_RESULT ? " 0" : " -");
            }
            if (e.reason() == Reason.EMPTY_RESULT) {
                return 0.0;
            }
            refused++;
            if (!e.getMessage().matches("(?s).*\\(-?[0-9.]+, -?[0-9.]+, -?[0-9.]+\\).*")) {
                placeless.add(name + ": " + e.getMessage());
            }
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
