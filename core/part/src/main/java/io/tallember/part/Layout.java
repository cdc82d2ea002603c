package io.tallember.part;

import java.util.List;
import java.util.Optional;

/** Where the copies of a repeat are. The original is the first place. */
public sealed interface Layout {
    int MOST = 1000;

    /** What a repeat goes along or round. */
    sealed interface Axis {
        /** One of the part's own axes. */
        enum Base implements Axis {
            X,
            Y,
            Z
        }

        /** The axis of a round face, or the normal of a flat one where it was picked. */
        record OfFace(FaceReference face) implements Axis {}

        /** A straight edge, or the axis of a round one. */
        record OfEdge(EdgeReference edge) implements Axis {}

        /** An axis that a step made. */
        record Made(String step) implements Axis {}

        default List<String> steps() {
            if (this instanceof Made m) {
                return List.of(m.step());
            }
            return this instanceof OfFace f
                    ? f.face().steps()
                    : this instanceof OfEdge e ? e.edge().steps() : List.of();
        }
    }

    /** How many places there are, the original's among them. */
    int places();

    /** Ids of the steps it goes by. */
    List<String> steps();

    /** What the number at a place measures; nothing when it has none there. */
    default Optional<Measure> measure(String place) {
        return Optional.empty();
    }

    default Layout sized(String place, double value) {
        return this;
    }

    private static void spaced(double spacing) {
        if (!(spacing > 0) || !Double.isFinite(spacing)) {
            throw Refusal.of("The spacing must be above zero. To go the other way, turn the direction.");
        }
    }

    private static void counted(int least, int places) {
        if (places < least || places > MOST) {
            throw Refusal.of("There can be " + least + " to " + MOST + " in all, the original among them.");
        }
    }

    /**
     * In a row, or in rows of rows.
     *
     * @param spacing in mm from one to the next, or from the first to the last
     * @param overall whether the spacing is that of the first and the last
     * @param second the rows' own row, or null
     */
    record Row(Axis axis, int count, double spacing, boolean overall, Second second) implements Layout {
        /** The other direction of a grid. */
        public record Second(Axis axis, int count, double spacing, boolean flipped) {
            public Second {
                counted(2, count);
                spaced(spacing);
            }
        }

        public Row {
            counted(2, second == null ? count : count * second.count());
            counted(2, count);
            spaced(spacing);
        }

        /** In mm from one to the next. */
        public double pitch() {
            return overall ? spacing / (count - 1) : spacing;
        }

        /** In mm from one row to the next. */
        public double secondPitch() {
            return overall ? second.spacing() / (second.count() - 1) : second.spacing();
        }

        @Override
        public int places() {
            return second == null ? count : count * second.count();
        }

        @Override
        public List<String> steps() {
            return second == null
                    ? axis.steps()
                    : java.util.stream.Stream.concat(axis.steps().stream(), second.axis().steps().stream())
                            .distinct()
                            .toList();
        }

        @Override
        public Optional<Measure> measure(String place) {
            boolean known = place.equals("spacing") || place.equals("spacing2") && second != null;
            return known ? Optional.of(Measure.LENGTH) : Optional.empty();
        }

        @Override
        public Row sized(String place, double v) {
            return place.equals("spacing")
                    ? new Row(axis, count, v, overall, second)
                    : new Row(
                            axis,
                            count,
                            spacing,
                            overall,
                            new Second(second.axis(), second.count(), v, second.flipped()));
        }
    }

    /**
     * Round an axis.
     *
     * @param full all the way round, evenly; else by the angle
     * @param angle in radians from one to the next, or from the first to the last
     * @param overall whether the angle is that between the first and the last
     */
    record Round(Axis axis, int count, boolean full, double angle, boolean overall) implements Layout {
        public Round {
            counted(2, count);
            if (!(angle > 0) || !(angle <= 2 * Math.PI)) {
                throw Refusal.of("The angle must be above 0° and up to 360°. To go the other way, turn the direction.");
            }
        }

        /** In radians from one to the next. */
        public double pitch() {
            return full ? 2 * Math.PI / count : overall ? angle / (count - 1) : angle;
        }

        @Override
        public int places() {
            return count;
        }

        @Override
        public List<String> steps() {
            return axis.steps();
        }

        @Override
        public Optional<Measure> measure(String place) {
            return place.equals("angle") && !full ? Optional.of(Measure.ANGLE) : Optional.empty();
        }

        @Override
        public Round sized(String place, double v) {
            return new Round(axis, count, full, v, overall);
        }
    }

    /**
     * Along a line of a sketch, moved as a thing at the line's start would be.
     *
     * @param sketch the step that drew it
     * @param line the open line, or the region whose outline is followed
     * @param spacing in mm along the line from one to the next; zero for evenly over the whole line
     * @param turning whether the copies turn with the line
     */
    record Path(String sketch, RegionReference line, int count, double spacing, boolean turning) implements Layout {
        public Path {
            counted(2, count);
            if (!(spacing >= 0) || !Double.isFinite(spacing)) {
                throw Refusal.of("The spacing along a line must be above zero, or nothing for even places.");
            }
        }

        @Override
        public int places() {
            return count;
        }

        @Override
        public List<String> steps() {
            return List.of(sketch);
        }

        @Override
        public Optional<Measure> measure(String place) {
            return place.equals("spacing") && spacing > 0 ? Optional.of(Measure.LENGTH) : Optional.empty();
        }

        @Override
        public Path sized(String place, double v) {
            return new Path(sketch, line, count, v, turning);
        }
    }

    /** One image in a plane. */
    record Mirror(SketchPlane plane) implements Layout {
        @Override
        public int places() {
            return 2;
        }

        @Override
        public List<String> steps() {
            return plane.steps();
        }
    }
}
