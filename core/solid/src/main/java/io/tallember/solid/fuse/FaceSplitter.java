package io.tallember.solid.fuse;

import io.tallember.geometry.Tolerance;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** A face cut along fragments into pieces. */
final class FaceSplitter {
    /** A piece of a face: the face itself when nothing touched it, else its loops of fragments. */
    record Piece(Face face, boolean untouched, List<List<Fragment.Half>> loops) {
        Built built() {
            return new Built(face.surface(), face.sense(), loops, face.origins(), untouched ? face : null, face);
        }
    }

    private final Fragments fragments;
    private final SectionCurves sections;
    private final Tolerance tol;

    FaceSplitter(Fragments fragments, SectionCurves sections, Tolerance tol) {
        this.fragments = fragments;
        this.sections = sections;
        this.tol = tol;
    }

    List<Piece> split(Face face) {
        List<List<Fragment.Half>> boundary = new ArrayList<>();
        face.loops()
                .forEach(l -> boundary.add(l.coedges().stream()
                        .flatMap(c -> fragments.of(c).stream())
                        .toList()));
        Set<Fragment> cutting = awayFrom(boundary, sections.cutting(face));
        if (cutting.isEmpty()) {
            return List.of(new Piece(face, untouched(face, boundary), boundary));
        }
        Set<Fragment.Half> halves = new LinkedHashSet<>();
        boundary.forEach(halves::addAll);
        for (Fragment f : cutting) {
            halves.add(new Fragment.Half(f, true));
            halves.add(new Fragment.Half(f, false));
        }
        return new LoopWalker(face.surface(), face.sense(), fragments.pool(), tol)
                .regions(halves).stream()
                        .map(loops -> new Piece(face, false, loops))
                        .toList();
    }

    private boolean untouched(Face face, List<List<Fragment.Half>> boundary) {
        for (int i = 0; i < boundary.size(); i++) {
            List<Coedge> coedges = face.loops().get(i).coedges();
            if (coedges.size() != boundary.get(i).size()) {
                return false;
            }
            for (int k = 0; k < coedges.size(); k++) {
                Fragment f = boundary.get(i).get(k).fragment();
                if (f.whole != coedges.get(k).edge()
                        || fragments.pool().vertex(f.start) != f.whole.start()
                        || fragments.pool().vertex(f.end) != f.whole.end()) {
                    return false;
                }
            }
        }
        return true;
    }

    /** Cutting fragments without those that run along the boundary anyway. */
    private static Set<Fragment> awayFrom(List<List<Fragment.Half>> boundary, Set<Fragment> cutting) {
        Set<Fragment> kept = new LinkedHashSet<>(cutting);
        boundary.forEach(loop -> loop.forEach(h -> kept.remove(h.fragment())));
        return kept;
    }
}
