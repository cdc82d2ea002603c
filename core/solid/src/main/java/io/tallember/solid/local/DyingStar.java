package io.tallember.solid.local;

import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import java.util.List;
import java.util.Map;

/** Edges that become smooth toward their end: the ball touches both faces in the end itself, and the strip runs out to a point. */
final class DyingStar extends Star {
    DyingStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
    }

    @Override
    void open() {
        Seam edge = in.seam(here.get(0).edge);
        Corner tip = edge.of.start() == v ? edge.start : edge.end;
        tip.fixed = true;
        own.replaceAll((f, c) -> tip);
    }

    @Override
    void close() {
        here.forEach(s -> s.ends.put(v, List.of()));
    }
}
