package io.tallember.inspect.sheet;

/**
 * What is drawn on a sheet, in mm from its lower left corner, x to the right and y up.
 */
public sealed interface Ink {
    /** Pens, by what is drawn with them: their width in mm, and whether their lines are dashed or chained. */
    enum Layer {
        OUTLINE(0.5, new double[0]),
        HIDDEN(0.25, new double[] {2, 1}),
        CENTRE(0.18, new double[] {6, 1, 1, 1}),
        SIZE(0.18, new double[0]),
        HATCH(0.13, new double[0]),
        CUT(0.35, new double[] {8, 1.5, 1, 1.5}),
        FRAME(0.35, new double[0]),
        TEXT(0.18, new double[0]);

        private final double width;
        private final double[] dashes;

        Layer(double width, double[] dashes) {
            this.width = width;
            this.dashes = dashes;
        }

        public double width() {
            return width;
        }

        public double[] dashes() {
            return dashes.clone();
        }
    }

    Layer layer();

    /** The view, size, note or table that it belongs to. */
    String of();

    /**
     * A line through points.
     *
     * @param xy x and y by turns
     * @param filled as an area of ink
     */
    record Path(Layer layer, String of, double[] xy, boolean filled) implements Ink {}

    /**
     * An arc of an ellipse.
     *
     * @param a and {@code b} its half axes, the first turned by {@code turn} radians
     * @param from the angle at which it begins, by the ellipse's own parameter, and {@code sweep} how far it goes, counter-clockwise
     */
    record Arc(Layer layer, String of, double x, double y, double a, double b, double turn, double from, double sweep)
            implements Ink {
        double px(double t) {
            return x + a * Math.cos(t) * Math.cos(turn) - b * Math.sin(t) * Math.sin(turn);
        }

        double py(double t) {
            return y + a * Math.cos(t) * Math.sin(turn) + b * Math.sin(t) * Math.cos(turn);
        }
    }

    /** Text from a point on its base line; {@code upright} runs upward. */
    record Text(Layer layer, String of, double x, double y, double height, boolean upright, String text)
            implements Ink {
        /** What it covers: x and y of the lower left and the upper right corner. */
        double[] box() {
            double w = Lettering.width(text, height);
            double under = 0.25 * height;
            return upright
                    ? new double[] {x - height, y, x + under, y + w}
                    : new double[] {x, y - under, x + w, y + height};
        }
    }
}
