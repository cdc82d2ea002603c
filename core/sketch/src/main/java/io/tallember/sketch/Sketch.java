package io.tallember.sketch;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

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
            Vec3 a = flat(point(l.start()).at());
            Vec3 b = flat(point(l.end()).at());
            return a.distance(b) < 1e-9
                    ? Optional.empty()
                    : Optional.of(new Strand(Line.through(a, b), new Interval(0, a.distance(b))));
        }
        Round r = (Round) c;
        double radius = radius(r);
        if (radius < 1e-9) {
            return Optional.empty();
        }
        Circle circle = new Circle(Frame.WORLD.at(flat(point(r.centre()).at())), radius);
        if (r instanceof SketchArc a) {
            double from = circle.project(flat(point(a.start()).at()));
            double to = circle.project(flat(point(a.end()).at()));
            double end = to <= from + 1e-12 ? to + 2 * Math.PI : to;
            return Optional.of(new Strand(circle, new Interval(from, end)));
        }
        return Optional.of(new Strand(circle, new Interval(0, 2 * Math.PI)));
    }

    private static Vec3 flat(Vec2 p) {
        return new Vec3(p.x(), p.y(), 0);
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
        Set<String> gone = new HashSet<>(ids);
        Set<String> ends = new HashSet<>();
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
