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
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * Ribs: a band along a line, grown square to its plane until the part closes it in. The band's prism less the part falls into
 * pieces; the rib is all those that the line runs through, and must end on the part all round. What the line's ends overshoot
 * the part by isn't closed in, and left out.
 */
public final class Rib {
    /**
     * How a rib stands.
     *
     * @param thickness in mm, at the line or at the base
     * @param draft by which each side leans, so that the base is thicker, in radians; zero for upright
     * @param atBase whether the thickness is that of the base, straight below the line's middle
     * @param first whether the line's first end is carried on until it meets the part
     * @param last whether its last end is
     * @param depth how far it goes, in mm; zero for to the next face
     */
    public record Stance(
            double thickness,
            Wall.Side side,
            double draft,
            boolean atBase,
            boolean first,
            boolean last,
            double depth) {}

    /** Points along a line in the length of the rib's thickness. */
    private static final double FINENESS = 4;

    private static final int MOST_POINTS = 600;

    private final List<Body> part;
    private final Stance stance;
    private final boolean down;
    private final String step;
    private final String region;
    private final Tolerance tol;
    /** What tells the faces along the line, and those where the rib would go on without end. */
    private Predicate<Origin> atLine;

    private Predicate<Origin> atFar;

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

    /**
     * The rib along a line seen from its side: the line lies in the rib's own plane, and the rib grows from it square to the chord
     * between its ends, to the left of the way along it, or to the right.
     *
     * @param frame the plane the line lies in; the rib's thickness is along its z
     * @param line as for {@link #along}; no two of its points may lie behind one another as seen along the growth
     * @throws GeometryException as {@link #along}; SELF_CROSSING_PROFILE where the line turns back on itself
     */
    public static List<Body> beside(
            Frame frame,
            List<Profile.Edge> line,
            List<Body> part,
            Stance stance,
            boolean right,
            String step,
            String region,
            String name,
            Tolerance tol) {
        return new Rib(part, stance, right, step, region, tol).upright(frame, line, name);
    }

    private List<Body> upright(Frame frame, List<Profile.Edge> line, String name) {
        double reach = reach(frame);
        Vec3 from = line.get(0).start();
        Vec3 chord = line.get(line.size() - 1).end().minus(from).unit();
        Vec3 grow = Vec3.Z.cross(chord).times(down ? -1 : 1);
        Profile.Edge middle = line.get(line.size() / 2);
        Vec3 through = frame.point(middle.curve().point(middle.range().middle()));
        List<Vec3> along = points(frame, line);
        // the draft leans from where the line stands out furthest, so that nowhere is thinner than told
        double low = along.stream()
                .mapToDouble(p -> frame.local(p).minus(from).dot(grow))
                .min()
                .orElseThrow();
        double thickness = atLine(name, through, frame.direction(grow), reach);
        List<Profile.Edge> edges = carriedOn(line, reach, stance.first(), stance.last());
        double far = stance.depth() > 0 ? stance.depth() : reach;
        Profile flat = new Profile(frame, band(edges, grow.times(far)), List.of(), name);
        double lean = (far + reach) * Math.tan(stance.draft());
        // to the left of the line, seen along the growth, as for ribs seen from above
        double left = stance.side() == Wall.Side.INSIDE ? 1 : stance.side() == Wall.Side.MIDDLE ? 0.5 : 0;
        double lo = down ? -(1 - left) * thickness : -left * thickness;
        double hi = lo + thickness;
        Body prism = Extrude.of(flat, lo - lean, hi + lean, step, region, tol);
        if (stance.draft() > 0) {
            prism = Fuse.intersect(
                            List.of(prism),
                            List.of(wedge(frame, from, chord, grow, low, lo, hi, far + reach, reach)),
                            tol)
                    .get(0);
        }
        Set<String> sources = line.stream().map(Profile.Edge::source).collect(Collectors.toSet());
        atLine = o -> o.step().equals(step) && o.role().equals("side") && sources.contains(o.source());
        atFar = o -> o.step().equals(step) && o.source().startsWith("far-");
        return pieces(prism, frame, line, along, through, name);
    }

