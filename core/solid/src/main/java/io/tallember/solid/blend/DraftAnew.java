package io.tallember.solid.blend;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.local.Draft;
import io.tallember.solid.local.Hinge;
import io.tallember.solid.local.Retarget;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Faces leant whose rounds run into others: the rounds are taken out, the sharp body is leant, and the balls are rolled anew. Rounds
 * along the pull lean with their faces, unless a ball sits in the corner above: those are rolled anew too.
 */
public final class DraftAnew {
    private static final String ANEW = "rounded-anew";

    private final Body body;
    private final Tolerance tol;
    private final Set<Face> rounds = new LinkedHashSet<>();

    private DraftAnew(Body body, Tolerance tol) {
        this.body = body;
        this.tol = tol;
    }

    /**
     * The body with faces leant, as {@link Draft#of} has them.
     *
     * @throws GeometryException BAD_VALUE with the face that can't lean
     */
    public static Body of(Body body, Collection<Face> faces, Plane neutral, Vec3 pull, double angle, Tolerance tol) {
        return of(body, Draft.alike(faces, new Hinge(neutral, pull)), angle, tol);
    }

    /** The same, each face with what it turns about. */
    public static Body of(Body body, Map<Face, Hinge> hinges, double angle, Tolerance tol) {
        try {
            return Draft.of(body, hinges, angle, tol);
        } catch (GeometryException first) {
            for (boolean leaning : new boolean[] {true, false}) {
                Optional<Body> out = new DraftAnew(body, tol).leant(hinges, angle, leaning);
                if (out.isPresent()) {
                    return out.get();
                }
            }
            throw first;
        }
    }

    /** @param leaning whether rounds along the pull stay and lean */
    private Optional<Body> leant(Map<Face, Hinge> hinges, double angle, boolean leaning) {
        Set<Face> faces = hinges.keySet();
        gather(faces, leaning ? hinges.values().iterator().next().pull() : null);
        boolean balls = rounds.stream().anyMatch(f -> f.surface() instanceof Sphere);
        if (rounds.isEmpty() || faces.stream().anyMatch(rounds::contains) || leaning && balls) {
            return Optional.empty();
        }
        try {
            Body sharp = sharp();
            Map<Face, Hinge> leant = new LinkedHashMap<>();
            hinges.forEach((f, h) -> leant.put(same(f, sharp).orElseThrow(DraftAnew::gone), h));
            Body now = Draft.of(sharp, leant, angle, tol);
            return Optional.of(rounded(now));
        } catch (GeometryException e) {
            return Optional.empty();
        }
    }

    /** The body without its rounds: all at once, or one kind after the other, the outer ones or the inner ones first. */
    private Body sharp() {
        List<Face> outer = rounds.stream().filter(Face::sense).toList();
        List<Face> inner = rounds.stream().filter(f -> !f.sense()).toList();
        GeometryException first = null;
        for (List<List<Face>> order :
                List.of(List.of(List.copyOf(rounds)), List.of(outer, inner), List.of(inner, outer))) {
            try {
                Body now = body;
                for (List<Face> out : order) {
                    Body before = now;
                    List<Face> there = new ArrayList<>();
                    for (Face f : out) {
                        same(f, before).ifPresent(there::add);
                    }
                    now = Retarget.of(before, Map.of(), there, Face::origins, tol);
                }
                return now;
            } catch (GeometryException e) {
                first = first == null ? e : first;
            }
        }
        throw first;
    }

    private static GeometryException gone() {
        return new GeometryException(
                GeometryException.Reason.BAD_VALUE, "A face is gone once the rounds beside it are taken out.");
    }

    /**
     * The rounds that run into the faces, and those that run into these.
     *
     * @param upright the direction of rounds that stay; null for none
     */
    private void gather(Collection<Face> faces, Vec3 upright) {
        List<Face> todo = new ArrayList<>(faces);
        for (int i = 0; i < todo.size(); i++) {
            for (var c : todo.get(i).coedges()) {
                for (Face g : body.facesOf(c.edge())) {
                    boolean stays = upright != null
                            && g.surface() instanceof Cylinder k
                            && k.frame().z().cross(upright).length() < 1e-9;
                    boolean runs = radius(g) > 0
                            && !stays
                            && !faces.contains(g)
                            && Retarget.smoothAlong(c.edge(), todo.get(i), g);
                    if (runs && rounds.add(g)) {
                        todo.add(g);
                    }
                }
            }
        }
    }

