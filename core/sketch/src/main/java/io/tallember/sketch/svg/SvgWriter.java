package io.tallember.sketch.svg;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.Sketch.Strand;
import io.tallember.sketch.SketchCurve;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Writes the drawn curves of a sketch in mm: lines, arcs and Béziers exact to a tenth of a micrometre, chains as one path. */
public final class SvgWriter {
    private static final double MARGIN = 2;

    /** A stretch of a curve run through in one direction. */
    private record Run(Strand strand, boolean forward) {
        Vec3 from() {
            return strand.curve()
                    .point(forward ? strand.range().lo() : strand.range().hi());
        }

        Vec3 to() {
            return strand.curve()
                    .point(forward ? strand.range().hi() : strand.range().lo());
        }
    }

    private SvgWriter() {}

    public static String write(Sketch sketch) {
        List<Strand> left = new ArrayList<>();
        for (SketchCurve c : sketch.curves()) {
            if (!c.construction()) {
                left.addAll(sketch.strands(c).values());
            }
        }
        double[] box = {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
        for (Strand s : left) {
            var b = s.curve().bounds(s.range());
            box[0] = Math.min(box[0], b.min().x());
            box[1] = Math.min(box[1], b.min().y());
            box[2] = Math.max(box[2], b.max().x());
            box[3] = Math.max(box[3], b.max().y());
        }
        if (left.isEmpty()) {
            box = new double[] {0, 0, 10, 10};
        }
        double w = box[2] - box[0] + 2 * MARGIN;
        double h = box[3] - box[1] + 2 * MARGIN;
        StringBuilder out = new StringBuilder();
        out.append(String.format(
                Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%.4fmm\" height=\"%.4fmm\" viewBox=\"%.4f %.4f %.4f"
                        + " %.4f\">%n",
                w,
                h,
                box[0] - MARGIN,
                -box[3] - MARGIN,
                w,
                h));
        while (!left.isEmpty()) {
            out.append("  <path fill=\"none\" stroke=\"black\" stroke-width=\"0.1\" d=\"")
                    .append(path(chain(left)))
                    .append("\"/>\n");
        }
        return out.append("</svg>\n").toString();
    }

    private static List<Run> chain(List<Strand> left) {
        List<Run> runs = new ArrayList<>(List.of(new Run(left.remove(0), true)));
        boolean grown = true;
        while (grown) {
            grown = false;
            Vec3 end = runs.get(runs.size() - 1).to();
            for (Strand s : left) {
                Run forward = new Run(s, true);
                Run back = new Run(s, false);
                Run next = forward.from().distance(end) < 1e-6
                        ? forward
                        : back.from().distance(end) < 1e-6 ? back : null;
                if (next != null) {
                    left.remove(s);
                    runs.add(next);
                    grown = true;
                    break;
                }
            }
        }
        return runs;
    }

    private static String path(List<Run> runs) {
        StringBuilder d = new StringBuilder("M" + at(runs.get(0).from()));
        for (Run r : runs) {
            Curve c = r.strand().curve();
            if (c instanceof Line) {
                d.append("L").append(at(r.to()));
            } else if (c instanceof Nurbs n) {
                bezier(n, r.forward(), d);
            } else {
                oval(c, r, d);
            }
        }
        if (runs.get(runs.size() - 1).to().distance(runs.get(0).from()) < 1e-6) {
            d.append('Z');
        }
        return d.toString();
    }

    /** In two halves, so that a whole one is no special case. */
    private static void oval(Curve c, Run r, StringBuilder d) {
        double rx = c instanceof Circle k ? k.radius() : ((Ellipse) c).a();
        double ry = c instanceof Circle k ? k.radius() : ((Ellipse) c).b();
        Vec3 x = c instanceof Circle k ? k.frame().x() : ((Ellipse) c).frame().x();
        double turn = Math.toDegrees(Math.atan2(-x.y(), x.x()));
        Interval range = r.strand().range();
        for (int i = 1; i <= 2; i++) {
            Vec3 p = c.point(r.forward() ? range.at(i / 2.0) : range.at(1 - i / 2.0));
            int large = range.length() / 2 > Math.PI ? 1 : 0;
            // y points down in the file, so that the sense turns round
            d.append(String.format(Locale.ROOT, "A%.7f %.7f %.6f %d %d ", rx, ry, turn, large, r.forward() ? 0 : 1));
            d.append(at(p));
        }
    }

    private static void bezier(Nurbs n, boolean forward, StringBuilder d) {
        List<Vec3> poles = n.poles();
        int degree = n.degree();
        int pieces = (poles.size() - 1) / degree;
        for (int i = 0; i < pieces; i++) {
            int from = degree * (forward ? i : pieces - i);
            d.append(degree == 2 ? "Q" : "C");
            for (int k = 1; k <= degree; k++) {
                d.append(k > 1 ? " " : "").append(at(poles.get(from + (forward ? k : -k))));
            }
        }
    }

    private static String at(Vec3 p) {
        return String.format(Locale.ROOT, "%.7f %.7f", p.x(), 0 - p.y());
    }
}
