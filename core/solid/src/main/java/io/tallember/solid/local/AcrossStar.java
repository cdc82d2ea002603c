package io.tallember.solid.local;

import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.List;
import java.util.Map;

/**
 * A strip that ends alone ends on the face across its edge's end. That face may run smoothly into one of the strip's: the ball comes
 * to touch it in a point then.
 */
final class AcrossStar extends Star {
    private final Face across;

    AcrossStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
        Strip s = here.get(0);
        across = in.body.facesOf(rest.get(0)).stream()
                .filter(f -> f != s.f && f != s.g)
                .filter(in.body.facesOf(rest.get(1))::contains)
                .findFirst()
                .orElseThrow(Elsewhere::new);
    }

    @Override
    void open() {
        Strip s = here.get(0);
        for (Edge e : rest) {
            Face side = in.body.facesOf(e).stream()
                    .filter(own::containsKey)
                    .findFirst()
                    .orElseThrow(Elsewhere::new);
            if (Math.abs(Strip.outOf(e, v).dot(Strip.outOf(s.edge, v))) > SHARP) {
                own.get(side).at = s.railOver(e, v, side);
            }
            in.end(e, v, own.get(side));
        }
    }

    @Override
    void close() {
        Seams.insert(in.sheet(across), List.of(end(here.get(0))));
    }
}
