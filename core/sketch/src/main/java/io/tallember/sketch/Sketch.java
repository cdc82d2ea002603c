package io.tallember.sketch;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * A sketch as drawn: entities and constraints, immutable. The origin and the two axes are always there under reserved ids
 * and can't move.
 */
public final class Sketch {
    public static final String ORIGIN = "origin";
    public static final String X_AXIS = "x-axis";
    public static final String Y_AXIS = "y-axis";

    private static final Map<String, Entity> GIVEN = Map.of(
            ORIGIN,
            new SketchPoint(ORIGIN, 0, 0),
            "x-axis.end",
            new SketchPoint("x-axis.end", 1, 0),
            "y-axis.end",
            new SketchPoint("y-axis.end", 0, 1),
            X_AXIS,
            new SketchLine(X_AXIS, ORIGIN, "x-axis.end", true),
            Y_AXIS,
            new SketchLine(Y_AXIS, ORIGIN, "y-axis.end", true));

    public static final Sketch EMPTY = new Sketch(List.of(), List.of());

    private final List<Entity> entities;
    private final List<Constraint> constraints;
    private final Map<String, Entity> byId = new LinkedHashMap<>();

    /**
     * @throws io.tallember.geometry.GeometryException BAD_VALUE when an id is used twice or unknown, a number isn't finite,
     *     or a constraint is put on things it can't hold for
     */
    public Sketch(List<Entity> entities, List<Constraint> constraints) {
        this.entities = List.copyOf(entities);
        this.constraints = List.copyOf(constraints);
        byId.putAll(GIVEN);
        SketchRules.check(this.entities, this.constraints, byId);
    }

    /** For what changes coordinates only: who hangs on whom has been checked. */
    private Sketch(List<Entity> entities, Sketch before) {
        this.entities = List.copyOf(entities);
        this.constraints = before.constraints;
        byId.putAll(before.byId);
        for (Entity e : entities) {
            Patience.check();
            byId.put(e.id(), e);
            SketchRules.checkNumbers(e);
        }
    }

    public static boolean isGiven(String id) {
        return GIVEN.containsKey(id);
    }

    public List<Entity> entities() {
        return entities;
    }

    public List<Constraint> constraints() {
        return constraints;
    }

    public Optional<Entity> find(String id) {
        return Optional.ofNullable(byId.get(id));
    }

    public Optional<Constraint> constraint(String id) {
        return constraints.stream().filter(c -> c.id().equals(id)).findFirst();
    }

    public SketchPoint point(String id) {
        return (SketchPoint) byId.get(id);
    }

    public List<SketchCurve> curves() {
        return entities.stream()
                .filter(SketchCurve.class::isInstance)
                .map(SketchCurve.class::cast)
                .toList();
    }

    /** The radius of a circle or arc, in mm. */
    public double radius(Round r) {
        if (r instanceof SketchCircle c) {
            return c.radius();
        }
        SketchArc a = (SketchArc) r;
        return point(a.centre()).at().distance(point(a.start()).at());
    }

    /** A curve with its ends: exact, in the plane z = 0. */
    public record Strand(Curve curve, Interval range) {}

    /** The curve as exact geometry; empty when it has shrunk to nothing. */
    public Optional<Strand> strand(SketchCurve c) {
        if (c instanceof SketchLine l) {
            Vec3 a = point(l.start()).at().flat();
            Vec3 b = point(l.end()).at().flat();
            return a.distance(b) < 1e-9
                    ? Optional.empty()
                    : Optional.of(new Strand(Line.through(a, b), new Interval(0, a.distance(b))));
        }
        if (c instanceof SketchEllipse e) {
            return oval(e);
        }
        if (c instanceof SketchSpline s) {
            return spline(s);
        }
        if (c instanceof SketchText) {
            return Optional.empty();
        }
        Round r = (Round) c;
        double radius = radius(r);
        if (radius < 1e-9) {
            return Optional.empty();
        }
        Circle circle = new Circle(Frame.WORLD.at(point(r.centre()).at().flat()), radius);
        if (r instanceof SketchArc a) {
            double from = circle.project(point(a.start()).at().flat());
            double to = circle.project(point(a.end()).at().flat());
            double end = to <= from + 1e-12 ? to + 2 * Math.PI : to;
            return Optional.of(new Strand(circle, new Interval(from, end)));
        }
        return Optional.of(new Strand(circle, new Interval(0, 2 * Math.PI)));
    }

