package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.part.BlendStep;
import io.tallember.part.EdgeReference;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Chains;
import io.tallember.solid.blend.Size;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Rounds or bevels the picked edges of the bodies. */
final class BuildBlend {
    private BuildBlend() {}

    static Stand build(BlendStep step, Stand before, List<String> notes) {
        List<Set<Edge>> picked = new ArrayList<>();
        before.bodies().forEach(b -> picked.add(new LinkedHashSet<>()));
        int lost = 0;
        int nearest = 0;
        int cut = 0;
        for (EdgeReference ref : step.edges()) {
            List<EdgeFinder.Found> found = EdgeFinder.pieces(ref, before.bodies());
            found.forEach(f -> picked.get(f.body()).add(f.edge()));
            lost += found.isEmpty() ? 1 : 0;
            cut += found.size() > 1 ? 1 : 0;
            nearest += found.size() == 1 && !found.get(0).exact() ? 1 : 0;
        }
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
        List<PartBody> out = new ArrayList<>();
        for (int i = 0; i < picked.size(); i++) {
            PartBody b = before.bodies().get(i);
            if (picked.get(i).isEmpty()) {
                out.add(b);
                continue;
            }
            List<Edge> edges = step.chain() ? Chains.smooth(b.body(), picked.get(i)) : List.copyOf(picked.get(i));
            double second = step.second() > 0 ? step.second() : step.size();
            Size size = !step.bevel()
                    ? Size.round(step.size())
                    : step.flipped() ? Size.bevel(second, step.size()) : Size.bevel(step.size(), second);
            List<Body> blended = Blend.edges(b.body(), edges, size, step.id());
            Material.name(blended, b.id(), out);
        }
        return before.changed(step.id(), out);
    }
}
