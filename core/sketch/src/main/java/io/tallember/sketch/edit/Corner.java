package io.tallember.sketch.edit;

import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.List;
import java.util.function.DoublePredicate;

/**
 * Rounds or bevels a corner between two curves of any kind that end in one point. What was dimensioned to the corner, and the
 * lengths of lines, keep their meaning: the corner stays as a point where the curves would meet.
 */
public final class Corner {
    /** Places tried along a curve when the first that fits is looked for. */
    private static final int TRIES = 128;

    private final Sketch sketch;
    private final String corner;
    private final EditedSketch draft;
    private final Leg first;
    private final Leg second;

    /** A curve as it runs away from the corner, by shares of its parameter. */
    private record Leg(SketchCurve curve, Strand strand, boolean atStart) {
        Vec3 at(double share) {
            return strand.curve().point(parameter(share));
        }

        private double parameter(double share) {
            return strand.range().at(atStart ? share : 1 - share);
        }

        /** The unit direction in which it runs on. */
        Vec3 way(double share) {
            Vec3 d = strand.curve().tangent(parameter(share));
            return atStart ? d : d.times(-1);
        }

        Vec3 aside(double share) {
            return Vec3.Z.cross(way(share));
        }

        /** The share at which it is nearest to a place. */
        double nearest(Vec3 p) {
            double t = strand.curve().project(p, strand.range());
            double share = (t - strand.range().lo()) / strand.range().length();
            return atStart ? share : 1 - share;
        }
    }

    /** Where the corner is cut: shares of both legs, and a centre when it is rounded. */
    private record Cuts(double first, double second, Vec3 centre) {}

    private Corner(Sketch sketch, String corner) {
        this.sketch = sketch;
        this.corner = corner;
        draft = new EditedSketch(sketch);
        List<SketchCurve> ending =
                sketch.curves().stream().filter(c -> c.ends().contains(corner)).toList();
        if (ending.size() != 2) {
            throw EditedSketch.refused("Pick a corner in which just two curves end at one point.");
        }
        first = leg(ending.get(0));
        second = leg(ending.get(1));
        if (first.way(0).cross(second.way(0)).length() < 1e-6
                && (first.way(0).dot(second.way(0)) < 0 || inward() == 0)) {
            throw EditedSketch.refused("The two curves run in one direction, so there is no corner between them.");
        }
    }

    private Leg leg(SketchCurve c) {
        Strand s = sketch.strand(c).orElseThrow(() -> EditedSketch.refused("One of the curves has no length."));
        return new Leg(c, s, c.ends().get(0).equals(corner));
    }

    /** 1 when the second leg lies to the left of the first, -1 to its right, 0 when both lie in one line. */
    private double inward() {
        double turn = first.way(0).cross(second.way(0)).z();
        if (Math.abs(turn) < 1e-6) { // they leave in one direction and part by their bend
            Vec3 on = first.at(0.05);
            Vec3 beside = second.at(second.nearest(on)).minus(on);
            turn = beside.length() < 1e-9 ? 0 : first.way(0.05).cross(beside).z();
        }
        return Math.signum(turn);
    }

    /**
     * A tangent arc in the corner.
     *
     * @param radius in mm, above zero
     * @throws io.tallember.geometry.GeometryException BAD_VALUE with the largest radius when the curves are too short
     */
    public static Sketch round(Sketch sketch, String corner, double radius) {
        Corner c = new Corner(sketch, corner);
        Cuts cuts = radius > 1e-6 ? c.touching(radius) : null;
        if (cuts == null) {
            throw c.tooLarge("radius", r -> c.touching(r) != null);
        }
        String p = c.cut(c.first, cuts.first());
        String q = c.cut(c.second, cuts.second());
        String centre = c.draft.point(cuts.centre().xy());
        String arc = c.draft.names.curve();
        boolean left = c.inward() > 0; // seen from the corner, the arc bulges towards it
        c.draft.entities.add(new SketchArc(arc, centre, left ? q : p, left ? p : q, false));
        c.draft.hold(Kind.TANGENT, c.first.curve().id(), arc);
        c.draft.hold(Kind.TANGENT, c.second.curve().id(), arc);
        c.draft.size(Kind.RADIUS, radius, arc);
        return c.done();
    }

