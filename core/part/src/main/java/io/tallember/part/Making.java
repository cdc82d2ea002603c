package io.tallember.part;

import io.tallember.geometry.Vec3;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * How a part is to be made, and by which limits that is judged.
 *
 * @param pull the way a mould opens, a cutter comes from, or a print grows; of unit length
 * @param limits those that were set; the others are the way's own
 * @param accepted by what was found, why it may stay as it is
 */
public record Making(Way way, Vec3 pull, Map<Limit, Double> limits, Map<String, String> accepted) {
    /** Ways of making. */
    public enum Way {
        MOULDED,
        CAST,
        MACHINED,
        PRINTED,
        BENT;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** The limits that this way is judged by, with round figures to begin with. */
        public Map<Limit, Double> usual() {
            Map<Limit, Double> m = new EnumMap<>(Limit.class);
            switch (this) {
                case MOULDED -> {
                    m.put(Limit.LEAST_WALL, 1.2);
                    m.put(Limit.MOST_WALL, 4.0);
                    m.put(Limit.RIB_TO_WALL, 0.6);
                    m.put(Limit.DRAFT, Math.toRadians(1));
                    m.put(Limit.LEAST_GAP, 1.0);
                }
                case CAST -> {
                    m.put(Limit.LEAST_WALL, 2.5);
                    m.put(Limit.MOST_WALL, 12.0);
                    m.put(Limit.RIB_TO_WALL, 0.8);
                    m.put(Limit.DRAFT, Math.toRadians(2));
                    m.put(Limit.LEAST_GAP, 2.5);
                }
                case MACHINED -> {
                    m.put(Limit.LEAST_WALL, 0.8);
                    m.put(Limit.CUTTER, 6.0);
                    m.put(Limit.HOLE_DEPTH, 8.0);
                }
                case PRINTED -> {
                    m.put(Limit.LEAST_WALL, 0.8);
                    m.put(Limit.LEAST_GAP, 0.4);
                    m.put(Limit.OVERHANG, Math.toRadians(45));
                }
                case BENT -> {
                    m.put(Limit.BEND_RADIUS, 1.5);
                    m.put(Limit.STRAIGHT, 1.0);
                }
            }
            return m;
        }
    }

    /** What can be limited. */
    public enum Limit {
        LEAST_WALL("least_wall_mm", Measure.LENGTH),
        MOST_WALL("most_wall_mm", Measure.LENGTH),
        /** A rib's thickness as a share of the wall's. */
        RIB_TO_WALL("rib_to_wall", Measure.PLAIN),
        DRAFT("draft_deg", Measure.ANGLE),
        /** The diameter of the smallest cutter. */
        CUTTER("cutter_diameter_mm", Measure.LENGTH),
        LEAST_GAP("least_gap_mm", Measure.LENGTH),
        /** Depth over diameter. */
        HOLE_DEPTH("hole_depth_to_diameter", Measure.PLAIN),
        OVERHANG("overhang_deg", Measure.ANGLE),
        /** From the middle of a bend to that of the wire or tube, over its diameter. */
        BEND_RADIUS("bend_radius_to_diameter", Measure.PLAIN),
        /** Between two bends, over the diameter. */
        STRAIGHT("straight_to_diameter", Measure.PLAIN);

        /** Of degrees, so that what was typed is written again. */
        private static final MathContext DIGITS = new MathContext(13);

        private final String word;
        private final Measure measure;

        Limit(String word, Measure measure) {
            this.word = word;
            this.measure = measure;
        }

        /** Its name in files, with its unit. */
        public String word() {
            return word;
        }

        public Measure measure() {
            return measure;
        }

        /** As files write it: in mm or degrees. */
        public double written(double v) {
            return measure == Measure.ANGLE
                    ? new BigDecimal(Math.toDegrees(v)).round(DIGITS).doubleValue()
                    : v;
        }

        /** From how files write it; {@code place} says where it stands. */
        public double read(double v, String place) {
            if (!(v > 0) || !Double.isFinite(v)) {
                throw Refusal.of(place + " must be above zero; " + v + " isn't. Leave it out to have the usual one.");
            }
            return measure == Measure.ANGLE ? Math.toRadians(v) : v;
        }

        public static Limit named(String word) {
            return List.of(values()).stream()
                    .filter(l -> l.word.equals(word))
                    .findFirst()
                    .orElseThrow(() -> Refusal.of("There is no limit called " + Refusal.quoted(word) + "."));
        }
    }

    private static final int LONGEST_REASON = 400;

    /** Until something else is said. */
    public static final Making USUAL = new Making(Way.MOULDED, Vec3.Z, Map.of(), Map.of());

    public Making {
        limits = Map.copyOf(limits);
        accepted = Map.copyOf(accepted);
        limits.forEach((l, v) -> l.read(l.written(v), "A limit"));
        if (!(Math.abs(pull.length() - 1) < 1e-9)) {
            throw Refusal.of("The direction of the pull must be of length one, such as [0, 0, 1].");
        }
        for (String why : accepted.values()) {
            if (why.isBlank() || why.length() > LONGEST_REASON) {
                throw Refusal.of("A reason has 1 to " + LONGEST_REASON + " characters.");
            }
        }
    }

    /** All limits of the way, set ones first of all. */
    public Map<Limit, Double> all() {
        Map<Limit, Double> m = way.usual();
        limits.forEach(m::replace);
        return m;
    }

    /** Made otherwise; what was accepted stays known. */
    public Making by(Way other) {
        return new Making(other, pull, limits, accepted);
    }

    public Making with(Map<Limit, Double> set) {
        Map<Limit, Double> m = new HashMap<>(limits);
        m.putAll(set);
        return new Making(way, pull, m, accepted);
    }

    public Making pulled(Vec3 direction) {
        return new Making(way, direction.unit(), limits, accepted);
    }

    /** With something found accepted for a reason, or no longer where the reason is empty. */
    public Making accepting(String found, String why) {
        Map<String, String> m = new HashMap<>(accepted);
        if (why.isBlank()) {
            m.remove(found);
        } else {
            m.put(found, why.strip());
        }
        return new Making(way, pull, limits, m);
    }

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE for any other word */
    public static Way way(String word) {
        for (Way w : Way.values()) {
            if (w.word().equals(word)) {
                return w;
            }
        }
        throw Refusal.of(
                "A part is moulded, cast, machined, printed or bent; " + Refusal.quoted(word) + " isn't a way.");
    }
}
