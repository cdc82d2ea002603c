package io.tallember.part.steps.sketch;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.steps.DrawnSize;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The dimensions of a sketch where they lie in space. */
final class DrawnSizes {
    private final PlacedSketch placed;
    private final Sketch sketch;

    private DrawnSizes(PlacedSketch placed) {
        this.placed = placed;
        this.sketch = placed.step().sketch();
    }

    /** Those that drive, but for ones of which something is gone or that measure nothing that can be drawn. */
    static List<DrawnSize> of(PlacedSketch placed) {
        DrawnSizes d = new DrawnSizes(placed);
        List<DrawnSize> out = new ArrayList<>();
        for (Constraint c : d.sketch.constraints()) {
            if (c.kind().isDimension() && !c.driven()) {
                d.size(c).ifPresent(out::add);
            }
        }
        return out;
    }

    private Optional<DrawnSize> size(Constraint c) {
        List<Entity> on = new ArrayList<>();
        for (String id : c.on()) {
            Entity e = sketch.find(id).orElse(null);
            if (e == null) {
                return Optional.empty();
            }
            on.add(e);
        }
        String step = placed.step().id();
        return switch (c.kind()) {
            case RADIUS, DIAMETER -> on.get(0) instanceof Round r ? Optional.of(round(c, r)) : Optional.empty();
            case ANGLE -> angle(c, on);
            case DISTANCE, HORIZONTAL_DISTANCE, VERTICAL_DISTANCE -> {
                Vec2[] ends = ends(on);
                if (ends == null) {
                    yield Optional.empty();
                }
                Vec3 along = switch (c.kind()) {
                    case HORIZONTAL_DISTANCE -> placed.frame().x();
                    case VERTICAL_DISTANCE -> placed.frame().y();
                    default -> null;
                };
                yield Optional.of(new DrawnSize.Length(
                        step,
                        c.id(),
                        space(ends[0]),
                        space(ends[1]),
                        along,
                        placed.frame().z(),
                        Math.abs(c.value())));
            }
            default -> Optional.empty();
        };
    }

    private Vec3 space(Vec2 p) {
        return placed.frame().point(p.x(), p.y(), 0);
    }

    private DrawnSize round(Constraint c, Round r) {
        Vec2 m = sketch.point(r.centre()).at();
        double radius = sketch.radius(r);
        Vec2 at = sketch.strand((SketchCurve) r)
                .map(s -> s.curve().point(s.range().middle()).xy())
                .orElse(new Vec2(m.x() + radius, m.y()));
        boolean diameter = c.kind() == Constraint.Kind.DIAMETER;
        return new DrawnSize.Radius(
                placed.step().id(), c.id(), space(m), placed.frame().z(), space(at), c.value(), diameter);
    }

    private Optional<DrawnSize> angle(Constraint c, List<Entity> on) {
        if (on.size() != 2 || !(on.get(0) instanceof SketchLine a) || !(on.get(1) instanceof SketchLine b)) {
            return Optional.empty();
        }
        Vec2 p = sketch.point(a.start()).at();
        Vec2 q = sketch.point(b.start()).at();
        Vec2 u = sketch.point(a.end()).at().minus(p);
        Vec2 v = sketch.point(b.end()).at().minus(q);
        double det = u.cross(v);
        if (Math.abs(det) < 1e-9) {
            return Optional.empty();
        }
        double t = q.minus(p).cross(v) / det;
        Vec2 corner = new Vec2(p.x() + t * u.x(), p.y() + t * u.y());
        // away from the corner, along what is drawn
        Vec3 first = space(corner).minus(space(far(a, corner))).negated().unit();
        Vec3 second = space(corner).minus(space(far(b, corner))).negated().unit();
        double between = Math.acos(Math.max(-1, Math.min(1, first.dot(second))));
        if (Math.abs(between - c.value()) > 1e-6) {
            second = second.negated(); // the angle beside it is the one that is told
            between = Math.PI - between;
        }
        return Math.abs(between - c.value()) > 1e-6
                ? Optional.empty()
                : Optional.of(new DrawnSize.Angle(placed.step().id(), c.id(), space(corner), first, second, c.value()));
    }

    private Vec2 far(SketchLine l, Vec2 from) {
        Vec2 a = sketch.point(l.start()).at();
        Vec2 b = sketch.point(l.end()).at();
        return a.distance(from) > b.distance(from) ? a : b;
    }

    /** Between what a distance is measured; null for what is no point or line. */
    private Vec2[] ends(List<Entity> on) {
        Entity a = on.get(0);
        Entity b = on.get(on.size() - 1);
        if (on.size() == 1) {
            return a instanceof SketchLine l
                    ? new Vec2[] {
                        sketch.point(l.start()).at(), sketch.point(l.end()).at()
                    }
                    : null;
        }
        if (a instanceof SketchPoint p && b instanceof SketchPoint q) {
            return new Vec2[] {p.at(), q.at()};
        }
        if (a instanceof SketchPoint p && b instanceof SketchLine l) {
            return new Vec2[] {p.at(), foot(p.at(), l)};
        }
        if (a instanceof SketchLine l && b instanceof SketchPoint p) {
            return new Vec2[] {foot(p.at(), l), p.at()};
        }
        if (a instanceof SketchLine l && b instanceof SketchLine m) {
            Vec2 p = sketch.point(m.start()).at();
            Vec2 q = sketch.point(m.end()).at();
            Vec2 middle = new Vec2((p.x() + q.x()) / 2, (p.y() + q.y()) / 2);
            return new Vec2[] {foot(middle, l), middle};
        }
        return null;
    }

    private Vec2 foot(Vec2 p, SketchLine l) {
        Vec2 a = sketch.point(l.start()).at();
        Vec2 d = sketch.point(l.end()).at().minus(a);
        double t = p.minus(a).dot(d) / d.dot(d);
        return new Vec2(a.x() + t * d.x(), a.y() + t * d.y());
    }
}