    /** The line, the same line further on, and the straight ways between their ends: counter-clockwise. */
    private List<Profile.Edge> band(List<Profile.Edge> edges, Vec3 by) {
        List<Profile.Edge> on = edges.stream()
                .map(e -> new Profile.Edge(
                        e.curve().placed(Frame.WORLD.at(by)), e.range(), e.forward(), "far-" + e.source()))
                .toList();
        Profile.Edge last = straight(
                edges.get(edges.size() - 1).end(), on.get(on.size() - 1).end(), "last");
        Profile.Edge first = straight(on.get(0).start(), edges.get(0).start(), "first");
        List<Profile.Edge> out = new ArrayList<>(edges);
        out.add(last);
        for (int i = on.size() - 1; i >= 0; i--) {
            out.add(turned(on.get(i)));
        }
        out.add(first);
        if (!down) {
            return out;
        }
        List<Profile.Edge> back = new ArrayList<>();
        for (int i = out.size() - 1; i >= 0; i--) {
            back.add(turned(out.get(i)));
        }
        return back;
    }

    private static Profile.Edge turned(Profile.Edge e) {
        return new Profile.Edge(e.curve(), e.range(), !e.forward(), e.source());
    }

    /** Between two planes that lean apart along the growth, from the line's height {@code low}. */
    private Body wedge(
            Frame frame, Vec3 from, Vec3 chord, Vec3 grow, double low, double lo, double hi, double far, double reach) {
        // x along the growth, y along the thickness
        Vec3 x = frame.direction(grow);
        Frame across = new Frame(frame.point(from), x, frame.z(), x.cross(frame.z()));
        double tan = Math.tan(stance.draft());
        // carried on, the line may go further back; there the rib grows thinner
        double back = low - Math.min(reach, 0.499 * (hi - lo) / tan);
        double a = (back - low) * tan;
        double b = (far - low) * tan;
        Vec3[] corners = {
            new Vec3(back, lo - a, 0), new Vec3(far, lo - b, 0), new Vec3(far, hi + b, 0), new Vec3(back, hi + a, 0)
        };
        String[] names = {"right", "far-side", "left", "back"};
        List<Profile.Edge> loop = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            loop.add(straight(corners[i], corners[(i + 1) % 4], names[i]));
        }
        return Extrude.of(new Profile(across, loop, List.of(), "draft"), -2 * reach, 2 * reach, step, "draft", tol);
    }

    private List<Body> grown(Frame frame, List<Profile.Edge> line, String name) {
        double reach = reach(frame);
        Profile.Edge middle = line.get(line.size() / 2);
        Vec3 through = frame.point(middle.curve().point(middle.range().middle()));
        Vec3 way = down ? frame.z().negated() : frame.z();
        double thickness = atLine(name, through, way, reach);
        List<Profile.Edge> edges = carriedOn(line, reach, stance.first(), stance.last());
        Profile band = Wall.along(frame, edges, thickness, stance.side(), name, tol);
        double far = (stance.depth() > 0 ? stance.depth() : reach) * (down ? -1 : 1);
        Body prism = stance.draft() > 0
                ? Taper.of(band, far, -stance.draft(), step, region, tol)
                : Extrude.of(band, Math.min(0, far), Math.max(0, far), step, region, tol);
        boolean swapped = down && !(stance.draft() > 0);
        Origin start = new Origin(step, swapped ? "end" : "start", region);
        Origin end = new Origin(step, swapped ? "start" : "end", region);
        atLine = start::equals;
        atFar = end::equals;
        return pieces(prism, frame, line, points(frame, line), through, name);
    }

    /** The thickness at the line. */
    private double atLine(String name, Vec3 through, Vec3 way, double reach) {
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
        return thickness;
    }

    /** What the part leaves of a prism, as far as the line runs through it. */
    private List<Body> pieces(
            Body prism, Frame frame, List<Profile.Edge> line, List<Vec3> along, Vec3 through, String name) {
        List<Body> pieces;
        try {
            pieces = Fuse.subtract(List.of(prism), part, tol);
        } catch (GeometryException e) {
            if (e.reason() == Reason.EMPTY_RESULT) {
                throw inside(name);
            }
            throw e;
        }
        List<Body> ribs = pieces.stream()
                .filter(b -> along.stream().anyMatch(p -> touches(b, p)) || liesAlong(b, frame, line))
                .toList();
        return closedIn(ribs, List.of(along.get(0), along.get(along.size() - 1)), through, name);
    }

    /** The pieces that the part closes in; one at an end of the line, where it overshoots the part, needn't be. */
    private List<Body> closedIn(List<Body> ribs, List<Vec3> ends, Vec3 middle, String name) {
        List<Body> out = new ArrayList<>();
        GeometryException first = null;
        for (Body rib : ribs) {
            try {
                closedIn(rib, name);
                out.add(rib);
            } catch (GeometryException e) {
                boolean atEnd = ends.stream().anyMatch(p -> touches(rib, p));
                if (!atEnd || touches(rib, middle)) {
                    throw e;
                }
                first = e;
            }
        }
        if (out.isEmpty()) {
            throw first == null ? inside(name) : first;
        }
        return out;
    }

    /** Whether the middle of a piece's face along the line lies beside the line as drawn; also one too narrow for its points. */
    private boolean liesAlong(Body b, Frame frame, List<Profile.Edge> line) {
        for (Face f : b.faces()) {
            if (f.origins().stream().noneMatch(atLine)) {
                continue;
            }
            Vec3 p = f.region().interiorPoint(tol).map(frame::local).orElse(null);
            for (Profile.Edge e : line) {
                Vec3 flat = p == null ? null : new Vec3(p.x(), p.y(), 0);
                double t = flat == null ? e.range().lo() : e.curve().project(flat, e.range());
                boolean within = t > e.range().lo() && t < e.range().hi();
                if (within && e.curve().point(t).distance(flat) <= stance.thickness()) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Points along a line. */
    private List<Vec3> points(Frame frame, List<Profile.Edge> line) {
        List<Vec3> out = new ArrayList<>();
        for (Profile.Edge e : line) {
            double length = e.curve().derivative(e.range().middle()).length()
                    * e.range().length();
            int n = (int) Math.min(MOST_POINTS, 2 + Math.ceil(FINENESS * length / stance.thickness()));
            for (int i = 0; i <= n; i++) {
                double t = (double) i / n;
                out.add(frame.point(e.curve()
                        .point(e.range().lo()
                                + (e.forward() ? t : 1 - t) * e.range().length())));
            }
        }
        return out;
    }

    private static GeometryException inside(String name) {
        return new GeometryException(
                Reason.NO_CONTACT,
                "All of " + name + " lies inside the part, where a rib has nowhere to start. Draw the line outside.");
    }

    private boolean touches(Body b, Vec3 p) {
        return b.faces().stream()
                .anyMatch(f -> f.origins().stream().anyMatch(atLine)
                        && f.region().locate(p, tol) != SurfaceRegion.Place.OUTSIDE);
    }

    private void closedIn(Body rib, String name) {
        for (Face f : rib.faces()) {
            boolean far = stance.depth() == 0 && f.origins().stream().anyMatch(atFar);
            boolean end = f.origins().stream()
                    .anyMatch(o -> stance.first() && o.source().equals("first")
                            || stance.last() && o.source().equals("last"));
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
                    if (m.t() < first && f.region().locate(ray.point(m.t()), tol) != SurfaceRegion.Place.OUTSIDE) {
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
        return carriedOn(line, by, true, true);
    }

    private static List<Profile.Edge> carriedOn(List<Profile.Edge> line, double by, boolean atFirst, boolean atLast) {
        List<Profile.Edge> out = new ArrayList<>(line);
        Profile.Edge first = out.get(0);
        Vec3 start = first.start();
        Vec3 back = travel(first, true).negated();
        Profile.Edge last = out.get(out.size() - 1);
        Vec3 end = last.end();
        Vec3 on = travel(last, false);
        if (atFirst && first.curve() instanceof Circle) {
            out.add(0, straight(start.plus(by, back), start, "on"));
        } else if (atFirst) {
            out.set(0, longer(first, by, true));
        }
        if (!atLast) {
            return out;
        }
        last = out.get(out.size() - 1);
        if (last.curve() instanceof Circle) {
            out.add(straight(end, end.plus(by, on), "on"));
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

    private static Profile.Edge straight(Vec3 a, Vec3 b, String name) {
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, name);
    }

    private static Profile.Edge longer(Profile.Edge e, double by, boolean atStart) {
        boolean low = atStart == e.forward();
        Interval r = e.range();
        Interval more = low ? new Interval(r.lo() - by, r.hi()) : new Interval(r.lo(), r.hi() + by);
        return new Profile.Edge(e.curve(), more, e.forward(), e.source());
    }
}
