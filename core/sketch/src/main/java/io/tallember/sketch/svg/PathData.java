package io.tallember.sketch.svg;

import io.tallember.geometry.Vec2;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads the d attribute of a path; all commands, absolute and relative. Arcs by the standard's implementation notes B.2.4. */
final class PathData {
    private static final Pattern NUMBER = Pattern.compile("[+-]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][+-]?\\d+)?");

    private final String text;
    private int at;
    private final List<Shape> out = new ArrayList<>();
    private Vec2 pen = new Vec2(0, 0);
    private Vec2 first = pen;
    /** The last control point, for smooth continuations, with the command it came from. */
    private Vec2 control = pen;

    private char last = 'M';

    private PathData(String text) {
        this.text = text;
    }

    static List<Shape> read(String d) {
        PathData p = new PathData(d);
        p.run();
        return p.out;
    }

    static double[] numbers(String text) {
        Matcher m = NUMBER.matcher(text);
        List<Double> all = new ArrayList<>();
        while (m.find()) {
            all.add(Double.parseDouble(m.group()));
        }
        return all.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private void run() {
        char command = 0;
        while (true) {
            skip();
            if (at >= text.length()) {
                return;
            }
            char c = text.charAt(at);
            if (Character.isLetter(c)) {
                if (command == 0 && Character.toUpperCase(c) != 'M') {
                    throw bad("doesn't begin with where it starts");
                }
                command = c;
                at++;
            } else if (command == 0 || Character.toUpperCase(command) == 'Z') {
                throw bad("has numbers without a command");
            } else if (command == 'M') {
                command = 'L';
            } else if (command == 'm') {
                command = 'l';
            }
            step(command);
        }
    }

    private void step(char command) {
        boolean relative = Character.isLowerCase(command);
        Vec2 base = relative ? pen : new Vec2(0, 0);
        char kind = Character.toUpperCase(command);
        switch (kind) {
            case 'M' -> {
                pen = point(base);
                first = pen;
            }
            case 'L' -> straight(point(base));
            case 'H' -> straight(new Vec2(base.x() + number(), pen.y()));
            case 'V' -> straight(new Vec2(pen.x(), base.y() + number()));
            case 'C' -> cubic(point(base), point(base), point(base));
            case 'S' -> cubic(last == 'C' || last == 'S' ? mirrored() : pen, point(base), point(base));
            case 'Q' -> quadratic(point(base), point(base));
            case 'T' -> quadratic(last == 'Q' || last == 'T' ? mirrored() : pen, point(base));
            case 'A' -> arc(number(), number(), number(), flag(), flag(), point(base));
            case 'Z' -> straight(first);
            default -> throw bad("has the command " + command + ", which isn't known");
        }
        last = kind;
    }

    private Vec2 mirrored() {
        return pen.plus(1, pen.minus(control));
    }

    private void straight(Vec2 to) {
        if (pen.distance(to) > 1e-12) {
            out.add(new Shape.Straight(pen, to));
        }
        pen = to;
    }

    private void cubic(Vec2 b, Vec2 c, Vec2 to) {
        out.add(new Shape.Cubic(pen, b, c, to));
        control = c;
        pen = to;
    }

    private void quadratic(Vec2 b, Vec2 to) {
        out.add(new Shape.Cubic(pen, pen.plus(2 / 3.0, b.minus(pen)), to.plus(2 / 3.0, b.minus(to)), to));
        control = b;
        pen = to;
    }

    private void arc(double wide, double high, double degrees, boolean large, boolean sweep, Vec2 to) {
        Vec2 from = pen;
        double rx = Math.abs(wide);
        double ry = Math.abs(high);
        if (rx < 1e-12 || ry < 1e-12 || from.distance(to) < 1e-12) {
            straight(to);
            return;
        }
        double t = Math.toRadians(degrees);
        Vec2 u = new Vec2(Math.cos(t), Math.sin(t));
        Vec2 v = new Vec2(-Math.sin(t), Math.cos(t));
        Vec2 half = from.minus(to);
        double x = half.dot(u) / 2;
        double y = half.dot(v) / 2;
        double over = Math.sqrt(x * x / (rx * rx) + y * y / (ry * ry));
        if (over > 1) {
            rx *= over;
            ry *= over;
        }
        double s = rx * rx * ry * ry / (rx * rx * y * y + ry * ry * x * x) - 1;
        double k = Math.sqrt(Math.max(0, s)) * (large == sweep ? -1 : 1);
        double cx = k * rx * y / ry;
        double cy = -k * ry * x / rx;
        Vec2 mid = from.plus(0.5, to.minus(from));
        Vec2 centre = mid.plus(cx, u).plus(cy, v);
        double a = Math.atan2((y - cy) / ry, (x - cx) / rx);
        double b = Math.atan2((-y - cy) / ry, (-x - cx) / rx);
        double turn = b - a;
        if (sweep && turn < 0) {
            turn += 2 * Math.PI;
        } else if (!sweep && turn > 0) {
            turn -= 2 * Math.PI;
        }
        out.add(new Shape.Oval(centre, new Vec2(u.x() * rx, u.y() * rx), new Vec2(v.x() * ry, v.y() * ry), a, turn));
        pen = to;
    }

    private void skip() {
        while (at < text.length() && (Character.isWhitespace(text.charAt(at)) || text.charAt(at) == ',')) {
            at++;
        }
    }

    private Vec2 point(Vec2 base) {
        double x = number();
        return new Vec2(base.x() + x, base.y() + number());
    }

    private double number() {
        skip();
        Matcher m = NUMBER.matcher(text).region(at, text.length());
        if (!m.lookingAt()) {
            throw bad("ends where a number should stand");
        }
        at = m.end();
        return Double.parseDouble(m.group());
    }

    /** A flag may stand without a space before what follows. */
    private boolean flag() {
        skip();
        if (at >= text.length() || text.charAt(at) != '0' && text.charAt(at) != '1') {
            throw bad("has an arc without its flags");
        }
        return text.charAt(at++) == '1';
    }

    private static SvgReader.BrokenPath bad(String what) {
        return new SvgReader.BrokenPath("A path of the outline " + what + ".");
    }
}
