package io.tallember.solid.local;

import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Where outer and inner edges take turns round a corner of four, as where one block goes into another's edge: a round of one of
 * them ends flush with the face beyond, which meets one of its own faces in a short edge from there to the corner, or to where the
 * round of the edge opposite ends.
 */
final class SaddleStar extends Star {
    /** The face that each strip ends in, and the one of its own along which the short edge runs. */
    private final Map<Strip, Face> ends = new LinkedHashMap<>();

    private final Map<Strip, Face> over = new LinkedHashMap<>();

    private final Map<Strip, Map<Face, Corner>> corners = new LinkedHashMap<>();
    private Seam ledge;

    SaddleStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
    }

    static boolean fits(Rounding in, List<Strip> here, List<Edge> rest) {
        Strip a = here.get(0);
        List<Edge> alike =
                rest.stream().filter(e -> Edges.convex(in.body, e) == a.convex).toList();
        List<Face> beyond = here.size() == 2
                ? List.of(here.get(1).f, here.get(1).g)
                : alike.size() == 1 ? in.body.facesOf(alike.get(0)) : List.of();
        return here.size() + rest.size() == 4
                && here.size() + alike.size() == 2
                && rest.stream().noneMatch(in::smooth)
                && beyond.size() == 2
                && !beyond.contains(a.f)
                && !beyond.contains(a.g);
    }

    @Override
    void open() {
        for (Strip s : here) {
            corners.put(s, new LinkedHashMap<>());
            for (Face f : List.of(s.f, s.g)) {
                corners.get(s).put(f, new Corner(s.contactAt(f, v)));
            }
            for (Edge e : rest) {
                for (Face f : List.of(s.f, s.g)) {
                    Face beyond = in.across(e, f);
                    boolean beside = in.body.facesOf(e).contains(f) && Edges.convex(in.body, e) != s.convex;
                    // the strip leads out through the face that it ends in
                    if (beside && beyond.outward(v.point()).dot(Strip.outOf(s.edge, v)) * (s.convex ? -1 : 1) > SHARP) {
                        ends.put(s, beyond);
                        in.end(e, v, corners.get(s).get(f));
                        over.put(s, f == s.f ? s.g : s.f);
                    }
                }
            }
        }
        if (ends.size() != here.size()) {
            throw new Elsewhere();
        }
        // each strip's other corner lies in the middle of the face along which it ends: there the short edge begins
        Strip a = here.get(0);
        Corner c = corners.get(a).get(over.get(a));
        Corner d = here.size() == 2 ? corners.get(here.get(1)).get(over.get(here.get(1))) : own();
        if (here.size() == 2 && (over.get(a) != ends.get(here.get(1)) || over.get(here.get(1)) != ends.get(a))) {
            throw new Elsewhere();
        }
        ledge = straight(c, d);
    }

    /** The corner that stays where only one of two edges is rounded. */
    private Corner own() {
        Seam stays = in.seam(rest.stream()
                .filter(e -> Edges.convex(in.body, e) == here.get(0).convex)
                .findFirst()
                .orElseThrow(Elsewhere::new));
        return stays.start.of == v ? stays.start : stays.end;
    }

    @Override
    Corner corner(Face f, Strip s) {
        return corners.get(s).get(f);
    }

    @Override
    void close() {
        for (Strip s : here) {
            Seams.insert(in.sheet(ends.get(s)), List.of(end(s), ledge));
        }
        if (here.size() == 1) {
            Seams.insert(in.sheet(over.get(here.get(0))), List.of(ledge));
        }
    }
}
