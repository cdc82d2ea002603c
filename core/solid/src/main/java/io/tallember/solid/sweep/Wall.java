package io.tallember.solid.sweep;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Function;

/** Profiles of walls of one thickness along the lines of a profile, or along an open chain of lines and arcs. */
public final class Wall {
    /** On which side of the lines the wall stands. */
    public enum Side {
        /** Inside the outline; to the left of an open chain. */
        INSIDE,
        OUTSIDE,
        MIDDLE
    }

    private final double thickness;
    private final Side side;
    private final Tolerance tol;

    private Wall(double thickness, Side side, Tolerance tol) {
        if (!(thickness > tol.linear()) || !Double.isFinite(thickness)) {
            throw new GeometryException(GeometryException.Reason.BAD_VALUE, "A wall needs a thickness above zero.");
        }
        this.thickness = thickness;
        this.side = side;
        this.tol = tol;
    }

    /**
     * One profile a loop of the given one: the band between the loop moved to either side.
     *
     * @param thickness in mm
     * @throws GeometryException BAD_VALUE when the wall is too thick for an edge of the outline
     */
    public static List<Profile> along(Profile p, double thickness, Side side, Tolerance tol) {
        Wall w = new Wall(thickness, side, tol);
        List<Profile> out = new ArrayList<>();
        for (List<Profile.Edge> loop : p.loops()) {
            List<Profile.Edge> in = w.moved(loop, w.inward(), true, "-in");
            List<Profile.Edge> away = w.moved(loop, -w.outward(), true, "-out");
            boolean hole = loop != p.outer();
            List<Profile.Edge> outer = hole ? turned(in) : away;
            List<Profile.Edge> inner = hole ? away : turned(in);
            out.add(new Profile(p.frame(), outer, List.of(inner), p.name()));
        }
        return out;
    }

    /** The profile of a wall along an open chain, its ends cut square. */
    public static Profile along(
            io.tallember.geometry.Frame frame,
            List<Profile.Edge> chain,
            double thickness,
            Side side,
            String name,
            Tolerance tol) {
        Wall w = new Wall(thickness, side, tol);
        List<Profile.Edge> left = w.moved(chain, w.inward(), false, "-in");
        List<Profile.Edge> right = w.moved(chain, -w.outward(), false, "-out");
        List<Profile.Edge> loop = new ArrayList<>(right);
        loop.add(
                cap(right.get(right.size() - 1).end(), left.get(left.size() - 1).end(), "last"));
        loop.addAll(turned(left));
        loop.add(cap(left.get(0).start(), right.get(0).start(), "first"));
        return new Profile(frame, loop, List.of(), name);
    }

    /** The body of one of these profiles between two heights, checked. */
    public static Body extruded(Profile wall, double from, double to, String step, String region, Tolerance tol) {
        Body b = Extrude.of(wall, from, to, step, region, tol);
        if (!BodyCheck.deep(b, tol).valid()) {
            throw new GeometryException(
                    GeometryException.Reason.BAD_VALUE,
                    "The wall is too thick for " + wall.name() + ": it would run into itself. Take a thinner one.");
        }
        return b;
    }

    private static Profile.Edge cap(Vec3 a, Vec3 b, String name) {
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, name);
    }

    private double inward() {
        return side == Side.INSIDE ? thickness : side == Side.MIDDLE ? thickness / 2 : 0;
    }

    private double outward() {
        return thickness - inward();
    }

    private List<Profile.Edge> moved(List<Profile.Edge> loop, double by, boolean closed, String mark) {
        Function<String, GeometryException> eaten = source -> new GeometryException(
                GeometryException.Reason.BAD_VALUE,
                "A wall " + Terms.length(thickness) + " thick leaves nothing of " + source
                        + " on its inner side. Take a thinner wall, or put it on the other side of the lines.");
        List<Profile.Edge> all = by == 0 ? loop : Inset.of(loop, by, closed, tol, eaten);
        return all.stream()
                .map(e -> new Profile.Edge(e.curve(), e.range(), e.forward(), e.source() + mark))
                .toList();
    }

    private static List<Profile.Edge> turned(List<Profile.Edge> loop) {
        List<Profile.Edge> out = new ArrayList<>();
        loop.forEach(e -> out.add(new Profile.Edge(e.curve(), e.range(), !e.forward(), e.source())));
        Collections.reverse(out);
        return out;
    }
}
