package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.FreeCurve;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Turns constraints into merged scalars, constants and residuals. Sides, senses and the kind of a tangency are read from
 * the sketch as it stands, and kept: a changed number must not turn the picture over.
 */
final class Equations {
    private final Sketch sketch;
    /** The state in which sides are read. */
    private final Sketch sides;

    private final Scalars scalars;
    private final List<Equation> equations = new ArrayList<>();
    private final Set<String> idle = new LinkedHashSet<>();
    private final FreeEquations free = new FreeEquations(this);

    Equations(Sketch sketch) {
        this(sketch, sketch, Set.of());
    }

    /**
     * @param sides the same sketch in another state, whose sides are to be kept
     * @param given arcs and ellipses that lie where they are told, whether or not their points make one on the way there
     */
    Equations(Sketch sketch, Sketch sides, Set<String> given) {
        this.sketch = sketch;
        this.sides = sides;
        scalars = new Scalars(sketch);
        List<Constraint> driving =
                sketch.constraints().stream().filter(c -> !c.driven()).toList();
        driving.forEach(this::mergeOnly);
        for (SketchCurve c : sketch.curves()) {
            if (given.contains(c.id())) {
                if (c instanceof SketchArc) {
                    scalars.fix(scalars.r(c.id()), sketch.radius((SketchArc) c));
                }
            } else if (c instanceof SketchArc a) {
                onCircle("", a.start(), a);
                onCircle("", a.end(), a);
            } else if (c instanceof FreeCurve f) {
                free.nature(f);
            }
        }
        driving.forEach(this::write);
    }

    Scalars scalars() {
        return scalars;
    }

    List<Equation> all() {
        return equations;
    }

    /** Constraints that said what was already so by merging. */
    Set<String> idle() {
        return idle;
    }

    private void mergeOnly(Constraint c) {
        List<String> on = c.on();
        Kind k = c.kind();
        if (k == Kind.COINCIDENT) {
            same(c, scalars.x(on.get(0)), scalars.x(on.get(1)), scalars.y(on.get(0)), scalars.y(on.get(1)));
        } else if (k == Kind.CONCENTRIC) {
            String a = round(on.get(0)).centre();
            String b = round(on.get(1)).centre();
            same(c, scalars.x(a), scalars.x(b), scalars.y(a), scalars.y(b));
        } else if (k == Kind.HORIZONTAL) {
            same(c, scalars.y(first(c)), scalars.y(second(c)));
        } else if (k == Kind.VERTICAL) {
            same(c, scalars.x(first(c)), scalars.x(second(c)));
        } else if (k == Kind.EQUAL && find(on.get(0)) instanceof Round) {
            same(c, scalars.r(on.get(0)), scalars.r(on.get(1)));
        } else if (k == Kind.FIXED) {
            SketchPoint p = sketch.point(on.get(0));
            hold(c, scalars.x(p.id()), p.x());
            hold(c, scalars.y(p.id()), p.y());
        } else if (k == Kind.OFFSET) {
            new OffsetEquations(this, c).merge();
        } else if (k == Kind.RADIUS || k == Kind.DIAMETER) {
            hold(c, scalars.r(on.get(0)), k == Kind.RADIUS ? c.value() : c.value() / 2);
        }
    }

    private void hold(Constraint c, int scalar, double value) {
        if (!scalars.fix(scalar, value)) {
            if (Math.abs(scalars.value(scalar) - value) <= 1e-9) {
                idle.add(c.id());
            }
            put(c.id(), v -> v[0].minus(value), scalar);
        }
    }

    private void same(Constraint c, int... pairs) {
        boolean merged = false;
        for (int i = 0; i < pairs.length; i += 2) {
            int a = pairs[i];
            int b = pairs[i + 1];
            if (scalars.merge(a, b)) {
                merged = true;
            } else if (scalars.root(a) != scalars.root(b)) {
                put(c.id(), v -> v[0].minus(v[1]), a, b);
            }
        }
        if (!merged) {
            idle.add(c.id());
        }
    }

