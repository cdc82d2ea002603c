package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.part.Along;
import io.tallember.part.EdgeReference;
import io.tallember.part.RegionReference;
import io.tallember.solid.Edge;
import java.util.ArrayList;
import java.util.List;

/** Legs along what lies there already: edges of the bodies, drawn lines, outlines of regions. */
public final class Ways {
    private static final double NEAR = 10 * Tolerance.DEFAULT.linear();

    private Ways() {}

    /** The leg along an edge, as its curve runs. */
    public static Leg edge(EdgeReference ref, String whose, Stand before, List<String> notes, String id) {
        EdgeFinder.Found found = EdgeFinder.find(ref, before.bodies())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "An edge that " + whose + " follows is no longer there. Pick another one."));
        if (!found.exact()) {
            notes.add("An edge that " + whose
                    + " follows has changed its neighbours; the piece nearest to the old one was taken.");
        }
        Edge e = found.edge();
        return new Leg(e.curve(), e.range(), true, id);
    }

    /** The legs along a drawn line, or all round a region. */
    public static List<Leg> line(String sketch, RegionReference ref, Stand before, List<String> notes, String id) {
        PlacedSketch placed = before.holding(sketch)
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The sketch whose line is followed isn't built. Switch it on, or mend what is wrong with it."));
        Profiles.Named found = Profiles.one(ref, placed, notes);
        List<Profile.Edge> edges =
                found.line() != null ? found.line().edges() : found.profile().outer();
        Frame f = placed.frame();
        List<Leg> out = new ArrayList<>();
        for (Profile.Edge e : edges) {
            out.add(new Leg(e.curve().placed(f), e.range(), e.forward(), id + "." + e.source()));
        }
        return out;
    }

    /**
     * The way along a path, a drawn line or edges.
     *
     * @param whose what goes along it, in sentences
     */
    public static Way along(Along along, String whose, Stand before, List<String> notes) {
        List<Leg> legs = legs(along, whose, before, notes, "w", null);
        return along.path().isEmpty()
                ? Way.of(legs, Tolerance.DEFAULT)
                : before.ways().get(along.path());
    }

    /**
     * The same leg by leg.
     *
     * @param id what legs are called, with a number or their curve's name
     * @param from where edges are to be gone along from, or null
     */
    public static List<Leg> legs(Along along, String whose, Stand before, List<String> notes, String id, Vec3 from) {
        if (!along.path().isEmpty()) {
            Way way = before.ways().get(along.path());
            if (way == null) {
                throw new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The path that " + whose
                                + " goes along isn't built. Switch it on, or mend what is wrong with it.");
            }
            List<Leg> out = new ArrayList<>();
            way.legs().forEach(l -> out.add(new Leg(l.curve(), l.range(), l.forward(), id + "." + l.id())));
            return out;
        }
        if (along.line() != null) {
            return line(along.sketch(), along.line(), before, notes, id);
        }
        List<Leg> legs = new ArrayList<>();
        for (EdgeReference e : along.edges()) {
            legs.add(edge(e, whose, before, notes, id + (id.equals("w") ? "" : ".") + (legs.size() + 1)));
        }
        return ordered(legs, from);
    }

    public static List<Leg> reversed(List<Leg> all) {
        List<Leg> out = new ArrayList<>();
        all.forEach(l -> out.add(0, l.reversed()));
        return out;
    }

    /**
     * Legs put in a row, each turned so that it begins where the one before ends.
     *
     * @param from where the row is to begin; null to begin with an end of the first that no other goes on from
     * @throws GeometryException BAD_VALUE when they don't go on from each other
     */
    public static List<Leg> ordered(List<Leg> all, Vec3 from) {
        List<Leg> left = new ArrayList<>(all);
        Vec3 at = from != null ? from : loose(all);
        List<Leg> out = new ArrayList<>();
        while (!left.isEmpty()) {
            Vec3 now = at;
            Leg next = left.stream()
                    .filter(l -> l.start().distance(now) <= NEAR || l.end().distance(now) <= NEAR)
                    .findFirst()
                    .orElse(null);
            if (next == null && out.isEmpty()) {
                next = left.get(0);
                at = next.start();
            }
            if (next == null) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The edges don't go on from each other near " + now.said()
                                + ". Pick the ones between, or make two legs of them.");
            }
            left.remove(next);
            Leg turned = next.start().distance(at) <= NEAR ? next : next.reversed();
            out.add(turned);
            at = turned.end();
        }
        return out;
    }

    private static Vec3 loose(List<Leg> all) {
        for (Leg l : all) {
            for (Vec3 p : List.of(l.start(), l.end())) {
                long there = all.stream()
                        .filter(k -> k.start().distance(p) <= NEAR || k.end().distance(p) <= NEAR)
                        .count();
                if (there == 1 && l.start().distance(l.end()) > NEAR) {
                    return p;
                }
            }
        }
        return all.get(0).start();
    }
}
