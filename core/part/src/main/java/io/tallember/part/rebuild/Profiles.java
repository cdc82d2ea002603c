package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.part.ProfileStep;
import io.tallember.part.RegionReference;
import io.tallember.sketch.regions.Gap;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.Region;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** The regions that a step picked, found again in its sketch as it is now. */
public final class Profiles {
    /**
     * A profile and the id of the pick it comes from.
     *
     * @param profile null where an open line was picked
     * @param line the open line that was picked, or null
     */
    public record Named(Profile profile, String id, Vec2 inside, OpenLine line) {
        public Named(Profile profile, String id, Vec2 inside) {
            this(profile, id, inside, null);
        }
    }

    private final PlacedSketch placed;
    private final List<Named> all = new ArrayList<>();
    private final List<String> notes;
    /** Of the line that was found last. */
    private List<String> boundary = List.of();

    private Profiles(PlacedSketch placed, List<String> notes) {
        this.placed = placed;
        this.notes = notes;
    }

    public static Profiles of(ProfileStep step, Stand before, List<String> notes) {
        PlacedSketch placed = before.holding(step.sketch())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The sketch this step needs isn't built. Switch it on, or mend what is wrong with it."));
        Profiles p = new Profiles(placed, notes);
        Set<List<String>> taken = new HashSet<>();
        for (RegionReference ref : step.regions()) {
            Named n = p.named(ref);
            boolean line = ref.open();
            List<String> boundary = line ? p.boundary : List.of();
            if (!line || taken.add(boundary)) { // two picks of one line are one
                p.all.add(n);
            }
        }
        return p;
    }

    /** One region or line of a sketch, found again. */
    public static Named one(RegionReference ref, PlacedSketch placed, List<String> notes) {
        return new Profiles(placed, notes).named(ref);
    }

    private Named named(RegionReference ref) {
        if (ref.open()) {
            OpenLine line = line(ref);
            boundary = line.boundary();
            return line.closes(Tolerance.DEFAULT)
                    ? new Named(
                            new Profile(placed.frame(), line.outline(), List.of(), line.name()),
                            ref.id(),
                            line.inside())
                    : new Named(null, ref.id(), line.inside(), line);
        }
        Region region = find(ref, placed);
        Profile profile = new Profile(placed.frame(), region.outer(), region.holes(), region.name());
        return new Named(profile, ref.id(), region.inside());
    }

    public List<Named> all() {
        return all;
    }

    public Frame frame() {
        return placed.frame();
    }

    public PlacedSketch placed() {
        return placed;
    }

    private OpenLine line(RegionReference ref) {
        OpenLine line = ref.findLine(placed.reading().drawn())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The open line along "
                                + String.join(
                                        ", ",
                                        ref.boundary().stream()
                                                .map(s -> s.substring(1))
                                                .toList())
                                + " is no longer there in " + Called.of(placed) + ". Pick it again."));
        if (!line.boundary().equals(ref.boundary())) {
            notes.add("An open line in " + Called.of(placed)
                    + " has changed; the line that shares most of its curves was taken.");
        }
        return line;
    }

    private Region find(RegionReference ref, PlacedSketch placed) {
        RegionReference.Match match =
                ref.find(placed.reading().regions(), placed.instances()).orElseThrow(() -> lost(ref, placed));
        if (!match.exact()) {
            notes.add("A region's outline in " + Called.of(placed)
                    + " has changed; the region that shares most of it was taken.");
        }
        return match.region();
    }

    private static GeometryException lost(RegionReference ref, PlacedSketch placed) {
        StringBuilder b = new StringBuilder("The region inside ");
        b.append(String.join(
                ", ", ref.boundary().stream().map(s -> s.substring(1)).toList()));
        if (placed.reading().gaps().isEmpty()) {
            b.append(" is no longer there in ")
                    .append(Called.of(placed))
                    .append(
                            ": what bounds it isn't closed, was divided, or is another now. Pick the region again, or draw the"
                                    + " missing side.");
        } else {
            b.append(" is no longer closed in ").append(Called.of(placed)).append('.');
            Gap g = placed.reading().gaps().get(0);
            b.append(String.format(
                    Locale.ROOT,
                    " There is a gap of %.4g mm between %s and %s: join the two points.",
                    g.distance(),
                    g.first(),
                    g.second()));
        }
        return new GeometryException(Reason.LOST_REFERENCE, b.toString());
    }
}
