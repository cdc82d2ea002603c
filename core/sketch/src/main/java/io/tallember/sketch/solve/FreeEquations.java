package io.tallember.sketch.solve;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.Round;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.solve.FreeJets.Spot;
import java.util.Arrays;

/** What holds for ellipses and splines: their own nature, points on them, tangency, and one bend. */
final class FreeEquations {
    private final Equations all;

    FreeEquations(Equations all) {
        this.all = all;
    }

    /** The half axes of an ellipse are square to each other, and the ends of a stretch lie on its curve. */
    void nature(FreeCurve c) {
        if (c instanceof SketchSpline s) {
            s.ends().stream()
                    .filter(p -> s.through().stream().noneMatch(q -> all.together(p, q)))
                    .forEach(p -> on("", p, s));
            return;
        }
        SketchEllipse e = (SketchEllipse) c;
        all.put(
                "",
                v -> {
                    Jet ax = v[2].minus(v[0]);
                    Jet ay = v[3].minus(v[1]);
                    return Jet.dot(ax, ay, v[4].minus(v[0]), v[5].minus(v[1])).over(Jet.length(ax, ay));
                },
                all.xy(e.centre(), e.a(), e.b()));
        e.ends().forEach(p -> onEllipse("", p, e));
    }

    private void onEllipse(String source, String p, SketchEllipse e) {
        double size = Math.min(
                all.at(e.a()).distance(all.at(e.centre())), all.at(e.b()).distance(all.at(e.centre())));
        all.put(
                source,
                v -> {
                    Jet ax = v[2].minus(v[0]);
                    Jet ay = v[3].minus(v[1]);
                    Jet la = Jet.length(ax, ay);
                    Jet px = v[6].minus(v[0]);
                    Jet py = v[7].minus(v[1]);
                    Jet u = Jet.dot(px, py, ax, ay).over(la.times(la));
                    Jet w = Jet.cross(ax, ay, px, py).over(la.times(FreeJets.high(v)));
                    return Jet.length(u, w).minus(1).times(Math.max(size, 1e-6));
                },
                all.xy(e.centre(), e.a(), e.b(), p));
    }

    void on(String source, String p, FreeCurve c) {
        if (c instanceof SketchEllipse e) {
            onEllipse(source, p, e);
            return;
        }
        all.put(
                source,
                v -> {
                    FreeJets f = new FreeJets(c, Arrays.copyOfRange(v, 2, v.length));
                    Spot s = f.nearest(v[0].v, v[1].v);
                    Jet[] at = f.at(s.piece(), f.still(s));
                    Jet[] d = f.along(s.piece(), f.still(s));
                    double l = Math.hypot(d[0].v, d[1].v) + 1e-300;
                    // the foot moves along the curve only, so that a fixed normal gives the derivatives
                    return v[1].minus(at[1])
                            .times(d[0].v / l)
                            .minus(v[0].minus(at[0]).times(d[1].v / l));
                },
                Equations.join(all.xy(p), points(c)));
    }

    private int[] points(FreeCurve c) {
        return all.xy(c.points().toArray(String[]::new));
    }

    /** Two curves, at least one of them free, that touch. */
    void tangent(Constraint k, SketchCurve a, SketchCurve b) {
        FreeCurve free = (FreeCurve) (a instanceof FreeCurve ? a : b);
        SketchCurve other = a instanceof FreeCurve ? b : a;
        String end = all.sharedEnd(a, b);
        boolean atEnd = end != null && free.ends().stream().anyMatch(p -> all.together(p, end));
        if (other instanceof FreeCurve f) {
            if (end == null || !atEnd) {
                all.never(k.id()); // elsewhere two free curves aren't told to touch
            } else {
                ends(k, free, f, end);
            }
        } else if (end != null && atEnd) {
            ends(k, free, other, end);
        } else if (end != null) {
            atFoot(k, free, other, end);
        } else {
            touching(k, free, other);
        }
    }

    /** Both directions at the end they share in one line. */
    private void ends(Constraint k, FreeCurve a, SketchCurve b, String end) {
        int n = 2 * a.points().size();
        double size = size(a);
        all.put(
                k.id(),
                v -> {
                    Jet[] d = new FreeJets(a, Arrays.copyOf(v, n)).leaving(starts(a, end));
                    Jet[] e = leaving(b, end, Arrays.copyOfRange(v, n, v.length));
                    return Jet.cross(d[0], d[1], e[0], e[1])
                            .over(Jet.length(d[0], d[1]).times(Jet.length(e[0], e[1])))
                            .times(size);
                },
                Equations.join(points(a), inputs(b, end)));
    }

    private double size(FreeCurve c) {
        double most = 1e-3;
        for (String p : c.points()) {
            most = Math.max(most, all.at(p).distance(all.at(c.points().get(0))));
        }
        return most;
    }

    private boolean starts(FreeCurve c, String end) {
        return all.together(c.ends().get(0), end);
    }

