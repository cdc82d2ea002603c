package io.tallember.solid.local;

import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Where a face comes to nothing between an edge and another that it touches, from both sides: a round boss that touches the side
 * of its plate. Both strips end on the face across, in one point of their common face.
 */
final class PinchStar extends Star {
    /** The edge into which each strip's narrow face runs together with it, and the corner on that face. */
    private final Map<Strip, Edge> beside = new LinkedHashMap<>();

    private final Map<Strip, Corner> narrow = new LinkedHashMap<>();
    private final Face wall;
    private final Face across;

    PinchStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
        here.forEach(s -> beside.put(s, beside(v, s, rest)));
        Strip a = here.get(0);
        Strip b = here.get(1);
        wall = List.of(a.f, a.g).stream()
                .filter(f -> f == b.f || f == b.g)
                .filter(f -> !in.body.facesOf(beside.get(a)).contains(f))
                .findFirst()
                .orElseThrow(Elsewhere::new);
        across = in.body.facesOf(rest.get(0)).stream()
                .filter(in.body.facesOf(rest.get(1))::contains)
                .filter(f -> f != a.f && f != a.g && f != b.f && f != b.g)
                .findFirst()
                .orElseThrow(Elsewhere::new);
    }

    private static Edge beside(Vertex v, Strip s, List<Edge> rest) {
        return rest.stream()
                .filter(e -> Strip.outOf(e, v).dot(Strip.outOf(s.edge, v)) > SHARP)
                .findFirst()
                .orElse(null);
    }

    static boolean fits(Rounding in, Vertex v, List<Strip> here, List<Edge> rest) {
        return rest.stream().noneMatch(in::smooth)
                && here.stream().allMatch(s -> beside(v, s, rest) != null)
                && beside(v, here.get(0), rest) != beside(v, here.get(1), rest);
    }

    private Face narrow(Strip s) {
        return s.f == wall ? s.g : s.f;
    }

    @Override
    void open() {
        for (Strip s : here) {
            Edge e = beside.get(s);
            Corner c = new Corner(s.railOver(e, v, narrow(s)));
            narrow.put(s, c);
            in.end(e, v, c);
        }
    }

    @Override
    Corner corner(Face f, Strip s) {
        return f == wall ? own.get(wall) : narrow.get(s);
    }

    @Override
    void close() {
        List<Seam> ends = here.stream().map(this::end).toList();
        Seams.insert(in.sheet(across), ends);
    }
}
