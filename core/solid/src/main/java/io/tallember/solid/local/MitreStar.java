package io.tallember.solid.local;

import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.List;
import java.util.Map;

/**
 * Two strips that meet at an edge between them which stays: they run into each other from where both touch the face that they
 * share to the point of that edge which both reach.
 */
final class MitreStar extends Star {
    private Seam mitre;
    /** Where one strip reaches farther along that edge: it, the other's face that it cuts, and the seam in which. */
    private Strip far;

    private Face cut;
    private Seam back;

    MitreStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
        if (own.size() != 3) {
            throw new Elsewhere();
        }
    }

    @Override
    void open() {
        Edge between = rest.get(0);
        Strip a = here.get(0);
        Strip b = here.get(1);
        Face common = a.f == b.f || a.f == b.g ? a.f : a.g;
        if (in.smooth(between) || in.body.facesOf(between).contains(common)) {
            throw new Elsewhere();
        }
        // the one that reaches farther along that edge cuts the other's face on the way back
        Vec3 qa = a.reachedOn(between, v);
        Vec3 qb = b.reachedOn(between, v);
        boolean even = qa.distance(qb) <= 0.1 * TOL.linear();
        far = qa.distance(v.point()) > qb.distance(v.point()) ? a : b;
        Vec3 q = far == a ? qa : qb;
        cut = in.body.facesOf(between).stream()
                .filter(k -> k != far.f && k != far.g)
                .findFirst()
                .orElseThrow(Elsewhere::new);
        Vec3 centre = Projected.onto(
                a.centre(v.point()),
                own.keySet().stream().map(f -> in.offset(f, a.convex)).toList());
        Vec3 p = Strip.dropped(centre, common);
        own.get(common).at = p;
        Corner on = new Corner(q);
        Corner turn = even ? on : new Corner(far == a ? qb : qa);
        for (Face f : in.body.facesOf(between)) {
            own.put(f, f == cut ? turn : on);
        }
        in.end(between, v, on);
        if (!even) {
            back = straight(turn, on);
        }
        // the quarter of an oval about the centre: where cylinders meet at right angles it is exact
        Nurbs arc = new Nurbs(
                2, new double[] {0, 0, 0, 1, 1, 1}, List.of(p, p.plus(turn.at).minus(centre), turn.at), new double[] {
                    1, Math.sqrt(0.5), 1
                });
        mitre = Seams.added(arc, arc.whole(), own.get(common), turn);
    }

    @Override
    void close() {
        if (back != null) {
            Seams.insert(in.sheet(cut), List.of(back));
        }
        here.forEach(s -> s.ends.put(v, back != null && s == far ? List.of(mitre, back) : List.of(mitre)));
    }
}