    private static double radius(Face f) {
        Surface s = f.surface();
        return s instanceof Cylinder c
                ? c.radius()
                : s instanceof Torus t
                        ? t.minor()
                        : s instanceof Sphere k ? k.radius() : s instanceof Tube b && b.even() ? b.radius() : 0;
    }

    /** The face that one of the body's has become. */
    private static Optional<Face> same(Face f, Body now) {
        Vec3 at = f.bounds().centre();
        return now.faces().stream()
                .filter(k -> k.origins().equals(f.origins()))
                .min(Comparator.comparingDouble(k -> k.bounds().centre().distance(at)));
    }

    private Body rounded(Body sharp) {
        Map<Double, Set<Edge>> sizes = new TreeMap<>(Comparator.reverseOrder());
        for (Face f : rounds) {
            List<Face> beside = supports(f);
            if (beside.size() != 2) {
                continue; // a ball or a ring where strips run into each other, which come by themselves
            }
            Optional<Face> a = same(beside.get(0), sharp);
            Optional<Face> b = same(beside.get(1), sharp);
            if (a.isEmpty() || b.isEmpty()) {
                throw gone();
            }
            sizes.computeIfAbsent(radius(f), r -> new LinkedHashSet<>()).add(edge(sharp, a.get(), b.get(), f));
        }
        List<Blend.Sized> all = new ArrayList<>();
        sizes.forEach((r, edges) -> all.add(new Blend.Sized(List.copyOf(edges), Size.round(r))));
        List<Body> out = Blend.several(sharp, all, false, ANEW);
        if (out.size() != 1) {
            throw gone();
        }
        return named(out.get(0));
    }

    /** The faces that a round's ball rolls on, none of them a round itself. */
    private List<Face> supports(Face f) {
        List<Face> out = new ArrayList<>();
        for (var c : f.coedges()) {
            for (Face g : body.facesOf(c.edge())) {
                if (g != f && !rounds.contains(g) && !out.contains(g) && Retarget.smoothAlong(c.edge(), f, g)) {
                    out.add(g);
                }
            }
        }
        return out;
    }

    /** The edge between two faces that is nearest to where a round was. */
    private static Edge edge(Body sharp, Face a, Face b, Face round) {
        Vec3 at = round.bounds().centre();
        return a.coedges().stream()
                .map(c -> c.edge())
                .filter(e -> sharp.facesOf(e).contains(b) && !Edges.smooth(sharp, e))
                .min(Comparator.comparingDouble(e -> e.middle().distance(at)))
                .orElseThrow(DraftAnew::gone);
    }

    /** The body with the new rounds called as the old ones that they stand for were. */
    private Body named(Body now) {
        Map<Face, List<Origin>> names = new LinkedHashMap<>();
        List<Face> left = new ArrayList<>(rounds);
        List<Face> made = new ArrayList<>(now.faces().stream()
                .filter(f -> f.origins().stream().anyMatch(o -> o.step().equals(ANEW)))
                .toList());
        if (made.size() != rounds.size()) {
            throw gone(); // a round that doesn't come again, or comes in pieces, isn't the same part
        }
        while (!made.isEmpty()) {
            Face best = null;
            Face old = null;
            double least = Double.POSITIVE_INFINITY;
            for (Face f : made) {
                for (Face k : left) {
                    double d = f.bounds().centre().distance(k.bounds().centre());
                    if (d < least) {
                        least = d;
                        best = f;
                        old = k;
                    }
                }
            }
            names.put(best, old.origins());
            made.remove(best);
            left.remove(old);
        }
        return new Body(now.shells().stream()
                .map(s -> new Shell(s.faces().stream()
                        .map(f -> names.containsKey(f) ? new Face(f.surface(), f.sense(), f.loops(), names.get(f)) : f)
                        .toList()))
                .toList());
    }
}
