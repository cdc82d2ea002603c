package io.tallember.part;

import io.tallember.geometry.Vec2;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Round holes of one kind and size at several places, square to the faces they start from.
 *
 * @param mouth what it looks like where it starts
 * @param diameter of the hole itself, in mm
 * @param through through everything in the way; else {@code depth} deep, in mm, to where the wall ends
 * @param pointed whether a blind hole ends in a drill's point of 118 degrees, below its depth; else flat
 * @param head diameter in mm of the counterbore, or of the countersink at the face; idle for plain holes
 * @param headDepth of the counterbore in mm
 * @param sink the countersink's whole angle, in radians
 * @param use what the hole is for, as a hole table tells it, such as M6 normal or M6 tapped; may be blank
 */
public record HoleStep(
        String id,
        String name,
        boolean off,
        Mouth mouth,
        double diameter,
        boolean through,
        double depth,
        boolean pointed,
        double head,
        double headDepth,
        double sink,
        String use,
        List<Place> places)
        implements MaterialStep {
    /** The mouths there are. */
    public enum Mouth {
        PLAIN,
        COUNTERBORE,
        COUNTERSINK
    }

    /**
     * A place on a flat face.
     *
     * @param id names the hole's faces; given once in the step, blank before
     * @param at in the coordinates that a sketch on the face would have, in mm
     */
    public record Place(String id, FaceReference face, Vec2 at) {}

    private static final double MOST_SINK = Math.toRadians(170);

    public HoleStep {
        if (places.isEmpty()) {
            throw Refusal.of("Click at least one place for the hole, on a flat face.");
        }
        positive(diameter, "diameter");
        positive(depth, "depth");
        if (mouth != Mouth.PLAIN && !(head > diameter)) {
            throw Refusal.of("The head must be wider than the hole.");
        }
        if (mouth == Mouth.COUNTERBORE) {
            positive(headDepth, "depth of the counterbore");
            if (!through && headDepth >= depth) {
                throw Refusal.of("The counterbore must be less deep than the hole.");
            }
        }
        if (mouth == Mouth.COUNTERSINK && !(sink > Math.toRadians(10) && sink <= MOST_SINK)) {
            throw Refusal.of("The countersink's angle must be between 10° and 170°.");
        }
        if (use.length() > 60) {
            throw Refusal.of("What a hole is for has at most 60 characters.");
        }
        places = numbered(places);
    }

    private static void positive(double v, String what) {
        if (!(v > 0) || !Double.isFinite(v)) {
            throw Refusal.of("The " + what + " must be above zero.");
        }
    }

    private static List<Place> numbered(List<Place> places) {
        int next = 1;
        for (Place p : places) {
            if (p.id().matches("h[0-9]{1,6}")) {
                next = Math.max(next, Integer.parseInt(p.id().substring(1)) + 1);
            }
        }
        List<Place> out = new ArrayList<>();
        for (Place p : places) {
            out.add(p.id().isBlank() ? new Place("h" + next++, p.face(), p.at()) : p);
        }
        return List.copyOf(out);
    }

    @Override
    public Mode mode() {
        return Mode.REMOVE;
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>(List.of("diameter"));
        if (!through) {
            all.add("depth");
        }
        if (mouth != Mouth.PLAIN) {
            all.add("head");
            all.add(mouth == Mouth.COUNTERBORE ? "headDepth" : "sink");
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "diameter", "depth", "head", "headDepth" -> Optional.of(Measure.LENGTH);
            case "sink" -> Optional.of(Measure.ANGLE);
            default -> Optional.empty();
        };
    }

    @Override
    public HoleStep sized(String place, double v) {
        boolean d = place.equals("diameter");
        boolean p = place.equals("depth");
        boolean h = place.equals("head");
        boolean k = place.equals("headDepth");
        boolean s = place.equals("sink");
        return new HoleStep(
                id,
                name,
                off,
                mouth,
                d ? v : diameter,
                through,
                p ? v : depth,
                pointed,
                h ? v : head,
                k ? v : headDepth,
                s ? v : sink,
                use,
                places);
    }

    @Override
    public HoleStep numbered(String i, String n) {
        return new HoleStep(i, n, off, mouth, diameter, through, depth, pointed, head, headDepth, sink, use, places);
    }

    @Override
    public HoleStep switched(boolean o) {
        return new HoleStep(id, name, o, mouth, diameter, through, depth, pointed, head, headDepth, sink, use, places);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        places.forEach(p -> all.addAll(p.face().steps()));
        return List.copyOf(all);
    }
}
