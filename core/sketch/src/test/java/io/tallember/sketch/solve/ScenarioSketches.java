package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.edit.Bridge;
import io.tallember.sketch.edit.Corner;
import io.tallember.sketch.edit.Cut;
import io.tallember.sketch.edit.Mirror;
import io.tallember.sketch.edit.Offset;
import io.tallember.sketch.edit.Repeat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Outlines of weather-mast parts with the freedoms that a person counts in them. */
final class ScenarioSketches {
    private final Map<String, HandMadeSketchTest.Case> all = new LinkedHashMap<>();

    static Map<String, HandMadeSketchTest.Case> all() {
        ScenarioSketches s = new ScenarioSketches();
        s.outlines();
        s.rounds();
        s.smoothCurves();
        s.edited();
        return s.all;
    }

    private void put(String name, Draw d, int freedoms) {
        put(name, d.sketch(), freedoms);
    }

    private void put(String name, Sketch s, int freedoms) {
        all.put(name, new HandMadeSketchTest.Case(s, freedoms));
    }

    private static Draw hood() {
        return Draw.rectangle(-40, -25, 43, 27)
                .size("size-w", Kind.DISTANCE, 86, "ab")
                .size("size-h", Kind.DISTANCE, 54, "bc");
    }

    private static Draw slot() {
        return new Draw()
                .point("m", 0, 0)
                .point("n", 30, 1)
                .point("a", 0, -6)
                .point("b", 30, -5)
                .point("c", 30, 6)
                .point("e", 0, 5)
                .line("low", "a", "b")
                .line("top", "c", "e")
                .arc("right", "n", "b", "c")
                .arc("left", "m", "e", "a")
                .hold(Kind.TANGENT, "low", "right")
                .hold(Kind.TANGENT, "right", "top")
                .hold(Kind.TANGENT, "top", "left")
                .hold(Kind.TANGENT, "left", "low")
                .hold(Kind.EQUAL, "left", "right");
    }

    private static Draw two(double r, double s) {
        return new Draw().point("m", 0, 0).point("n", 40, 6).circle("o", "m", r).circle("q", "n", s);
    }