    /** What {@link #leaving} needs of a curve. */
    private int[] inputs(SketchCurve b, String end) {
        if (b instanceof FreeCurve f) {
            return points(f);
        }
        if (b instanceof SketchLine l) {
            return all.xy(l.start(), l.end());
        }
        return all.xy(((Round) b).centre(), end);
    }

    /** The direction in which a curve leaves an end; a circle either way. */
    private Jet[] leaving(SketchCurve b, String end, Jet[] v) {
        if (b instanceof FreeCurve f) {
            return new FreeJets(f, v).leaving(starts(f, end));
        }
        Jet dx = v[2].minus(v[0]);
        Jet dy = v[3].minus(v[1]);
        if (b instanceof SketchLine l) {
            return all.together(l.start(), end) ? new Jet[] {dx, dy} : new Jet[] {v[0].minus(v[2]), v[1].minus(v[3])};
        }
        boolean against = b instanceof SketchArc a && all.together(a.end(), end);
        return against ? new Jet[] {dy, v[0].minus(v[2])} : new Jet[] {v[1].minus(v[3]), dx};
    }

    /** The end of a line or arc lies on the curve; the curve's direction there is its own. */
    private void atFoot(Constraint k, FreeCurve a, SketchCurve b, String end) {
        int n = 2 * a.points().size();
        double size = size(a);
        all.put(
                k.id(),
                v -> {
                    FreeJets f = new FreeJets(a, Arrays.copyOf(v, n));
                    Jet x = v[n];
                    Jet y = v[n + 1];
                    Spot s = f.nearest(x.v, y.v);
                    Jet[] d = f.along(s.piece(), f.foot(s, x, y));
                    Jet[] e = leaving(b, end, Arrays.copyOfRange(v, n + 2, v.length));
                    return Jet.cross(d[0], d[1], e[0], e[1])
                            .over(Jet.length(d[0], d[1]).times(Jet.length(e[0], e[1])))
                            .times(size);
                },
                Equations.join(points(a), all.xy(end), inputs(b, end)));
    }

    /** Somewhere along the curve its distance from the other one turns, and is zero there. */
    private void touching(Constraint k, FreeCurve a, SketchCurve b) {
        int n = 2 * a.points().size();
        if (b instanceof SketchLine l) {
            all.put(
                    k.id(),
                    v -> {
                        FreeJets f = new FreeJets(a, Arrays.copyOf(v, n));
                        Jet[] line = Arrays.copyOfRange(v, n, n + 4);
                        double dx = line[2].v - line[0].v;
                        double dy = line[3].v - line[1].v;
                        Spot s = f.turning((x, y) -> dx * (y - line[1].v) - dy * (x - line[0].v));
                        Jet[] at = f.at(s.piece(), f.still(s));
                        return Equations.offset(at[0], at[1], line);
                    },
                    Equations.join(points(a), all.xy(l.start(), l.end())));
            return;
        }
        Round r = (Round) b;
        all.put(
                k.id(),
                v -> {
                    FreeJets f = new FreeJets(a, Arrays.copyOf(v, n));
                    Spot s = f.turning((x, y) -> Math.hypot(x - v[n].v, y - v[n + 1].v) - v[n + 2].v);
                    Jet[] at = f.at(s.piece(), f.still(s));
                    return Jet.length(at[0].minus(v[n]), at[1].minus(v[n + 1])).minus(v[n + 2]);
                },
                Equations.join(
                        points(a), all.xy(r.centre()), new int[] {all.scalars().r(r.id())}));
    }

    /** One direction and one bend at the end that both share. */
    void smooth(Constraint k, SketchCurve a, SketchCurve b) {
        SketchSpline free = (SketchSpline) (a instanceof SketchSpline ? a : b);
        SketchCurve other = a instanceof SketchSpline ? b : a;
        String end = all.sharedEnd(a, b);
        if (end == null || free.ends().stream().noneMatch(p -> all.together(p, end))) {
            all.never(k.id());
            return;
        }
        ends(k, free, other, end);
        int n = 2 * free.points().size();
        double size = size(free);
        int[] more = other instanceof Round r ? new int[] {all.scalars().r(r.id())} : new int[0];
        all.put(
                k.id(),
                v -> {
                    Jet mine = new FreeJets(free, Arrays.copyOf(v, n)).bend(starts(free, end));
                    if (other instanceof SketchLine) {
                        return mine.times(size * size);
                    }
                    Jet its;
                    if (other instanceof SketchSpline s) {
                        its = new FreeJets(s, Arrays.copyOfRange(v, n, v.length)).bend(starts(s, end));
                    } else {
                        Jet r = v[v.length - 1];
                        its = r.over(r.times(r));
                        if (other instanceof SketchArc c && all.together(c.end(), end)) {
                            its = its.times(-1);
                        }
                    }
                    return mine.plus(its).times(size * size);
                },
                Equations.join(points(free), inputs(other, end), more));
    }
}