    /** Whether a curve that isn't a text has a strand, without making it where that costs. */
    public boolean hasLength(SketchCurve c) {
        if (c instanceof SketchSpline s) {
            Vec2 first = point(s.through().get(0)).at();
            boolean apart = s.through().stream().anyMatch(p -> point(p).at().distance(first) > 1e-6);
            return apart && s.whole() && !s.closed() || strand(c).isPresent();
        }
        return strand(c).isPresent();
    }

    /** All that a curve draws, by name: itself, or the outlines of a text. */
    public Map<String, Strand> strands(SketchCurve c) {
        Patience.check();
        if (c instanceof SketchText t) {
            return Outlines.of(t, point(t.start()).at(), point(t.along()).at());
        }
        return strand(c).map(s -> Map.of(c.id(), s)).orElse(Map.of());
    }

    private Optional<Strand> oval(SketchEllipse e) {
        Vec3 m = point(e.centre()).at().flat();
        Vec3 a = point(e.a()).at().flat().minus(m);
        double wide = a.length();
        if (wide < 1e-9) {
            return Optional.empty();
        }
        Vec3 b = point(e.b()).at().flat().minus(m);
        double high = Math.abs(Vec3.Z.cross(a.times(1 / wide)).dot(b));
        if (high < 1e-9) {
            return Optional.empty();
        }
        // the longer half axis first; a round one is a circle
        Curve curve = Math.abs(wide - high) < 1e-9
                ? new Circle(Frame.of(m, Vec3.Z, a), wide)
                : wide > high
                        ? new Ellipse(Frame.of(m, Vec3.Z, a), wide, high)
                        : new Ellipse(Frame.of(m, Vec3.Z, Vec3.Z.cross(a)), high, wide);
        if (e.whole()) {
            return Optional.of(new Strand(curve, new Interval(0, 2 * Math.PI)));
        }
        double from = curve.project(point(e.start()).at().flat());
        double to = curve.project(point(e.end()).at().flat());
        return Optional.of(new Strand(curve, new Interval(from, to <= from + 1e-12 ? to + 2 * Math.PI : to)));
    }

    private Optional<Strand> spline(SketchSpline s) {
        return carrier(s).map(w -> {
            Nurbs n = s.whole() ? (Nurbs) w.curve() : ((Nurbs) w.curve()).part(w.range());
            return new Strand(n, n.whole());
        });
    }

    /**
     * A spline as far as it is known, with the range of the stretch on it: of a closed one's stretch three turns, whose middle one
     * the stretch begins in.
     */
    public Optional<Strand> carrier(SketchSpline s) {
        return through(s).flatMap(t -> {
            Nurbs n = ThroughPoints.spline(t, s.closed() && !s.whole() ? 3 : 1);
            double turn = n.whole().length() / 3;
            Interval once = s.closed() && !s.whole() ? new Interval(turn, 2 * turn) : n.whole();
            if (s.whole()) {
                return Optional.of(new Strand(n, once));
            }
            double from = place(n, once, s.start());
            double to = place(n, once, s.end());
            if (s.closed()) {
                from -= from >= once.hi() ? turn : 0;
                to += to <= from ? turn : 0;
            }
            return from == to
                    ? Optional.empty()
                    : Optional.of(new Strand(n, new Interval(Math.min(from, to), Math.max(from, to))));
        });
    }

    /** The parameter of a point on a spline, that of a knot where it is one. */
    private double place(Nurbs n, Interval range, String point) {
        double t = n.project(point(point).at().flat(), range);
        for (double k : n.knots()) {
            if (Math.abs(t - k) < 1e-9 * Math.max(1, range.length())) {
                return k;
            }
        }
        return t;
    }