    private void outlines() {
        put("sensor hood, sized and not placed", hood(), 2);
        put(
                "sensor hood centred by two symmetries",
                hood().hold(Kind.SYMMETRIC, "a", "b", Sketch.Y_AXIS).hold(Kind.SYMMETRIC, "b", "c", Sketch.X_AXIS),
                0);
        put(
                "sensor hood centred by distances from the axes",
                hood().size("size-l", Kind.DISTANCE, 43, "a", Sketch.Y_AXIS)
                        .size("size-u", Kind.DISTANCE, 27, "a", Sketch.X_AXIS),
                0);
        put(
                "terminal cover with a post on its middle line",
                hood().point("m", 10, 2)
                        .circle("o", "m", 3)
                        .line("mid", "a", "c")
                        .hold(Kind.ON_CURVE, "m", "mid")
                        .size("size-o", Kind.DIAMETER, 6, "o"),
                3);
        put(
                "a vent slat leaning by an angle",
                new Draw()
                        .point("a", 0, 0)
                        .point("b", 20, 8)
                        .point("c", 19, 10)
                        .point("d", -1, 2)
                        .line("ab", "a", "b")
                        .line("bc", "b", "c")
                        .line("cd", "c", "d")
                        .line("da", "d", "a")
                        .hold(Kind.PARALLEL, "ab", "cd")
                        .hold(Kind.PERPENDICULAR, "ab", "bc")
                        .hold(Kind.PARALLEL, "bc", "da")
                        .size("size-t", Kind.DISTANCE, 2, "bc")
                        .size("size-a", Kind.ANGLE, 0.4, Sketch.X_AXIS, "ab"),
                3);
        put(
                "a keyway across a bore",
                new Draw()
                        .point("m", 0, 0)
                        .circle("o", "m", 6)
                        .point("a", -2, 5.6)
                        .point("b", -2, 8)
                        .point("c", 2, 8)
                        .point("d", 2, 5.6)
                        .line("l", "a", "b")
                        .line("t", "b", "c")
                        .line("r", "c", "d")
                        .hold(Kind.ON_CURVE, "a", "o")
                        .hold(Kind.ON_CURVE, "d", "o")
                        .hold(Kind.VERTICAL, "l")
                        .hold(Kind.VERTICAL, "r")
                        .hold(Kind.HORIZONTAL, "t")
                        .hold(Kind.SYMMETRIC, "b", "c", Sketch.Y_AXIS)
                        .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                        .size("size-w", Kind.DISTANCE, 4, "t")
                        .size("size-d", Kind.DISTANCE, 8, "t", Sketch.X_AXIS)
                        .size("size-o", Kind.DIAMETER, 12, "o"),
                0);
        put(
                "a gusset: a right triangle with a flat tip",
                new Draw()
                        .point("a", 0, 0)
                        .point("b", 24, 0)
                        .point("c", 24, 3)
                        .point("d", 3, 20)
                        .point("e", 0, 20)
                        .line("low", "a", "b")
                        .line("tip", "b", "c")
                        .line("slope", "c", "d")
                        .line("top", "d", "e")
                        .line("back", "e", "a")
                        .hold(Kind.HORIZONTAL, "low")
                        .hold(Kind.VERTICAL, "tip")
                        .hold(Kind.HORIZONTAL, "top")
                        .hold(Kind.VERTICAL, "back")
                        .hold(Kind.EQUAL, "tip", "top")
                        .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                        .size("size-w", Kind.DISTANCE, 24, "low")
                        .size("size-h", Kind.DISTANCE, 20, "back"),
                1);
        put(
                "two louvres in line",
                new Draw()
                        .point("a", 0, 0)
                        .point("b", 10, 1)
                        .point("c", 15, 0)
                        .point("d", 25, 1)
                        .line("l", "a", "b")
                        .line("k", "c", "d")
                        .hold(Kind.COLLINEAR, "l", "k")
                        .hold(Kind.EQUAL, "l", "k"),
                5);
        put(
                "a cantilever clip with a hook",
                new Draw()
                        .point("a", 0, 0)
                        .point("b", 0, 12)
                        .point("c", 3, 10)
                        .point("d", 1.5, 10)
                        .point("e", 1.5, 0)
                        .line("back", "a", "b")
                        .line("ramp", "b", "c")
                        .line("catch", "c", "d")
                        .line("front", "d", "e")
                        .hold(Kind.VERTICAL, "back")
                        .hold(Kind.HORIZONTAL, "catch")
                        .hold(Kind.VERTICAL, "front")
                        .hold(Kind.HORIZONTAL, "a", "e")
                        .hold(Kind.COINCIDENT, "a", Sketch.ORIGIN)
                        .size("size-l", Kind.DISTANCE, 12, "back")
                        .size("size-t", Kind.HORIZONTAL_DISTANCE, 1.5, "a", "e")
                        .size("size-c", Kind.DISTANCE, 1.5, "catch")
                        .size("size-r", Kind.ANGLE, 2.2, "back", "ramp"),
                0);
    }

