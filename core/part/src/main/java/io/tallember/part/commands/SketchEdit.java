package io.tallember.part.commands;

import io.tallember.geometry.Terms;
import io.tallember.geometry.Vec2;
import io.tallember.part.Refusal;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchText;
import io.tallember.sketch.edit.Bridge;
import io.tallember.sketch.edit.Corner;
import io.tallember.sketch.edit.Cut;
import io.tallember.sketch.edit.Handles;
import io.tallember.sketch.edit.Midline;
import io.tallember.sketch.edit.Mirror;
import io.tallember.sketch.edit.Offset;
import io.tallember.sketch.edit.Paste;
import io.tallember.sketch.edit.Recount;
import io.tallember.sketch.edit.Repeat;
import io.tallember.sketch.edit.Tidy;
import io.tallember.sketch.edit.Trim;
import io.tallember.sketch.svg.Outline;
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

    /** The line or arc midway between two. */
    record Between(String first, String second) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Midline.of(s, first, second);
        }

        @Override
        public String said() {
            return "midline";
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

    record SplitCurve(String curve, Vec2 at) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Cut.split(s, curve, at);
        }

        @Override
        public String said() {
            return "split a curve";
        }
    }

    record DivideCurve(String curve, int parts) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Cut.divide(s, curve, parts);
        }

        @Override
        public String said() {
            return "divide a curve";
        }
    }

    record StepCurve(String curve, double length) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Cut.step(s, curve, length);
        }

        @Override
        public String said() {
            return "divide a curve";
        }
    }

    record JoinCurves(String first, String second) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Cut.join(s, first, second);
        }

        @Override
        public String said() {
            return "join two curves";
        }
    }

    /** Takes away what trimming left over. */
    record TidyUp() implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Tidy.of(s);
        }

        @Override
        public String said() {
            return "tidy up";
        }
    }

    /**
     * @param distance in mm
     * @param side a place on the side of the copies
     * @param round whether outer corners are rounded
     */
    record OffsetCurves(List<String> curves, double distance, Vec2 side, boolean round) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Offset.of(s, curves, distance, side, round);
        }

        @Override
        public String said() {
            return "offset";
        }
    }

    record TangentLine(String first, Vec2 nearFirst, String second, Vec2 nearSecond) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Bridge.line(s, first, nearFirst, second, nearSecond);
        }

        @Override
        public String said() {
            return "draw a tangent line";
        }
    }

    /** @param radius in mm */
    record TangentArc(String first, Vec2 nearFirst, String second, Vec2 nearSecond, double radius)
            implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Bridge.arc(s, first, nearFirst, second, nearSecond, radius);
        }

        @Override
        public String said() {
            return "draw a tangent arc";
        }
    }

    /** @param count instances, the original counted */
    record RecountRepeat(String curve, int count) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Recount.of(s, curve, count);
        }

        @Override
        public String said() {
            return "change a count";
        }
    }

    /** Gives an open spline handles at its ends, or takes them away. */
    record SetHandles(String curve, boolean on) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            return Handles.of(s, curve, on);
        }

        @Override
        public String said() {
            return "change a spline's handles";
        }
    }

    /** @param height of a capital letter, in mm */
    record SetText(String curve, String text, double height) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            if (!(s.find(curve).orElse(null) instanceof SketchText t)) {
                throw Refusal.of("The sketch has no text " + Refusal.quoted(curve) + ".");
            }
            return s.replacing(new SketchText(curve, t.start(), t.along(), text, height, t.construction()));
        }

        @Override
        public String said() {
            return "change a text";
        }
    }

    /**
     * Draws the outlines of an SVG file into the sketch.
     *
     * @param unit mm of a unit of a file that says no size; zero takes 1/96 inch
     * @param tolerance ends at most this far apart are joined, in mm
     */
    record TakeOutline(String svg, double unit, double tolerance) implements SketchEdit {
        @Override
        public Sketch apply(Sketch s) {
            if (!(tolerance > 0 && tolerance <= 5) || !(unit >= 0 && unit <= 1000)) {
                throw Refusal.of("Ends can be joined up to " + Terms.length(5) + " apart, and a unit has at most "
                        + Terms.length(1000) + ".");
            }
            return Paste.of(s, Outline.read(svg, unit, tolerance));
        }

        @Override
        public String said() {
            return "take an outline";
        }
    }
}
