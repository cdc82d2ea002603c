package io.tallember.sketch.help;

import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.edit.FreshIds;
import io.tallember.sketch.solve.Judgement;
import io.tallember.sketch.solve.Measurement;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Proposes what a sketch still lacks until nothing in it is loose: first what nearly holds as drawn, then sizes, then where it
 * stands. Each proposal takes at least one freedom, in the order given.
 */
public final class Settle {
    /** The most proposals made at once. */
    public static final int MOST = 60;

    private static final double NEARLY = Math.toRadians(2);
    private static final double SAME = 0.005;
    /** Of the drawing's size, all proposals together. */
    private static final double MOST_MOVED = 0.01;
    /** What is found by then is proposed. */
    private static final long MOST_MILLIS = 4_000;

    private final Sketch start;
    private final FreshIds names;
    private final Set<String> redundant;
    private Sketch now;
    private int freedoms;
    private Set<String> loose;
    private final boolean fights;
    /** For the next proposal; one that isn't taken leaves it to the next. */
    private String name;

    private final List<Constraint> proposals = new ArrayList<>();

    private Settle(Sketch sketch) {
        start = sketch;
        now = sketch;
        names = new FreshIds(sketch);
        Judgement j = Solver.judge(now);
        freedoms = j.freedoms();
        loose = j.loose();
        redundant = Set.copyOf(j.redundant());
        fights = !j.fighting().isEmpty();
    }

    /** The constraints and dimensions that would settle the sketch, with ids of their own; empty when it is settled or fights. */
    public static List<Constraint> propose(Sketch sketch) {
        Settle s = new Settle(sketch);
        if (s.fights) {
            return List.of();
        }
        try {
            Patience.within(MOST_MILLIS, () -> false, s::all);
        } catch (Patience.TooLong e) {
            Patience.checkNow();
        }
        return List.copyOf(s.proposals);
    }

    private boolean all() {
        relations();
        sizes();
        places();
        return true;
    }

    /** Takes a constraint when it holds near to where things are and leaves less loose. */
    private boolean offer(Kind kind, double value, String... on) {
        if (freedoms == 0
                || proposals.size() >= MOST
                || List.of(on).stream().noneMatch(loose::contains)
                || now.constraints().stream().anyMatch(c -> c.kind() == kind && c.on().equals(List.of(on)))) {
            return false;
        }
        Patience.checkNow();
        Constraint c = new Constraint(name == null ? names.constraint() : name, kind, List.of(on), value);
        name = c.id();
        Optional<Sketch> next = Solver.solve(now.with(List.of(), List.of(c)));
        if (next.isEmpty() || moved(next.get())) {
            return false;
        }
        Judgement j = Solver.judge(next.get());
        if (j.freedoms() >= freedoms || !j.fighting().isEmpty() || !redundant.containsAll(j.redundant())) {
            return false;
        }
        name = null;
        now = next.get();
        freedoms = j.freedoms();
        loose = j.loose();
        proposals.add(c);
        return true;
    }

    /** Whether a point would lie farther from where it was drawn than is taken for the same drawing. */
    private boolean moved(Sketch next) {
        double most = 0;
        Vec2 low = new Vec2(Double.MAX_VALUE, Double.MAX_VALUE);
        Vec2 high = new Vec2(-Double.MAX_VALUE, -Double.MAX_VALUE);
        for (var e : start.entities()) {
            if (e instanceof SketchPoint p) {
                low = new Vec2(Math.min(low.x(), p.x()), Math.min(low.y(), p.y()));
                high = new Vec2(Math.max(high.x(), p.x()), Math.max(high.y(), p.y()));
                most = Math.max(most, p.at().distance(next.point(p.id()).at()));
            }
        }
        for (SketchCurve c : start.curves()) {
            if (c instanceof Round r) {
                most = Math.max(
                        most,
                        Math.abs(start.radius(r)
                                - next.radius((Round) next.find(c.id()).orElseThrow())));
            }
        }
        return most > MOST_MOVED * Math.max(high.x() - low.x(), high.y() - low.y());
    }

    private void relations() {
        List<SketchCurve> curves = now.curves();
        for (SketchCurve c : curves) {
            if (c instanceof SketchLine l) {
                Vec2 d = direction(l);
                double tilt = Math.atan2(Math.abs(d.y()), Math.abs(d.x()));
                if (tilt < NEARLY) {
                    offer(Kind.HORIZONTAL, 0, l.id());
                } else if (tilt > Math.PI / 2 - NEARLY) {
                    offer(Kind.VERTICAL, 0, l.id());
                }
            }
        }
        for (int i = 0; i < curves.size(); i++) {
            for (int j = i + 1; j < curves.size(); j++) {
                pair(curves.get(i), curves.get(j));
            }
        }
        for (SketchPoint p : points()) {
            double near = 0.02 * Math.max(1, size());
            if (p.at().length() < near) {
                offer(Kind.COINCIDENT, 0, p.id(), Sketch.ORIGIN);
            }
        }
    }

