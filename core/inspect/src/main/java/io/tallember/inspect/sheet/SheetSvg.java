package io.tallember.inspect.sheet;

import java.util.Locale;

/** A sheet as SVG, its unit the millimetre: layers as named groups, circles as arcs, real text. */
public final class SheetSvg {
    private SheetSvg() {}

    public static String of(Sheet sheet, String title) {
        StringBuilder b = new StringBuilder();
        b.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"")
                .append(n(sheet.width()))
                .append("mm\" height=\"")
                .append(n(sheet.height()))
                .append("mm\" viewBox=\"0 0 ")
                .append(n(sheet.width()))
                .append(' ')
                .append(n(sheet.height()))
                .append("\">\n<title>")
                .append(escaped(title))
                .append("</title>\n");
        for (Ink.Layer layer : Ink.Layer.values()) {
            b.append("<g id=\"").append(layer.name().toLowerCase(Locale.ROOT)).append('"');
            if (layer == Ink.Layer.TEXT) {
                b.append(" fill=\"#000\" font-family=\"'Liberation Sans', Arial, Helvetica, sans-serif\">\n");
            } else {
                b.append(
                                " fill=\"none\" stroke=\"#000\" stroke-linecap=\"round\" stroke-linejoin=\"round\" stroke-width=\"")
                        .append(n(layer.width()))
                        .append('"');
                if (layer.dashes().length > 0) {
                    b.append(" stroke-dasharray=\"");
                    for (int i = 0; i < layer.dashes().length; i++) {
                        b.append(i == 0 ? "" : " ").append(n(layer.dashes()[i]));
                    }
                    b.append('"');
                }
                b.append(">\n");
            }
            sheet.ink().stream().filter(i -> i.layer() == layer).forEach(i -> put(b, i, sheet.height()));
            b.append("</g>\n");
        }
        return b.append("</svg>\n").toString();
    }

    private static void put(StringBuilder b, Ink i, double h) {
        String of = " data-of=\"" + escaped(i.of()) + "\"";
        if (i instanceof Ink.Path p) {
            b.append("<path").append(of).append(" d=\"");
            for (int k = 0; k < p.xy().length; k += 2) {
                b.append(k == 0 ? 'M' : 'L').append(n(p.xy()[k])).append(' ').append(n(h - p.xy()[k + 1]));
            }
            b.append(p.filled() ? "Z\" fill=\"#000\"/>\n" : "\"/>\n");
        } else if (i instanceof Ink.Arc a) {
            boolean whole = Math.abs(a.sweep()) > 2 * Math.PI - 1e-9;
            double half = a.sweep() / 2;
            b.append("<path")
                    .append(of)
                    .append(" d=\"M")
                    .append(n(a.px(a.from())))
                    .append(' ')
                    .append(n(h - a.py(a.from())));
            for (double to : whole
                    ? new double[] {a.from() + half, a.from() + a.sweep()}
                    : new double[] {a.from() + a.sweep()}) {
                boolean large = !whole && Math.abs(a.sweep()) > Math.PI;
                b.append('A')
                        .append(n(a.a()))
                        .append(' ')
                        .append(n(a.b()))
                        .append(' ')
                        .append(n(-Math.toDegrees(a.turn())))
                        .append(large ? " 1 " : " 0 ")
                        .append(a.sweep() > 0 ? "0 " : "1 ")
                        .append(n(a.px(to)))
                        .append(' ')
                        .append(n(h - a.py(to)));
            }
            b.append("\"/>\n");
        } else if (i instanceof Ink.Text t) {
            b.append("<text")
                    .append(of)
                    .append(" font-size=\"")
                    .append(n(Lettering.size(t.height())))
                    .append("\" textLength=\"");
            b.append(n(Lettering.width(t.text(), t.height()))).append("\" lengthAdjust=\"spacingAndGlyphs\"");
            if (t.upright()) {
                b.append(" transform=\"translate(")
                        .append(n(t.x()))
                        .append(' ')
                        .append(n(h - t.y()))
                        .append(") rotate(-90)\"");
            } else {
                b.append(" x=\"")
                        .append(n(t.x()))
                        .append("\" y=\"")
                        .append(n(h - t.y()))
                        .append('"');
            }
            b.append('>').append(escaped(t.text())).append("</text>\n");
        }
    }

    private static String n(double v) {
        String s = String.format(Locale.ROOT, "%.4f", v).replaceAll("0+$", "").replaceAll("\\.$", "");
        return s.equals("-0") ? "0" : s;
    }

    private static String escaped(String s) {
        // control characters can't stand in XML
        return s.replaceAll("\\p{Cntrl}", " ")
                .replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
