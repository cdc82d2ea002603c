package io.tallember.sketch.regions;

import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec2;
import java.util.List;
import java.util.TreeSet;

/**
 * A closed region of a sketch.
 *
 * @param outer the outer loop, counter-clockwise, exact
 * @param holes inner loops, clockwise
 * @param area in mm2
 * @param inside a point in it, in mm
 */
public record Region(List<Profile.Edge> outer, List<List<Profile.Edge>> holes, double area, Vec2 inside) {
    /** The outer boundary's curves, each with the side the region lies on; how the region is referred to. */
    public List<String> boundary() {
        TreeSet<String> names = new TreeSet<>();
        outer.forEach(e -> names.add((e.forward() ? "+" : "-") + e.source()));
        return List.copyOf(names);
    }

    public String name() {
        return String.join("", boundary());
    }
}
