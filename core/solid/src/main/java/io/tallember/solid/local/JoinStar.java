package io.tallember.solid.local;

import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.List;
import java.util.Map;

/** Two edges that go on smoothly in each other: one ball takes over from the other. */
final class JoinStar extends Star {
    JoinStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
    }

    @Override
    void open() {
        double apart = here.get(0).centreAt(v).distance(here.get(1).centreAt(v));
        if (rest.size() > 2 || apart > TOL.linear()) {
            throw new Elsewhere();
        }
        for (Edge e : rest) {
            // a smooth edge between faces of the two strips: both end in one corner on it
            List<Face> two = in.body.facesOf(e);
            if (!own.containsKey(two.get(0)) || !own.containsKey(two.get(1))) {
                throw new Elsewhere();
            }
            own.put(two.get(1), own.get(two.get(0)));
            in.end(e, v, own.get(two.get(0)));
        }
    }

    @Override
    void close() {
        Seam joint = end(here.get(0));
        here.get(1).ends.put(v, List.of(joint));
    }
}