    private void rounds() {
        put("a slotted arm, loose", slot(), 5);
        put(
                "a slotted arm between two pivots",
                slot().hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                        .hold(Kind.HORIZONTAL, "low")
                        .size("size-l", Kind.DISTANCE, 30, "m", "n")
                        .size("size-r", Kind.RADIUS, 6, "left"),
                0);
        put(
                "a hub with a bore, one centre",
                new Draw()
                        .point("m", 3, 2)
                        .point("n", 3.2, 2)
                        .circle("o", "m", 12)
                        .circle("q", "n", 5)
                        .hold(Kind.CONCENTRIC, "o", "q")
                        .hold(Kind.ON_CURVE, "m", Sketch.X_AXIS),
                3);
        put(
                "a pinion tangent inside a rim",
                two(40, 5).hold(Kind.TANGENT, "o", "q").size("size-o", Kind.DIAMETER, 80, "o"),
                4);
        put(
                "two wheels of one size touching",
                two(20, 19).hold(Kind.TANGENT, "o", "q").hold(Kind.EQUAL, "o", "q"),
                4);
        put(
                "a rotor arm: belt of two lines round two bosses",
                two(10, 6)
                        .point("a", 0, 10)
                        .point("b", 40, 12)
                        .point("c", 0, -10)
                        .point("d", 40, 0)
                        .line("up", "a", "b")
                        .line("low", "c", "d")
                        .hold(Kind.ON_CURVE, "a", "o")
                        .hold(Kind.ON_CURVE, "b", "q")
                        .hold(Kind.ON_CURVE, "c", "o")
                        .hold(Kind.ON_CURVE, "d", "q")
                        .hold(Kind.TANGENT, "up", "o")
                        .hold(Kind.TANGENT, "up", "q")
                        .hold(Kind.TANGENT, "low", "o")
                        .hold(Kind.TANGENT, "low", "q"),
                6);
        put(
                "a cup's half section: a quarter circle on the axis",
                new Draw()
                        .point("m", 0, 0)
                        .point("a", 25, 0)
                        .point("b", 0, 25)
                        .arc("w", "m", "a", "b")
                        .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                        .hold(Kind.ON_CURVE, "a", Sketch.X_AXIS)
                        .hold(Kind.ON_CURVE, "b", Sketch.Y_AXIS)
                        .size("size-r", Kind.RADIUS, 25, "w"),
                0);
        put(
                "an arc of a given length about the origin",
                new Draw()
                        .point("m", 0, 0)
                        .point("a", 10, 0)
                        .point("b", 0, 10)
                        .arc("w", "m", "a", "b")
                        .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                        .hold(Kind.ON_CURVE, "a", Sketch.X_AXIS)
                        .size("size-l", Kind.ARC_LENGTH, 18, "w"),
                1);
        put(
                "a yoke web: three pads joined by tangent arcs",
                new Draw()
                        .point("a", -30, 0)
                        .point("b", -12, 0)
                        .point("m", -12, 10)
                        .point("c", -2, 10)
                        .point("n", 8, 10)
                        .point("d", 8, 20)
                        .point("e", 30, 20)
                        .line("low", "a", "b")
                        .arc("w", "m", "b", "c")
                        .arc("v", "n", "d", "c")
                        .line("up", "d", "e")
                        .hold(Kind.HORIZONTAL, "low")
                        .hold(Kind.HORIZONTAL, "up")
                        .hold(Kind.TANGENT, "low", "w")
                        .hold(Kind.TANGENT, "w", "v")
                        .hold(Kind.TANGENT, "v", "up")
                        .hold(Kind.EQUAL, "w", "v"),
                6);
        put(
                "a teardrop: two lines from a point to an arc",
                new Draw()
                        .point("p", 40, 0)
                        .point("m", 0, 0)
                        .point("a", 3, 9.5)
                        .point("b", 3, -9.5)
                        .arc("w", "m", "a", "b")
                        .line("up", "p", "a")
                        .line("low", "p", "b")
                        .hold(Kind.TANGENT, "up", "w")
                        .hold(Kind.TANGENT, "low", "w")
                        .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                        .hold(Kind.ON_CURVE, "p", Sketch.X_AXIS)
                        .size("size-r", Kind.RADIUS, 10, "w")
                        .size("size-l", Kind.DISTANCE, 40, "m", "p"),
                0);
        put(
                "a bolt circle: a hole on a construction circle at an angle",
                new Draw()
                        .point("m", 0, 0)
                        .point("n", 15, 12)
                        .circle("pitch", "m", 20)
                        .circle("hole", "n", 3)
                        .line("ray", "m", "n")
                        .hold(Kind.ON_CURVE, "n", "pitch")
                        .hold(Kind.COINCIDENT, "m", Sketch.ORIGIN)
                        .size("size-p", Kind.DIAMETER, 40, "pitch")
                        .size("size-h", Kind.DIAMETER, 6, "hole")
                        .size("size-a", Kind.ANGLE, 0.7, Sketch.X_AXIS, "ray"),
                0);
        put(
                "an arc that starts level from a wall",
                new Draw()
                        .point("w1", 0, -10)
                        .point("w2", 0, 10)
                        .point("m", 0, 6)
                        .point("a", 0, 0)
                        .point("b", 6, 6)
                        .line("wall", "w1", "w2")
                        .arc("w", "m", "a", "b")
                        .hold(Kind.VERTICAL, "wall")
                        .hold(Kind.ON_CURVE, "a", "wall")
                        .hold(Kind.ON_CURVE, "m", "wall"),
                6);
    }

    private static Draw oval() {
        return new Draw().point("m", 0, 0).point("a", 20, 1).point("b", 0, 9).ellipse("o", "m", "a", "b");
    }

