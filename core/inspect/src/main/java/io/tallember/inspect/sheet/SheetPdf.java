package io.tallember.inspect.sheet;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.util.Matrix;

/** A sheet as a page of a PDF file, to scale, its letters in it. */
public final class SheetPdf {
    private static final float POINT = 72 / 25.4f;
    /** A quarter of a circle by one cubic, by how far its handles reach. */
    private static final int PIECES = 4;

    private SheetPdf() {}

    /** Writes the file; the stream stays open. */
    public static void write(Sheet sheet, String title, OutputStream to) throws IOException {
        try (PDDocument doc = new PDDocument();
                InputStream letters = SheetPdf.class.getResourceAsStream(Lettering.FONT)) {
            doc.getDocumentInformation().setTitle(title);
            PDPage page = new PDPage(new PDRectangle((float) sheet.width() * POINT, (float) sheet.height() * POINT));
            doc.addPage(page);
            PDType0Font font = PDType0Font.load(doc, letters);
            try (PDPageContentStream c = new PDPageContentStream(doc, page)) {
                c.transform(Matrix.getScaleInstance(POINT, POINT));
                c.setLineCapStyle(1);
                c.setLineJoinStyle(1);
                for (Ink.Layer layer : Ink.Layer.values()) {
                    c.setLineWidth((float) layer.width());
                    double[] d = layer.dashes();
                    float[] dashes = new float[d.length];
                    for (int i = 0; i < d.length; i++) {
                        dashes[i] = (float) d[i];
                    }
                    c.setLineDashPattern(dashes, 0);
                    for (Ink i : sheet.ink()) {
                        if (i.layer() == layer) {
                            put(c, i, font);
                        }
                    }
                }
            }
            doc.save(to);
        }
    }

    private static void put(PDPageContentStream c, Ink i, PDType0Font font) throws IOException {
        if (i instanceof Ink.Path p) {
            for (int k = 0; k < p.xy().length; k += 2) {
                if (k == 0) {
                    c.moveTo((float) p.xy()[k], (float) p.xy()[k + 1]);
                } else {
                    c.lineTo((float) p.xy()[k], (float) p.xy()[k + 1]);
                }
            }
            if (p.filled()) {
                c.fill();
            } else {
                c.stroke();
            }
        } else if (i instanceof Ink.Arc a) {
            int n = (int) Math.ceil(Math.abs(a.sweep()) / (2 * Math.PI / PIECES) - 1e-9);
            double step = a.sweep() / n;
            double reach = 4.0 / 3 * Math.tan(step / 4);
            c.moveTo((float) a.px(a.from()), (float) a.py(a.from()));
            for (int k = 0; k < n; k++) {
                double s = a.from() + k * step;
                double t = s + step;
                c.curveTo(
                        (float) (a.px(s) + reach * dx(a, s)),
                        (float) (a.py(s) + reach * dy(a, s)),
                        (float) (a.px(t) - reach * dx(a, t)),
                        (float) (a.py(t) - reach * dy(a, t)),
                        (float) a.px(t),
                        (float) a.py(t));
            }
            c.stroke();
        } else if (i instanceof Ink.Text t) {
            c.beginText();
            c.setFont(font, (float) Lettering.size(t.height()));
            c.setTextMatrix(
                    t.upright()
                            ? new Matrix(0, 1, -1, 0, (float) t.x(), (float) t.y())
                            : Matrix.getTranslateInstance((float) t.x(), (float) t.y()));
            c.showText(shown(font, t.text()));
            c.endText();
        }
    }

    /** Letters that the font doesn't have are shown as a question mark. */
    private static String shown(PDType0Font font, String text) {
        StringBuilder b = new StringBuilder();
        text.codePoints().forEach(p -> {
            String s = Character.toString(p);
            try {
                font.encode(s);
                b.append(s);
            } catch (IOException | IllegalArgumentException e) {
                b.append('?');
            }
        });
        return b.toString();
    }

    private static double dx(Ink.Arc a, double t) {
        return -a.a() * Math.sin(t) * Math.cos(a.turn()) - a.b() * Math.cos(t) * Math.sin(a.turn());
    }

    private static double dy(Ink.Arc a, double t) {
        return -a.a() * Math.sin(t) * Math.sin(a.turn()) + a.b() * Math.cos(t) * Math.cos(a.turn());
    }
}
