package io.tallember.sketch.edit;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Which curves of a sketch are instances of a repeat, and of which curve; so that what lies between them is known as alike. */
public final class Instances {
    /**
     * One instance of a repeated curve.
     *
     * @param original the curve that is repeated
     * @param number 0 for the original itself
     * @param count instances in all
     * @param round whether the last is followed by the first
     */
    private record Instance(String original, int number, int count, boolean round) {}

    private final Map<String, Instance> all = new LinkedHashMap<>();

    private Instances() {}

    public static Instances of(Sketch sketch) {
        Instances out = new Instances();
        for (Recount.Found f : Recount.find(sketch)) {
            out.add(sketch, f);
        }
        return out;
    }

    private void add(Sketch sketch, Recount.Found f) {
        boolean round = !f.centre().isEmpty();
        Map<Integer, Map<String, String>> copies = new LinkedHashMap<>(); // by number: from point to point
        for (Constraint c : sketch.constraints()) {
            if (round && c.kind() == Kind.TURNED && c.on().get(2).equals(f.centre())) {
                int k = (int) Math.round(c.value() * f.count() / (2 * Math.PI));
                copies.computeIfAbsent(k, n -> new LinkedHashMap<>()).put(c.on().get(0), c.on().get(1));
            } else if (!round && c.kind() == Kind.STEPPED) {
                copies.computeIfAbsent(1, n -> new LinkedHashMap<>()).put(c.on().get(0), c.on().get(1));
                copies.computeIfAbsent((int) Math.round(c.value()), n -> new LinkedHashMap<>())
                        .put(c.on().get(0), c.on().get(2));
            }
        }
        Map<List<String>, String> byPoints = new LinkedHashMap<>();
        sketch.curves().forEach(c -> byPoints.put(key(c, c.points()), c.id()));
        for (String id : f.curves()) {
            SketchCurve c = (SketchCurve) sketch.find(id).orElseThrow();
            all.put(id, new Instance(id, 0, f.count(), round));
            copies.forEach((k, to) -> {
                List<String> points = c.points().stream()
                        .map(p -> p.equals(f.centre()) ? p : to.getOrDefault(p, ""))
                        .toList();
                String copy = byPoints.get(key(c, points));
                if (copy != null) {
                    all.put(copy, new Instance(id, k, f.count(), round));
                }
            });
        }
    }

    private static List<String> key(SketchCurve c, List<String> points) {
        List<String> key = new ArrayList<>(points);
        key.add(c.getClass().getSimpleName());
        return key;
    }

    /** Whether a curve is repeated or a copy. */
    public boolean has(String curve) {
        return all.containsKey(curve);
    }

    /**
     * What a boundary is like, whichever of the instances it runs along: the same text for all that are alike. Empty when nothing of
     * it is repeated.
     *
     * @param boundary curves, each with a mark before it, as regions and lines are referred to
     */
    public String kin(List<String> boundary) {
        Set<Integer> numbers = new LinkedHashSet<>();
        for (String b : boundary) {
            Instance i = all.get(b.substring(1));
            if (i != null) {
                numbers.add(i.number());
            }
        }
        return numbers.stream()
                .map(n -> from(n, boundary))
                .min(Comparator.naturalOrder())
                .orElse("");
    }

    private String from(int first, List<String> boundary) {
        return boundary.stream()
                .map(b -> {
                    Instance i = all.get(b.substring(1));
                    if (i == null) {
                        return b;
                    }
                    int by = i.number() - first;
                    // round the centre it goes on by as little as it can, forward or back
                    int after = !i.round()
                            ? by
                            : 2 * Math.floorMod(by, i.count()) <= i.count()
                                    ? Math.floorMod(by, i.count())
                                    : Math.floorMod(by, i.count()) - i.count();
                    return b.charAt(0) + i.original() + "@" + after;
                })
                .sorted()
                .reduce("", (a, b) -> a + " " + b);
    }
}
