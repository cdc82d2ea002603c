package io.tallember.sketch.edit;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchPoint;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** A sketch in the middle of an edit: lists that may disagree until it is done. */
final class EditedSketch {
    final FreshIds names;
    final List<Entity> entities;
    final List<Constraint> constraints;
    private final Sketch before;

    EditedSketch(Sketch sketch) {
        before = sketch;
        names = new FreshIds(sketch);
        entities = new ArrayList<>(sketch.entities());
        constraints = new ArrayList<>(sketch.constraints());
    }

    String point(Vec2 at) {
        String id = names.point();
        entities.add(new SketchPoint(id, at.x(), at.y()));
        return id;
    }

    void hold(Constraint.Kind kind, String... on) {
        constraints.add(Constraint.of(names.constraint(), kind, on));
    }

    void size(Constraint.Kind kind, double value, String... on) {
        constraints.add(Constraint.dimension(names.constraint(), kind, value, on));
    }

    void replace(Entity changed) {
        entities.replaceAll(e -> e.id().equals(changed.id()) ? changed : e);
    }

    boolean used(String point) {
        return curvesAt(point).findAny().isPresent() || constraints.stream().anyMatch(c -> c.on().contains(point));
    }

    private java.util.stream.Stream<Entity> curvesAt(String point) {
        return entities.stream().filter(e -> e.points().contains(point));
    }

    /** The finished sketch, without points that the edit has left over. */
    Sketch done() {
        Set<String> old = before.curves().stream()
                .map(SketchCurve::points)
                .flatMap(List::stream)
                .collect(Collectors.toSet());
        entities.removeIf(e -> e instanceof SketchPoint p && old.contains(p.id()) && !used(p.id()));
        return new Sketch(entities, constraints);
    }

    /** A length as sentences have it. */
    static String mm(double length) {
        return Terms.length(new BigDecimal(length).round(new MathContext(4)).doubleValue());
    }

    static GeometryException refused(String sentence) {
        return new GeometryException(GeometryException.Reason.BAD_VALUE, sentence);
    }
}
