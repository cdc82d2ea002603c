package io.tallember.sketch.regions;

import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/** Curves of a sketch, or stretches of them, that run on one after the other. */
public record OpenLine(List<Profile.Edge> edges) {
    /** What marks a curve as one of an open line in a boundary's names. */
    public static final String MARK = "~";

    public OpenLine {
        edges = List.copyOf(edges);
    }

    /** Its curves, marked; how the line is referred to. */
    public List<String> boundary() {
        TreeSet<String> names = new TreeSet<>();
        edges.forEach(e -> names.add(MARK + e.source()));
        return List.copyOf(names);
    }

    /** Whether it ends where it begins. */
    public boolean closes(Tolerance tol) {
        Vec3 end = edges.get(edges.size() - 1).end();
        return end.distance(edges.get(0).start()) <= 2 * tol.linear();
    }

    /** A closed one's edges, counter-clockwise. */
    public List<Profile.Edge> outline() {
        if (SketchReader.area(edges) > 0) {
            return edges;
        }
        List<Profile.Edge> turned = new ArrayList<>();
        for (int i = edges.size() - 1; i >= 0; i--) {
            Profile.Edge e = edges.get(i);
            turned.add(new Profile.Edge(e.curve(), e.range(), !e.forward(), e.source()));
        }
        return List.copyOf(turned);
    }

    /** A point on it. */
    public Vec2 inside() {
        Profile.Edge e = edges.get(edges.size() / 2);
        Vec3 p = e.curve().point(e.range().middle());
        return new Vec2(p.x(), p.y());
    }

    /** What to call the line when something is wrong with it. */
    public String name() {
        return "the line "
                + String.join(
                        ", ",
                        boundary().stream().map(s -> s.substring(MARK.length())).toList());
    }
}
