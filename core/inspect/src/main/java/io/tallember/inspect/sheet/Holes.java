package io.tallember.inspect.sheet;

import io.tallember.geometry.Vec3;
import io.tallember.part.PartDocument;
import io.tallember.part.SheetPlan;
import io.tallember.part.Unit;
import io.tallember.part.steps.DrawnSize;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The holes of a part: a tag beside each where it is seen round, and a table of where they are and what they are. */
final class Holes {
    private static final double ROW = 5;
    private static final double HEIGHT = 2.5;
    private static final double[] COLUMNS = {14, 18, 18};
    private static final double PAD = 2;
    private static final int LETTERS = 26;
    private static final double SMALL = 1.4;
    /** How far below the table it is said from where places count. */
    private static final double UNDER = 3.5;

    /** A hole with its tag in the view in which it is seen round, and whether it is the first of its kind. */
    private record Tagged(DrawnSize.Hole hole, String tag, boolean first, View view) {}

    private final List<Tagged> all = new ArrayList<>();
    private final List<String> notShown = new ArrayList<>();
    private final Map<String, Integer> counts = new LinkedHashMap<>();
    private final Map<String, String> letters = new LinkedHashMap<>();
    private final Unit unit;
    private final SheetPlan plan;

    Holes(List<DrawnSize> sizes, List<View> views, PartDocument doc, SheetPlan plan, Landmarks landmarks) {
        this.unit = doc.unit();
        this.plan = plan;
        Map<String, Integer> gone = new LinkedHashMap<>();
        for (DrawnSize d : sizes) {
            if (!(d instanceof DrawnSize.Hole h)) {
                continue;
            }
            if (!landmarks.hold(h)) {
                gone.merge(doc.step(h.step()).name(), 1, Integer::sum);
                continue;
            }
            View v = views.stream()
                    .filter(k -> !k.name.equals("section") && !k.name.equals("corner") && k.shows(h.axis()))
                    .findFirst()
                    .orElse(null);
            String kind = h.step() + h.kind();
            String letter = letters.computeIfAbsent(kind, k -> letter(letters.size()));
            int n = counts.merge(kind, 1, Integer::sum);
            all.add(new Tagged(h, letter + n, n == 1, v));
            if (v == null) {
                notShown.add("Where hole " + letter + n + " of "
                        + doc.step(h.step()).name() + " is isn't told: none of the views shows it round.");
            }
        }
        gone.forEach((step, n) -> notShown.add((n == 1 ? "A hole" : n + " holes") + " of " + step
                + (n == 1 ? " isn't" : " aren't")
                + " in the table: a later step has changed the wall, or the face from which the depth counts."));
    }

    /** A to Z, then AA, AB. */
    private static String letter(int n) {
        String last = String.valueOf((char) ('A' + n % LETTERS));
        return n < LETTERS ? last : letter(n / LETTERS - 1) + last;
    }

    /** What isn't told of holes, as sentences. */
    List<String> notShown() {
        return notShown;
    }

    private String length(double mm) {
        return Sizes.length(mm, unit);
    }

    /** What a kind of hole is called, its lengths in the part's unit. */
    private String told(String kind) {
        String[] bits = kind.split("@");
        StringBuilder b = new StringBuilder();
        for (int i = 0; i < bits.length; i++) {
            b.append(i % 2 == 1 ? length(Double.parseDouble(bits[i])) : bits[i]);
        }
        return b.toString();
    }

    private boolean shown() {
        return !all.isEmpty() && !plan.hidden().contains("table:holes");
    }

    private double width() {
        double w = 30;
        for (Tagged t : all) {
            w = Math.max(w, Lettering.width(described(t), HEIGHT) + 2 * PAD);
        }
        return COLUMNS[0] + COLUMNS[1] + COLUMNS[2] + w;
    }

    private String described(Tagged t) {
        int n = counts.get(t.hole.step() + t.hole.kind());
        return t.first ? (n > 1 ? n + " \u00d7 " : "") + told(t.hole.kind()) : "";
    }

    /** Whether the table finds room above the title block. */
    boolean fits(double[] paper) {
        return !shown() || width() <= paper[0] - 2 * Sheet.MARGIN && (all.size() + 1) * ROW < paper[1] - 60;
    }

