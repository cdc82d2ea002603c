package io.tallember.solid.local;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import io.tallember.solid.local.Skin.Use;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * A body with other surfaces under some of its faces, built again around them: each edge where its two faces meet now, each
 * corner where its edges do. A face that is used up (its edges turn round, or it is said to vanish) closes, and its neighbours
 * meet instead.
 *
 * <p>Cases: edges across which the faces are tangent keep their own closed form, corners on them are found along the edge that
 * leaves the tangent plane; pieces of one plane move with it; what can't be closed or ends up unsound is refused.
 */
public final class Retarget {
    private static final int ROUNDS = 40;
    private static final int STEPS = 40;
    private static final int SAMPLES = 12;
    /** Below this sine of their angle a curve touches a face. */
    private static final double SQUARE = 1e-4;

    /** As near to a surface an edge lies on it, in mm. */
    private static final double ON = 1e-9;

    private final Skin skin;
    private final Tolerance tol;
    /**
     * Whether seams of spline faces, and of free ones that run smoothly into each other, may be followed beside their edges. Not for
     * rounds: those find other ways where a seam has no crossing.
     */
    private final boolean followed;

    Retarget(Skin skin, Tolerance tol) {
        this(skin, tol, false);
    }

    private Retarget(Skin skin, Tolerance tol, boolean followed) {
        this.skin = skin;
        this.tol = tol;
        this.followed = followed;
    }

    /**
     * @param surfaces the new surface of each face that gets one; normals point the same way as before
     * @param vanishing faces that are to close
     * @param origins the lineage of a face in the result, by the face it was
     * @throws GeometryException BAD_VALUE when faces that should meet don't, or the result would be unsound, with the face
     */
    public static Body of(
            Body body,
            Map<Face, Surface> surfaces,
            Collection<Face> vanishing,
            Function<Face, List<Origin>> origins,
            Tolerance tol) {
        return of(new Skin(body, surfaces), vanishing, origins, tol);
    }

