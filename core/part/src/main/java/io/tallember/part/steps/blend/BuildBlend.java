package io.tallember.part.steps.blend;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.rebuild.EdgeFinder;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Chains;
import io.tallember.solid.blend.Feasible;
import io.tallember.solid.blend.FullRound;
import io.tallember.solid.blend.Size;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleFunction;
import java.util.stream.Collectors;

/** Rounds or bevels the picked edges of the bodies. */
final class BuildBlend {
    /** How long a size that works is looked for when one doesn't. */
    private static final long SEARCH_MILLIS = 2500;

    private final BlendStep step;
    private final Stand before;
    private final List<String> notes;
    private int lost;
    private int nearest;
    private int cut;

    private BuildBlend(BlendStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(BlendStep step, Stand before, List<String> notes) {
        return new BuildBlend(step, before, notes).build();
    }

    private Stand build() {
        if (step.shape().full()) {
            return full();
        }
        if (step.run().special()) {
            return new BuildRuns(step, before, notes).build();
        }
        List<Set<Edge>> main = found(step.which().edges());
        faces(main);
        whole(main);
        List<List<Set<Edge>>> also =
                step.also().stream().map(a -> found(a.edges())).toList();
        tell();
        List<PartBody> out = new ArrayList<>();
        for (int i = 0; i < before.bodies().size(); i++) {
            PartBody b = before.bodies().get(i);
            Map<Double, Set<Edge>> sizes = new LinkedHashMap<>();
            Set<Edge> own = new LinkedHashSet<>();
            for (int k = 0; k < also.size(); k++) {
                Set<Edge> edges = chained(b.body(), also.get(k).get(i));
                own.addAll(edges);
                sizes.computeIfAbsent(step.also().get(k).size(), x -> new LinkedHashSet<>())
                        .addAll(edges);
            }
            Set<Edge> rest = chained(b.body(), main.get(i));
            rest.removeAll(own);
            sizes.computeIfAbsent(step.size(), x -> new LinkedHashSet<>()).addAll(rest);
            sizes.values().removeIf(Set::isEmpty);
            if (sizes.isEmpty()) {
                out.add(b);
            } else {
                Material.name(orTold(b.body(), sizes), b.id(), out);
            }
        }
        return before.changed(step.id(), out);
    }

    /** Picked faces made round from side to side, one after the other. */
    private Stand full() {
        Set<Face> faces = FaceFinder.all(step.which().faces(), before.bodies(), notes);
        Set<Face> sides = FaceFinder.all(step.run().against(), before.bodies(), notes);
        List<PartBody> out = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            Body now = b.body();
            for (Face f : b.body().faces()) {
                if (faces.contains(f)) {
                    Face as = now.faces().stream()
                            .filter(k -> k == f
                                    || k.surface() == f.surface() && k.origins().equals(f.origins()))
                            .findFirst()
                            .orElseThrow(() -> new GeometryException(
                                    Reason.BAD_VALUE, "Two of the faces share a side; make them round in two steps."));
                    now = FullRound.of(now, as, sides(b.body(), f, now, sides), step.id());
                }
            }
            if (now == b.body()) {
                out.add(b);
            } else {
                Material.name(List.of(now), b.id(), out);
            }
        }
        return before.changed(step.id(), out);
    }

