package io.tallember.part.steps.moulded;

import io.tallember.geometry.Vec2;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import io.tallember.part.Step;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * A ready piece of a moulded part, given by a few numbers and made of other steps, whose ids are counted on from its own: opened, it
 * gives its place to them and their faces keep their lineage.
 *
 * @param on the flat face or plane on which it stands
 * @param at places on that in mm; none of a mating rim
 * @param turn about the plane's normal, in radians
 * @param sizes as {@link Feature#sizes()} names them, in mm and radians
 * @param count of gussets round each post, or of slots in a row
 * @param rows of slots
 * @param outer whether a mating rim runs along the outer edge of its face
 * @param recess whether a mating rim is cut in for another one, with its clearance
 */
public record MouldedStep(
        String id,
        String name,
        boolean off,
        Feature feature,
        SketchPlane on,
        List<Vec2> at,
        double turn,
        List<Double> sizes,
        int count,
        int rows,
        boolean outer,
        boolean recess)
        implements Step {
    /** How many ids are kept for the steps it is made of. */
    private static final int RESERVED = 400;

    private static final int MOST_PLACES = 12;
    private static final int MOST_GUSSETS = 8;
    private static final int MOST_SLOTS = 60;
    private static final double MOST_LEAN = Math.toRadians(80);

    /** The pieces there are. */
    public enum Feature {
        /** A lip or recess along the edge of a flat rim. */
        RIM("Mating rim", "height", "thickness", "clearance"),
        /**
         * An arm with a hook: length up to the hook, thickness at the root and at the hook, width, how far the hook stands out, the
         * angles of its entry and of its holding face to the arm's run and square to it, and the radius at the root.
         */
        CLIP("Cantilever clip", "length", "thickness", "tip", "width", "hook", "lead", "hold", "root"),
        /**
         * A post for a screw: outer diameter at the top, the hole's diameter and depth, height, draft, and the gussets' reach from
         * the post's axis, height and thickness.
         */
        POST("Screw post", "diameter", "hole", "depth", "height", "draft", "reach", "rise", "web"),
        /** Rows of slots: length over all, width, spacing in a row, spacing of rows, depth. */
        SLOTS("Slot field", "length", "width", "spacing", "between", "depth");

        private final String kind;
        private final List<String> sizes;

        Feature(String kind, String... sizes) {
            this.kind = kind;
            this.sizes = List.of(sizes);
        }

        public List<String> sizes() {
            return sizes;
        }

        /** Whether a size is an angle. */
        public boolean angle(String size) {
            return size.equals("draft") || size.equals("lead") || size.equals("hold");
        }

        private boolean mayBeZero(String size) {
            return size.equals("clearance") || size.equals("draft") || size.equals("hold") || size.equals("root");
        }
    }

    public MouldedStep {
        at = List.copyOf(at);
        sizes = List.copyOf(sizes);
        if (sizes.size() != feature.sizes.size()) {
            throw Refusal.of("A " + feature.kind.toLowerCase(Locale.ROOT) + " has " + feature.sizes.size() + " sizes.");
        }
        for (int i = 0; i < sizes.size(); i++) {
            String what = feature.sizes.get(i);
            double v = sizes.get(i);
            if (feature.angle(what) ? !(v >= 0 && v <= MOST_LEAN) : !(v >= 0) || !Double.isFinite(v)) {
                throw Refusal.of(
                        feature.angle(what)
                                ? "The angle " + what + " can be from 0° to 80°."
                                : "The " + what + " must be above zero.");
            }
            if (v == 0 && !feature.mayBeZero(what)) {
                throw Refusal.of("The " + what + " must be above zero.");
            }
        }
        if (feature == Feature.RIM) {
            if (!(on instanceof SketchPlane.OnFace)) {
                throw Refusal.of("Click the flat face of the rim.");
            }
        } else if (at.isEmpty() || at.size() > MOST_PLACES) {
            throw Refusal.of("It stands at 1 to " + MOST_PLACES + " places.");
        }
        if (feature == Feature.POST && (count < 0 || count > MOST_GUSSETS)) {
            throw Refusal.of("A post has up to " + MOST_GUSSETS + " gussets.");
        }
        if (feature == Feature.SLOTS && (count < 1 || rows < 1 || count * rows > MOST_SLOTS)) {
            throw Refusal.of("A slot field has 1 to " + MOST_SLOTS + " slots.");
        }
    }

    public double size(String what) {
        return sizes.get(feature.sizes.indexOf(what));
    }

    /** The id of the n-th of the steps it is made of, counted from one. */
    public String inner(int n) {
        if (n > RESERVED) {
            throw Refusal.of("This is made of too many steps. Take fewer places.");
        }
        return "s" + (Integer.parseInt(id.substring(1)) + n);
    }

    @Override
    public List<String> makes() {
        List<String> all = new ArrayList<>(List.of(id));
        for (int n = 1; n <= RESERVED && id.matches("s[0-9]+"); n++) {
            all.add(inner(n));
        }
        return all;
    }

    @Override
    public int reserved() {
        return RESERVED;
    }

    @Override
    public String kind() {
        return feature.kind;
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>(feature.sizes);
        if (feature != Feature.RIM) {
            all.add("turn");
        }
        for (int i = 0; i < at.size(); i++) {
            all.add("x" + i);
            all.add("y" + i);
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        return !numbers().contains(place)
                ? Optional.empty()
                : Optional.of(feature.angle(place) || place.equals("turn") ? Measure.ANGLE : Measure.LENGTH);
    }

    private MouldedStep with(List<Vec2> places, double turned, List<Double> s) {
        return new MouldedStep(id, name, off, feature, on, places, turned, s, count, rows, outer, recess);
    }

    @Override
    public MouldedStep sized(String place, double v) {
        if (place.equals("turn")) {
            return with(at, v, sizes);
        }
        if (place.matches("[xy][0-9]+")) {
            int i = Integer.parseInt(place.substring(1));
            List<Vec2> places = new ArrayList<>(at);
            Vec2 old = at.get(i);
            places.set(i, place.charAt(0) == 'x' ? new Vec2(v, old.y()) : new Vec2(old.x(), v));
            return with(places, turn, sizes);
        }
        List<Double> s = new ArrayList<>(sizes);
        s.set(feature.sizes.indexOf(place), v);
        return with(at, turn, s);
    }

    @Override
    public MouldedStep numbered(String i, String n) {
        return new MouldedStep(i, n, off, feature, on, at, turn, sizes, count, rows, outer, recess);
    }

    @Override
    public MouldedStep switched(boolean o) {
        return new MouldedStep(id, name, o, feature, on, at, turn, sizes, count, rows, outer, recess);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(on.steps());
        return List.copyOf(all);
    }

    @Override
    public boolean repeatable() {
        return true;
    }
}
