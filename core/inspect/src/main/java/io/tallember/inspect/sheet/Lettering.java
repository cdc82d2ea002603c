package io.tallember.inspect.sheet;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** The letters of sheets, and how wide they run. */
final class Lettering {
    static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
    /** How high capitals are, by the size at which a font is set. */
    static final double CAPITALS = 0.729;

    private static final TrueTypeFont LETTERS = letters();

    private Lettering() {}

    private static TrueTypeFont letters() {
        try (InputStream in = Lettering.class.getResourceAsStream(FONT)) {
            return new TTFParser().parse(new RandomAccessReadBuffer(in));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The size at which letters are set whose capitals are of a height. */
    static double size(double height) {
        return height / CAPITALS;
    }

    /** Whether the font has all letters of a text. */
    static boolean has(String text) {
        try {
            var known = LETTERS.getUnicodeCmapLookup();
            return text.codePoints().allMatch(c -> known.getGlyphId(c) > 0);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** In mm, for capitals of a height in mm. */
    static double width(String text, double height) {
        try {
            double units = 0;
            for (int c : text.codePoints().toArray()) {
                units += LETTERS.getAdvanceWidth(LETTERS.getUnicodeCmapLookup().getGlyphId(c));
            }
            return units / LETTERS.getUnitsPerEm() * size(height);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
