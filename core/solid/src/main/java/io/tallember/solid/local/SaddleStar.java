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
 * Where outer and inner edges take turns round a corner of four, as where one block goes into another's edge: each of the two rounds
 * ends flush with the face beyond, and those two faces meet in a short edge over the corner.
 */
final class SaddleStar extends Star {
    /** The face that each strip ends in, and the one beside it along which it does. */
    private final Map<Strip, Face> ends = new LinkedHashMap<>();

    private final Map<Strip, Map<Face, Corner>> corners = new LinkedHashMap<>();
    private Seam ledge;

    SaddleStar(Rounding in, Vertex v, List<Strip> here, List<Edge> rest, Map<Face, Corner> own) {
        super(in, v, here, rest, own);
    }

    static boolean fits(Rounding in, List<Strip> here, List<Edge> rest) {
        Strip a = here.get(0);
        Strip b = here.get(1);
        boolean four = a.f != b.f && a.f != b.g && a.g != b.f && a.g != b.g;
        return four
                && rest.stream().noneMatch(in::smooth)
                && rest.stream().noneMatch(e -> io.tallember.solid.Edges.convex(in.body, e) == a.convex);
    }

    @Override
    void open() {
        // of a strip's faces one goes on beside the corner: the one whose other edge there leads away from the strip's
        // end
        for (Strip s : here) {
            Strip other = here.get(s == here.get(0) ? 1 : 0);
            corners.put(s, new LinkedHashMap<>());
            for (Face f : List.of(s.f, s.g)) {
                corners.get(s).put(f, new Corner(s.contactAt(f, v)));
            }
            for (Edge e : rest) {
                for (Face f : List.of(s.f, s.g)) {
                    Face beyond = in.across(e, f);
                    boolean beside = in.body.facesOf(e).contains(f) && (beyond == other.f || beyond == other.g);
                    // the strip's own direction leads out of the face that it ends in
                    if (beside && beyond.outward(v.point()).dot(Strip.outOf(s.edge, v)) * (s.convex ? -1 : 1) > SHARP) {
                        ends.put(s, beyond);
                        in.end(e, v, corners.get(s).get(f));
                    }
                }
            }
        }
        if (ends.size() != 2) {
            throw new Elsewhere();
        }
        Strip a = here.get(0);
        Strip b = here.get(1);
        // each strip's corner on the face in which the other one ends lies in the middle of that face
        Corner c = corners.get(a).get(ends.get(b));
        Corner d = corners.get(b).get(ends.get(a));
        if (c == null || d == null) {
            throw new Elsewhere();
        }
        ledge = straight(c, d);
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
    }
}