    /**
     * A straight line across the corner.
     *
     * @param distance straight from the corner to both its ends, in mm, above zero
     */
    public static Sketch bevel(Sketch sketch, String corner, double distance) {
        Corner c = new Corner(sketch, corner);
        Cuts cuts = distance > 1e-6 ? c.away(distance) : null;
        if (cuts == null) {
            throw c.tooLarge("distance", d -> c.away(d) != null);
        }
        String p = c.cut(c.first, cuts.first());
        String q = c.cut(c.second, cuts.second());
        c.draft.entities.add(new SketchLine(c.draft.names.curve(), p, q, false));
        c.draft.size(Kind.DISTANCE, distance, corner, p);
        c.draft.size(Kind.DISTANCE, distance, corner, q);
        return c.done();
    }

    /**
     * Where a circle between the legs touches both: beside the first at its radius, it comes to lie at the same distance from the
     * second; the first such place from the corner. Null when a leg ends before.
     */
    private Cuts touching(double radius) {
        double side = inward();
        double hit = firstWhere(first, t -> {
            Vec3 m = first.at(t).plus(first.aside(t).times(side * radius));
            return second.at(second.nearest(m)).distance(m) >= radius;
        });
        if (Double.isNaN(hit)) {
            return null;
        }
        Vec3 m = first.at(hit).plus(first.aside(hit).times(side * radius));
        double foot = second.nearest(m);
        // it touches the second leg within, on the inner side, and the first one nowhere before
        boolean within = foot > 1e-9 && foot < 1 - 1e-9;
        boolean square =
                Math.abs(m.minus(second.at(foot)).dot(second.aside(foot)) + side * radius) < 1e-6 * radius + 1e-9;
        boolean clear = first.at(first.nearest(m)).distance(m) > radius - 1e-7;
        return within && square && clear ? new Cuts(hit, foot, m) : null;
    }

    private Cuts away(double distance) {
        double p = firstWhere(first, t -> first.at(t).distance(first.at(0)) >= distance);
        double q = firstWhere(second, t -> second.at(t).distance(second.at(0)) >= distance);
        return Double.isNaN(p) || Double.isNaN(q) ? null : new Cuts(p, q, null);
    }

    /** The first share of a leg from which on something is so, short of its end; NaN when it never is. */
    private static double firstWhere(Leg leg, DoublePredicate so) {
        for (int i = 1; i <= TRIES; i++) {
            Patience.check();
            double hi = i == TRIES ? 1 - 1e-9 : i / (double) TRIES;
            if (so.test(hi)) {
                double lo = (i - 1) / (double) TRIES;
                for (int k = 0; k < 60; k++) {
                    double mid = (lo + hi) / 2;
                    if (so.test(mid)) {
                        hi = mid;
                    } else {
                        lo = mid;
                    }
                }
                return hi;
            }
        }
        return Double.NaN;
    }

    private RuntimeException tooLarge(String what, DoublePredicate fits) {
        double lo = 0;
        double hi = 1;
        Vec3 m = first.at(0);
        for (Leg l : List.of(first, second)) {
            for (double t : new double[] {0.25, 0.5, 0.75, 1}) {
                hi = Math.max(hi, 50 * l.at(t).distance(m));
            }
        }
        for (int k = 0; k < 50; k++) {
            double mid = (lo + hi) / 2;
            if (fits.test(mid)) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return EditedSketch.refused(
                lo < 1e-6
                        ? "There is no room for it between these two curves. Make the shorter of them longer, or open the corner."
                        : "The " + what + " must lie between 0 and " + EditedSketch.mm(lo)
                                + " here; more doesn't fit between the curves.");
    }

    /** The leg from a share of it on; gives its new end. */
    private String cut(Leg leg, double share) {
        SketchCurve c = leg.curve();
        Lasting.carry(draft, c, "cut the corner");
        String p = draft.point(leg.at(share).xy());
        draft.replace(Cut.between(
                c,
                c.id(),
                leg.atStart() ? p : c.ends().get(0),
                leg.atStart() ? c.ends().get(1) : p));
        return p;
    }

    private Sketch done() {
        if (draft.used(corner)) {
            for (Leg l : List.of(first, second)) {
                boolean goesThrough = draft.entities.stream()
                        .anyMatch(
                                e -> e.id().equals(l.curve().id()) && e.points().contains(corner));
                if (!goesThrough) {
                    draft.hold(Kind.ON_CURVE, corner, l.curve().id());
                }
            }
        }
        return draft.done();
    }
}
