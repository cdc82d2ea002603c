package io.tallember.sketch.regions;

import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The lines of a sketch as they are drawn: whole curves, one going on from the other where just two ends meet. What crosses them or
 * ends on them doesn't cut them, and they may bound regions.
 */
final class DrawnLines {
    private record Way(Profile.Edge edge, int from, int to) {
        Way turned() {
            return new Way(new Profile.Edge(edge.curve(), edge.range(), !edge.forward(), edge.source()), to, from);
        }
    }

    private final Tolerance tol;
    private final List<Vec3> nodes = new ArrayList<>();
    private final Map<Integer, List<Way>> leaving = new LinkedHashMap<>();
    private final List<Way> all = new ArrayList<>();
    private final List<OpenLine> closed = new ArrayList<>();

    private DrawnLines(Sketch sketch, Tolerance tol) {
        this.tol = tol;
        for (SketchCurve c : sketch.curves()) {
            if (!c.construction() && !(c instanceof SketchText)) {
                sketch.strand(c).ifPresent(s -> add(new Profile.Edge(s.curve(), s.range(), true, c.id())));
            }
        }
    }

    /** Open lines; and those that close on themselves, where their inside isn't one region by itself. */
    static List<OpenLine> of(Sketch sketch, List<Region> regions, Tolerance tol) {
        DrawnLines d = new DrawnLines(sketch, tol);
        List<OpenLine> out = new ArrayList<>();
        Set<String> done = new LinkedHashSet<>();
        for (Way w : d.all) {
            if (!done.contains(w.edge().source())) {
                List<Profile.Edge> line = d.chain(w);
                line.forEach(e -> done.add(e.source()));
                out.add(new OpenLine(line));
            }
        }
        out.addAll(d.closed);
        out.removeIf(l -> l.closes(tol) && regions.stream().anyMatch(r -> isOutline(l, r)));
        return List.copyOf(out);
    }

    private static boolean isOutline(OpenLine l, Region r) {
        Set<String> mine = new LinkedHashSet<>();
        Set<String> its = new LinkedHashSet<>();
        l.edges().forEach(e -> mine.add(e.source()));
        r.outer().forEach(e -> its.add(e.source()));
        return mine.equals(its) && l.edges().size() == r.outer().size();
    }

    private void add(Profile.Edge e) {
        if (e.curve().period() > 0 && e.range().length() > e.curve().period() - 1e-9) {
            closed.add(new OpenLine(List.of(e)));
            return;
        }
        Way w = new Way(e, node(e.start()), node(e.end()));
        all.add(w);
        leaving.computeIfAbsent(w.from(), k -> new ArrayList<>()).add(w);
        leaving.computeIfAbsent(w.to(), k -> new ArrayList<>()).add(w.turned());
    }

    private int node(Vec3 p) {
        for (int i = 0; i < nodes.size(); i++) {
            if (nodes.get(i).distance(p) <= 2 * tol.linear()) {
                return i;
            }
        }
        nodes.add(p);
        return nodes.size() - 1;
    }

    /** The whole line that a curve belongs to, in that curve's direction; a closed one begins with it. */
    private List<Profile.Edge> chain(Way w) {
        Way start = w;
        for (Way back = after(w.turned()); back != null; back = after(back)) {
            if (back.edge().source().equals(w.edge().source())) {
                start = w;
                break;
            }
            start = back.turned();
        }
        List<Profile.Edge> out = new ArrayList<>();
        for (Way at = start; at != null; at = after(at)) {
            if (!out.isEmpty() && at.edge().source().equals(start.edge().source())) {
                break;
            }
            out.add(at.edge());
        }
        return out;
    }

    /** The curve with which a line goes on, or null where it ends. */
    private Way after(Way w) {
        List<Way> round = leaving.get(w.to());
        if (round.size() != 2) {
            return null;
        }
        return round.get(round.get(0).edge().source().equals(w.edge().source()) ? 1 : 0);
    }
}
