package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Region;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;

/**
 * Ribs: a band along a line, grown square to its plane until the part closes it in. The band's prism less the part falls into
 * pieces; the rib is the one at the line's middle, and must end on the part all round.
 */
public final class Rib {
    /**
     * How a rib stands.
     *
     * @param thickness in mm, at the line or at the base
     * @param draft by which each side leans, so that the base is thicker, in radians; zero for upright
     * @param atBase whether the thickness is that of the base, straight below the line's middle
     * @param carriedOn whether the line's ends are carried on until they meet the part
     * @param depth how far it goes, in mm; zero for to the next face
     */
    public record Stance(
            double thickness, Wall.Side side, double draft, boolean atBase, boolean carriedOn, double depth) {}

    private final List<Body> part;
    private final Stance stance;
    private final boolean down;
    private final String step;
    private final String region;
    private final Tolerance tol;

    private Rib(List<Body> part, Stance stance, boolean down, String step, String region, Tolerance tol) {
        this.part = part;
        this.stance = stance;
        this.down = down;
        this.step = step;
        this.region = region;
        this.tol = tol;
    }

    /**
     * The rib along one line.
     *
     * @param frame the plane the line lies in; the rib grows along its z, or against it
     * @param line the line's edges, one going on from the other, in the frame's coordinates
     * @param down whether it grows against the frame's z
     * @throws GeometryException NO_CONTACT with the place where it would go on without end; BAD_VALUE when the draft leaves no
     *     thickness at the line
     */
    public static List<Body> along(
            Frame frame,
            List<Profile.Edge> line,
            List<Body> part,
            Stance stance,
            boolean down,
            String step,
            String region,
            String name,
            Tolerance tol) {
        return new Rib(part, stance, down, step, region, tol).grown(frame, line, name);
    }