    private void write(Constraint c) {
        List<String> on = c.on();
        Kind k = c.kind();
        if (k == Kind.ON_CURVE) {
            if (find(on.get(1)) instanceof SketchLine l) {
                putSide(c.id(), on.get(0), l, 0);
            } else if (find(on.get(1)) instanceof FreeCurve f) {
                free.on(c.id(), on.get(0), f);
            } else {
                onCircle(c.id(), on.get(0), round(on.get(1)));
            }
        } else if (k == Kind.PARALLEL || k == Kind.PERPENDICULAR || k == Kind.ANGLE) {
            turn(c);
        } else if (k == Kind.TANGENT) {
            tangent(c);
        } else if (k == Kind.EQUAL && find(on.get(0)) instanceof SketchLine) {
            SketchLine a = line(on.get(0));
            SketchLine b = line(on.get(1));
            put(
                    c.id(),
                    v -> Jet.length(v[2].minus(v[0]), v[3].minus(v[1]))
                            .minus(Jet.length(v[6].minus(v[4]), v[7].minus(v[5]))),
                    ends(a, b));
        } else if (k == Kind.MIDPOINT) {
            SketchLine l = line(on.get(1));
            String p = on.get(0);
            put(c.id(), Equations::middle, scalars.x(p), scalars.x(l.start()), scalars.x(l.end()));
            put(c.id(), Equations::middle, scalars.y(p), scalars.y(l.start()), scalars.y(l.end()));
        } else if (k == Kind.SYMMETRIC) {
            symmetric(c);
        } else if (k == Kind.TURNED) {
            double cos = Math.cos(c.value());
            double sin = Math.sin(c.value());
            int[] all = xy(on.get(0), on.get(1), on.get(2));
            put(
                    c.id(),
                    v -> v[2].minus(v[4])
                            .minus(v[0].minus(v[4]).times(cos))
                            .plus(v[1].minus(v[5]).times(sin)),
                    all);
            put(
                    c.id(),
                    v -> v[3].minus(v[5])
                            .minus(v[0].minus(v[4]).times(sin))
                            .minus(v[1].minus(v[5]).times(cos)),
                    all);
        } else if (k == Kind.STEPPED) {
            int[] all = xy(on.get(0), on.get(1), on.get(2));
            put(c.id(), v -> v[4].minus(v[0]).minus(v[2].minus(v[0]).times(c.value())), all);
            put(c.id(), v -> v[5].minus(v[1]).minus(v[3].minus(v[1]).times(c.value())), all);
        } else if (k == Kind.COLLINEAR) {
            SketchLine l = line(on.get(0));
            putSide(c.id(), line(on.get(1)).start(), l, 0);
            putSide(c.id(), line(on.get(1)).end(), l, 0);
        } else if (k == Kind.SMOOTH) {
            free.smooth(c, (SketchCurve) find(on.get(0)), (SketchCurve) find(on.get(1)));
        } else if (k == Kind.OFFSET) {
            new OffsetEquations(this, c).write();
        } else if (k == Kind.ARC_LENGTH) {
            arcLength(c, (SketchArc) find(on.get(0)));
        } else if (k == Kind.HORIZONTAL_DISTANCE) {
            along(
                    c,
                    scalars.x(first(c)),
                    scalars.x(second(c)),
                    at(second(c)).x() - at(first(c)).x());
        } else if (k == Kind.VERTICAL_DISTANCE) {
            along(
                    c,
                    scalars.y(first(c)),
                    scalars.y(second(c)),
                    at(second(c)).y() - at(first(c)).y());
        } else if (k == Kind.DISTANCE) {
            distance(c);
        }
    }

    private static Jet middle(Jet[] v) {
        return v[0].minus(v[1].plus(v[2]).times(0.5));
    }

    /** Radius times the turn from start to end, counter-clockwise. */
    private void arcLength(Constraint c, SketchArc a) {
        put(
                c.id(),
                v -> {
                    Jet ux = v[2].minus(v[0]);
                    Jet uy = v[3].minus(v[1]);
                    Jet wx = v[4].minus(v[0]);
                    Jet wy = v[5].minus(v[1]);
                    Jet turn = Jet.angle(Jet.cross(ux, uy, wx, wy), Jet.dot(ux, uy, wx, wy));
                    Jet round = turn.v > 0 ? turn : turn.minus(-2 * Math.PI);
                    return round.times(v[6]).minus(c.value());
                },
                join(xy(a.centre(), a.start(), a.end()), new int[] {scalars.r(a.id())}));
    }

    private void along(Constraint c, int a, int b, double before) {
        double way = sides == sketch ? scalars.value(b) - scalars.value(a) : before;
        double sign = way < 0 ? -1 : 1;
        put(c.id(), v -> v[1].minus(v[0]).times(sign).minus(c.value()), a, b);
    }

