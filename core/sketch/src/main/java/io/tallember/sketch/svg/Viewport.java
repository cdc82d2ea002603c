package io.tallember.sketch.svg;

import java.util.Locale;
import org.w3c.dom.Element;

/**
 * A stretch of the plane into which something is drawn, and how it is laid there (Scalable Vector Graphics 2, chapter 8).
 *
 * @param map from what is drawn to what is round it
 * @param width of what is drawn, in its own units, as percentages need it
 */
record Viewport(Affine map, double width, double height) {
    private static final double PIXEL = 25.4 / 96;

    /** A length in user units (1/96 inch): a plain number counts as such; percentages are of {@code whole}; NaN when it is none. */
    static double length(String text, double whole) {
        String t = text.strip().toLowerCase(Locale.ROOT);
        double[] n = PathData.numbers(t);
        if (n.length == 0) {
            return Double.NaN;
        }
        String unit =
                t.replaceFirst("^[-+]?(\\d+\\.?\\d*|\\.\\d+)(e[-+]?\\d+)?", "").strip();
        return n[0]
                * switch (unit) {
                    case "mm" -> 1 / PIXEL;
                    case "cm" -> 10 / PIXEL;
                    case "q" -> 0.25 / PIXEL;
                    case "in" -> 96;
                    case "pt" -> 96.0 / 72;
                    case "pc" -> 16;
                    case "em", "rem" -> 16;
                    case "ex", "ch" -> 8;
                    case "%" -> whole / 100;
                    default -> 1;
                };
    }

    private static boolean absolute(String text) {
        return text.strip().toLowerCase(Locale.ROOT).matches(".*\\d\\s*(mm|cm|q|in|pt|pc|px)");
    }

    /** The whole file, from its units to mm, y up. */
    static Viewport whole(Element svg, double unit) {
        String w = svg.getAttribute("width");
        String h = svg.getAttribute("height");
        double[] box = PathData.numbers(svg.getAttribute("viewBox"));
        boolean sized = absolute(w) || absolute(h);
        double mm = sized || unit <= 0 ? PIXEL : unit;
        double wide = w.contains("%") ? Double.NaN : length(w, 0);
        double high = h.contains("%") ? Double.NaN : length(h, 0);
        if (box.length == 4 && box[2] > 0 && box[3] > 0) {
            // a side that isn't given follows the other; none: the box is as large as it says
            if (Double.isNaN(wide) && Double.isNaN(high)) {
                wide = box[2];
                high = box[3];
            } else if (Double.isNaN(wide)) {
                wide = high * box[2] / box[3];
            } else if (Double.isNaN(high)) {
                high = wide * box[3] / box[2];
            }
            Affine laid = laid(box, wide, high, svg.getAttribute("preserveAspectRatio"));
            return new Viewport(new Affine(mm, 0, 0, -mm, 0, mm * high).after(laid), box[2], box[3]);
        }
        high = Double.isNaN(high) ? 0 : high;
        return new Viewport(new Affine(mm, 0, 0, -mm, 0, mm * high), Double.isNaN(wide) ? 0 : wide, high);
    }

    /** A drawing within another, or a symbol that is used there. */
    static Viewport within(Element svg, Viewport round, String width, String height) {
        double x = svg.getLocalName().equals("svg") ? or(length(svg.getAttribute("x"), round.width()), 0) : 0;
        double y = svg.getLocalName().equals("svg") ? or(length(svg.getAttribute("y"), round.height()), 0) : 0;
        double wide = or(length(width, round.width()), round.width());
        double high = or(length(height, round.height()), round.height());
        double[] box = PathData.numbers(svg.getAttribute("viewBox"));
        Affine at = new Affine(1, 0, 0, 1, x, y);
        if (box.length != 4 || !(box[2] > 0) || !(box[3] > 0)) {
            return new Viewport(at, wide, high);
        }
        return new Viewport(at.after(laid(box, wide, high, svg.getAttribute("preserveAspectRatio"))), box[2], box[3]);
    }

    static double or(double v, double otherwise) {
        return Double.isNaN(v) ? otherwise : v;
    }

    /** How a view box is laid into a stretch of the plane. */
    private static Affine laid(double[] box, double wide, double high, String how) {
        double sx = wide / box[2];
        double sy = high / box[3];
        String[] words =
                how.strip().isEmpty() ? new String[] {"xMidYMid"} : how.strip().split("\\s+");
        String align = words[0].equals("defer") && words.length > 1 ? words[1] : words[0];
        if (!align.equals("none")) {
            double s = how.contains("slice") ? Math.max(sx, sy) : Math.min(sx, sy);
            sx = s;
            sy = s;
        }
        double freeX = wide - sx * box[2];
        double freeY = high - sy * box[3];
        double dx = align.contains("xMin") || align.equals("none") ? 0 : align.contains("xMax") ? freeX : freeX / 2;
        double dy = align.contains("YMin") || align.equals("none") ? 0 : align.contains("YMax") ? freeY : freeY / 2;
        return new Affine(sx, 0, 0, sy, dx - sx * box[0], dy - sy * box[1]);
    }
}
