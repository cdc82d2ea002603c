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

    /** Puts a seam where a sheet's boundary has a gap between its two corners. */
    static void insert(Sheet sheet, Seam seam) {
        for (List<Use> loop : sheet.loops) {
            for (int i = 0; i < loop.size(); i++) {
                Corner from = loop.get((i + loop.size() - 1) % loop.size()).end();
                Corner to = loop.get(i).start();
                boolean gap = from == seam.start && to == seam.end || from == seam.end && to == seam.start;
                if (gap && from != to) {
                    loop.add(i, new Use(seam, from == seam.start));
                    return;
                }
            }
        }
        throw new Elsewhere();
    }

    /** The ball's boundary: the strips' ends, run through the other way. */
    static void close(Sheet ball, List<Strip> here, Vertex v) {
        List<Use> around = new ArrayList<>();
        for (Strip s : here) {
            Seam end = s.ends.get(v);
            Use own = s.sheet.uses().stream()
                    .filter(u -> u.seam() == end)
                    .findFirst()
                    .orElseThrow();
            around.add(new Use(end, !own.forward()));
        }
        ball.loops.add(inOrder(around));
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
