package io.tallember.part;

import io.tallember.geometry.Vec2;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * How a part's sheet is laid out where that isn't left to the sheet.
 *
 * @param paper A4 to A1, or blank for the smallest that does
 * @param scale how large things are drawn, or zero for what fits
 * @param firstAngle whether views stand on the far side of what they are seen from, else on the near side
 * @param section whether the part is shown cut open too
 * @param moved by the names of views, sizes and notes, how far each is moved from where the sheet would have it, in mm
 * @param hidden names of what isn't shown
 */
public record SheetPlan(
        String paper,
        double scale,
        boolean firstAngle,
        boolean section,
        Map<String, Vec2> moved,
        Set<String> hidden,
        List<Note> notes) {
    /** Words of the designer's own at a place of the sheet, in mm from its lower left corner. */
    public record Note(String id, double x, double y, String text) {
        public Note {
            Refusal.written(text);
            if (text.isBlank() || text.length() > 300 || !Double.isFinite(x + y)) {
                throw Refusal.of("A note has 1 to 300 characters, and a place.");
            }
        }
    }

    public static final SheetPlan USUAL = new SheetPlan("", 0, true, true, Map.of(), Set.of(), List.of());

    private static final Map<String, double[]> PAPERS = Map.of(
            "A4",
            new double[] {297, 210},
            "A3",
            new double[] {420, 297},
            "A2",
            new double[] {594, 420},
            "A1",
            new double[] {841, 594});

    public static final List<String> SIZES = List.of("A4", "A3", "A2", "A1");

    private static final int MOST = 500;
    private static final int FAR = 2000;
    private static final int MOST_LETTERS = 400;

    public SheetPlan {
        moved = Map.copyOf(moved);
        hidden = Set.copyOf(hidden);
        notes = List.copyOf(notes);
        if (!paper.isEmpty() && !PAPERS.containsKey(paper)) {
            throw Refusal.of("A sheet is A4, A3, A2 or A1.");
        }
        if (!(scale >= 0) || scale > 1000 || scale > 0 && scale < 0.001) {
            throw Refusal.of("A sheet's scale is between 1:1000 and 1000:1.");
        }
        if (Stream.concat(moved.keySet().stream(), hidden.stream()).anyMatch(n -> n.length() > MOST_LETTERS)) {
            throw Refusal.of("What is on a sheet has a name of up to " + MOST_LETTERS + " characters.");
        }
        if (moved.values().stream().anyMatch(v -> !(Math.abs(v.x()) <= FAR && Math.abs(v.y()) <= FAR))) {
            throw Refusal.of("What is on a sheet is moved by up to " + FAR + " mm.");
        }
        if (moved.size() > MOST || hidden.size() > MOST || notes.size() > MOST) {
            throw Refusal.of("A sheet has at most " + MOST + " changes of a kind.");
        }
    }

    /** How wide and high a paper is, the longer side first, in mm. */
    public static double[] size(String paper) {
        return PAPERS.get(paper).clone();
    }

    /** How far something is moved, in mm. */
    public Vec2 by(String name) {
        return moved.getOrDefault(name, new Vec2(0, 0));
    }
}
