package io.tallember.solid.fuse;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Boxes;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * Unites, subtracts and intersects bodies.
 *
 * <p>Treats faces that cross, touch, coincide (either way round) or share edges and corners; things nearer than the linear
 * tolerance count as coinciding. Surfaces of all kinds take part; where two have no closed form in common their section is followed
 * point by exact point. What can't be made with the tolerance that was asked is tried once with a wider one and kept if it passes the
 * checks by the first (see docs/decisions/0031). Refuses, with a {@link GeometryException} that says where: results that would touch
 * themselves along an edge or at a corner, empty results, and what the stages disagree on. The result is exact on the input's own
 * surfaces, and may be several bodies.
 */
public final class Fuse {
    /** How many points of a piece are tried before giving up. */
    private static final int CHOICES = 4;

    /** How much wider the tolerance of a second try is: above what two shapes made apart are off by, far below what can be made. */
    private static final double WIDER = 16;

    private final List<Body> bodies;
    /** By face the bodies that have it: what was taken over unchanged may stand in several. */
    private final Map<Face, List<Integer>> bodiesOf = new IdentityHashMap<>();

    private final Tolerance tol;

    private Fuse(List<Body> bodies, Tolerance tol) {
        this.bodies = bodies;
        this.tol = tol;
        for (int i = 0; i < bodies.size(); i++) {
            for (Face f : bodies.get(i).faces()) {
                bodiesOf.computeIfAbsent(f, k -> new ArrayList<>(1)).add(i);
            }
        }
    }

    /** All material of the given bodies. */
    public static List<Body> unite(List<Body> bodies, Tolerance tol) {
        return done(bodies, tol, in -> any(in, 0, in.length));
    }

    /** The targets without the material of the tools. */
    public static List<Body> subtract(List<Body> targets, List<Body> tools, Tolerance tol) {
        int n = targets.size();
        return done(joined(targets, tools), tol, in -> any(in, 0, n) && !any(in, n, in.length));
    }

    /** The material common to targets and tools. */
    public static List<Body> intersect(List<Body> targets, List<Body> tools, Tolerance tol) {
        int n = targets.size();
        return done(joined(targets, tools), tol, in -> any(in, 0, n) && any(in, n, in.length));
    }

    /**
     * Where the first try finds places that are neither one nor apart, a second one takes more for one. What it gives is checked by
     * the tolerance that was asked for; that nothing is left, or that it would only touch itself, is truer said by the second.
     */
    private static List<Body> done(List<Body> bodies, Tolerance tol, Predicate<boolean[]> wanted) {
        try {
            return new Fuse(bodies, tol).select(wanted);
        } catch (GeometryException first) {
            if (first.reason() == Reason.EMPTY_RESULT) {
                throw first;
            }
            try {
                Tolerance wider = new Tolerance(WIDER * tol.linear(), tol.angular());
                List<Body> result = new Fuse(bodies, wider).select(wanted);
                result.forEach(b -> BodyCheck.deep(b, tol).orThrow());
                return result;
            } catch (GeometryException second) {
                boolean truer = second.reason() == Reason.EMPTY_RESULT || second.reason() == Reason.NON_MANIFOLD;
                throw truer ? second : first;
            }
        }
    }

    private static List<Body> joined(List<Body> a, List<Body> b) {
        List<Body> all = new ArrayList<>(a);
        all.addAll(b);
        return all;
    }

    private static boolean any(boolean[] in, int from, int to) {
        for (int i = from; i < to; i++) {
            if (in[i]) {
                return true;
            }
        }
        return false;
    }

    /**
     * The bodies made of all places where {@code wanted} holds.
     *
     * @param wanted from "inside body i?" for each body to "material?"
     */
    private List<Body> select(Predicate<boolean[]> wanted) {
        PointPool pool = new PointPool(2 * tol.linear());
        List<FacePairs.Pair> pairs = FacePairs.of(bodies, tol);
        Meetings meetings = new Meetings(tol);
        Interferences found = new Interferences(bodies, pairs, meetings, pool, tol);
        Fragments fragments = new Fragments(bodies, found, pool, tol);
        SectionCurves sections = new SectionCurves(pairs, meetings, fragments, found, tol);
        FaceSplitter splitter = new FaceSplitter(fragments, sections, tol);
        List<Classifier> classifiers =
                bodies.stream().map(b -> new Classifier(b, tol)).toList();
        Boxes boxes = new Boxes(
                bodies.stream().map(b -> b.bounds().grown(tol.linear())).toList());
        List<Built> kept = new ArrayList<>();
        Contacts contacts = new Contacts(pool, tol);
        for (int i = 0; i < bodies.size(); i++) {
            for (Face face : bodies.get(i).faces()) {
                for (FaceSplitter.Piece piece : splitter.split(face)) {
                    int before = kept.size();
                    choose(piece, i, sections, classifiers, boxes, wanted, kept);
                    if (kept.size() > before) {
                        contacts.note(kept.get(before), sections.touching(face));
                    }
                }
            }
        }
        if (kept.isEmpty()) {
            throw new GeometryException(Reason.EMPTY_RESULT, "Nothing would be left of the part.");
        }
        Sewing.checkManifold(kept);
        contacts.check(kept);
        List<Body> result = new Sewing(pool, tol).sew(new Simplify(bodies, pool, tol).apply(kept));
        // where surfaces touch or branches cross, what the stages agree on may still be wrong
        boolean delicate = meetings.touch();
        result.forEach(b -> (delicate ? BodyCheck.deep(b, tol) : BodyCheck.quick(b, tol)).orThrow());
        return result;
    }

