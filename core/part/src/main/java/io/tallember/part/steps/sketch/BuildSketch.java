package io.tallember.part.steps.sketch;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.part.SketchStep;
import io.tallember.part.SketchWords;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.Traces;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Conflict;
import io.tallember.sketch.solve.Following;
import java.util.List;
import java.util.stream.Collectors;

/** Places a sketch and reads its regions. */
final class BuildSketch {
    /** How many constraints or curves a sentence names. */
    private static final int MOST_NAMED = 6;

    private BuildSketch() {}

    static Stand build(SketchStep step, Stand before, List<String> notes) {
        Frame plane = Planes.frame(step.plane(), "this sketch", before, notes);
        SketchStep.Shift at = step.shift();
        Frame there = plane.at(plane.point(at.x(), at.y(), 0));
        double c = Math.cos(at.turn());
        double s = Math.sin(at.turn());
        Frame frame = at.equals(SketchStep.Shift.NONE)
                ? plane
                : new Frame(
                        there.origin(),
                        there.x().times(c).plus(s, there.y()),
                        there.y().times(c).plus(-s, there.x()),
                        there.z());
        Following.Outcome now = Traces.followed(step, frame, before, notes);
        SketchStep followed = step.with(now.sketch());
        if (!now.changed().isEmpty()) {
            notes.add(
                    "As it follows what it traces, points along a line now stand in another order, or a corner turns the"
                            + " other way, at " + named(step, now.changed()) + ".");
        }
        Reading reading = Reading.NONE;
        String fault = now.holds() ? "" : fault(step, now);
        try {
            reading = SketchReader.read(followed.sketch(), Tolerance.DEFAULT);
        } catch (GeometryException e) {
            fault = e.sentence();
        }
        return before.with(new PlacedSketch(followed, frame, reading, fault));
    }

    private static String fault(SketchStep step, Following.Outcome now) {
        if (!now.turned().isEmpty()) {
            return "As it follows what it traces, " + named(step, now.turned())
                    + " would come to the other side or turn over. Change that number, or the size of what is traced.";
        }
        Conflict.Found fighting = Conflict.in(now.sketch());
        if (fighting.ids().isEmpty()) {
            return "no way was found on which it follows what it traces and nothing turns over. Change what is traced in smaller"
                    + " steps, or draw what hangs on it anew.";
        }
        if (!fighting.least() && fighting.ids().size() > MOST_NAMED) {
            return "its points can't be brought where all its dimensions and constraints hold, and there was no time to find"
                    + " which of them fight. Take out what was added last.";
        }
        return "these can't hold together" + (fighting.least() ? ": " : ", perhaps fewer of them: ")
                + named(step, fighting.ids()) + ". Take one of them out, or make a dimension tell only.";
    }

    private static String named(SketchStep step, List<String> ids) {
        return ids.stream()
                        .limit(MOST_NAMED)
                        .map(id -> step.sketch()
                                .constraint(id)
                                .map(c -> "the " + SketchWords.of(step.sketch(), c))
                                .orElseGet(() -> SketchWords.of(step.sketch(), id)))
                        .collect(Collectors.joining(", "))
                + (ids.size() > MOST_NAMED ? " and " + (ids.size() - MOST_NAMED) + " more" : "");
    }
}