    private void smoothCurves() {
        put("a lone ellipse", oval(), 5);
        put(
                "an oval window, level and sized",
                oval().hold(Kind.HORIZONTAL, "m", "a")
                        .size("size-w", Kind.DISTANCE, 22, "m", "a")
                        .size("size-h", Kind.DISTANCE, 10, "m", "b"),
                2);
        put(
                "a post on the rim of an oval",
                oval().point("p", 12, 9).circle("k", "p", 2).hold(Kind.ON_CURVE, "p", "o"),
                7);
        put(
                "a lid line that touches an oval",
                oval().point("u", -30, 12)
                        .point("v", 30, 14)
                        .line("l", "u", "v")
                        .hold(Kind.TANGENT, "l", "o"),
                8);
        put(
                "half an oval closed by a line",
                new Draw()
                        .point("m", 0, 0)
                        .point("a", 20, 0)
                        .point("b", 0, 9)
                        .point("s", 20, 0)
                        .point("e", -20, 0)
                        .ellipse("o", "m", "a", "b", "s", "e")
                        .line("l", "s", "e"),
                7);
        put(
                "a cam of a closed spline has its points' freedoms",
                new Draw()
                        .point("p", 20, 0)
                        .point("q", 0, 14)
                        .point("r", -12, 0)
                        .point("s", 0, -14)
                        .spline("f", "p", "q", "r", "s"),
                8);
        put(
                "a duct edge: a spline leaving a wall square to it",
                new Draw()
                        .point("w1", 0, -10)
                        .point("p", 0, 10)
                        .point("q", 20, 22)
                        .point("r", 45, 18)
                        .point("h", 4, 14)
                        .line("wall", "w1", "p")
                        .spline("f", List.of("p", "q", "r"), "h", "")
                        .hold(Kind.VERTICAL, "wall")
                        .hold(Kind.TANGENT, "wall", "f"),
                8);
        put(
                "a spline that takes over an arc's bend",
                new Draw()
                        .point("m", 0, 10)
                        .point("a", 0, 0)
                        .point("b", 10, 10)
                        .point("q", 14, 24)
                        .point("r", 30, 40)
                        .point("h", 10, 15)
                        .arc("w", "m", "a", "b")
                        .spline("f", List.of("b", "q", "r"), "h", "")
                        .hold(Kind.SMOOTH, "w", "f"),
                9);
        put(
                "a pin held on a spline groove",
                new Draw()
                        .point("p", 0, 0)
                        .point("q", 15, 9)
                        .point("r", 32, 5)
                        .point("x", 20, 9)
                        .spline("f", "p", "q", "r")
                        .circle("k", "x", 2)
                        .hold(Kind.ON_CURVE, "x", "f")
                        .size("size-d", Kind.DIAMETER, 4, "k"),
                7);
    }

    private void edited() {
        put(
                "a box with one rounded corner keeps its sizes",
                Corner.round(Solver.solve(hood().sketch()).orElseThrow(), "a", 6),
                2);
        put(
                "a box with one bevelled corner",
                Corner.bevel(Solver.solve(hood().sketch()).orElseThrow(), "c", 5),
                2);
        put(
                "a mirrored profile about the y axis",
                Mirror.of(
                        new Draw()
                                .point("a", 0, 20)
                                .point("b", 12, 14)
                                .point("c", 15, 0)
                                .line("l", "a", "b")
                                .line("k", "b", "c")
                                .hold(Kind.ON_CURVE, "a", Sketch.Y_AXIS)
                                .sketch(),
                        List.of("l", "k"),
                        Sketch.Y_AXIS),
                5);
        put(
                "nine slots in a row follow the first",
                Repeat.along(slot().sketch(), List.of("low", "top", "right", "left"), new Vec2(0, 16), 9),
                5);
        put(
                "twelve pegs round",
                Repeat.round(
                        new Draw()
                                .point("m", 30, 0)
                                .circle("o", "m", 3)
                                .size("size-d", Kind.DIAMETER, 6, "o")
                                .sketch(),
                        List.of("o"),
                        Sketch.ORIGIN,
                        12),
                2);
        put(
                "a grille's inner outline beside the outer one",
                Offset.of(
                        Solver.solve(hood().sketch()).orElseThrow(),
                        List.of("ab", "bc", "cd", "da"),
                        2.5,
                        new Vec2(0, 0),
                        false),
                2);
        put(
                "a rounded seal outside a slot",
                Offset.of(
                        Solver.solve(slot().sketch()).orElseThrow(),
                        List.of("low", "right", "top", "left"),
                        1.5,
                        new Vec2(15, 30),
                        true),
                5);
        put(
                "a rail divided in five",
                Cut.divide(
                        new Draw()
                                .point("a", 0, 0)
                                .point("b", 50, 4)
                                .line("l", "a", "b")
                                .sketch(),
                        "l",
                        5),
                4);
        put(
                "a ring divided in six",
                Cut.divide(new Draw().point("m", 0, 0).circle("o", "m", 20).sketch(), "o", 6),
                4);
        put(
                "a belt's straight run put in at one go",
                Bridge.line(two(10, 6).sketch(), "o", new Vec2(0, 10), "q", new Vec2(40, 12)),
                6);
        put(
                "a cast root between two bosses",
                Bridge.arc(two(10, 6).sketch(), "o", new Vec2(6, 8), "q", new Vec2(36, 10), 25),
                6);
    }
}
