package io.tallember.solid.fuse;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Divides faces of a body where open sheets cross them or lines lie on them; the material stays as it is. */
public final class Imprint {
    private Imprint() {}

    /**
     * @param faces the body's faces that may be divided
     * @param sheets bodies of faces that needn't close up
     * @param lines that lie on some of the faces, within tolerance
     * @throws GeometryException EMPTY_RESULT when no face is divided
     */
    public static Body of(Body body, Collection<Face> faces, List<Body> sheets, List<Edge> lines, Tolerance tol) {
        List<Body> bodies = new ArrayList<>(List.of(body));
        bodies.addAll(sheets);
        PointPool pool = new PointPool(2 * tol.linear());
        List<FacePairs.Pair> pairs = FacePairs.of(bodies, tol).stream()
                .filter(p -> faces.contains(p.a()))
                .toList();
        Meetings meetings = new Meetings(tol);
        Interferences found = new Interferences(bodies, pairs, meetings, pool, tol);
        found.lay(lines, faces);
        Fragments fragments = new Fragments(bodies, found, pool, tol);
        fragments.lay(lines, found);
        SectionCurves sections = new SectionCurves(pairs, meetings, fragments, found, tol);
        FaceSplitter splitter = new FaceSplitter(fragments, sections, tol);
        List<Built> kept = new ArrayList<>();
        Simplify simplify = new Simplify(bodies, pool, tol);
        for (Face f : body.faces()) {
            for (FaceSplitter.Piece p : splitter.split(f)) {
                kept.add(simplify.dropInner(p.built()));
            }
        }
        if (kept.size() == body.faces().size()) {
            throw new GeometryException(
                    GeometryException.Reason.EMPTY_RESULT,
                    "Nothing divides these faces: the lines must cross them from edge to edge, or close in them.");
        }
        Body out = new Sewing(pool, tol).sew(kept).get(0);
        BodyCheck.deep(out, body, tol).orThrow();
        return out;
    }
}
