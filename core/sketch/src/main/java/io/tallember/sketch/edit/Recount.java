package io.tallember.sketch.edit;

import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchPoint;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Repeats of a sketch, found again by what holds them, and their count changed: copies that stay keep their names and what hangs
 * on them.
 */
public final class Recount {
    private Recount() {}

    /**
     * A repeat.
     *
     * @param centre the point it goes round; empty for one along a line
     * @param curves the curves that are repeated
     * @param count instances, the original counted
     */
    public record Found(String centre, List<String> curves, int count) {}

    /** All repeats, by the first of their curves in the sketch's order. */
    public static List<Found> find(Sketch s) {
        Map<List<Object>, Set<String>> sources = new LinkedHashMap<>();
        Map<String, List<Constraint>> held = new LinkedHashMap<>();
        for (Constraint c : s.constraints()) {
            Patience.check();
            boolean round =
                    c.kind() == Kind.TURNED && (Math.abs(c.value() - Math.PI) > 1e-9 || Sketch.isGiven(c.on().get(2)));
            if (round || c.kind() == Kind.STEPPED) {
                held.computeIfAbsent(c.on().get(0), k -> new ArrayList<>()).add(c);
            }
        }
        held.forEach((p, all) -> {
            boolean turned = all.get(0).kind() == Kind.TURNED;
            // by half a turn the middle one of an even count is turned too
            int count = turned
                    ? (int) Math.round(2
                            * Math.PI
                            / all.stream().mapToDouble(Constraint::value).min().orElse(1))
                    : (int) Math.round(all.stream()
                                    .mapToDouble(Constraint::value)
                                    .max()
                                    .orElse(1))
                            + 1;
            String centre = turned ? all.get(0).on().get(2) : "";
            sources.computeIfAbsent(List.of(centre, count), k -> new LinkedHashSet<>())
                    .add(p);
        });
        List<Found> out = new ArrayList<>();
        sources.forEach((key, points) -> {
            String centre = (String) key.get(0);
            List<String> curves = s.curves().stream()
                    .filter(c -> c.points().stream().anyMatch(points::contains)
                            && c.points().stream().allMatch(p -> points.contains(p) || p.equals(centre)))
                    .map(SketchCurve::id)
                    .toList();
            if (!curves.isEmpty()) {
                out.add(new Found(centre, curves, (int) key.get(1)));
            }
        });
        out.sort(java.util.Comparator.comparing(
                f -> s.entities().indexOf(s.find(f.curves().get(0)).orElseThrow())));
        return out;
    }

    /**
     * The repeat of a curve with another count.
     *
     * @param curve the original's id
     */
    public static Sketch of(Sketch sketch, String curve, int count) {
        Found f = find(sketch).stream()
                .filter(r -> r.curves().contains(curve))
                .findFirst()
                .orElseThrow(() -> EditedSketch.refused("This curve isn't repeated."));
        if (count < (f.centre().isEmpty() ? 3 : 2) || count > Repeat.MOST) {
            throw EditedSketch.refused("This repeat can have " + (f.centre().isEmpty() ? 3 : 2) + " to " + Repeat.MOST
                    + " instances, the first one counted.");
        }
        Set<String> points = new LinkedHashSet<>();
        f.curves().forEach(c -> points.addAll(((SketchCurve) sketch.find(c).orElseThrow()).points()));
        return f.centre().isEmpty() ? along(sketch, f, points, count) : round(sketch, f, points, count);
    }

    private static Sketch round(Sketch sketch, Found f, Set<String> points, int count) {
        double old = 2 * Math.PI / f.count();
        double now = 2 * Math.PI / count;
        Vec2 centre = sketch.point(f.centre()).at();
        Sketch out = sketch;
        Set<String> gone = new LinkedHashSet<>();
        for (Constraint c : sketch.constraints()) {
            if (c.kind() != Kind.TURNED || !c.on().get(2).equals(f.centre()) || !points.contains(c.on().get(0))) {
                continue;
            }
            int k = (int) Math.round(c.value() / old);
            if (k >= count) {
                gone.add(c.on().get(1));
            } else {
                Vec2 at = Repeat.turned(sketch.point(c.on().get(0)).at(), centre, now * k);
                out = out.replacing(c.withValue(now * k)).replacing(new SketchPoint(c.on().get(1), at.x(), at.y()));
            }
        }
        out = out.without(gone);
        return count > f.count() ? Repeat.round(out, f.curves(), f.centre(), f.count(), count) : out;
    }

    private static Sketch along(Sketch sketch, Found f, Set<String> points, int count) {
        Set<String> gone = new LinkedHashSet<>();
        Map<String, String> firsts = new LinkedHashMap<>();
        for (Constraint c : sketch.constraints()) {
            if (c.kind() == Kind.STEPPED && points.contains(c.on().get(0))) {
                firsts.put(c.on().get(0), c.on().get(1));
                if (Math.round(c.value()) >= count) {
                    gone.add(c.on().get(2));
                }
            }
        }
        Sketch out = sketch.without(gone);
        Map.Entry<String, String> any = firsts.entrySet().iterator().next();
        Vec2 step = sketch.point(any.getValue())
                .at()
                .minus(sketch.point(any.getKey()).at());
        return count > f.count() ? Repeat.along(out, f.curves(), step, f.count(), count, firsts) : out;
    }
}
