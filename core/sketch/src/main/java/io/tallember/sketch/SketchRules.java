package io.tallember.sketch;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Tolerance;
import io.tallember.sketch.Constraint.Kind;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** What a sketch must satisfy before anything is computed from it. */
final class SketchRules {
    private static final int MOST = 20_000;
    private static final int MOST_THROUGH = 500;

    private static final Pattern NAME = Pattern.compile("[A-Za-z0-9-]{1,40}");

    private SketchRules() {}

    static void check(List<Entity> entities, List<Constraint> constraints, Map<String, Entity> byId) {
        if (entities.size() > MOST || constraints.size() > MOST) {
            throw bad("A sketch holds at most " + MOST + " points and curves, and as many constraints.");
        }
        for (Entity e : entities) {
            Patience.check();
            named(e.id());
            if (byId.put(e.id(), e) != null) {
                throw bad("The name " + e.id() + " is used twice in the sketch.");
            }
            checkNumbers(e);
        }
        for (Entity e : entities) {
            Patience.check();
            for (String p : e.points()) {
                if (!(byId.get(p) instanceof SketchPoint)) {
                    throw bad(e.id() + " hangs on point " + p + ", which isn't in the sketch.");
                }
            }
        }
        java.util.Set<String> seen = new java.util.HashSet<>();
        for (Constraint c : constraints) {
            Patience.check();
            named(c.id());
            if (byId.containsKey(c.id()) || !seen.add(c.id())) {
                throw bad("The name " + c.id() + " is used twice in the sketch.");
            }
            for (String on : c.on()) {
                if (!byId.containsKey(on)) {
                    throw bad("A " + c.kind().word() + " constraint names " + on + ", which isn't in the sketch.");
                }
            }
            fits(c, c.on().stream().map(byId::get).toList());
        }
    }

    static void checkNumbers(Entity e) {
        if (e instanceof SketchPoint p) {
            finite(p.x(), e.id());
            finite(p.y(), e.id());
        } else if (e instanceof SketchCircle c) {
            finite(c.radius(), e.id());
            if (!(c.radius() > 0)) {
                throw bad("Circle " + c.id() + " needs a radius above zero.");
            }
        } else if (e instanceof SketchEllipse k) {
            if (k.start().isEmpty() != k.end().isEmpty()) {
                throw bad("A stretch of an ellipse has a start and an end.");
            }
        } else if (e instanceof SketchText t) {
            text(t);
        } else if (e instanceof SketchSpline s) {
            if (s.through().size() < (s.closed() ? 3 : 2) || s.through().size() > MOST_THROUGH) {
                throw bad("Spline " + s.id() + " needs two points or more, three when it closes, and at most "
                        + MOST_THROUGH + ".");
            }
            if (s.start().isEmpty() != s.end().isEmpty()
                    || !s.whole() && s.start().equals(s.end())) {
                throw bad("A stretch of a spline has a start and another end.");
            }
        }
    }

    private static void text(SketchText t) {
        finite(t.height(), t.id());
        if (!(t.height() > 0)) {
            throw bad("A text needs a height above zero.");
        }
        if (t.text().isBlank() || t.text().length() > 80) {
            throw bad("A text has 1 to 80 letters.");
        }
        t.text().codePoints().filter(c -> !Outlines.has(c)).findFirst().ifPresent(c -> {
            throw bad("The font has no letter " + Character.toString(c) + ".");
        });
    }

