package io.tallember.part;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.edit.Corner;
import io.tallember.sketch.edit.Mirror;
import io.tallember.sketch.edit.Repeat;
import io.tallember.sketch.edit.Trim;
import java.util.List;

/** What an editing tool does to a sketch. */
public sealed interface SketchEdit {
    Sketch apply(Sketch s);

    String said();

    /** @param radius in mm */
    record RoundCorner(String point, double radius) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Corner.round(s, point, radius);
        }

        @Override
        public String said() {
            return "round a corner";
        }
    }

    /** @param distance in mm */
    record BevelCorner(String point, double distance) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Corner.bevel(s, point, distance);
        }

        @Override
        public String said() {
            return "bevel a corner";
        }
    }

    record TrimCurve(String curve, Vec2 at) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Trim.trim(s, curve, at);
        }

        @Override
        public String said() {
            return "trim";
        }
    }

    record ExtendCurve(String curve, Vec2 at) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Trim.extend(s, curve, at);
        }

        @Override
        public String said() {
            return "extend";
        }
    }

    record MirrorCurves(List<String> curves, String about) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Mirror.of(s, curves, about);
        }

        @Override
        public String said() {
            return "mirror";
        }
    }

    /** @param count instances, the original counted */
    record RepeatRound(List<String> curves, String centre, int count) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Repeat.round(s, curves, centre, count);
        }

        @Override
        public String said() {
            return "repeat round";
        }
    }

    /**
     * @param step from one instance to the next, in mm
     * @param count instances, the original counted
     */
    record RepeatAlong(List<String> curves, Vec2 step, int count) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Repeat.along(s, curves, step, count);
        }

        @Override
        public String said() {
            return "repeat along";
        }
    }

    /** Makes a dimension only tell what it measures, or hold again. */
    record SetDriven(String dimension, boolean on) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            Constraint c = s.constraint(dimension)
                    .filter(k -> k.kind().isDimension())
                    .orElseThrow(() -> Refusal.of("The sketch has no dimension " + Refusal.quoted(dimension) + "."));
            return s.replacing(c.asDriven(on));
        }

        @Override
        public String said() {
            return on ? "make a dimension driven" : "make a dimension hold";
        }
    }
}
