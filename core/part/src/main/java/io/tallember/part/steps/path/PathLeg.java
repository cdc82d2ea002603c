package io.tallember.part.steps.path;

import io.tallember.part.Along;
import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.PointReference;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** One leg of a path. Its id stays with it when others come and go. */
sealed interface PathLeg
        permits PathLeg.Straight,
                PathLeg.Arc,
                PathLeg.Bow,
                PathLeg.Follow,
                PathLeg.Pair,
                PathLeg.Drop,
                SplineLeg,
                CoilLeg {
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

    /** What it goes along. */
    default List<Along> alongs() {
        return List.of();
    }

    default Measure measure(String name) {
        return switch (name) {
            case "angle", "start", "turn" -> Measure.ANGLE;
            case "turns", "first", "last" -> Measure.PLAIN;
            default -> name.matches("(turn|share)[0-9]+") ? Measure.PLAIN : Measure.LENGTH;
        };
    }

    static Map<String, Number> sizes(Double bend, Object... pairs) {
        Map<String, Number> out = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            out.put((String) pairs[i], (Double) pairs[i + 1]);
        }
        if (bend != null && bend > 0) {
            out.put("bend", bend);
        }
        return out;
    }

    static void bent(Double bend) {
        if (bend != null && !(bend >= 0 && Double.isFinite(bend))) {
            throw Refusal.of("A bend's radius can't be below zero.");
        }
    }

    static void above(double v, String what) {
        if (!(v > 0) || !Double.isFinite(v)) {
            throw Refusal.of("The " + what + " must be above zero.");
        }
    }

    /** What a straight leg goes until it is level with. */
    sealed interface Level {
        /** A corner or point, in the plane through it square to the leg. */
        record Point(PointReference corner) implements Level {}

        /** A plane or flat face. */
        record Flat(SketchPlane plane) implements Level {}

        default List<String> steps() {
            return this instanceof Point p
                    ? p.corner().steps()
                    : ((Flat) this).plane().steps();
        }
    }

    /**
     * Straight.
     *
     * @param turn the angle to the leg before, where it is told so; else zero
     * @param level what it is to be level with; null for by the length
     */
    record Straight(String id, Double bend, Toward toward, double length, double turn, Level level) implements PathLeg {
        public Straight {
            bent(bend);
            above(length, "length of a leg");
        }

        @Override
        public Map<String, Number> sizes() {
            Map<String, Number> out =
                    level == null && !toward.ends() ? PathLeg.sizes(bend, "length", length) : PathLeg.sizes(bend);
            if (toward.word().equals(Toward.TURNED)) {
                out.put("turn", turn);
            }
            return out;
        }

        @Override
        public Straight sized(String name, double v) {
            return new Straight(
                    id,
                    name.equals("bend") ? Double.valueOf(v) : bend,
                    toward,
                    name.equals("length") ? v : length,
                    name.equals("turn") ? v : turn,
                    level);
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
     * An arc through a place to another.
     */
    record Bow(String id, Double bend, Spot via, Spot end) implements PathLeg {
        public Bow {
            bent(bend);
        }

        @Override
        public Map<String, Number> sizes() {
            Map<String, Number> out = PathLeg.sizes(bend);
            via.sizes(1, out);
            end.sizes(2, out);
            return out;
        }

        @Override
        public Bow sized(String name, double v) {
            return name.equals("bend")
                    ? new Bow(id, v, via, end)
                    : new Bow(
                            id,
                            bend,
                            name.endsWith("1") ? via.sized(name, v) : via,
                            name.endsWith("2") ? end.sized(name, v) : end);
        }

        @Override
        public List<String> steps() {
            List<String> all = new ArrayList<>(via.steps());
            all.addAll(end.steps());
            return all;
        }
    }

    /**
     * Along what is there: another path, a drawn line of a sketch, or edges of the part.
     *
     * @param mirror the plane about which it is mirrored, or null
     */
    record Follow(String id, Double bend, Along along, SketchPlane mirror) implements PathLeg {
        public Follow {
            bent(bend);
        }

        @Override
        public Map<String, Number> sizes() {
            return PathLeg.sizes(bend);
        }

        @Override
        public Follow sized(String name, double v) {
            return new Follow(id, v, along, mirror);
        }

        @Override
        public List<Along> alongs() {
            return List.of(along);
        }

        @Override
        public List<String> steps() {
            List<String> all = new ArrayList<>(along.steps());
            all.addAll(mirror == null ? List.of() : mirror.steps());
            return all;
        }
    }

    /** How a leg follows from two lines. */
    enum Of {
        /** Halfway between them. */
        MIDDLE,
        /** Where they meet, raised out of their sketches: both are drawn lines. */
        VIEWS
    }

    /** From two lines. */
    record Pair(String id, Double bend, Of of, Along first, Along second) implements PathLeg {
        public Pair {
            bent(bend);
            if (of == Of.VIEWS && (first.line() == null || second.line() == null)) {
                throw Refusal.of("A curve from two views is made of two drawn lines. Pick one in each sketch.");
            }
        }

        @Override
        public Map<String, Number> sizes() {
            return PathLeg.sizes(bend);
        }

        @Override
        public Pair sized(String name, double v) {
            return new Pair(id, v, of, first, second);
        }

        @Override
        public List<Along> alongs() {
            return List.of(first, second);
        }

        @Override
        public List<String> steps() {
            List<String> all = new ArrayList<>(first.steps());
            all.addAll(second.steps());
            return all;
        }
    }

    /**
     * Dropped onto faces.
     *
     * @param toward along which it is dropped, or null for square to the faces
     */
    record Drop(String id, Double bend, Along along, List<FaceReference> faces, Toward toward) implements PathLeg {
        public Drop {
            bent(bend);
            faces = List.copyOf(faces);
            if (faces.isEmpty()) {
                throw Refusal.of("Pick the faces that the line is dropped onto.");
            }
        }

        @Override
        public Map<String, Number> sizes() {
            return PathLeg.sizes(bend);
        }

        @Override
        public Drop sized(String name, double v) {
            return new Drop(id, v, along, faces, toward);
        }

        @Override
        public List<Along> alongs() {
            return List.of(along);
        }

        @Override
        public List<String> steps() {
            List<String> all = new ArrayList<>(along.steps());
            faces.forEach(f -> all.addAll(f.steps()));
            all.addAll(toward == null ? List.of() : toward.steps());
            return all;
        }
    }
}