    private void choose(
            FaceSplitter.Piece piece,
            int own,
            SectionCurves sections,
            List<Classifier> classifiers,
            Boxes boxes,
            Predicate<boolean[]> wanted,
            List<Built> kept) {
        Face face = piece.face();
        SurfaceRegion region =
                piece.untouched() ? face.region() : new SurfaceRegion(face.surface(), face.sense(), piece.loops());
        Vec3 tried = face.bounds().centre();
        for (int choice = 0; choice < CHOICES; choice++) {
            Vec3 p = region.interiorPoint(tol, choice)
                    .orElseThrow(() -> new GeometryException(
                            Reason.INCONSISTENT,
                            "A sliver of a face thinner than the tolerance would be left over near "
                                    + piece.loops()
                                            .get(0)
                                            .get(0)
                                            .fragment()
                                            .middle()
                                            .said()
                                    + ". Move one of the shapes by a clear amount, or make them flush."));
            tried = p;
            Sides sides = sides(p, face, own, sections, classifiers, boxes);
            if (sides == null) {
                continue; // the point happens to be where the other body touches this face
            }
            boolean within = wanted.test(sides.material());
            if (sides.doubled() || within == wanted.test(sides.outer())) {
                return;
            }
            if (within) {
                kept.add(piece.built());
            } else {
                kept.add(new Built(face.surface(), !face.sense(), turned(piece.loops()), face.origins(), null, face));
            }
            return;
        }
        throw new GeometryException(
                Reason.INCONSISTENT,
                "Near " + tried.said()
                        + " another shape's face lies so close to this one that inside can't be told from outside."
                        + " Move one of the shapes by a clear amount, or make them flush.");
    }

    /**
     * Which bodies are on either side of a face at a point.
     *
     * @param doubled whether an earlier body has the same face there, whose piece stands for both
     */
    private record Sides(boolean[] material, boolean[] outer, boolean doubled) {}

    /** The sides, or null when the point is on another body's boundary. */
    private Sides sides(Vec3 p, Face face, int own, SectionCurves sections, List<Classifier> classifiers, Boxes boxes) {
        boolean[] materialSide = new boolean[bodies.size()];
        boolean[] outerSide = new boolean[bodies.size()];
        materialSide[own] = true;
        Map<Integer, Face> onSame = new TreeMap<>();
        for (Face g : sections.sameSurface(face)) {
            if (g.region().locate(p, tol) != SurfaceRegion.Place.OUTSIDE) {
                bodiesOf.get(g).forEach(k -> onSame.putIfAbsent(k, g));
            }
        }
        for (int k : boxes.around(p)) {
            if (k == own) {
                continue;
            }
            Face partner = onSame.get(k);
            if (partner == null) {
                Optional<Boolean> inside = classifiers.get(k).judge(p);
                if (inside.isEmpty()) {
                    return null;
                }
                materialSide[k] = inside.get();
                outerSide[k] = inside.get();
            } else if (k < own) {
                return new Sides(materialSide, outerSide, true);
            } else {
                materialSide[k] = partner.outward(p).dot(face.outward(p)) > 0;
                outerSide[k] = !materialSide[k];
            }
        }
        return new Sides(materialSide, outerSide, false);
    }

    private static List<List<Fragment.Half>> turned(List<List<Fragment.Half>> loops) {
        List<List<Fragment.Half>> out = new ArrayList<>();
        for (List<Fragment.Half> loop : loops) {
            List<Fragment.Half> back = new ArrayList<>();
            for (int i = loop.size() - 1; i >= 0; i--) {
                back.add(loop.get(i).twin());
            }
            out.add(back);
        }
        return out;
    }
}
