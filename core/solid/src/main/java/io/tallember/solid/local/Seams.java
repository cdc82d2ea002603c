package io.tallember.solid.local;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Edge;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import io.tallember.solid.local.Skin.Use;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Seams that stand where no edge was, and the boundaries they are put into. */
final class Seams {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private Seams() {}

    static Seam added(Curve c, Interval range, Corner from, Corner to) {
        Edge of = new Edge(c, range, new Vertex(from.at, TOL.linear()), new Vertex(to.at, TOL.linear()), TOL.linear());
        Seam seam = new Seam(of, from, to);
        seam.added = true;
        return seam;
    }

    /** Puts seams that make one chain where a sheet's boundary has a gap between the chain's two ends. */
    static void insert(Sheet sheet, Collection<Seam> chain) {
        for (List<Use> loop : sheet.loops) {
            for (int i = 0; i < loop.size(); i++) {
                Corner from = loop.get((i + loop.size() - 1) % loop.size()).end();
                Corner to = loop.get(i).start();
                List<Use> uses = from == to ? List.of() : from(from, chain);
                if (uses.size() == chain.size()
                        && !uses.isEmpty()
                        && uses.get(uses.size() - 1).end() == to) {
                    loop.addAll(i, uses);
                    return;
                }
            }
        }
        throw new Elsewhere();
    }

    /** Seams one after the other from a corner, as far as they go. */
    static List<Use> from(Corner start, Collection<Seam> seams) {
        List<Seam> left = new ArrayList<>(seams);
        List<Use> out = new ArrayList<>();
        Corner at = start;
        while (!left.isEmpty()) {
            Corner here = at;
            Seam next = left.stream()
                    .filter(k -> k.start == here || k.end == here)
                    .findFirst()
                    .orElse(null);
            if (next == null) {
                break;
            }
            left.remove(next);
            Use u = new Use(next, next.start == here);
            out.add(u);
            at = u.end();
        }
        return out;
    }

    /** A loop from a use on through all of some seams. */
    static List<Use> chain(Use first, Collection<Seam> rest) {
        List<Use> loop = new ArrayList<>(List.of(first));
        loop.addAll(from(first.end(), rest));
        if (loop.size() != rest.size() + 1 || loop.get(loop.size() - 1).end() != first.start()) {
            throw new Elsewhere();
        }
        return loop;
    }

    /** The use of a seam on the other side of a sheet that has it. */
    static Use against(Sheet sheet, Seam seam) {
        return sheet.uses().stream()
                .filter(u -> u.seam() == seam)
                .findFirst()
                .map(u -> new Use(seam, !u.forward()))
                .orElseThrow(Elsewhere::new);
    }

    /** Uses put so that each begins where the one before ends. */
    static List<Use> inOrder(List<Use> uses) {
        List<Use> left = new ArrayList<>(uses);
        List<Use> loop = new ArrayList<>(List.of(left.remove(0)));
        while (!left.isEmpty()) {
            Corner at = loop.get(loop.size() - 1).end();
            Use next = left.stream().filter(u -> u.start() == at).findFirst().orElseThrow(Elsewhere::new);
            left.remove(next);
            loop.add(next);
        }
        return loop;
    }
}
