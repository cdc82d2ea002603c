package io.tallember.part.steps.hole;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.Layout;
import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Round holes of one kind and size at several places, square to the faces they start from or along one direction.
 *
 * @param mouth what it looks like where it starts
 * @param diameter of the hole itself, in mm
 * @param extent how deep it goes
 * @param depth of a blind hole in mm, to where the wall ends
 * @param target the face up to which it goes, or null
 * @param pointed whether a blind hole ends in a drill's point, below its depth; else flat
 * @param point the whole angle of the drill's point, in radians
 * @param head diameter in mm of the counterbore, or of the countersink at the face; idle for plain holes
 * @param headDepth of the counterbore in mm
 * @param sink the countersink's whole angle, in radians
 * @param use what the hole is for, as a hole table tells it, such as M6 normal or M6 tapped; may be blank
 * @param thread that is cut into the wall, or null
 * @param along what all the holes go along, or null for square to the face where each starts
 */
public record HoleStep(
        String id,
        String name,
        boolean off,
        Mouth mouth,
        double diameter,
        Extent extent,
        double depth,
        FaceReference target,
        boolean pointed,
        double point,
        double head,
        double headDepth,
        double sink,
        String use,
        Thread thread,
        Layout.Axis along,
        List<Place> places)
        implements MaterialStep {
    /** The mouths there are. */
    public enum Mouth {
        PLAIN,
        COUNTERBORE,
        COUNTERSINK,
        /** Like a counterbore, only so deep that the head finds a flat seat. */
        SPOTFACE;

        /** Whether it has a flat seat. */
        public boolean seated() {
            return this == COUNTERBORE || this == SPOTFACE;
        }
    }

    /** How deep holes go. */
    public enum Extent {
        BLIND,
        THROUGH,
        /** Out of the wall in which they start, which must lie under all of the hole. */
        NEXT,
        /** Out of the wall under the hole's middle, and no further beside it. */
        LINE,
        /** To one face, carried on beyond its edges. */
        FACE
    }

    /** The usual point of a twist drill. */
    public static final double USUAL_POINT = Math.toRadians(118);

    /**
     * A thread in a hole's wall.
     *
     * @param standard the system of threads
     * @param size as the system calls it, such as M6 or 1/4
     * @param pitch from thread to thread, in mm
     * @param fit the class of its tolerance, such as 6H or 2B
     * @param depth of full thread from the mouth, in mm; zero for all of the wall
     */
    public record Thread(Standard standard, String size, double pitch, String fit, double depth) {
        /** Systems of threads: ISO metric (ISO 261, ISO 965) and unified inch (ASME B1.1). */
        public enum Standard {
            METRIC,
            UNIFIED
        }

        public Thread {
            positive(pitch, "pitch of the thread");
            if (size.isBlank() || size.length() > 20 || fit.length() > 10) {
                throw Refusal.of("A thread has a size of 1 to 20 characters, and a class of at most 10.");
            }
            if (!(depth >= 0) || !Double.isFinite(depth)) {
                throw Refusal.of("The depth of a thread must be above zero.");
            }
        }
    }

    /** What a place follows. */
    public sealed interface Spot {
        /** A point of a sketch, square over the face. */
        record OnPoint(String sketch, String point) implements Spot {}

        /** The centre of a round edge, or the middle of any other. */
        record AtEdge(EdgeReference edge) implements Spot {}

        /** At distances in mm from two straight edges, on the side of them where it was put. */
        record FromEdges(EdgeReference first, double a, EdgeReference second, double b) implements Spot {
            public FromEdges {
                if (!(a >= 0) || !(b >= 0) || !Double.isFinite(a + b)) {
                    throw Refusal.of("A distance from an edge must be zero or more.");
                }
            }
        }

        /** The centre of the face on which it is, its holes filled. */
        record AtCentre() implements Spot {}

        /** The point of a face, flat or not, that is nearest to one in space, in mm. */
        record Near(Vec3 point) implements Spot {
            public Near {
                if (!Double.isFinite(point.length())) {
                    throw Refusal.of("A place is given by three numbers.");
                }
            }
        }

        default List<String> steps() {
            if (this instanceof AtCentre || this instanceof Near) {
                return List.of();
            }
            if (this instanceof OnPoint p) {
                return List.of(p.sketch());
            }
            if (this instanceof AtEdge e) {
                return e.edge().steps();
            }
            FromEdges f = (FromEdges) this;
            List<String> all = new ArrayList<>(f.first().steps());
            all.addAll(f.second().steps());
            return all;
        }
    }

    /**
     * A place on a face; on one that isn't flat it follows something.
     *
     * @param id names the hole's faces; given once in the step, blank before
     * @param at in the coordinates that a sketch on the face would have, in mm; idle when it follows something
     * @param spot what it follows, or null
     */
    public record Place(String id, FaceReference face, Vec2 at, Spot spot) {
        public Place(String id, FaceReference face, Vec2 at) {
            this(id, face, at, null);
        }
    }

    private static final double MOST_SINK = Math.toRadians(170);
    private static final double LEAST_POINT = Math.toRadians(30);

    public HoleStep {
        if (places.isEmpty()) {
            throw Refusal.of("Click at least one place for the hole, on a flat face.");
        }
        positive(diameter, "diameter");
        positive(depth, "depth");
        if (mouth != Mouth.PLAIN && !(head > diameter)) {
            throw Refusal.of("The head must be wider than the hole.");
        }
        if (mouth.seated()) {
            positive(headDepth, "depth of the seat");
            if (extent == Extent.BLIND && headDepth >= depth) {
                throw Refusal.of("The seat of the head must be less deep than the hole.");
            }
        }
        if (extent == Extent.FACE && target == null) {
            throw Refusal.of("Pick the face up to which the hole goes.");
        }
        if (!(point > LEAST_POINT && point < Math.PI)) {
            throw Refusal.of("The angle of a drill's point must be between 30° and 180°.");
        }
        if (mouth == Mouth.COUNTERSINK && !(sink > Math.toRadians(10) && sink <= MOST_SINK)) {
            throw Refusal.of("The countersink's angle must be between 10° and 170°.");
        }
        if (thread != null && !(thread.pitch() < diameter)) {
            throw Refusal.of("The pitch of a thread must be less than its hole is wide.");
        }
        if (thread != null && extent == Extent.BLIND && thread.depth() > depth) {
            throw Refusal.of("The thread can't go deeper than the hole. Make the hole deeper, or the thread shorter.");
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
            out.add(p.id().isBlank() ? new Place("h" + next++, p.face(), p.at(), p.spot()) : p);
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
        if (extent == Extent.BLIND) {
            all.add("depth");
        }
        if (mouth != Mouth.PLAIN) {
            all.add("head");
            all.add(mouth.seated() ? "headDepth" : "sink");
        }
        if (thread != null) {
            all.add("pitch");
            if (thread.depth() > 0) {
                all.add("threadDepth");
            }
        }
        for (Place p : places) {
            if (p.spot() instanceof Spot.FromEdges) {
                all.add(p.id() + "-a");
                all.add(p.id() + "-b");
            } else if (p.spot() instanceof Spot.Near) {
                List.of("-x", "-y", "-z").forEach(k -> all.add(p.id() + k));
            }
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return switch (place) {
            case "diameter", "depth", "head", "headDepth", "pitch", "threadDepth" -> Optional.of(Measure.LENGTH);
            case "sink", "point" -> Optional.of(Measure.ANGLE);
            default -> place.matches("h[0-9]{1,6}-[abxyz]") ? Optional.of(Measure.LENGTH) : Optional.empty();
        };
    }

    @Override
    public HoleStep sized(String place, double v) {
        if (measure(place).isPresent() && place.contains("-")) {
            return at(places.stream().map(p -> moved(p, place, v)).toList());
        }
        return new HoleStep(
                id,
                name,
                off,
                mouth,
                place.equals("diameter") ? v : diameter,
                extent,
                place.equals("depth") ? v : depth,
                target,
                pointed,
                place.equals("point") ? v : point,
                place.equals("head") ? v : head,
                place.equals("headDepth") ? v : headDepth,
                place.equals("sink") ? v : sink,
                use,
                thread == null
                        ? null
                        : new Thread(
                                thread.standard(),
                                thread.size(),
                                place.equals("pitch") ? v : thread.pitch(),
                                thread.fit(),
                                place.equals("threadDepth") ? v : thread.depth()),
                along,
                places);
    }

    private static Place moved(Place p, String place, double v) {
        if (!place.startsWith(p.id() + "-")) {
            return p;
        }
        if (p.spot() instanceof Spot.Near near) {
            Vec3 n = near.point();
            char which = place.charAt(place.length() - 1);
            Vec3 to = new Vec3(which == 'x' ? v : n.x(), which == 'y' ? v : n.y(), which == 'z' ? v : n.z());
            return new Place(p.id(), p.face(), p.at(), new Spot.Near(to));
        }
        if (!(p.spot() instanceof Spot.FromEdges f)) {
            return p;
        }
        boolean first = place.endsWith("a");
        Spot to = new Spot.FromEdges(f.first(), first ? v : f.a(), f.second(), first ? f.b() : v);
        return new Place(p.id(), p.face(), p.at(), to);
    }

    private HoleStep made(String i, String n, boolean o, List<Place> at) {
        return new HoleStep(
                i, n, o, mouth, diameter, extent, depth, target, pointed, point, head, headDepth, sink, use, thread,
                along, at);
    }

    /** At other places. */
    public HoleStep at(List<Place> p) {
        return made(id, name, off, p);
    }

    @Override
    public HoleStep numbered(String i, String n) {
        return made(i, n, off, places);
    }

    @Override
    public HoleStep switched(boolean o) {
        return made(id, name, o, places);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        for (Place p : places) {
            all.addAll(p.face().steps());
            if (p.spot() != null) {
                all.addAll(p.spot().steps());
            }
        }
        if (extent == Extent.FACE) {
            all.addAll(target.steps());
        }
        if (along != null) {
            all.addAll(along.steps());
        }
        return List.copyOf(all);
    }
}
