package io.tallember.inspect.sheet;

import java.util.ArrayList;
import java.util.List;

/** What of the paper is taken: boxes of texts, which nothing may cover, and lines, which no text may cover. */
final class Room {
    private static final double GAP = 0.6;

    private final List<double[]> texts = new ArrayList<>();
    private final List<double[]> lines = new ArrayList<>();

    void text(double[] box) {
        texts.add(box);
    }

    void line(double ax, double ay, double bx, double by) {
        lines.add(new double[] {ax, ay, bx, by});
    }

    void take(Ink i) {
        if (i instanceof Ink.Text t) {
            text(t.box());
        } else if (i instanceof Ink.Path p) {
            for (int k = 0; k + 3 < p.xy().length; k += 2) {
                line(p.xy()[k], p.xy()[k + 1], p.xy()[k + 2], p.xy()[k + 3]);
            }
        } else if (i instanceof Ink.Arc a) {
            int n = 24;
            for (int k = 0; k < n; k++) {
                double s = a.from() + a.sweep() * k / n;
                double t = a.from() + a.sweep() * (k + 1) / n;
                line(a.px(s), a.py(s), a.px(t), a.py(t));
            }
        }
    }

    /** Whether a text fits: over no other text. */
    boolean free(double[] box) {
        return texts.stream().noneMatch(o -> overlap(o, box, GAP));
    }

    /** Whether a text fits over no text and no line either. */
    boolean clear(double[] box) {
        return free(box) && lines.stream().noneMatch(l -> through(l, box, GAP));
    }

    /** Whether a line runs over no text. */
    boolean open(double ax, double ay, double bx, double by) {
        double[] l = {ax, ay, bx, by};
        return texts.stream().noneMatch(t -> through(l, t, GAP / 2));
    }

    static boolean overlap(double[] a, double[] b, double gap) {
        return a[0] < b[2] + gap && b[0] < a[2] + gap && a[1] < b[3] + gap && b[1] < a[3] + gap;
    }

    /** Whether a line comes into a box, by cutting it at the box's sides. */
    private static boolean through(double[] l, double[] box, double gap) {
        double lo = 0;
        double hi = 1;
        for (int k = 0; k < 2; k++) {
            double d = l[2 + k] - l[k];
            double a = box[k] - gap - l[k];
            double b = box[2 + k] + gap - l[k];
            if (Math.abs(d) < 1e-12) {
                if (a > 0 || b < 0) {
                    return false;
                }
                continue;
            }
            double s = a / d;
            double t = b / d;
            lo = Math.max(lo, Math.min(s, t));
            hi = Math.min(hi, Math.max(s, t));
        }
        return lo <= hi;
    }
}
