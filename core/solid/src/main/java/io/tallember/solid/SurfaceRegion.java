package io.tallember.solid;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A region of a surface bounded by directed pieces of curves, the region on their left (seen from outside the material).
 *
 * <p>A point is judged by the nearest point of the boundary: on which side of that piece does it lie, or, when a corner is
 * nearest, in which of the corner's sectors. This needs no seam on periodic surfaces. On planes, cylinders and spheres the
 * nearest is taken in space; on all others, where it could lie across the hollow, in the parameters ({@link Unrolled}).
 */
public final class SurfaceRegion {
    /** How a point lies to the region. */
    public enum Place {
        INSIDE,
        BOUNDARY,
        OUTSIDE
    }

    /** How many times as far along the surface as through space points may be that lie beside each other. */
    private static final double FARTHER = 3;

    /** Pieces from which on the nearest is looked up. */
    private static final int MANY = 48;

    private final Surface surface;
    private final boolean sense;
    private final List<? extends List<? extends Piece>> loops;
    private final List<Piece> pieces;
    private final List<Piece> folded;
    private final Box3[] boxes;
    private volatile Box3 bounds;
    private volatile Unrolled unrolled;
    private volatile Boxes index;

    public SurfaceRegion(Surface surface, boolean sense, List<? extends List<? extends Piece>> loops) {
        this.surface = surface;
        this.sense = sense;
        this.loops = loops;
        this.pieces = new ArrayList<>();
        loops.forEach(pieces::addAll);
        // A stretch walked both ways (a line of touch) separates nothing from nothing.
        Set<Piece> all = new LinkedHashSet<>(pieces);
        pieces.removeIf(p -> all.contains(p.reversed()));
        folded = all.stream().filter(p -> all.contains(p.reversed())).toList();
        this.boxes = new Box3[pieces.size()];
        for (int i = 0; i < boxes.length; i++) {
            boxes[i] = pieces.get(i).curve().bounds(pieces.get(i).range());
        }
    }

    public Surface surface() {
        return surface;
    }

    public boolean sense() {
        return sense;
    }

    public List<? extends List<? extends Piece>> loops() {
        return loops;
    }

    /** A box round the region. */
    public Box3 bounds() {
        Box3 b = bounds;
        if (b == null) {
            b = boxed();
            bounds = b;
        }
        return b;
    }

    /** Ruled surfaces are as extreme at the boundary as anywhere; others may be more so where the normal is along an axis. */
    private Box3 boxed() {
        Box3 box = Box3.EMPTY;
        for (Box3 b : boxes) {
            box = box.with(b);
        }
        if (!surface.canonical() && !(surface instanceof Extrusion)) {
            return sampled(box);
        }
        for (Vec3 p : extremes()) {
            if (!box.contains(p) && locate(p, Tolerance.DEFAULT) != Place.OUTSIDE) {
                box = box.with(p);
            }
        }
        return box;
    }

    /** For surfaces whose extremes have no formula: points over the parameters that the boundary spans, and a margin. */
    private Box3 sampled(Box3 rim) {
        double[] d = spanned(surface, loops);
        Box3 box = rim;
        int n = 24;
        for (int i = 0; i <= n; i++) {
            for (int j = 0; j <= n; j++) {
                box = box.with(surface.point(d[0] + (d[1] - d[0]) * i / n, d[2] + (d[3] - d[2]) * j / n));
            }
        }
        return box.grown(0.01 * box.diagonal());
    }

    /** The parameters that loops span: u from, u to, v from, v to; a whole turn of those that repeat themselves. */
    public static double[] spanned(Surface surface, List<? extends List<? extends Piece>> loops) {
        double[] d = {
            Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY
        };
        int winding = 0;
        for (List<? extends Piece> l : loops) {
            UvLoop uv = UvLoop.of(surface, l);
            winding += uv.winding();
            for (Vec2 q : uv.points()) {
                d[0] = Math.min(d[0], q.x());
                d[1] = Math.max(d[1], q.x());
                d[2] = Math.min(d[2], q.y());
                d[3] = Math.max(d[3], q.y());
            }
        }
        if (winding != 0 && surface.tip() != null) {
            d[2] = surface.tipHeight();
        }
        if (surface.uPeriod() > 0) {
            d[0] = 0;
            d[1] = surface.uPeriod();
        }
        if (surface.vPeriod() > 0) {
            d[2] = 0;
            d[3] = surface.vPeriod();
        }
        return d;
    }

