package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.Layout;
import io.tallember.part.Measure;
import io.tallember.part.PointReference;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** One leg of a path. Its id stays with it when others come and go. */
sealed interface PathLeg {
    int MOST_POINTS = 200;

    String id();

    /** The radius of the corner before it, in mm: zero for sharp; null for what all corners have. */
    Double bend();

    /** Its numbers by name, with what they measure; lengths in mm, angles in radians. */
    Map<String, Number> sizes();

    /** With another of them. */
    PathLeg sized(String name, double v);

    /** Ids of the steps it goes by. */
    default List<String> steps() {
        return List.of();
    }

    default Measure measure(String name) {
        return switch (name) {
            case "angle", "start" -> Measure.ANGLE;
            case "turns" -> Measure.PLAIN;
            default -> Measure.LENGTH;
        };
    }

    private static Map<String, Number> sizes(Double bend, Object... pairs) {
        Map<String, Number> out = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            out.put((String) pairs[i], (Double) pairs[i + 1]);
        }
        if (bend != null && bend > 0) {
            out.put("bend", bend);
        }
        return out;
    }

    private static void bent(Double bend) {
        if (bend != null && !(bend >= 0 && Double.isFinite(bend))) {
            throw Refusal.of("A bend's radius can't be below zero.");
        }
    }

    private static void above(double v, String what) {
        if (!(v > 0) || !Double.isFinite(v)) {
            throw Refusal.of("The " + what + " must be above zero.");
        }
    }

    /**
     * Straight.
     *
     * @param level the corner or point to be level with, in the plane through it square to the leg; null for by the length
     */
    record Straight(String id, Double bend, Toward toward, double length, PointReference level) implements PathLeg {
        public Straight {
            bent(bend);
            above(length, "length of a leg");
        }

        @Override
        public Map<String, Number> sizes() {
            return level == null ? PathLeg.sizes(bend, "length", length) : PathLeg.sizes(bend);
        }

        @Override
        public Straight sized(String name, double v) {
            return name.equals("bend")
                    ? new Straight(id, v, toward, length, level)
                    : new Straight(id, bend, toward, v, level);
        }

        @Override
        public List<String> steps() {
            List<String> all = new ArrayList<>(toward.steps());
            all.addAll(level == null ? List.of() : level.steps());
            return all;
        }
    }

    /**
     * Smoothly out of the leg before, round toward a direction.
     *
     * @param angle by which it turns; zero for until it goes that way
     */
    record Arc(String id, Toward toward, double radius, double angle) implements PathLeg {
        public Arc {
            above(radius, "radius of an arc");
            if (!(angle >= 0) || !(angle < 2 * Math.PI)) {
                throw Refusal.of("An arc turns by an angle above 0° and below 360°.");
            }
        }

        @Override
        public Double bend() {
            return null;
        }

        @Override
        public Map<String, Number> sizes() {
            return angle > 0
                    ? PathLeg.sizes(null, "radius", radius, "angle", angle)
                    : PathLeg.sizes(null, "radius", radius);
        }

        @Override
        public Arc sized(String name, double v) {
            return name.equals("angle") ? new Arc(id, toward, radius, v) : new Arc(id, toward, v, angle);
        }

        @Override
        public List<String> steps() {
            return toward.steps();
        }
    }

    /**
     * A smooth curve through points.
     *
     * @param points in mm from the part's origin; where the path is when it begins isn't among them
     * @param smooth whether it comes smoothly out of the leg before
     * @param end the direction at its end, or null for any
     */
    record Spline(String id, Double bend, List<Vec3> points, boolean smooth, Toward end) implements PathLeg {
        public Spline {
            bent(bend);
            points = List.copyOf(points);
            if (points.isEmpty() || points.size() > MOST_POINTS) {
                throw Refusal.of("A smooth leg goes through one to " + MOST_POINTS + " points.");
            }
        }

        @Override
        public Map<String, Number> sizes() {
            Map<String, Number> out = PathLeg.sizes(bend);
            for (int i = 0; i < points.size(); i++) {
                out.put("x" + (i + 1), points.get(i).x());
                out.put("y" + (i + 1), points.get(i).y());
                out.put("z" + (i + 1), points.get(i).z());
            }
            return out;
        }

        @Override
        public Spline sized(String name, double v) {
            if (name.equals("bend")) {
                return new Spline(id, v, points, smooth, end);
            }
            int i = Integer.parseInt(name.substring(1)) - 1;
            Vec3 p = points.get(i);
            List<Vec3> more = new ArrayList<>(points);
            more.set(
                    i,
                    new Vec3(
                            name.charAt(0) == 'x' ? v : p.x(),
                            name.charAt(0) == 'y' ? v : p.y(),
                            name.charAt(0) == 'z' ? v : p.z()));
            return new Spline(id, bend, more, smooth, end);
        }

        @Override
        public List<String> steps() {
            return end == null ? List.of() : end.steps();
        }
    }

    /** Along edges of the part that go on from each other. */
    record Edges(String id, Double bend, List<EdgeReference> edges) implements PathLeg {
        public Edges {
            bent(bend);
            edges = List.copyOf(edges);
            if (edges.isEmpty()) {
                throw Refusal.of("Pick the edges that the path follows.");
            }
        }

        @Override
        public Map<String, Number> sizes() {
            return PathLeg.sizes(bend);
        }

        @Override
        public Edges sized(String name, double v) {
            return new Edges(id, v, edges);
        }

        @Override
        public List<String> steps() {
            return edges.stream().flatMap(e -> e.steps().stream()).distinct().toList();
        }
    }

    /** Along a drawn line of a sketch, or all round a region of it. */
    record Lines(String id, Double bend, String sketch, RegionReference line) implements PathLeg {
        public Lines {
            bent(bend);
            if (line == null || sketch.isEmpty()) {
                throw Refusal.of("Pick the drawn line that the path follows.");
            }
        }

        @Override
        public Map<String, Number> sizes() {
            return PathLeg.sizes(bend);
        }

        @Override
        public Lines sized(String name, double v) {
            return new Lines(id, v, sketch, line);
        }

        @Override
        public List<String> steps() {
            return List.of(sketch);
        }
    }

    /** Which two of its numbers a coil goes by. */
    enum By {
        PITCH_TURNS,
        PITCH_HEIGHT,
        TURNS_HEIGHT,
        /** As close as a round wire lets it, or so far apart. */
        WIRE_TURNS
    }

    /**
     * Round about an axis.
     *
     * @param diameter in mm; counts only where the path begins with the coil
     * @param start the angle at which it begins then, in radians from the axis' own x
     * @param pitch in mm a turn
     * @param wire the diameter in mm of the wire that the turns are as close for as can be
     * @param gap how far apart the wire's turns are, in mm
     * @param left whether it turns the other way round
     * @param grow by which its diameter grows a turn, in mm; negative to narrow
     * @param leave the direction along which its end points, seen along the axis, or null for just as many turns as given
     */
    record Coil(
            String id,
            Double bend,
            Layout.Axis axis,
            double diameter,
            double start,
            By by,
            double pitch,
            double turns,
            double height,
            double wire,
            double gap,
            boolean left,
            double grow,
            Toward leave)
            implements PathLeg {
        public static final double MOST_TURNS = 400;

        public Coil {
            bent(bend);
            above(diameter, "diameter of a coil");
            if (by != By.PITCH_HEIGHT && !(turns > 0 && turns <= MOST_TURNS)) {
                throw Refusal.of("A coil has more than no turns, and at most 400.");
            }
            if (by == By.PITCH_HEIGHT) {
                above(pitch, "pitch");
                above(height, "height");
            }
            if (by == By.PITCH_TURNS && (!(pitch >= 0) || pitch == 0 && grow == 0)) {
                throw Refusal.of("A coil needs a pitch above zero, unless its diameter grows.");
            }
            if (by == By.TURNS_HEIGHT && (!(height >= 0) || height == 0 && grow == 0)) {
                throw Refusal.of("A coil needs a height above zero, unless its diameter grows.");
            }
            if (by == By.WIRE_TURNS) {
                above(wire, "diameter of the wire");
                if (!(gap >= 0)) {
                    throw Refusal.of("The gap between turns can't be below zero.");
                }
            }
        }

        @Override
        public Map<String, Number> sizes() {
            Map<String, Number> out = PathLeg.sizes(bend, "diameter", diameter, "start", start);
            if (by == By.PITCH_TURNS || by == By.PITCH_HEIGHT) {
                out.put("pitch", pitch);
            }
            if (by != By.PITCH_HEIGHT) {
                out.put("turns", turns);
            }
            if (by == By.PITCH_HEIGHT || by == By.TURNS_HEIGHT) {
                out.put("height", height);
            }
            if (by == By.WIRE_TURNS) {
                out.put("wire", wire);
                out.put("gap", gap);
            }
            if (grow != 0) {
                out.put("grow", grow);
            }
            return out;
        }

        @Override
        public Coil sized(String name, double v) {
            return new Coil(
                    id,
                    name.equals("bend") ? Double.valueOf(v) : bend,
                    axis,
                    name.equals("diameter") ? v : diameter,
                    name.equals("start") ? v : start,
                    by,
                    name.equals("pitch") ? v : pitch,
                    name.equals("turns") ? v : turns,
                    name.equals("height") ? v : height,
                    name.equals("wire") ? v : wire,
                    name.equals("gap") ? v : gap,
                    left,
                    name.equals("grow") ? v : grow,
                    leave);
        }

        @Override
        public List<String> steps() {
            List<String> all = new ArrayList<>(axis.steps());
            all.addAll(leave == null ? List.of() : leave.steps());
            return all;
        }
    }
}