    private static void fits(Constraint c, List<Entity> on) {
        boolean ok;
        Kind k = c.kind();
        if (k == Kind.COINCIDENT) {
            ok = are(on, SketchPoint.class, SketchPoint.class);
        } else if (k == Kind.ON_CURVE) {
            ok = are(on, SketchPoint.class, SketchLine.class)
                    || are(on, SketchPoint.class, Round.class)
                    || are(on, SketchPoint.class, FreeCurve.class);
        } else if (k == Kind.HORIZONTAL
                || k == Kind.VERTICAL
                || k == Kind.HORIZONTAL_DISTANCE
                || k == Kind.VERTICAL_DISTANCE) {
            ok = are(on, SketchLine.class) || are(on, SketchPoint.class, SketchPoint.class);
        } else if (k == Kind.PARALLEL || k == Kind.PERPENDICULAR || k == Kind.ANGLE) {
            ok = are(on, SketchLine.class, SketchLine.class);
        } else if (k == Kind.TANGENT) {
            ok = are(on, SketchLine.class, Round.class)
                    || are(on, Round.class, SketchLine.class)
                    || are(on, Round.class, Round.class)
                    || free(on);
        } else if (k == Kind.SMOOTH) {
            ok = free(on)
                    && on.stream().anyMatch(SketchSpline.class::isInstance)
                    && on.stream().noneMatch(SketchEllipse.class::isInstance);
        } else if (k == Kind.OFFSET) {
            ok = offsets(on);
        } else if (k == Kind.ARC_LENGTH) {
            ok = are(on, SketchArc.class);
        } else if (k == Kind.EQUAL) {
            ok = are(on, SketchLine.class, SketchLine.class) || are(on, Round.class, Round.class);
        } else if (k == Kind.CONCENTRIC) {
            ok = are(on, Round.class, Round.class);
        } else if (k == Kind.MIDPOINT) {
            ok = are(on, SketchPoint.class, SketchLine.class);
        } else if (k == Kind.SYMMETRIC) {
            ok = are(on, SketchPoint.class, SketchPoint.class, SketchLine.class);
        } else if (k == Kind.COLLINEAR) {
            ok = are(on, SketchLine.class, SketchLine.class);
        } else if (k == Kind.TURNED || k == Kind.STEPPED) {
            ok = are(on, SketchPoint.class, SketchPoint.class, SketchPoint.class);
            finite(c.value(), c.id());
        } else if (k == Kind.FIXED) {
            ok = are(on, SketchPoint.class);
        } else if (k == Kind.DISTANCE) {
            ok = are(on, SketchLine.class)
                    || are(on, SketchPoint.class, SketchPoint.class)
                    || are(on, SketchPoint.class, SketchLine.class)
                    || are(on, SketchLine.class, SketchLine.class);
        } else {
            ok = are(on, Round.class);
        }
        if (!ok || on.size() == 2 && on.get(0) == on.get(1)) {
            throw bad("A " + k.word() + " constraint can't be put on " + String.join(" and ", c.on()) + ".");
        }
        if (k.isDimension()) {
            finite(c.value(), c.id());
            boolean mayBeZero = k != Kind.RADIUS && k != Kind.DIAMETER && k != Kind.ARC_LENGTH && k != Kind.OFFSET;
            if (!c.driven() && (c.value() < 0 || !mayBeZero && c.value() == 0)) {
                throw bad("A " + k.word() + " needs a value above zero.");
            }
            if (k == Kind.ANGLE && c.value() > Math.PI) {
                throw bad("An angle lies between 0 and 180 degrees.");
            }
        }
    }

    /** Two curves of which at least one is free, none a text. */
    private static boolean free(List<Entity> on) {
        return on.size() == 2
                && on.stream().allMatch(e -> e instanceof SketchCurve && !(e instanceof SketchText))
                && on.stream().anyMatch(FreeCurve.class::isInstance);
    }

    /** Lines, arcs and circles, each followed by its copy of the same kind. */
    private static boolean offsets(List<Entity> on) {
        boolean ok = !on.isEmpty() && on.size() % 2 == 0;
        for (int i = 0; ok && i < on.size(); i += 2) {
            ok = (on.get(i) instanceof SketchLine || on.get(i) instanceof Round)
                    && on.get(i).getClass() == on.get(i + 1).getClass();
        }
        return ok;
    }

    private static boolean are(List<Entity> on, Class<?>... kinds) {
        if (on.size() != kinds.length) {
            return false;
        }
        for (int i = 0; i < kinds.length; i++) {
            if (!kinds[i].isInstance(on.get(i))) {
                return false;
            }
        }
        return true;
    }

    private static void named(String id) {
        if (!NAME.matcher(id).matches()) {
            throw bad("A sketch name has up to 40 letters, digits and dashes.");
        }
    }

    private static void finite(double v, String id) {
        if (!Double.isFinite(v) || Math.abs(v) > 2 * Tolerance.REACH) {
            throw bad("A number of " + id + " is outside the space a part can use (10 m each way).");
        }
    }

    private static GeometryException bad(String sentence) {
        return new GeometryException(GeometryException.Reason.BAD_VALUE, sentence);
    }
}