    private List<Vec3> extremes() {
        List<Vec3> out = new ArrayList<>();
        if (surface.tip() != null) {
            out.add(surface.tip());
        }
        for (Vec3 d : List.of(Vec3.X, Vec3.Y, Vec3.Z)) {
            for (int sign = -1; sign <= 1; sign += 2) {
                if (surface instanceof Sphere s) {
                    out.add(s.centre().plus(sign * s.radius(), d));
                } else if (surface instanceof Torus t) {
                    Frame f = t.frame();
                    double x = d.dot(f.x());
                    double y = d.dot(f.y());
                    double u = Math.atan2(sign * y, sign * x);
                    double v = Math.atan2(sign * d.dot(f.z()), Math.hypot(x, y));
                    out.add(t.point(u, v));
                    // square to the axis the whole top and bottom circles are extreme
                    if (Math.hypot(x, y) < 1e-9) {
                        for (int k = 1; k < 8; k++) {
                            out.add(t.point(k * Math.PI / 4, v));
                        }
                    }
                }
            }
        }
        return out;
    }

    private record Nearest(int piece, double t, double distance) {}

    private Nearest nearest(Vec3 p) {
        if (boxes.length >= MANY) {
            Search s = new Search(p);
            index().outward(p, () -> s.distance, s::visit);
            return new Nearest(s.best, s.t, s.distance);
        }
        int best = -1;
        double bestT = 0;
        double d = Double.POSITIVE_INFINITY;
        for (int i = 0; i < boxes.length; i++) {
            if (boxes[i].distance(p) >= d) {
                continue;
            }
            Piece piece = pieces.get(i);
            double t = piece.curve().project(p, piece.range());
            double e = piece.curve().point(t).distance(p);
            if (e < d) {
                d = e;
                best = i;
                bestT = t;
            }
        }
        return new Nearest(best, bestT, d);
    }

    private Boxes index() {
        Boxes known = index;
        if (known == null) {
            known = new Boxes(List.of(boxes));
            index = known;
        }
        return known;
    }

    /** Looks for the nearest place on the boundary, on the first piece of those that are equally near. */
    private final class Search {
        private final Vec3 p;
        private int best = -1;
        private double t;
        private double distance = Double.POSITIVE_INFINITY;

        Search(Vec3 p) {
            this.p = p;
        }

        void visit(int i) {
            double from = boxes[i].distance(p);
            if (from > distance || from == distance && i > best) {
                return;
            }
            Piece piece = pieces.get(i);
            double at = piece.curve().project(p, piece.range());
            double e = piece.curve().point(at).distance(p);
            if (e < distance || e == distance && i < best) {
                distance = e;
                best = i;
                t = at;
            }
        }
    }

    /** Distance from a point of the surface to the boundary and to lines of touch; infinite when there are none. */
    public double distanceToBoundary(Vec3 p) {
        double d = nearest(p).distance();
        for (Piece f : folded) {
            d = Math.min(d, f.curve().point(f.curve().project(p, f.range())).distance(p));
        }
        return d;
    }

    /** Judges a point of the surface. */
    public Place locate(Vec3 p, Tolerance tol) {
        Patience.check();
        Nearest n = nearest(p);
        if (n.piece() < 0) {
            return Place.INSIDE;
        }
        if (n.distance() <= tol.linear()) {
            return Place.BOUNDARY;
        }
        if (!surface.canonical() && beyond(p, tol)) {
            return Place.OUTSIDE;
        }
        if (surface instanceof Torus || surface.tip() != null || !surface.canonical()) {
            return locateUnrolled(p, n, tol);
        }
        Piece piece = pieces.get(n.piece());
        Vec3 q = piece.curve().point(n.t());
        double slack = tol.linear() / piece.curve().derivative(n.t()).length();
        if (n.t() > piece.range().lo() + slack && n.t() < piece.range().hi() - slack) {
            Vec3 left = outward(q).cross(piece.travel(n.t()));
            return p.minus(q).dot(left) > 0 ? Place.INSIDE : Place.OUTSIDE;
        }
        return locateAtCorner(p, q, tol);
    }

    /** Whether a point is where the surface is only carried on, beyond where faces may lie. */
    private boolean beyond(Vec3 p, Tolerance tol) {
        Vec2 uv = surface.project(p);
        double du = tol.linear() / surface.du(uv.x(), uv.y()).length();
        double dv = tol.linear() / surface.dv(uv.x(), uv.y()).length();
        return !surface.uDomain().contains(uv.x(), du) || !surface.vDomain().contains(uv.y(), dv);
    }

    private Place locateUnrolled(Vec3 p, Nearest n, Tolerance tol) {
        Piece piece = pieces.get(n.piece());
        Vec3 q = piece.curve().point(n.t());
        boolean close = n.distance() < 0.1 * Math.min(surface.scaleAt(p), surface.scaleAt(q)) && besides(p, q);
        Vec3 corner = null;
        if (close) {
            double slack = tol.linear() / piece.curve().derivative(n.t()).length();
            if (n.t() > piece.range().lo() + slack && n.t() < piece.range().hi() - slack) {
                return p.minus(q).dot(outward(q).cross(piece.travel(n.t()))) > 0 ? Place.INSIDE : Place.OUTSIDE;
            }
            corner = q;
        } else {
            Unrolled u = unrolled;
            if (u == null) {
                u = new Unrolled(surface, sense, pieces);
                unrolled = u;
            }
            Unrolled.Judged j = u.judge(p, tol);
            if (j.corner() == null) {
                return j.inside() ? Place.INSIDE : Place.OUTSIDE;
            }
            corner = j.corner();
        }
        return locateAtCorner(p, corner, tol);
    }

