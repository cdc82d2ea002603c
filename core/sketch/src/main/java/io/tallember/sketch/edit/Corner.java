package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchLine;
import java.util.List;

/**
 * Rounds or bevels a corner between two lines. What was dimensioned to the corner, and the lengths of the two lines, keep
 * their meaning: the corner stays as a point where the lines would meet.
 */
public final class Corner {
    private final Sketch sketch;
    private final String corner;
    private final Draft draft;
    private final SketchLine first;
    private final SketchLine second;
    private final Vec2 at;
    private final Vec2 along1;
    private final Vec2 along2;

    private Corner(Sketch sketch, String corner) {
        this.sketch = sketch;
        this.corner = corner;
        draft = new Draft(sketch);
        List<SketchLine> lines = sketch.curves().stream()
                .filter(c -> c.points().contains(corner))
                .filter(SketchLine.class::isInstance)
                .map(SketchLine.class::cast)
                .toList();
        if (lines.size() != 2
                || sketch.curves().stream()
                                .filter(c -> c.points().contains(corner))
                                .count()
                        != 2) {
            throw Draft.refused("Pick a corner in which just two lines end at one point.");
        }
        first = lines.get(0);
        second = lines.get(1);
        at = sketch.point(corner).at();
        along1 = unit(sketch.point(far(first)).at().minus(at));
        along2 = unit(sketch.point(far(second)).at().minus(at));
        if (Math.abs(along1.cross(along2)) < 1e-6) {
            throw Draft.refused("The two lines run in one direction, so there is no corner between them.");
        }
    }

    /**
     * A tangent arc in the corner.
     *
     * @param radius in mm, above zero
     * @throws io.tallember.geometry.GeometryException BAD_VALUE with the largest radius when the lines are too short
     */
    public static Sketch round(Sketch sketch, String corner, double radius) {
        Corner c = new Corner(sketch, corner);
        double half = Math.acos(Math.max(-1, Math.min(1, c.along1.dot(c.along2)))) / 2;
        c.needs(radius / Math.tan(half), "radius", Math.tan(half));
        Vec2 bisector = unit(c.along1.plus(1, c.along2));
        String p = c.cut(c.first, c.along1, radius / Math.tan(half));
        String q = c.cut(c.second, c.along2, radius / Math.tan(half));
        String centre = c.draft.point(c.at.plus(radius / Math.sin(half), bisector));
        String arc = c.draft.names.curve();
        boolean left = c.along1.cross(c.along2) > 0; // seen from the corner, the arc bulges towards it
        c.draft.entities.add(new SketchArc(arc, centre, left ? q : p, left ? p : q, false));
        c.draft.hold(Kind.TANGENT, c.first.id(), arc);
        c.draft.hold(Kind.TANGENT, c.second.id(), arc);
        c.draft.size(Kind.RADIUS, radius, arc);
        return c.done();
    }

    /**
     * A straight line across the corner.
     *
     * @param distance from the corner along both lines, in mm, above zero
     */
    public static Sketch bevel(Sketch sketch, String corner, double distance) {
        Corner c = new Corner(sketch, corner);
        c.needs(distance, "distance", 1);
        String p = c.cut(c.first, c.along1, distance);
        String q = c.cut(c.second, c.along2, distance);
        c.draft.entities.add(new SketchLine(c.draft.names.curve(), p, q, false));
        c.draft.size(Kind.DISTANCE, distance, corner, p);
        c.draft.size(Kind.DISTANCE, distance, corner, q);
        return c.done();
    }

    private String far(SketchLine l) {
        return l.start().equals(corner) ? l.end() : l.start();
    }

    private void needs(double reach, String what, double perReach) {
        double room = Math.min(
                sketch.point(far(first)).at().distance(at),
                sketch.point(far(second)).at().distance(at));
        if (!(reach > 1e-6) || reach >= room - 1e-6) {
            throw Draft.refused("The " + what + " must lie between 0 and " + Draft.mm(room * perReach)
                    + " here, where the shorter line ends.");
        }
    }

    /** The line shortened by the distance from the corner; gives its new end. */
    private String cut(SketchLine l, Vec2 along, double distance) {
        Lasting.carry(draft, l, "cut the corner");
        String p = draft.point(at.plus(distance, along));
        boolean atStart = l.start().equals(corner);
        draft.replace(new SketchLine(l.id(), atStart ? p : l.start(), atStart ? l.end() : p, l.construction()));
        return p;
    }

    private Sketch done() {
        boolean kept = draft.constraints.stream().anyMatch(c -> c.on().contains(corner));
        if (kept) {
            draft.constraints.add(Constraint.of(draft.names.constraint(), Kind.ON_CURVE, corner, first.id()));
            draft.constraints.add(Constraint.of(draft.names.constraint(), Kind.ON_CURVE, corner, second.id()));
        }
        return draft.done();
    }

    private static Vec2 unit(Vec2 v) {
        double l = v.length();
        if (l < 1e-9) {
            throw Draft.refused("One of the lines has no length.");
        }
        return new Vec2(v.x() / l, v.y() / l);
    }
}