    private List<SketchPoint> points() {
        return now.entities().stream()
                .filter(SketchPoint.class::isInstance)
                .map(SketchPoint.class::cast)
                .toList();
    }

    private double size() {
        return points().stream().mapToDouble(p -> p.at().length()).max().orElse(1);
    }

    private void pair(SketchCurve a, SketchCurve b) {
        if (a instanceof SketchLine l && b instanceof SketchLine m) {
            Vec2 u = direction(l);
            Vec2 v = direction(m);
            double angle = Math.abs(Math.atan2(u.cross(v), u.dot(v)));
            boolean shared = l.points().stream().anyMatch(m.points()::contains);
            if (shared && Math.abs(angle - Math.PI / 2) < NEARLY) {
                offer(Kind.PERPENDICULAR, 0, l.id(), m.id());
            }
            if (!shared && (angle < NEARLY || angle > Math.PI - NEARLY)) {
                offer(Kind.PARALLEL, 0, l.id(), m.id());
            }
            if (Math.abs(u.length() - v.length()) < SAME * u.length()) {
                offer(Kind.EQUAL, 0, l.id(), m.id());
            }
            return;
        }
        if (a instanceof Round r && b instanceof Round o) {
            double ra = now.radius(r);
            if (Math.abs(ra - now.radius(o)) < SAME * ra) {
                offer(Kind.EQUAL, 0, r.id(), o.id());
            }
        }
        Round arc = a instanceof Round r ? r : b instanceof Round r ? r : null;
        SketchCurve other = arc == a ? b : a;
        if (arc instanceof SketchArc w && (other instanceof SketchLine || other instanceof SketchArc)) {
            for (String end : List.of(w.start(), w.end())) {
                if (other.points().contains(end)
                        && !(other instanceof Round o && o.centre().equals(end))
                        && Math.abs(tangent(w, end).cross(tangent(other, end))) < 3 * NEARLY) {
                    offer(Kind.TANGENT, 0, other.id(), w.id());
                }
            }
        }
    }

    private Vec2 tangent(SketchCurve c, String end) {
        Vec2 d;
        if (c instanceof SketchLine l) {
            d = direction(l);
        } else {
            Vec2 r = now.point(end).at().minus(now.point(((Round) c).centre()).at());
            d = new Vec2(-r.y(), r.x());
        }
        double l = Math.max(1e-12, d.length());
        return new Vec2(d.x() / l, d.y() / l);
    }

    private Vec2 direction(SketchLine l) {
        return now.point(l.end()).at().minus(now.point(l.start()).at());
    }

    private void sizes() {
        for (SketchCurve c : now.curves()) {
            if (c instanceof Round r) {
                boolean whole = r instanceof SketchCircle;
                sized(whole ? Kind.DIAMETER : Kind.RADIUS, r.id());
            }
        }
        for (SketchCurve c : now.curves()) {
            if (c instanceof SketchLine l) {
                sized(Kind.DISTANCE, l.id());
            }
        }
    }

    /** Where points stand from the origin, those nearest to it first. */
    private void places() {
        List<SketchPoint> all = new ArrayList<>(points());
        all.sort(java.util.Comparator.comparingDouble(p -> p.at().length()));
        for (SketchPoint p : all) {
            for (Kind k : List.of(Kind.HORIZONTAL_DISTANCE, Kind.VERTICAL_DISTANCE)) {
                double off = k == Kind.HORIZONTAL_DISTANCE
                        ? now.point(p.id()).x()
                        : now.point(p.id()).y();
                if (Math.abs(off) < 1e-6) {
                    offer(k == Kind.HORIZONTAL_DISTANCE ? Kind.VERTICAL : Kind.HORIZONTAL, 0, Sketch.ORIGIN, p.id());
                } else {
                    sized(k, Sketch.ORIGIN, p.id());
                }
            }
        }
    }

    /** A size as measured, at a round number when one is as near as makes no difference. */
    private void sized(Kind kind, String... on) {
        double measured = Measurement.of(now, new Constraint("k", kind, List.of(on), 0, true));
        double half = Math.rint(measured * 2) / 2;
        double tenth = Math.rint(measured * 10) / 10;
        double asked = Math.abs(half - measured) < 0.01 * measured
                ? half
                : Math.abs(tenth - measured) < 0.01 * measured ? tenth : Math.rint(measured * 1000) / 1000;
        if (!(asked > 0 && offer(kind, asked, on))) {
            offer(kind, measured, on);
        }
    }
}