    /** The middle between the points lies on the line, and the way from one to the other is square to it. */
    private void symmetric(Constraint c) {
        SketchLine l = line(c.on().get(2));
        int[] all = join(xy(l.start(), l.end()), xy(c.on().get(0), c.on().get(1)));
        put(c.id(), v -> offset(v[4].plus(v[6]).times(0.5), v[5].plus(v[7]).times(0.5), v), all);
        put(
                c.id(),
                v -> {
                    Jet dx = v[2].minus(v[0]);
                    Jet dy = v[3].minus(v[1]);
                    return Jet.dot(dx, dy, v[6].minus(v[4]), v[7].minus(v[5])).over(Jet.length(dx, dy));
                },
                all);
    }

    private void distance(Constraint c) {
        Entity a = find(c.on().get(0));
        Entity b = find(c.on().get(c.on().size() - 1));
        if (a instanceof SketchPoint p && b instanceof SketchLine l) {
            putSide(c.id(), p.id(), l, c.value());
        } else if (a instanceof SketchLine l && b instanceof SketchLine m && l != m) {
            double side = side(middle(m), l) < 0 ? -1 : 1;
            put(
                    c.id(),
                    v -> offset(v[4].plus(v[6]).times(0.5), v[5].plus(v[7]).times(0.5), v)
                            .minus(side * c.value()),
                    ends(l, m));
        } else {
            put(c.id(), v -> Jet.length(v[2].minus(v[0]), v[3].minus(v[1])).minus(c.value()), xy(first(c), second(c)));
        }
    }

    /** The directed angle between two lines: 0 for parallel, a quarter turn for perpendicular, either way round. */
    private void turn(Constraint c) {
        SketchLine a = line(c.on().get(0));
        SketchLine b = line(c.on().get(1));
        Vec2 da = direction(a);
        Vec2 db = direction(b);
        double scale = Math.max(1e-3, Math.min(da.length(), db.length()));
        double sign = da.cross(db) < 0 ? -1 : 1;
        double angle = c.kind() == Kind.PARALLEL ? 0 : c.kind() == Kind.PERPENDICULAR ? Math.PI / 2 : sign * c.value();
        double cos = c.kind() == Kind.PERPENDICULAR ? 0 : Math.cos(angle);
        double sin = Math.sin(angle);
        put(
                c.id(),
                v -> {
                    Jet ax = v[2].minus(v[0]);
                    Jet ay = v[3].minus(v[1]);
                    Jet bx = v[6].minus(v[4]);
                    Jet by = v[7].minus(v[5]);
                    Jet size = Jet.length(ax, ay).times(Jet.length(bx, by));
                    return Jet.cross(ax, ay, bx, by)
                            .times(cos)
                            .minus(Jet.dot(ax, ay, bx, by).times(sin))
                            .over(size)
                            .times(scale);
                },
                ends(a, b));
    }

    private void tangent(Constraint c) {
        SketchCurve a = (SketchCurve) find(c.on().get(0));
        SketchCurve b = (SketchCurve) find(c.on().get(1));
        if (a instanceof FreeCurve || b instanceof FreeCurve) {
            free.tangent(c, a, b);
        } else if (a instanceof SketchLine l) {
            tangentLine(c, l, (Round) b);
        } else if (b instanceof SketchLine l) {
            tangentLine(c, l, (Round) a);
        } else {
            tangentRounds(c, (Round) a, (Round) b);
        }
    }

    private void tangentLine(Constraint c, SketchLine l, Round r) {
        String end = sharedEnd(l, r);
        if (end != null) { // the radius at the shared end square to the line; the distance would be a double root there
            put(
                    c.id(),
                    v -> {
                        Jet dx = v[2].minus(v[0]);
                        Jet dy = v[3].minus(v[1]);
                        return Jet.dot(dx, dy, v[6].minus(v[4]), v[7].minus(v[5]))
                                .over(Jet.length(dx, dy));
                    },
                    join(xy(l.start(), l.end()), xy(r.centre(), end)));
            return;
        }
        double side = side(at(r.centre()), l) < 0 ? -1 : 1;
        put(
                c.id(),
                v -> offset(v[4], v[5], v).minus(v[6].times(side)),
                join(xy(l.start(), l.end()), xy(r.centre()), new int[] {scalars.r(r.id())}));
    }

