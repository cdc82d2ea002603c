package io.tallember.sketch.edit;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Round;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What holds for the length of a curve that is cut or carried on: it goes on to hold between the points that were its ends, which
 * stay on the curve; a line that is as long as another leaves a construction line as long as it was. What can't be said so is named, and nothing is done.
 */
final class Lasting {
    static final Set<Kind> LENGTHS = Set.of(Kind.DISTANCE, Kind.HORIZONTAL_DISTANCE, Kind.VERTICAL_DISTANCE);

    private Lasting() {}

    /**
     * A constraint on a curve's length said of the points that are its ends; null when it can't be.
     *
     * @param k one for which {@link #ofLength} is true
     */
    static Constraint between(Constraint k, SketchCurve c) {
        List<String> ends = c.ends();
        if (c instanceof SketchLine && LENGTHS.contains(k.kind()) && k.on().size() == 1) {
            return new Constraint(k.id(), k.kind(), ends, k.value(), k.driven());
        }
        if (c instanceof SketchLine && k.kind() == Kind.MIDPOINT) {
            // half a turn about its middle takes one end to the other
            return new Constraint(k.id(), Kind.TURNED, List.of(ends.get(0), ends.get(1), k.on().get(0)), Math.PI);
        }
        return null;
    }

    /** Whether a constraint says something of how long the curve is, or where its middle lies. */
    static boolean ofLength(Constraint k, SketchCurve c) {
        return k.on().contains(c.id())
                && (LENGTHS.contains(k.kind()) && k.on().size() == 1
                        || k.kind() == Kind.MIDPOINT
                                && k.on().get(k.on().size() - 1).equals(c.id())
                        || k.kind() == Kind.ARC_LENGTH
                        || k.kind() == Kind.EQUAL && !(c instanceof Round));
    }

    /**
     * Says all that holds for the curve's length of its ends. To be called before the curve is replaced.
     *
     * @param doing what is done to the curve, as "trim"
     * @throws io.tallember.geometry.GeometryException BAD_VALUE naming what can't go on to hold
     */
    static void carry(EditedSketch draft, SketchCurve c, String doing) {
        Set<String> lost = new TreeSet<>();
        String whole = draft.names.curve();
        draft.constraints.replaceAll(k -> {
            if (!ofLength(k, c)) {
                return k;
            }
            Constraint now = k.kind() == Kind.EQUAL && c instanceof SketchLine
                    ? k.on(k.on().stream()
                            .map(id -> id.equals(c.id()) ? whole : id)
                            .toArray(String[]::new))
                    : between(k, c);
            if (now == null) {
                lost.add(said(k));
            }
            return now == null ? k : now;
        });
        if (draft.constraints.stream().anyMatch(k -> k.on().contains(whole))) {
            draft.entities.add(new SketchLine(whole, c.ends().get(0), c.ends().get(1), true));
        }
        if (!lost.isEmpty()) {
            throw EditedSketch.refused("This holds for the whole of " + c.id() + " and can't for a part of it: "
                    + String.join(", ", lost) + ". Delete it first, then " + doing + ".");
        }
    }

    static String said(Constraint k) {
        return k.kind().word() + " of " + String.join(" and ", k.on());
    }

    /** Holds the points that were the curve's ends and are still needed on what it is now. To be called when it was replaced. */
    static void keepEnds(EditedSketch draft, SketchCurve c) {
        Set<String> now = new TreeSet<>();
        draft.entities.stream().filter(e -> e.id().equals(c.id())).forEach(e -> now.addAll(e.points()));
        for (String end : c.ends()) {
            boolean held = draft.constraints.stream()
                    .anyMatch(k -> k.kind() == Kind.ON_CURVE && k.on().equals(List.of(end, c.id())));
            boolean ends = draft.entities.stream().anyMatch(e -> e.points().contains(end));
            if (!now.contains(end) && !held && !ends && draft.used(end)) {
                draft.hold(Kind.ON_CURVE, end, c.id());
            }
        }
    }
}
