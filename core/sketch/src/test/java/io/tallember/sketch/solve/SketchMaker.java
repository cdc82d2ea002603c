package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * Makes sketches whose solution is known: points placed one after the other by a size and a direction, or by two distances,
 * from what stands already. The same plan with other numbers gives the answer that a solver should reach.
 */
final class SketchMaker {
    /** How a point hangs on earlier ones, with the numbers it is placed by. */
    private record Placing(Kind kind, int a, int b, double first, double second) {}

    private final List<Placing> plan = new ArrayList<>();

    SketchMaker(Random r, int points) {
        List<Vec2> at = new ArrayList<>(List.of(new Vec2(0, 0)));
        for (int i = 1; i <= points; i++) {
            int a = r.nextInt(i);
            int b = r.nextInt(i);
            int kind = a == b ? r.nextInt(2) : r.nextInt(3);
            double size = 8 + 40 * r.nextDouble();
            double other = 8 + 40 * r.nextDouble();
            Placing p;
            if (kind == 0) {
                p = new Placing(Kind.HORIZONTAL_DISTANCE, a, a, sign(r) * size, sign(r) * other);
            } else if (kind == 1) {
                p = new Placing(Kind.ANGLE, a, a, size, (0.25 + 2.3 * r.nextDouble()) * sign(r));
            } else {
                double apart = at.get(a).distance(at.get(b));
                p = new Placing(
                        Kind.DISTANCE,
                        a,
                        b,
                        apart * (0.75 + 0.5 * r.nextDouble()),
                        apart * (0.75 + 0.5 * r.nextDouble()) * sign(r));
            }
            if (p.kind() == Kind.DISTANCE && apartTooLittle(at, p)) {
                p = new Placing(Kind.HORIZONTAL_DISTANCE, a, a, size, other);
            }
            plan.add(p);
            at.add(place(at, p));
        }
    }

    private SketchMaker(List<Placing> plan) {
        this.plan.addAll(plan);
    }

    private static boolean apartTooLittle(List<Vec2> at, Placing p) {
        return at.get(p.a()).distance(at.get(p.b())) < 4;
    }

    private static double sign(Random r) {
        return r.nextBoolean() ? 1 : -1;
    }

    /** The same plan with every number moved by up to a share, triangles kept well open. */
    SketchMaker changed(Random r, double share) {
        List<Placing> other = new ArrayList<>();
        for (Placing p : plan) {
            double f = 1 + share * (2 * r.nextDouble() - 1);
            double g = 1 + (p.kind() == Kind.ANGLE ? 0.15 : share) * (2 * r.nextDouble() - 1);
            other.add(new Placing(p.kind(), p.a(), p.b(), p.first() * f, p.second() * g));
        }
        return new SketchMaker(other);
    }

    private static Vec2 place(List<Vec2> at, Placing p) {
        Vec2 a = at.get(p.a());
        if (p.kind() == Kind.HORIZONTAL_DISTANCE) {
            return new Vec2(a.x() + p.first(), a.y() + p.second());
        }
        if (p.kind() == Kind.ANGLE) {
            return new Vec2(a.x() + p.first() * Math.cos(p.second()), a.y() + p.first() * Math.sin(p.second()));
        }
        Vec2 b = at.get(p.b());
        double d = a.distance(b);
        double ra = p.first();
        double rb = Math.abs(p.second());
        double along = (d * d + ra * ra - rb * rb) / (2 * d);
        double off = Math.signum(p.second()) * Math.sqrt(ra * ra - along * along);
        Vec2 u = new Vec2((b.x() - a.x()) / d, (b.y() - a.y()) / d);
        return new Vec2(a.x() + along * u.x() - off * u.y(), a.y() + along * u.y() + off * u.x());
    }

    /** Where the points are; not finite where a triangle doesn't close. */
    List<Vec2> answer() {
        List<Vec2> at = new ArrayList<>(List.of(new Vec2(0, 0)));
        plan.forEach(p -> at.add(place(at, p)));
        return at;
    }

    /** All dimensions by id, in the plan's order: two a point. */
    List<Constraint> dimensions() {
        List<Constraint> out = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            Placing p = plan.get(i);
            String me = "p" + (i + 1);
            String a = id(p.a());
            if (p.kind() == Kind.HORIZONTAL_DISTANCE) {
                out.add(Constraint.dimension("u" + i, p.kind(), Math.abs(p.first()), a, me));
                out.add(Constraint.dimension("v" + i, Kind.VERTICAL_DISTANCE, Math.abs(p.second()), a, me));
            } else if (p.kind() == Kind.ANGLE) {
                out.add(Constraint.dimension("u" + i, Kind.DISTANCE, p.first(), "c" + i));
                out.add(Constraint.dimension("v" + i, Kind.ANGLE, Math.abs(p.second()), Sketch.X_AXIS, "c" + i));
            } else {
                out.add(Constraint.dimension("u" + i, Kind.DISTANCE, p.first(), a, me));
                out.add(Constraint.dimension("v" + i, Kind.DISTANCE, Math.abs(p.second()), id(p.b()), me));
            }
        }
        return out;
    }

    private static String id(int i) {
        return i == 0 ? Sketch.ORIGIN : "p" + i;
    }

    /** The sketch at its answer, with a line to each point and a circle about every third. */
    Sketch sketch() {
        List<Vec2> at = answer();
        List<Entity> entities = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            Vec2 q = at.get(i + 1);
            entities.add(new SketchPoint("p" + (i + 1), q.x(), q.y()));
            entities.add(new SketchLine("c" + i, id(plan.get(i).a()), "p" + (i + 1), false));
            if (i % 3 == 0) {
                entities.add(new SketchCircle("o" + i, "p" + (i + 1), 2, false));
            }
        }
        List<Constraint> all = new ArrayList<>(dimensions());
        for (int i = 0; i < plan.size(); i += 3) {
            all.add(Constraint.dimension("r" + i, Kind.RADIUS, 2, "o" + i));
        }
        return new Sketch(entities, all);
    }
}