    private void tangentRounds(Constraint c, Round a, Round b) {
        String end = sharedEnd(a, b);
        if (end != null) { // both centres in line with the shared end
            put(
                    c.id(),
                    v -> {
                        Jet ax = v[4].minus(v[0]);
                        Jet ay = v[5].minus(v[1]);
                        Jet bx = v[4].minus(v[2]);
                        Jet by = v[5].minus(v[3]);
                        return Jet.cross(ax, ay, bx, by).over(Jet.length(ax, ay).plus(Jet.length(bx, by)));
                    },
                    join(xy(a.centre(), b.centre()), xy(end)));
            return;
        }
        double ra = radius(a);
        double rb = radius(b);
        double d = at(a.centre()).distance(at(b.centre()));
        boolean outside = Math.abs(d - (ra + rb)) <= Math.abs(d - Math.abs(ra - rb));
        double sa = outside || ra >= rb ? 1 : -1;
        double sb = outside || ra < rb ? 1 : -1;
        put(
                c.id(),
                v -> Jet.length(v[2].minus(v[0]), v[3].minus(v[1]))
                        .minus(v[4].times(sa))
                        .minus(v[5].times(sb)),
                join(xy(a.centre(), b.centre()), new int[] {scalars.r(a.id()), scalars.r(b.id())}));
    }

    /** An end point that lies on both curves by what is already said, or null. */
    String sharedEnd(SketchCurve a, SketchCurve b) {
        for (String p : a.ends()) {
            if (liesOn(p, b)) {
                return p;
            }
        }
        for (String p : b.ends()) {
            if (liesOn(p, a)) {
                return p;
            }
        }
        return null;
    }

    private boolean liesOn(String p, SketchCurve c) {
        return c.ends().stream().anyMatch(q -> together(p, q))
                || sketch.constraints().stream()
                        .anyMatch(k -> k.kind() == Kind.ON_CURVE
                                && k.on().get(1).equals(c.id())
                                && together(k.on().get(0), p));
    }

    boolean together(String p, String q) {
        return scalars.root(scalars.x(p)) == scalars.root(scalars.x(q))
                && scalars.root(scalars.y(p)) == scalars.root(scalars.y(q));
    }

    private void onCircle(String source, String p, Round r) {
        put(source, v -> Jet.length(v[2].minus(v[0]), v[3].minus(v[1])).minus(v[4]), join(xy(r.centre(), p), new int[] {
            scalars.r(r.id())
        }));
    }

    private void putSide(String source, String p, SketchLine l, double distance) {
        double sign = side(at(p), l) < 0 ? -1 : 1;
        put(source, v -> offset(v[4], v[5], v).minus(sign * distance), join(xy(l.start(), l.end()), xy(p)));
    }

    /** Signed distance of (px, py) from the line through inputs 0 to 3. */
    static Jet offset(Jet px, Jet py, Jet[] v) {
        Jet dx = v[2].minus(v[0]);
        Jet dy = v[3].minus(v[1]);
        return Jet.cross(dx, dy, px.minus(v[0]), py.minus(v[1])).over(Jet.length(dx, dy));
    }

    double side(Vec2 p, SketchLine l) {
        return direction(l).cross(p.minus(at(l.start())));
    }

    void put(String source, Equation.Residual f, int... on) {
        int[] roots = new int[on.length];
        for (int i = 0; i < on.length; i++) {
            roots[i] = scalars.root(on[i]);
        }
        equations.add(new Equation(source, roots, f));
    }

    int[] xy(String... points) {
        int[] out = new int[2 * points.length];
        for (int i = 0; i < points.length; i++) {
            out[2 * i] = scalars.x(points[i]);
            out[2 * i + 1] = scalars.y(points[i]);
        }
        return out;
    }

    private int[] ends(SketchLine a, SketchLine b) {
        return xy(a.start(), a.end(), b.start(), b.end());
    }

    static int[] join(int[]... parts) {
        return java.util.Arrays.stream(parts)
                .flatMapToInt(java.util.Arrays::stream)
                .toArray();
    }

    Entity find(String id) {
        return sketch.find(id).orElseThrow();
    }

    private SketchLine line(String id) {
        return (SketchLine) find(id);
    }

    private Round round(String id) {
        return (Round) find(id);
    }

    private String first(Constraint c) {
        return find(c.on().get(0)) instanceof SketchLine l ? l.start() : c.on().get(0);
    }

    private String second(Constraint c) {
        return find(c.on().get(0)) instanceof SketchLine l ? l.end() : c.on().get(1);
    }

    /** Where a point is in the state in which sides are read. */
    Vec2 at(String p) {
        return sides.point(p).at();
    }

    private Vec2 middle(SketchLine l) {
        return at(l.start()).plus(0.5, direction(l));
    }

    private Vec2 direction(SketchLine l) {
        return at(l.end()).minus(at(l.start()));
    }

    double radius(Round r) {
        return sides.radius(r);
    }

    /** Something that can't hold as the sketch is: it will be found among what fights. */
    void never(String source) {
        put(source, v -> new Jet(1, new double[0]));
    }
}