    /** The poles of a spline's pieces, four each; empty when it has shrunk to nothing. */
    public List<List<Vec2>> poles(SketchSpline s) {
        return through(s)
                .map(t -> IntStream.range(0, t.pieces())
                        .mapToObj(i -> t.poles(i).stream()
                                .map(p -> new Vec2(p.x().value(), p.y().value()))
                                .toList())
                        .toList())
                .orElse(List.of());
    }

    private Optional<ThroughPoints<Arithmetic.Real>> through(SketchSpline s) {
        List<Vec3> through = new ArrayList<>();
        for (String p : s.through()) {
            Vec3 at = point(p).at().flat();
            if (through.isEmpty() || through.get(through.size() - 1).distance(at) > 1e-9) {
                through.add(at);
            }
        }
        if (s.closed() && through.size() > 1 && through.get(0).distance(through.get(through.size() - 1)) < 1e-9) {
            through.remove(through.size() - 1);
        }
        if (through.size() < (s.closed() ? 3 : 2)) {
            return Optional.empty();
        }
        return Optional.of(ThroughPoints.plain(through, s.closed(), handle(s.startHandle()), handle(s.endHandle())));
    }

    private Vec3 handle(String id) {
        return id.isEmpty() ? null : point(id).at().flat();
    }

    /** This sketch with more in it. */
    public Sketch with(List<Entity> more, List<Constraint> moreConstraints) {
        List<Entity> es = new ArrayList<>(entities);
        es.addAll(more);
        List<Constraint> cs = new ArrayList<>(constraints);
        cs.addAll(moreConstraints);
        return new Sketch(es, cs);
    }

    /** Without the named things, what hangs on them, and points that only they used. */
    public Sketch without(Collection<String> ids) {
        Set<String> gone = new LinkedHashSet<>(ids);
        Set<String> ends = new LinkedHashSet<>();
        for (Entity e : entities) {
            if (gone.contains(e.id()) || e.points().stream().anyMatch(gone::contains)) {
                gone.add(e.id());
                ends.addAll(e.points());
            }
        }
        entities.stream().filter(e -> !gone.contains(e.id())).forEach(e -> ends.removeAll(e.points()));
        ends.removeIf(Sketch::isGiven);
        gone.addAll(ends);
        return new Sketch(
                entities.stream().filter(e -> !gone.contains(e.id())).toList(),
                constraints.stream()
                        .filter(c -> !gone.contains(c.id()) && c.on().stream().noneMatch(gone::contains))
                        .toList());
    }

    /** With the entity of the same id put in its place. */
    public Sketch replacing(Entity changed) {
        return new Sketch(
                entities.stream()
                        .map(e -> e.id().equals(changed.id()) ? changed : e)
                        .toList(),
                constraints);
    }

    public Sketch replacing(Constraint changed) {
        return new Sketch(
                entities,
                constraints.stream()
                        .map(c -> c.id().equals(changed.id()) ? changed : c)
                        .toList());
    }

    /** The same sketch with other coordinates and radii. */
    public Sketch moved(Map<String, Vec2> places, Map<String, Double> radii) {
        List<Entity> es = new ArrayList<>(entities.size());
        for (Entity e : entities) {
            if (e instanceof SketchPoint p && places.containsKey(p.id())) {
                Vec2 at = places.get(p.id());
                es.add(new SketchPoint(p.id(), at.x(), at.y()));
            } else if (e instanceof SketchCircle c && radii.containsKey(c.id())) {
                es.add(new SketchCircle(c.id(), c.centre(), radii.get(c.id()), c.construction()));
            } else {
                es.add(e);
            }
        }
        return new Sketch(es, this);
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Sketch s && s.entities.equals(entities) && s.constraints.equals(constraints);
    }

    @Override
    public int hashCode() {
        return 31 * entities.hashCode() + constraints.hashCode();
    }
}