    /** Whether two points near each other are so on the surface too: turns of a coil are near each other, but far along it. */
    private boolean besides(Vec3 p, Vec3 q) {
        if (surface.canonical()) {
            return true;
        }
        Vec2 a = surface.project(p);
        Vec2 b = UvLoop.near(surface.project(q), a, surface.uPeriod(), surface.vPeriod());
        Vec3 way = surface.du(a.x(), a.y()).times(b.x() - a.x()).plus(b.y() - a.y(), surface.dv(a.x(), a.y()));
        return way.length() <= FARTHER * p.distance(q);
    }

    private Place locateAtCorner(Vec3 p, Vec3 q, Tolerance tol) {
        Fan fan = new Fan(surface, sense, q);
        double radius = Double.POSITIVE_INFINITY;
        List<Piece> leaving = new ArrayList<>();
        List<Piece> arriving = new ArrayList<>();
        for (int i = 0; i < boxes.length; i++) {
            if (boxes[i].distance(q) > 2 * tol.linear()) {
                continue;
            }
            Piece piece = pieces.get(i);
            if (piece.pointAt(0).distance(q) <= 2 * tol.linear()) {
                leaving.add(piece);
                radius = Math.min(radius, fan.radiusFor(piece));
            }
            if (piece.pointAt(1).distance(q) <= 2 * tol.linear()) {
                arriving.add(piece);
                radius = Math.min(radius, fan.radiusFor(piece));
            }
        }
        double d = fan.angleTo(p);
        double best = Double.POSITIVE_INFINITY;
        boolean inside = false;
        for (Piece piece : leaving) {
            double turn = clockwise(d, fan.angleOf(piece, true, radius));
            if (turn < best) {
                best = turn;
                inside = true;
            }
        }
        for (Piece piece : arriving) {
            double turn = clockwise(d, fan.angleOf(piece, false, radius));
            if (turn < best) {
                best = turn;
                inside = false;
            }
        }
        return inside ? Place.INSIDE : Place.OUTSIDE;
    }

    /** How far to turn clockwise from one angle to another, in [0, 2 pi). */
    public static double clockwise(double from, double to) {
        double d = (from - to) % (2 * Math.PI);
        return d < 0 ? d + 2 * Math.PI : d;
    }

    private Vec3 outward(Vec3 q) {
        Vec3 n = surface.normalAt(q);
        return sense ? n : n.negated();
    }

    /**
     * A point well inside the region, or nothing when the region is thinner than the tolerance. From the middles of the
     * longest pieces inward, by shrinking steps; the one farthest from the boundary wins.
     */
    public Optional<Vec3> interiorPoint(Tolerance tol) {
        return interiorPoint(tol, 0);
    }

    /** Another point well inside for each {@code choice}, for callers that one doesn't suit. */
    public Optional<Vec3> interiorPoint(Tolerance tol, int choice) {
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < boxes.length; i++) {
            order.add(i);
        }
        order.sort(Comparator.comparingDouble(i -> -boxes[i].diagonal()));
        Vec3 best = null;
        double bestDistance = 0;
        if (boxes.length == 0) {
            return Optional.of(surface.point(0.3 + choice, 0.2));
        }
        double enough = 0.02 * bounds().diagonal();
        for (int rank = 0; rank < order.size() && bestDistance < enough && (best == null || rank < 8); rank++) {
            Piece piece = pieces.get(order.get(rank));
            double length = boxes[order.get(rank)].diagonal();
            for (double where : new double[] {0.5 - 0.11 * choice, 0.31 + 0.07 * choice}) {
                double t = piece.at(where);
                Vec3 q = piece.curve().point(t);
                Vec3 left = outward(q).cross(piece.travel(t)).unit();
                for (double step = (0.5 - 0.09 * choice) * length; step > 3 * tol.linear(); step *= 0.4) {
                    if (step < bestDistance) {
                        break;
                    }
                    Vec2 uv = surface.project(q.plus(step, left));
                    Vec3 p = surface.point(uv.x(), uv.y());
                    boolean singular = surface.atTip(p, 0.01 * step);
                    if (!singular && locate(p, tol) == Place.INSIDE) {
                        double d = distanceToBoundary(p);
                        if (d > Math.max(bestDistance, tol.linear())) {
                            best = p;
                            bestDistance = d;
                        }
                        if (d > 0.3 * step) {
                            break;
                        }
                    }
                }
            }
        }
        return Optional.ofNullable(best);
    }
}