    private List<Body> grown(Frame frame, List<Profile.Edge> line, String name) {
        double reach = reach(frame);
        Profile.Edge middle = line.get(line.size() / 2);
        Vec3 through = frame.point(middle.curve().point(middle.range().middle()));
        Vec3 way = down ? frame.z().negated() : frame.z();
        double thickness = stance.thickness();
        if (stance.atBase() && stance.draft() > 0) {
            double depth = stance.depth() > 0 ? stance.depth() : depth(through, way, reach);
            thickness -= 2 * depth * Math.tan(stance.draft());
            if (!(thickness > tol.linear())) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        String.format(
                                java.util.Locale.ROOT,
                                "With this draft nothing would be left of the rib along %s at its free end, %.4g mm over its"
                                        + " base. Take less draft or a thicker base.",
                                name,
                                depth));
            }
        }
        List<Profile.Edge> edges = stance.carriedOn() ? carriedOn(line, reach) : line;
        Profile band = Wall.along(frame, edges, thickness, stance.side(), name, tol);
        double far = (stance.depth() > 0 ? stance.depth() : reach) * (down ? -1 : 1);
        Body prism = stance.draft() > 0
                ? Taper.of(band, far, -stance.draft(), step, region, tol)
                : Extrude.of(band, Math.min(0, far), Math.max(0, far), step, region, tol);
        List<Body> pieces;
        try {
            pieces = Fuse.subtract(List.of(prism), part, tol);
        } catch (GeometryException e) {
            if (e.reason() == Reason.EMPTY_RESULT) {
                throw inside(name);
            }
            throw e;
        }
        Body rib = pieces.stream()
                .filter(b -> touches(b, through, prismStart()))
                .findFirst()
                .orElseThrow(() -> inside(name));
        closedIn(rib, name);
        return List.of(rib);
    }

    private static GeometryException inside(String name) {
        return new GeometryException(
                Reason.NO_CONTACT,
                "The middle of " + name
                        + " lies inside the part, where a rib has nowhere to start. Draw the line outside.");
    }

    /** The cap at the line; an upright prism that goes down has it at its end. */
    private Origin prismStart() {
        boolean swapped = down && !(stance.draft() > 0);
        return new Origin(step, swapped ? "end" : "start", region);
    }

    private Origin prismEnd() {
        boolean swapped = down && !(stance.draft() > 0);
        return new Origin(step, swapped ? "start" : "end", region);
    }

    private boolean touches(Body b, Vec3 p, Origin cap) {
        return b.faces().stream()
                .anyMatch(f -> f.origins().contains(cap) && f.region().locate(p, tol) != Region.Place.OUTSIDE);
    }

    private void closedIn(Body rib, String name) {
        for (Face f : rib.faces()) {
            boolean far = stance.depth() == 0 && f.origins().contains(prismEnd());
            boolean end = stance.carriedOn()
                    && f.origins().stream()
                            .anyMatch(o ->
                                    o.source().equals("first") || o.source().equals("last"));
            if (far || end) {
                Vec3 p = f.bounds().centre();
                throw new GeometryException(
                        Reason.NO_CONTACT,
                        String.format(
                                java.util.Locale.ROOT,
                                "The rib along %s isn't closed in: %s. Turn its direction, %s.",
                                name,
                                far
                                        ? "it meets no face on its way"
                                        : String.format(
                                                java.util.Locale.ROOT,
                                                "carried on, it runs past the part toward (%.4g, %.4g, %.4g)",
                                                p.x(),
                                                p.y(),
                                                p.z()),
                                far ? "or give a depth" : "or leave its ends as drawn"));
            }
        }
    }

    private double reach(Frame frame) {
        double most = 10;
        for (Body b : part) {
            for (Vec3 corner : b.bounds().corners()) {
                most = Math.max(most, corner.distance(frame.origin()));
            }
        }
        return 2 * most;
    }

    /** How far it is from a point to the first face. */
    private double depth(Vec3 from, Vec3 way, double reach) {
        double first = Double.POSITIVE_INFINITY;
        Line ray = new Line(from, way);
        for (Body b : part) {
            for (Face f : b.faces()) {
                for (Meeting m : CurveSurface.meet(ray, new Interval(0, reach), f.surface(), tol)) {
                    if (m.t() < first && f.region().locate(ray.point(m.t()), tol) != Region.Place.OUTSIDE) {
                        first = m.t();
                    }
                }
            }
        }
        if (!Double.isFinite(first)) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "There is no face below the line's middle. Turn the direction, or give a depth.");
        }
        return first;
    }

    /** The line with its ends carried on straight. */
    public static List<Profile.Edge> carriedOn(List<Profile.Edge> line, double by) {
        List<Profile.Edge> out = new ArrayList<>(line);
        Profile.Edge first = out.get(0);
        Vec3 start = first.start();
        Vec3 back = travel(first, true).negated();
        Profile.Edge last = out.get(out.size() - 1);
        Vec3 end = last.end();
        Vec3 on = travel(last, false);
        if (first.curve() instanceof Circle) {
            out.add(0, straight(start.plus(by, back), start));
        } else {
            out.set(0, longer(first, by, true));
        }
        last = out.get(out.size() - 1);
        if (last.curve() instanceof Circle) {
            out.add(straight(end, end.plus(by, on)));
        } else {
            out.set(out.size() - 1, longer(last, by, false));
        }
        return out;
    }

    private static Vec3 travel(Profile.Edge e, boolean atStart) {
        double t = atStart == e.forward() ? e.range().lo() : e.range().hi();
        Vec3 d = e.curve().tangent(t);
        return e.forward() ? d : d.negated();
    }

    private static Profile.Edge straight(Vec3 a, Vec3 b) {
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "on");
    }

    private static Profile.Edge longer(Profile.Edge e, double by, boolean atStart) {
        boolean low = atStart == e.forward();
        Interval r = e.range();
        Interval more = low ? new Interval(r.lo() - by, r.hi()) : new Interval(r.lo(), r.hi() + by);
        return new Profile.Edge(e.curve(), more, e.forward(), e.source());
    }
}
