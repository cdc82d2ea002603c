package io.tallember.sketch;

import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Sketch.Strand;
import java.awt.geom.Path2D;
import java.awt.geom.PathIterator;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** The exact outlines of letters, from the sans-serif font that is bundled (Liberation Sans, SIL Open Font License). */
final class Outlines {
    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
    private static final double FONT_CAPITAL = capital();

    private Outlines() {}

    private static final class Face {
        static final TrueTypeFont FONT = read();

        private static TrueTypeFont read() {
            try (InputStream in = TrueTypeFont.class.getResourceAsStream(Outlines.FONT)) {
                return new TTFParser().parse(new RandomAccessReadBuffer(in));
            } catch (IOException e) {
                throw new UncheckedIOException("The bundled font can't be read", e);
            }
        }
    }

    private static double capital() {
        try {
            return Face.FONT.getPath("H").getBounds2D().getMaxY();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Whether the font has the letter. */
    static boolean has(int letter) {
        try {
            return letter == ' ' || Face.FONT.getUnicodeCmapLookup().getGlyphId(letter) > 0;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Pieces of all outlines; a piece is named by the text, the letter's place and its number in the letter. */
    static synchronized Map<String, Strand> of(SketchText t, Vec2 start, Vec2 along) {
        Vec2 d = along.minus(start);
        double size = d.length();
        Vec2 x = size < 1e-9 ? new Vec2(1, 0) : new Vec2(d.x() / size, d.y() / size);
        double scale = t.height() / FONT_CAPITAL;
        Map<String, Strand> out = new LinkedHashMap<>();
        double at = 0;
        try {
            int[] letters = t.text().codePoints().toArray();
            for (int i = 0; i < letters.length; i++) {
                int glyph = Face.FONT.getUnicodeCmapLookup().getGlyphId(letters[i]);
                String name = Face.FONT.getPostScript() == null
                        ? null
                        : Face.FONT.getPostScript().getName(glyph);
                Path2D path = Face.FONT.getPath(name == null ? "gid" + glyph : name);
                new Placed(t.id() + "-" + i, new Vec2(start.x(), start.y()), x, scale, at, out).take(path);
                at += Face.FONT.getAdvanceWidth(glyph);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out;
    }

    /** One letter where it stands. */
    private record Placed(String name, Vec2 start, Vec2 x, double scale, double shift, Map<String, Strand> out) {
        private Vec3 at(double u, double v) {
            double a = (u + shift) * scale;
            double b = v * scale;
            return new Vec3(start.x() + a * x.x() - b * x.y(), start.y() + a * x.y() + b * x.x(), 0);
        }

        void take(Path2D path) {
            double[] c = new double[6];
            Vec3 first = null;
            Vec3 last = null;
            int n = 0;
            for (PathIterator it = path.getPathIterator(null); !it.isDone(); it.next()) {
                int kind = it.currentSegment(c);
                if (kind == PathIterator.SEG_MOVETO) {
                    first = at(c[0], c[1]);
                    last = first;
                    continue;
                }
                Vec3 end = kind == PathIterator.SEG_CLOSE
                        ? first
                        : at(c[2 * kind - 2], c[2 * kind - 1]); // a line has one point, a quadratic two, a cubic three
                if (last.distance(end) > 1e-7) {
                    out.put(name + "-" + n++, strand(kind, c, last, end));
                }
                last = end;
            }
        }

        private Strand strand(int kind, double[] c, Vec3 a, Vec3 b) {
            if (kind == PathIterator.SEG_QUADTO) {
                Nurbs q = Nurbs.of(2, new double[] {0, 0, 0, 1, 1, 1}, List.of(a, at(c[0], c[1]), b));
                return new Strand(q, q.whole());
            }
            if (kind == PathIterator.SEG_CUBICTO) {
                Nurbs q = Nurbs.of(
                        3, new double[] {0, 0, 0, 0, 1, 1, 1, 1}, List.of(a, at(c[0], c[1]), at(c[2], c[3]), b));
                return new Strand(q, q.whole());
            }
            return new Strand(Line.through(a, b), new Interval(0, a.distance(b)));
        }
    }
}
