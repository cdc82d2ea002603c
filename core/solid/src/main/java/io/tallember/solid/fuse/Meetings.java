package io.tallember.solid.fuse;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Curve;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Where the surfaces of two faces meet, worked out once and asked for by several stages. */
final class Meetings {
    private record Known(Surface other, Box3 where, SurfaceSurface.Result result) {}

    /** Where along an edge it is looked whether two faces share it. */
    private static final double[] SHARES = {0.02, 0.31, 0.5, 0.77, 0.98};

    /** Faces whose normals differ by less, as a sine, run smoothly into each other. */
    private static final double SMOOTH = 1e-5;

    private static final SurfaceSurface.Result NOWHERE = new SurfaceSurface.Result(false, List.of(), List.of());

    private final Tolerance tol;
    private boolean touch;
    private final Map<Surface, List<Known>> known = new IdentityHashMap<>();
    private final Map<FacePairs.Pair, SurfaceSurface.Result> ofPair = new LinkedHashMap<>();

    Meetings(Tolerance tol) {
        this.tol = tol;
    }

    /** What the boxes of two faces share; where they miss each other by a rounding, the gap between them. */
    static Box3 common(FacePairs.Pair p, Tolerance tol) {
        Box3 a = p.a().bounds();
        Box3 b = p.b().bounds();
        Vec3 from = new Vec3(
                Math.max(a.min().x(), b.min().x()),
                Math.max(a.min().y(), b.min().y()),
                Math.max(a.min().z(), b.min().z()));
        Vec3 to = new Vec3(
                Math.min(a.max().x(), b.max().x()),
                Math.min(a.max().y(), b.max().y()),
                Math.min(a.max().z(), b.max().z()));
        return Box3.EMPTY.with(from).with(to).grown(2 * tol.linear());
    }

    /** Whether any of the surfaces asked about so far touch, or meet in branches that cross. */
    boolean touch() {
        return touch;
    }

    SurfaceSurface.Result of(FacePairs.Pair p) {
        SurfaceSurface.Result r = ofPair.get(p);
        if (r == null) {
            r = placed(p);
            touch |= !r.points().isEmpty() || along(p, r);
            ofPair.put(p, r);
        }
        return r;
    }

    /** A refusal says where, by the middle of where the two faces can meet. */
    private SurfaceSurface.Result placed(FacePairs.Pair p) {
        Box3 where = common(p, tol);
        if (!p.a().surface().canonical() && !p.b().surface().canonical() && Parted.are(p, tol)) {
            touch = true;
            return NOWHERE;
        }
        try {
            return meeting(p.a().surface(), p.b().surface(), where);
        } catch (GeometryException e) {
            List<Edge> joints = e.reason() == GeometryException.Reason.UNSUPPORTED_INTERSECTION ? joints(p) : List.of();
            if (!joints.isEmpty()) {
                touch = true;
                return beside(p, joints, where);
            }
            throw new GeometryException(e.reason(), "Near " + where.centre().said() + ": " + e.sentence(), e.remedy());
        }
    }

    private SurfaceSurface.Result beside(FacePairs.Pair p, List<Edge> joints, Box3 where) {
        return SurfaceSurface.beside(
                p.a().surface(),
                p.b().surface(),
                where,
                q -> joints.stream()
                        .mapToDouble(e ->
                                e.curve().point(e.curve().project(q, e.range())).distance(q))
                        .min()
                        .orElseThrow(),
                tol);
    }

    /** Edges that two faces share, as one runs on smoothly from the other there: they touch along these and need not be cut. */
    private List<Edge> joints(FacePairs.Pair p) {
        return p.a().coedges().stream()
                .map(Coedge::edge)
                .filter(e -> shared(e, p))
                .toList();
    }

    private boolean shared(Edge e, FacePairs.Pair p) {
        for (double f : SHARES) {
            Vec3 q = e.curve().point(e.range().at(f));
            boolean on = p.b().coedges().stream()
                    .map(Coedge::edge)
                    .anyMatch(o ->
                            o.curve().point(o.curve().project(q, o.range())).distance(q) <= 2 * tol.linear());
            if (!on || p.a().outward(q).cross(p.b().outward(q)).length() > SMOOTH) {
                return false;
            }
        }
        return true;
    }

    /** Whether the surfaces touch along one of their curves. */
    private static boolean along(FacePairs.Pair pair, SurfaceSurface.Result r) {
        for (Curve c : r.curves()) {
            Vec3 p = c.point(c.period() > 0 ? 0.37 * c.period() : 0);
            Vec3 n = pair.a().surface().gradient(p);
            if (n.cross(pair.b().surface().gradient(p)).length() < 1e-6) {
                return true;
            }
        }
        return false;
    }

    /** Points where the two surfaces touch or branches of their meeting cross, that lie on both faces. */
    List<Vec3> points(FacePairs.Pair p) {
        SurfaceSurface.Result r = of(p);
        if (r.points().isEmpty()) {
            return List.of();
        }
        Box3 where = common(p, tol);
        return r.points().stream()
                .filter(q -> where.contains(q) && on(p.a(), q) && on(p.b(), q))
                .toList();
    }

    private boolean on(Face f, Vec3 p) {
        return f.region().locate(p, tol) != SurfaceRegion.Place.OUTSIDE;
    }

    /** Faces cut out of one surface by earlier steps share it, and so the work of meeting another. */
    private SurfaceSurface.Result meeting(Surface a, Surface b, Box3 where) {
        List<Known> list = known.computeIfAbsent(a, k -> new ArrayList<>(1));
        for (Known k : list) {
            if (k.other() == b && k.where().contains(where.min()) && k.where().contains(where.max())) {
                return k.result();
            }
        }
        SurfaceSurface.Result met = SurfaceSurface.meet(a, b, where, tol);
        if (met.curves().stream().anyMatch(Curve::evaluated)) {
            list.add(new Known(b, where, met));
        }
        return met;
    }
}
