package io.tallember.part.steps.blend;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.part.EdgeReference;
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
import io.tallember.solid.blend.Chains;
import io.tallember.solid.blend.Changing;
import io.tallember.solid.blend.FaceBlend;
import io.tallember.solid.local.Held;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Rounds that change along their edges, end on held edges, or run between two sets of faces. */
final class BuildRuns {
    private final BlendStep step;
    private final Stand before;
    private final List<String> notes;

    BuildRuns(BlendStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    Stand build() {
        boolean between = !step.run().against().isEmpty();
        Set<Face> faces = FaceFinder.all(step.which().faces(), before.bodies(), notes);
        Set<Face> against = FaceFinder.all(step.run().against(), before.bodies(), notes);
        List<Set<Edge>> picked = found(step.which().edges());
        List<Set<Edge>> held = found(step.run().held());
        List<PartBody> out = new ArrayList<>();
        boolean done = false;
        for (int i = 0; i < before.bodies().size(); i++) {
            PartBody b = before.bodies().get(i);
            Body body = b.body();
            List<Face> own = faces.stream().filter(body.faces()::contains).toList();
            Set<Edge> edges = between ? Set.of() : edges(body, picked.get(i), own);
            if (between && !own.isEmpty()) {
                List<Face> other =
                        against.stream().filter(body.faces()::contains).toList();
                Material.name(
                        BuildBlend.orTold(step.size(), r -> FaceBlend.of(body, own, other, r, step.id())), b.id(), out);
            } else if (edges.isEmpty()) {
                out.add(b);
                continue;
            } else if (!held.get(i).isEmpty()) {
                Material.name(List.of(Held.of(body, edges, held.get(i), step.id())), b.id(), out);
            } else {
                Material.name(List.of(changing(body, edges)), b.id(), out);
            }
            done = true;
        }
        if (!done) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "There are no edges here to round. Pick the edges between faces that meet sharply.");
        }
        return before.changed(step.id(), out);
    }

    private Body changing(Body body, Set<Edge> edges) {
        List<Changing.Place> places = new ArrayList<>(List.of(new Changing.Place(0, step.size())));
        step.run().places().forEach(p -> places.add(new Changing.Place(p.at(), p.size())));
        List<Edge> first = new ArrayList<>();
        for (EdgeReference ref : step.which().edges()) {
            EdgeFinder.find(ref, before.bodies())
                    .map(EdgeFinder.Found::edge)
                    .filter(edges::contains)
                    .ifPresent(first::add);
        }
        return Changing.of(
                body,
                List.copyOf(edges),
                first,
                e -> forward(body, e) == step.run().turned(),
                places,
                step.id());
    }

    /** Whether an edge runs with the face whose lineage comes first: a way along it that stays when it is made anew. */
    private static boolean forward(Body body, Edge e) {
        List<Face> two = body.facesOf(e);
        Face f = two.get(0)
                                .origins()
                                .get(0)
                                .key()
                                .compareTo(
                                        two.get(two.size() - 1).origins().get(0).key())
                        <= 0
                ? two.get(0)
                : two.get(two.size() - 1);
        return f.coedges().stream().filter(c -> c.edge() == e).anyMatch(Coedge::forward);
    }

    private Set<Edge> edges(Body body, Set<Edge> picked, List<Face> faces) {
        Set<Edge> all = new LinkedHashSet<>(picked);
        for (Face f : faces) {
            f.coedges().stream()
                    .map(Coedge::edge)
                    .filter(e -> !Edges.smooth(body, e))
                    .forEach(all::add);
        }
        return step.chain() && !all.isEmpty() ? new LinkedHashSet<>(Chains.smooth(body, all)) : all;
    }

    private List<Set<Edge>> found(List<EdgeReference> refs) {
        List<Set<Edge>> out = new ArrayList<>();
        before.bodies().forEach(b -> out.add(new LinkedHashSet<>()));
        for (EdgeReference ref : refs) {
            List<EdgeFinder.Found> found = EdgeFinder.pieces(ref, before.bodies());
            if (found.isEmpty()) {
                throw new GeometryException(
                        Reason.LOST_REFERENCE,
                        "An edge that was picked is no longer there. Open the step and pick again.");
            }
            found.forEach(f -> out.get(f.body()).add(f.edge()));
        }
        return out;
    }
}
