package io.tallember.sketch.svg;

import io.tallember.geometry.Vec2;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A plane map {@code (a x + c y + e, b x + d y + f)}. */
record Affine(double a, double b, double c, double d, double e, double f) {
    static final Affine SAME = new Affine(1, 0, 0, 1, 0, 0);

    private static final Pattern STEP = Pattern.compile("([a-zA-Z]+)\\s*\\(([^)]*)\\)");

    Vec2 point(Vec2 p) {
        return new Vec2(a * p.x() + c * p.y() + e, b * p.x() + d * p.y() + f);
    }

    Vec2 direction(Vec2 p) {
        return new Vec2(a * p.x() + c * p.y(), b * p.x() + d * p.y());
    }

    /** First {@code o}, then this. */
    Affine after(Affine o) {
        return new Affine(
                a * o.a + c * o.b,
                b * o.a + d * o.b,
                a * o.c + c * o.d,
                b * o.c + d * o.d,
                a * o.e + c * o.f + e,
                b * o.e + d * o.f + f);
    }

    /** A list of transforms as an attribute has it. */
    static Affine read(String text) {
        Affine out = SAME;
        Matcher m = STEP.matcher(text);
        while (m.find()) {
            out = out.after(step(m.group(1), arguments(m.group(2))));
        }
        return out;
    }

    /** Numbers, lengths in user units, and angles in degrees. */
    private static double[] arguments(String text) {
        List<Double> out = new ArrayList<>();
        for (String t : text.strip().split("[,\\s]+")) {
            double[] n = PathData.numbers(t);
            if (n.length != 1 && !t.isEmpty() && !t.matches("[-+.\\deE]+") || t.endsWith("%")) {
                throw new SvgReader.BrokenPath("A transform of the outline has " + t + ", which isn't known.");
            }
            for (int i = 0; i < n.length; i++) {
                out.add(
                        t.endsWith("grad")
                                ? n[i] * 0.9
                                : t.endsWith("rad")
                                        ? Math.toDegrees(n[i])
                                        : t.endsWith("turn")
                                                ? n[i] * 360
                                                : n.length == 1 && !t.endsWith("deg") ? Viewport.length(t, 0) : n[i]);
            }
        }
        return out.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private static Affine step(String kind, double[] n) {
        switch (kind) {
            case "matrix":
                return need(n, 6) ? new Affine(n[0], n[1], n[2], n[3], n[4], n[5]) : SAME;
            case "translate":
                return new Affine(1, 0, 0, 1, at(n, 0, 0), at(n, 1, 0));
            case "translateX":
                return new Affine(1, 0, 0, 1, at(n, 0, 0), 0);
            case "translateY":
                return new Affine(1, 0, 0, 1, 0, at(n, 0, 0));
            case "scaleX":
                return new Affine(at(n, 0, 1), 0, 0, 1, 0, 0);
            case "scaleY":
                return new Affine(1, 0, 0, at(n, 0, 1), 0, 0);
            case "skew":
                return new Affine(
                        1, Math.tan(Math.toRadians(at(n, 1, 0))), Math.tan(Math.toRadians(at(n, 0, 0))), 1, 0, 0);
            case "scale":
                return new Affine(at(n, 0, 1), 0, 0, at(n, 1, at(n, 0, 1)), 0, 0);
            case "rotate":
                double t = Math.toRadians(at(n, 0, 0));
                Affine turn = new Affine(Math.cos(t), Math.sin(t), -Math.sin(t), Math.cos(t), 0, 0);
                Affine there = new Affine(1, 0, 0, 1, at(n, 1, 0), at(n, 2, 0));
                Affine back = new Affine(1, 0, 0, 1, -at(n, 1, 0), -at(n, 2, 0));
                return there.after(turn).after(back);
            case "skewX":
                return new Affine(1, 0, Math.tan(Math.toRadians(at(n, 0, 0))), 1, 0, 0);
            case "skewY":
                return new Affine(1, Math.tan(Math.toRadians(at(n, 0, 0))), 0, 1, 0, 0);
            default:
                throw new SvgReader.BrokenPath("The outline has a transform that isn't known: " + kind + ".");
        }
    }

    private static boolean need(double[] n, int count) {
        if (n.length != count) {
            throw new SvgReader.BrokenPath("A matrix in the outline should have six numbers.");
        }
        return true;
    }

    private static double at(double[] n, int i, double otherwise) {
        return i < n.length ? n[i] : otherwise;
    }
}
