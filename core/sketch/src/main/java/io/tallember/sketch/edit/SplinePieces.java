package io.tallember.sketch.edit;

import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchSpline;
import java.util.ArrayList;
import java.util.List;

/**
 * A spline as the cubics between its points, each a spline of two points and both handles, so that stretches of it can be kept
 * exactly as they were. Neighbouring pieces stay tangent.
 */
final class SplinePieces {
    private static final double NOTHING = 1e-9;

    private final Draft draft;
    private final SketchSpline spline;
    private final List<List<Vec2>> poles;
    private final double[] knots;
    private boolean named;

    SplinePieces(Sketch sketch, SketchSpline spline, Draft draft) {
        this.draft = draft;
        this.spline = spline;
        poles = sketch.poles(spline);
        double[] all = ((io.tallember.geometry.Nurbs)
                        sketch.strand(spline).orElseThrow().curve())
                .knots();
        knots = new double[poles.size() + 1];
        for (int i = 0; i < knots.length; i++) {
            knots[i] = all[3 + 3 * i];
        }
    }

    /** The spline itself goes; what lay on it is let go. */
    void takeOut() {
        draft.entities.removeIf(e -> e.id().equals(spline.id()));
        draft.constraints.removeIf(c -> c.on().contains(spline.id()));
    }

    /** Keeps a stretch, from a point to a point that are in the draft already. */
    void keep(Interval range, String start, String end) {
        String from = start;
        String before = null;
        for (int i = 0; i < poles.size(); i++) {
            double lo = Math.max(range.lo(), knots[i]);
            double hi = Math.min(range.hi(), knots[i + 1]);
            if (hi - lo <= NOTHING) {
                continue;
            }
            boolean last = range.hi() <= knots[i + 1] + NOTHING;
            String to =
                    last ? end : spline.through().get((i + 1) % spline.through().size());
            double wide = knots[i + 1] - knots[i];
            List<Vec2> p = part(poles.get(i), (lo - knots[i]) / wide, (hi - knots[i]) / wide);
            String id = named ? draft.names.curve() : spline.id();
            named = true;
            draft.entities.add(new SketchSpline(
                    id, List.of(from, to), false, draft.point(p.get(1)), draft.point(p.get(2)), spline.construction()));
            if (before != null) {
                draft.hold(Kind.TANGENT, before, id);
            }
            before = id;
            from = to;
        }
    }

    /** The stretch of a cubic between two parameters, by halving (de Casteljau). */
    private static List<Vec2> part(List<Vec2> p, double u, double v) {
        List<Vec2> upper = split(p, u, false);
        return u >= 1 ? upper : split(upper, (v - u) / (1 - u), true);
    }

    private static List<Vec2> split(List<Vec2> p, double t, boolean lower) {
        List<Vec2> row = new ArrayList<>(p);
        List<Vec2> first = new ArrayList<>(List.of(p.get(0)));
        List<Vec2> last = new ArrayList<>(List.of(p.get(3)));
        for (int k = 1; k < 4; k++) {
            for (int i = 0; i < 4 - k; i++) {
                row.set(i, row.get(i).plus(t, row.get(i + 1).minus(row.get(i))));
            }
            first.add(row.get(0));
            last.add(0, row.get(3 - k));
        }
        return lower ? first : last;
    }
}