    /** Draws the table where it covers nothing: above the title block, else wherever there is room from the top right. */
    void table(List<Ink> out, Room room, double[] paper, double[] block) {
        if (!shown()) {
            return;
        }
        double w = width();
        double h = (all.size() + 1) * ROW;
        double[] best = null;
        List<double[]> tried = new ArrayList<>();
        tried.add(new double[] {paper[0] - Sheet.MARGIN - w, block[3] + 3 + UNDER});
        for (double y = paper[1] - Sheet.MARGIN - h; y > Sheet.MARGIN; y -= 5) {
            for (double x = paper[0] - Sheet.MARGIN - w; x > Sheet.MARGIN + 5; x -= 5) {
                tried.add(new double[] {x, y});
            }
        }
        for (double[] t : tried) {
            double[] box = {t[0], t[1] - UNDER, t[0] + w, t[1] + h};
            if (box[3] <= paper[1] - Sheet.MARGIN && room.clear(box)) {
                best = t;
                break;
            }
        }
        double[] at = best == null ? tried.get(0) : best;
        double x0 = at[0] + plan.by("table:holes").x();
        double y0 = at[1] + plan.by("table:holes").y();
        room.text(new double[] {x0, y0 - UNDER, x0 + w, y0 + h});
        String of = "table:holes";
        out.add(new Ink.Text(
                Ink.Layer.TEXT,
                of,
                x0,
                y0 - UNDER + 1,
                SMALL,
                false,
                "X and Y count from the left and the lower end of the view in which the hole is round."));
        double[] xs = {
            x0, x0 + COLUMNS[0], x0 + COLUMNS[0] + COLUMNS[1], x0 + COLUMNS[0] + COLUMNS[1] + COLUMNS[2], x0 + w
        };
        for (int i = 0; i <= all.size() + 1; i++) {
            out.add(new Ink.Path(
                    i == 0 || i > all.size() ? Ink.Layer.FRAME : Ink.Layer.SIZE,
                    of,
                    new double[] {x0, y0 + i * ROW, x0 + w, y0 + i * ROW},
                    false));
        }
        for (double x : xs) {
            out.add(new Ink.Path(
                    x == x0 || x == xs[4] ? Ink.Layer.FRAME : Ink.Layer.SIZE,
                    of,
                    new double[] {x, y0, x, y0 + h},
                    false));
        }
        double y = y0 + h - ROW;
        row(out, of, xs, y, "Hole", "X", "Y", "Size");
        for (Tagged t : all) {
            y -= ROW;
            String px = "";
            String py = "";
            if (t.view != null) {
                Vec3 l = t.view.frame.local(t.hole.at());
                px = length(l.x() - t.view.lo);
                py = length(l.y() - t.view.low);
            }
            row(out, of, xs, y, t.tag, px, py, described(t));
        }
    }

    private static void row(List<Ink> out, String of, double[] xs, double y, String... cells) {
        for (int i = 0; i < cells.length; i++) {
            if (!cells[i].isEmpty()) {
                out.add(new Ink.Text(Ink.Layer.TEXT, of, xs[i] + PAD, y + 1.4, HEIGHT, false, cells[i]));
            }
        }
    }

    /** Writes each hole's tag beside it. */
    void tags(List<Ink> out, Room room, Sizes sizes) {
        if (!shown()) {
            return;
        }
        for (Tagged t : all) {
            if (t.view == null) {
                continue;
            }
            Vec3 c = t.view.on(t.hole.at());
            double r = t.view.scale * t.hole.diameter() / 2;
            String of = "hole:" + t.hole.step() + "/" + t.hole.place();
            double w = Lettering.width(t.tag, HEIGHT);
            boolean done = false;
            for (double far : new double[] {1.2, 3, 5, 8}) {
                for (int i = 0; i < 8 && !done; i++) {
                    double a = Math.PI / 4 + i * Math.PI / 4;
                    double x =
                            c.x() + (r + far) * Math.cos(a) - (Math.cos(a) < -0.1 ? w : Math.cos(a) > 0.1 ? 0 : w / 2);
                    double y = c.y()
                            + (r + far) * Math.sin(a)
                            - (Math.sin(a) < -0.1 ? HEIGHT : Math.sin(a) > 0.1 ? 0 : HEIGHT / 2);
                    Ink.Text text = new Ink.Text(Ink.Layer.TEXT, of, x, y, HEIGHT, false, t.tag);
                    if (room.clear(text.box())) {
                        out.add(text);
                        room.take(text);
                        done = true;
                    }
                }
                if (done) {
                    break;
                }
            }
            if (!done) {
                sizes.leader(of, c, r, Math.PI / 4, Math.PI, t.tag, "The tag of hole " + t.tag);
            }
        }
    }
}
