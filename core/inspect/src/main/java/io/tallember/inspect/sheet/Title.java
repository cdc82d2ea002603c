package io.tallember.inspect.sheet;

import io.tallember.part.Look;
import io.tallember.part.PartDocument;
import io.tallember.part.SheetPlan;
import io.tallember.part.steps.Texts;
import java.util.List;
import java.util.stream.Collectors;

/** The frame of a sheet, and the block that tells what is drawn on it and how. */
final class Title {
    static final double WIDTH = 170;
    static final double HEIGHT = 32;
    private static final double SMALL = 1.8;
    private static final double LARGE = 2.8;
    private static final String OF = "title";

    private final String part;
    private final PartDocument doc;
    private final SheetPlan plan;
    private final String paper;
    private final double[] size;
    private final double scale;
    private final String date;
    private final String revision;

    /** @param part what the part is called */
    Title(
            String part,
            PartDocument doc,
            SheetPlan plan,
            String paper,
            double[] size,
            double scale,
            String date,
            String revision) {
        this.part = part;
        this.revision = revision;
        this.doc = doc;
        this.plan = plan;
        this.paper = paper;
        this.size = size;
        this.scale = scale;
        this.date = date;
    }

    double[] box() {
        double right = size[0] - Sheet.MARGIN;
        return new double[] {right - WIDTH, Sheet.MARGIN, right, Sheet.MARGIN + HEIGHT};
    }

    static String told(double scale) {
        return scale >= 1 ? Texts.shortest(scale, 3) + " : 1" : "1 : " + Texts.shortest(1 / scale, 3);
    }

    void draw(List<Ink> out) {
        double m = Sheet.MARGIN;
        double[] frame = {m + 5, m, size[0] - m, m, size[0] - m, size[1] - m, m + 5, size[1] - m, m + 5, m};
        out.add(new Ink.Path(Ink.Layer.OUTLINE, OF, frame, false));
        double[] b = box();
        double[] rows = {b[1], b[1] + 8, b[1] + 16, b[1] + 24, b[3]};
        line(out, Ink.Layer.OUTLINE, b[0], b[1], b[0], b[3]);
        line(out, Ink.Layer.OUTLINE, b[0], b[3], b[2], b[3]);
        for (int i = 1; i < 4; i++) {
            line(out, Ink.Layer.SIZE, b[0], rows[i], b[2], rows[i]);
        }
        double[] columns = {b[0], b[0] + 46, b[0] + 86, b[0] + 126};
        for (int i = 1; i < 4; i++) {
            line(out, Ink.Layer.SIZE, columns[i], rows[0], columns[i], i == 3 ? rows[4] : rows[3]);
        }
        cell(out, columns[0], rows[3], "Part", part, 74);
        cell(out, columns[0], rows[2], "Made by", made(), 44);
        cell(out, columns[1], rows[2], "Unit", doc.unit().word(), 38);
        cell(out, columns[2], rows[2], "Scale", told(scale), 38);
        cell(out, columns[0], rows[1], "Sizes without a tolerance", "ISO 2768 - m", 44);
        cell(out, columns[1], rows[1], "Form and place", "ISO 2768 - K", 38);
        cell(out, columns[2], rows[1], "Paper", paper, 38);
        cell(out, columns[0], rows[0], "Material", material(), 44);
        cell(out, columns[1], rows[0], "Date", date, 38);
        cell(out, columns[2], rows[0], "Revision", revision, 38);
        cell(out, columns[3], rows[3], "Views", plan.firstAngle() ? "first angle" : "third angle", 40);
        symbol(out, columns[3] + 22, rows[1] + 3);
    }

    private String made() {
        return switch (doc.arrangement().making().way()) {
            case MOULDED -> "moulding";
            case CAST -> "casting";
            case MACHINED -> "machining";
            case PRINTED -> "printing";
            case BENT -> "bending";
        };
    }

    /** Of all bodies, where they say it. */
    private String material() {
        return doc.arrangement().looks().values().stream()
                .map(Look::material)
                .filter(m -> !m.isBlank())
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
    }

    private static void cell(List<Ink> out, double x, double y, String label, String text, double room) {
        out.add(new Ink.Text(Ink.Layer.TEXT, OF, x + 1, y + 5.4, SMALL, false, label));
        if (!text.isEmpty()) {
            double height = Math.min(LARGE, LARGE * room / Math.max(1, Lettering.width(text, LARGE)));
            out.add(new Ink.Text(Ink.Layer.TEXT, OF, x + 1, y + 1.4, height, false, text));
        }
    }

    private static void line(List<Ink> out, Ink.Layer layer, double ax, double ay, double bx, double by) {
        out.add(new Ink.Path(layer, OF, new double[] {ax, ay, bx, by}, false));
    }

    /** A frustum from its side and from its narrow end: to the right in the first angle, to the left in the third. */
    private void symbol(List<Ink> out, double x, double y) {
        // the narrow end is to the left in both; seen from there both circles are whole
        double side = plan.firstAngle() ? 1 : -1;
        double cx = x + side * 9;
        double fx = x - side * 5;
        for (double r : new double[] {2.2, 4.4}) {
            out.add(new Ink.Arc(Ink.Layer.FRAME, OF, cx, y + 4, r, r, 0, 0, 2 * Math.PI));
        }
        double narrow = fx - 5;
        double wide = fx + 5;
        double[] cone = {
            narrow, y + 4 - 2.2, wide, y + 4 - 4.4, wide, y + 4 + 4.4, narrow, y + 4 + 2.2, narrow, y + 4 - 2.2
        };
        out.add(new Ink.Path(Ink.Layer.FRAME, OF, cone, false));
        line(out, Ink.Layer.CENTRE, fx - 6.5, y + 4, fx + 6.5, y + 4);
        line(out, Ink.Layer.CENTRE, cx - 5.5, y + 4, cx + 5.5, y + 4);
        line(out, Ink.Layer.CENTRE, cx, y - 1.5, cx, y + 9.5);
    }
}
