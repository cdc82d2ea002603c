package io.tallember.part.commands;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.part.PartDocument;
import io.tallember.part.ProfileStep;
import io.tallember.part.RegionReference;
import io.tallember.part.Step;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.edit.Instances;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.regions.Region;
import io.tallember.sketch.regions.SketchReader;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Steps that took all regions or lines of a repeat take all of it when its count is changed. */
final class Repicked {
    private final Map<String, List<RegionReference>> before;
    private final Map<String, List<RegionReference>> after;
    private final Instances instances;

    private Repicked(Sketch was, Sketch is) {
        instances = Instances.of(was);
        before = byKin(was, instances);
        after = byKin(is, Instances.of(is));
    }

    /** All that can be picked of the repeats in a sketch, by what is alike. */
    private static Map<String, List<RegionReference>> byKin(Sketch s, Instances instances) {
        Reading reading = SketchReader.read(s, Tolerance.DEFAULT);
        Map<String, List<RegionReference>> out = new LinkedHashMap<>();
        for (Region r : reading.regions()) {
            put(out, instances, r.boundary(), r.inside());
        }
        for (OpenLine l : reading.drawn()) {
            put(out, instances, l.boundary(), l.inside());
        }
        return out;
    }

    private static void put(
            Map<String, List<RegionReference>> out, Instances instances, List<String> boundary, Vec2 inside) {
        String kin = instances.kin(boundary);
        if (!kin.isEmpty()) {
            out.computeIfAbsent(kin, k -> new ArrayList<>()).add(new RegionReference("", boundary, inside));
        }
    }

    /** The document in which a sketch's repeats have other counts. */
    static PartDocument after(PartDocument doc, String sketch, Sketch was, Sketch is) {
        Repicked r = new Repicked(was, is);
        PartDocument out = doc;
        for (Step s : doc.steps()) {
            if (s instanceof ProfileStep p && p.sketch().equals(sketch)) {
                List<RegionReference> picked = r.picked(p.regions());
                if (!picked.equals(p.regions())) {
                    out = out.replaced(p.with(picked));
                }
            }
        }
        return out;
    }

    private List<RegionReference> picked(List<RegionReference> old) {
        Set<String> whole = new LinkedHashSet<>();
        Map<String, Set<List<String>>> taken = new LinkedHashMap<>();
        old.forEach(r -> taken.computeIfAbsent(instances.kin(r.boundary()), k -> new LinkedHashSet<>())
                .add(r.boundary()));
        taken.forEach((kin, boundaries) -> {
            List<RegionReference> all = before.getOrDefault(kin, List.of());
            if (all.size() > 1
                    && after.containsKey(kin)
                    && all.stream().allMatch(r -> boundaries.contains(r.boundary()))) {
                whole.add(kin);
            }
        });
        List<RegionReference> out = new ArrayList<>();
        for (RegionReference r : old) {
            String kin = instances.kin(r.boundary());
            if (!whole.contains(kin)
                    || after.get(kin).stream().anyMatch(a -> a.boundary().equals(r.boundary()))) {
                out.add(r);
            }
        }
        for (String kin : whole) {
            for (RegionReference a : after.get(kin)) {
                if (taken.get(kin).stream().noneMatch(a.boundary()::equals)) {
                    out.add(a);
                }
            }
        }
        return out;
    }
}