    static Body of(Skin skin, Collection<Face> vanishing, Function<Face, List<Origin>> origins, Tolerance tol) {
        Retarget r = new Retarget(skin, tol, true);
        r.close(vanishing);
        r.settle();
        Body result = r.skin.body(origins, tol.linear());
        BodyCheck.Report report = BodyCheck.deep(result, tol);
        if (!report.valid()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Faces that weren't neighbours would run into each other"
                            + (report.first() == null ? "" : " near " + place(report.first()))
                            + ". Take a smaller size, or do it in two steps.");
        }
        return result;
    }

    /** Finer rounds first: they run over the others, which are their sides. */
    private void close(Collection<Face> vanishing) {
        Map<Double, Set<Sheet>> bySize = new TreeMap<>();
        skin.sheets.stream()
                .filter(s -> vanishing.contains(s.of))
                .forEach(s -> bySize.computeIfAbsent(size(s.of.surface()), k -> new LinkedHashSet<>())
                        .add(s));
        bySize.values().forEach(this::close);
    }

    /** The radius of a round, to tell finer ones from others. */
    private static double size(Surface s) {
        double r = s instanceof Cylinder c
                ? c.radius()
                : s instanceof Torus t
                        ? t.minor()
                        : s instanceof Sphere k ? k.radius() : s instanceof Tube b ? b.radius() : 0;
        return Math.rint(1e6 * r);
    }

    private void close(Set<Sheet> gone) {
        // strips first; what lies between strips has no edges left then
        boolean again = true;
        while (again) {
            again = false;
            for (Sheet s : List.copyOf(gone)) {
                if (s.uses().isEmpty()) {
                    skin.sheets.remove(s);
                    gone.remove(s);
                    again = true;
                    continue;
                }
                List<Use> sides = s.uses().stream()
                        .filter(u -> !gone.contains(skin.beyond(s, u.seam())) && smooth(u.seam()))
                        .toList();
                if (sides.size() == 2) {
                    skin.closeStrip(s, sides);
                    gone.remove(s);
                    again = true;
                }
            }
        }
        for (Sheet s : List.copyOf(gone)) {
            List<Use> sides = s.uses().stream()
                    .filter(u -> !gone.contains(skin.beyond(s, u.seam())))
                    .toList();
            if (sides.size() == 2 && s.uses().size() <= 4) {
                skin.closeStrip(s, sides);
            } else if (sides.size() == s.uses().size() && s.loops.size() == 1 && sides.size() >= 4) {
                skin.closeStrip(s, longSides(s));
            } else {
                throw used(s);
            }
        }
    }

    /** The longest seam round a sheet and the longest of those that don't touch it. */
    private static List<Use> longSides(Sheet s) {
        Use first = longest(s.uses());
        List<Use> apart = s.uses().stream()
                .filter(u -> u.start() != first.start()
                        && u.start() != first.end()
                        && u.end() != first.start()
                        && u.end() != first.end())
                .toList();
        if (apart.isEmpty()) {
            throw used(s);
        }
        return List.of(first, longest(apart));
    }

    private static Use longest(List<Use> uses) {
        return uses.stream()
                .max(java.util.Comparator.comparingDouble(
                        u -> ArcLength.of(u.seam().of.curve(), u.seam().of.range())))
                .orElseThrow();
    }

    /** Whether the faces along an edge were tangent to each other. */
    public static boolean smoothAlong(Edge e, Face a, Face b) {
        Vec3 p = e.middle();
        return a.outward(p).dot(b.outward(p)) > 1 - 1e-9;
    }

    private boolean smooth(Seam s) {
        List<Sheet> two = skin.sides().get(s);
        return smoothAlong(s.of, two.get(0).of, two.get(1).of);
    }

    private static GeometryException used(Sheet s) {
        return new GeometryException(
                Reason.BAD_VALUE,
                "The " + s.of.surface().kind() + " face at "
                        + place(s.of.bounds().centre())
                        + " would be used up, and its neighbours can't close the gap. Take a smaller size.");
    }

    static String place(Vec3 p) {
        return p.said();
    }

    private void settle() {
        for (int round = 0; round < ROUNDS; round++) {
            Patience.check();
            Set<Seam> turned = fit();
            if (turned.isEmpty()) {
                return;
            }
            shrink(turned);
        }
        throw new GeometryException(
                Reason.BAD_VALUE, "Too many faces would be used up. Take a smaller size, or do it in two steps.");
    }

    /** Takes the sheet out whose seams turned round, one at a time. */
    private void shrink(Set<Seam> turned) {
        Sheet best = null;
        int most = 0;
        for (Sheet s : skin.sheets) {
            int n = (int)
                    s.uses().stream().filter(u -> turned.contains(u.seam())).count();
            boolean strip = n >= 2 && s.uses().size() == n + 2;
            boolean point = n >= 3 && s.uses().size() == n;
            if ((strip || point) && n > most) {
                best = s;
                most = n;
            }
        }
        if (best == null) {
            Sheet worst = skin.sheets.stream()
                    .max(java.util.Comparator.comparingLong(s -> s.uses().stream()
                            .filter(u -> turned.contains(u.seam()))
                            .count()))
                    .orElseThrow();
            throw used(worst);
        }
        List<Use> sides =
                best.uses().stream().filter(u -> !turned.contains(u.seam())).toList();
        if (sides.isEmpty()) {
            skin.closeToPoint(best);
        } else {
            skin.closeStrip(best, sides);
        }
    }

    /** Works out all curves and corners; gives the seams that run the other way round now. */
    Set<Seam> fit() {
        Map<Seam, List<Sheet>> sides = skin.sides();
        Map<Corner, Set<Seam>> stars = skin.stars();
        Set<Seam> kept = new LinkedHashSet<>();
        sides.forEach((seam, two) -> {
            if (two.stream().allMatch(s -> s.surface == s.of.surface()) && beside(two, seam.of) && !seam.added) {
                kept.add(seam);
                seam.curve = seam.of.curve();
            }
        });
        stars.values().removeIf(kept::containsAll);
        stars.forEach((corner, seams) -> {
            Set<Surface> around = new LinkedHashSet<>();
            seams.forEach(s -> sides.get(s).forEach(f -> around.add(f.surface)));
            corner.at = corner.fixed ? corner.at : Projected.onto(corner.at, around);
        });
        Map<Seam, Vec3> middles = new java.util.IdentityHashMap<>();
        sides.forEach((seam, two) -> {
            if (kept.contains(seam)) {
                middles.put(seam, seam.of.middle());
                return;
            }
            Vec3 mid = Projected.onto(seam.of.middle(), List.of(two.get(0).surface, two.get(1).surface));
            middles.put(seam, mid);
            seam.curve = stays(seam.of, two) ? seam.of.curve() : curve(seam, two, mid);
        });
        stars.forEach((corner, seams) -> place(corner, seams, sides));
        Set<Seam> turned = new LinkedHashSet<>();
        sides.keySet().forEach(s -> {
            if (!run(s, middles.get(s))) {
                turned.add(s);
            }
        });
        return turned;
    }

    /** Whether an edge lies on both new surfaces of its faces as it did on the old ones. */
    private static boolean stays(Edge e, List<Sheet> two) {
        for (int i = 0; i <= SAMPLES; i++) {
            Vec3 p = e.curve().point(e.range().at(i / (double) SAMPLES));
            if (two.stream().anyMatch(s -> Math.abs(s.surface.signedDistance(p)) > ON)) {
                return false;
            }
        }
        return true;
    }

    private Curve curve(Seam seam, List<Sheet> two, Vec3 mid) {
        Surface a = two.get(0).surface;
        Surface b = two.get(1).surface;
        Box3 where = Box3.EMPTY.with(seam.start.at).with(seam.end.at).with(mid);
        where = where.with(seam.of.bounds());
        where = where.grown(0.05 * where.diagonal() + 1e-3);
        // spline surfaces are fitted anyway: beside its edge a seam is as true as their crossing, and sooner found
        boolean fitted = two.stream().anyMatch(s -> NurbsSurface.under(s.surface) != null);
        Curve beside = followed && fitted ? beside(seam, two) : null;
        if (beside != null) {
            return beside;
        }
        SurfaceSurface.Result met;
        try {
            met = SurfaceSurface.meet(a, b, where, tol);
        } catch (GeometryException e) {
            // where free surfaces run smoothly into each other their crossing can't be followed
            Curve smooth = followed && smoothAlong(seam.of, two.get(0).of, two.get(1).of) ? beside(seam, two) : null;
            if (smooth == null) {
                throw e;
            }
            return smooth;
        }
        if (met.same()) {
            return within(seam, two);
        }
        Curve best = null;
        double least = Double.POSITIVE_INFINITY;
        for (Curve c : met.curves()) {
            double d = c.point(c.project(mid)).distance(mid);
            if (d < least) {
                least = d;
                best = c;
            }
        }
        if (best == null || least > 0.5 * where.diagonal()) {
            Vec3 p = seam.of.middle();
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The faces along the edge at " + place(p) + " would no longer meet. Take a smaller size"
                            + (smoothAlong(seam.of, two.get(0).of, two.get(1).of)
                                    ? ", or give the faces that run smoothly into each other there the same one."
                                    : "."));
        }
        return best;
    }

    private Curve beside(Seam seam, List<Sheet> two) {
        double moved = 0;
        for (Sheet s : two) {
            moved = Math.max(moved, Math.abs(s.surface.signedDistance(seam.of.middle())));
        }
        return Beside.of(seam.of, two.get(0).surface, two.get(1).surface, 2 * moved, tol)
                .orElse(null);
    }

    private static boolean beside(List<Sheet> two, Edge e) {
        return two.stream().allMatch(s -> s.of.coedges().stream().anyMatch(c -> c.edge() == e));
    }

    /** The curve between two pieces of one surface, which moved as one. */
    private static Curve within(Seam seam, List<Sheet> two) {
        Surface before = two.get(0).of.surface();
        Surface after = two.get(0).surface;
        if (before instanceof Plane p && after instanceof Plane q) {
            Vec3 n = p.normal();
            if (n.cross(q.normal()).length() < 1e-9) {
                return seam.of
                        .curve()
                        .placed(Frame.WORLD.at(
                                n.times(p.signedDistance(q.frame().origin()))));
            }
        }
        throw new GeometryException(
                Reason.BAD_VALUE,
                "The edge at " + place(seam.of.middle())
                        + " divides one face in two; join them first, or move neither.");
    }

    /** The corner's exact place: where one of its curves meets the face most square to it. */
    private void place(Corner corner, Set<Seam> seams, Map<Seam, List<Sheet>> sides) {
        Set<Sheet> around = new LinkedHashSet<>();
        seams.forEach(s -> around.addAll(sides.get(s)));
        Curve curve = null;
        Surface across = null;
        double best = SQUARE;
        for (Seam s : corner.fixed ? Set.<Seam>of() : seams) {
            double t = s.curve.project(corner.at);
            Vec3 along = s.curve.tangent(t);
            Vec3 p = s.curve.point(t);
            for (Sheet f : around) {
                double square = sides.get(s).contains(f)
                        ? 0
                        : Math.abs(f.surface.gradient(p).dot(along));
                if (square > best) {
                    best = square;
                    curve = s.curve;
                    across = f.surface;
                }
            }
        }
        if (curve == null) {
            corner.at = corner.fixed ? corner.at : crossing(corner.at, seams);
        } else {
            double t = curve.project(corner.at);
            for (int k = 0; k < STEPS; k++) {
                Vec3 p = curve.point(t);
                double rate = across.gradient(p).dot(curve.derivative(t));
                double step = -across.signedDistance(p) / rate;
                t += step;
                if (Math.abs(step) * curve.derivative(t).length() < 1e-13 * (1 + p.length())) {
                    break;
                }
            }
            corner.at = curve.point(t);
            if (Math.abs(across.gradient(corner.at).dot(curve.tangent(t))) < SQUARE) {
                // it only touches that face, so that it doesn't tell where
                corner.at = crossing(corner.at, seams);
            }
        }
        for (Sheet s : around) {
            if (!(Math.abs(s.surface.signedDistance(corner.at)) <= tol.linear())) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The faces round the corner at " + place(corner.at)
                                + " would no longer meet in one point. Take a smaller size, or the same one for all of them.");
            }
        }
    }

    /** Where those two of a corner's curves cross that do so most squarely; all surfaces touch each other there. */
    private static Vec3 crossing(Vec3 from, Set<Seam> seams) {
        Curve a = null;
        Curve b = null;
        double best = -1;
        for (Seam s : seams) {
            for (Seam k : seams) {
                double square = s == k
                        ? 0
                        : s.curve
                                .tangent(s.curve.project(from))
                                .cross(k.curve.tangent(k.curve.project(from)))
                                .length();
                if (square > best) {
                    best = square;
                    a = s.curve;
                    b = k.curve;
                }
            }
        }
        double t = a.project(from);
        if (best < 1e-3) {
            return a.point(t);
        }
        double s = b.project(from);
        for (int k = 0; k < STEPS; k++) {
            Vec3 d = b.point(s).minus(a.point(t));
            Vec3 da = a.derivative(t);
            Vec3 db = b.derivative(s);
            double aa = da.dot(da);
            double ab = da.dot(db);
            double bb = db.dot(db);
            double det = aa * bb - ab * ab;
            double st = (bb * d.dot(da) - ab * d.dot(db)) / det;
            double ss = (ab * d.dot(da) - aa * d.dot(db)) / det;
            t += st;
            s += ss;
            if (Math.abs(st) * da.length() + Math.abs(ss) * db.length() < 1e-13 * (1 + from.length())) {
                break;
            }
        }
        return a.point(t);
    }

    /** Where on its curve a seam runs now; false when it runs the other way than before. */
    private boolean run(Seam s, Vec3 mid) {
        Vec3 before = s.of.curve().tangent(s.of.range().middle());
        double tm = s.curve.project(mid);
        s.along = s.curve.tangent(tm).dot(before) > 0;
        double period = s.curve.period();
        double t0 = s.curve.project(s.start.at);
        if (s.closed()) {
            if (period == 0) {
                return false;
            }
            s.range = new Interval(t0, t0 + period);
            return true;
        }
        double t1 = s.curve.project(s.end.at);
        double lo = s.along ? t0 : t1;
        double hi = s.along ? t1 : t0;
        if (s.curve instanceof IntersectionCurve c && !c.closed()) {
            // a loop from a point where the surfaces touch back to it: that point is both ends
            boolean loop = c.point(c.whole().lo()).distance(c.point(c.whole().hi())) <= tol.linear();
            lo = loop && lo > tm && c.whole().hi() - lo <= tol.linear()
                    ? c.whole().lo()
                    : lo;
            hi = loop && hi < tm && hi - c.whole().lo() <= tol.linear()
                    ? c.whole().hi()
                    : hi;
        }
        if (period > 0) {
            lo = tm - period / 2 + floorMod(lo - tm + period / 2, period);
            hi = tm - period / 2 + floorMod(hi - tm + period / 2, period);
            // an arc longer than half a turn has its ends beyond half a turn from its middle only by rounding
            if (s.of.range().length() > 0.5 * s.of.curve().period()
                    && s.of.curve().period() > 0) {
                lo = lo > tm ? lo - period : lo;
                hi = hi < tm ? hi + period : hi;
            }
        }
        if (!(hi - lo > tol.linear() / s.curve.derivative(tm).length())) {
            return false;
        }
        s.range = new Interval(lo, hi);
        return true;
    }

    private static double floorMod(double x, double period) {
        return x - period * Math.floor(x / period);
    }

    /** The faces that run into one of these without an edge, and so on; with it. */
    public static List<Face> smoothChain(Body body, Collection<Face> from) {
        List<Face> out = new ArrayList<>(from);
        for (int i = 0; i < out.size(); i++) {
            for (var c : out.get(i).coedges()) {
                for (Face f : body.facesOf(c.edge())) {
                    if (!out.contains(f) && smoothAlong(c.edge(), f, out.get(i))) {
                        out.add(f);
                    }
                }
            }
        }
        return out;
    }
}