    /** The sides of a face that is to be made round, on the body as it is by now. */
    private Set<Face> sides(Body body, Face face, Body now, Set<Face> told) {
        Set<Face> mine = new LinkedHashSet<>();
        FullRound.sides(body, face, told).ifPresent(mine::addAll);
        Set<Face> others = new LinkedHashSet<>(body.faces());
        others.removeAll(mine);
        if (told.isEmpty() && FullRound.sides(body, face, others).isPresent()) {
            notes.add("It wasn't told between which sides it runs; those with the longest edges were taken.");
        }
        Set<Face> there = now.faces().stream()
                .filter(k -> mine.stream()
                        .anyMatch(m -> m == k
                                || k.surface() == m.surface() && k.origins().equals(m.origins())))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        if (there.size() < mine.size()) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "Two of the faces share a side; make them round in two steps.");
        }
        return there;
    }

    /** The sides that a full round takes on the bodies before it, as they are referred to; none unless it takes them by itself. */
    static List<FaceReference> sidesTaken(BlendStep step, Stand before) {
        List<FaceReference> out = new ArrayList<>();
        if (!step.shape().full() || !step.run().against().isEmpty()) {
            return out;
        }
        for (FaceReference ref : step.which().faces()) {
            Face f = FaceFinder.find(ref, before.bodies())
                    .map(FaceFinder.Found::face)
                    .orElse(null);
            before.bodies().stream()
                    .filter(b -> b.body().faces().contains(f))
                    .forEach(b -> FullRound.sides(b.body(), f, Set.of())
                            .ifPresent(two -> two.forEach(k -> {
                                Vec3 p = k.region()
                                        .interiorPoint(Tolerance.DEFAULT)
                                        .orElse(k.bounds().centre());
                                out.add(new FaceReference(b.body().names().of(k), p, k.outward(p)));
                            })));
        }
        return out;
    }

    /** Blended, or refused with the largest size that does. */
    private List<Body> orTold(Body body, Map<Double, Set<Edge>> sizes) {
        boolean plain = sizes.size() == 1 && !step.shape().width();
        Set<Edge> edges = sizes.values().iterator().next();
        if (plain) {
            return orTold(sizes.keySet().iterator().next(), s -> blended(body, Map.of(s, edges)));
        }
        try {
            return blended(body, sizes);
        } catch (GeometryException e) {
            throw byItself(e);
        }
    }

    /** A refusal whose size works along one edge alone: it is told, not offered. */
    private static GeometryException byItself(GeometryException e) {
        return e.remedy() == null
                ? e
                : new GeometryException(
                        e.reason(), e.sentence() + " At most " + Terms.length(e.remedy()) + " works there by itself.");
    }

    /** What a size gives, or a refusal with the largest size that does. */
    static List<Body> orTold(double asked, DoubleFunction<List<Body>> build) {
        try {
            return build.apply(asked);
        } catch (GeometryException e) {
            boolean larger = e.remedy() != null && e.remedy() > asked;
            if (e.reason() == Reason.LOST_REFERENCE || larger) {
                throw e;
            }
            Optional<Feasible.Found> most = Feasible.below(asked, SEARCH_MILLIS, build);
            if (most.isEmpty()) {
                throw byItself(e);
            }
            double size = most.get().size();
            String works = (most.get().most() ? " Up to " : " ") + Terms.length(size) + " works here";
            throw new GeometryException(
                    e.reason(),
                    e.sentence() + works + (most.get().most() ? "." : "; larger ones weren't all tried."),
                    size);
        }
    }

    private List<Body> blended(Body body, Map<Double, Set<Edge>> sizes) {
        List<Blend.Sized> all = new ArrayList<>();
        sizes.forEach((size, edges) -> {
            if (step.shape().width() && !step.bevel()) {
                Map<Double, List<Edge>> byRadius = new LinkedHashMap<>();
                for (Edge e : edges) {
                    double r = Math.rint(1e9 * Blend.radiusFor(body, e, size)) / 1e9;
                    byRadius.computeIfAbsent(r, k -> new ArrayList<>()).add(e);
                }
                byRadius.forEach((r, own) -> all.add(new Blend.Sized(own, Size.round(r))));
            } else {
                all.add(new Blend.Sized(List.copyOf(edges), size(size)));
            }
        });
        // the larger first: the smaller ones then run over them
        all.sort(Comparator.comparingDouble((Blend.Sized s) -> -s.size().value()));
        return Blend.several(body, all, step.shape().flipped(), step.id());
    }

    private Size size(double value) {
        if (!step.bevel()) {
            return Size.round(value);
        }
        if (step.shape().angle() > 0) {
            return Size.leaning(value, step.shape().angle());
        }
        double second = step.shape().second();
        return Size.bevel(value, second > 0 ? second * value / step.size() : value);
    }

    private Set<Edge> chained(Body b, Set<Edge> picked) {
        return new LinkedHashSet<>(step.chain() && !picked.isEmpty() ? Chains.smooth(b, picked) : picked);
    }

    private List<Set<Edge>> found(List<EdgeReference> refs) {
        List<Set<Edge>> picked = new ArrayList<>();
        before.bodies().forEach(b -> picked.add(new LinkedHashSet<>()));
        for (EdgeReference ref : refs) {
            List<EdgeFinder.Found> found = EdgeFinder.pieces(ref, before.bodies());
            found.forEach(f -> picked.get(f.body()).add(f.edge()));
            lost += found.isEmpty() ? 1 : 0;
            cut += found.size() > 1 ? 1 : 0;
            nearest += found.size() == 1 && !found.get(0).exact() ? 1 : 0;
        }
        return picked;
    }

    /** All sharp edges of the picked faces. */
    private void faces(List<Set<Edge>> picked) {
        if (step.which().faces().isEmpty()) {
            return;
        }
        Set<Face> faces = FaceFinder.all(step.which().faces(), before.bodies(), notes);
        for (int i = 0; i < picked.size(); i++) {
            Body b = before.bodies().get(i).body();
            for (Face f : b.faces()) {
                if (faces.contains(f)) {
                    f.coedges().stream()
                            .map(Coedge::edge)
                            .filter(e -> !Edges.smooth(b, e))
                            .forEach(picked.get(i)::add);
                }
            }
        }
    }

    private void whole(List<Set<Edge>> picked) {
        BlendStep.Whole whole = step.which().whole();
        if (whole == BlendStep.Whole.NONE) {
            return;
        }
        for (int i = 0; i < picked.size(); i++) {
            Body b = before.bodies().get(i).body();
            for (Edge e : b.edges()) {
                boolean kind = whole == BlendStep.Whole.ALL || Edges.convex(b, e) == (whole == BlendStep.Whole.OUTER);
                if (b.facesOf(e).size() == 2 && !Edges.smooth(b, e) && kind) {
                    picked.get(i).add(e);
                }
            }
        }
        if (picked.stream().allMatch(Set::isEmpty)) {
            throw new GeometryException(Reason.BAD_VALUE, "There are no edges of this kind left to blend.");
        }
    }

    private void tell() {
        if (lost > 0) {
            throw new GeometryException(
                    Reason.LOST_REFERENCE,
                    (lost == 1 ? "An edge that was picked is" : lost + " edges that were picked are")
                            + " no longer there. Open the step and pick again.");
        }
        if (nearest > 0) {
            notes.add((nearest == 1 ? "An edge has" : nearest + " edges have")
                    + " changed; the nearest between the same faces was taken.");
        }
        if (cut > 0) {
            notes.add((cut == 1 ? "An edge has" : cut + " edges have") + " been cut apart; all pieces were taken.");
        }
    }
}
