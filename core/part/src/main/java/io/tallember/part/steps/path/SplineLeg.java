package io.tallember.part.steps.path;

import io.tallember.part.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A smooth curve through places.
 *
 * @param points where the path is when it begins isn't among them
 * @param first how it leaves where it begins
 * @param last how it comes to its last place
 */
record SplineLeg(String id, Double bend, List<Spot> points, End first, End last) implements PathLeg {
    /**
     * An end.
     *
     * @param toward the direction there, or null for any
     * @param smooth only at the beginning: in the direction of the leg before
     * @param strength how far it keeps to the direction; one is usual
     */
    record End(Toward toward, boolean smooth, double strength) {
        static final End FREE = new End(null, false, 1);
        static final End SMOOTH = new End(null, true, 1);

        End {
            if (!(strength > 0 && strength <= 100)) {
                throw Refusal.of("The strength of a direction must be from above 0 to 100.");
            }
        }

        boolean led() {
            return toward != null || smooth;
        }

        End strong(double v) {
            return new End(toward, smooth, v);
        }

        List<String> steps() {
            return toward == null ? List.of() : toward.steps();
        }
    }

    SplineLeg {
        PathLeg.bent(bend);
        points = List.copyOf(points);
        if (points.isEmpty() || points.size() > MOST_POINTS) {
            throw Refusal.of("A smooth leg goes through one to " + MOST_POINTS + " points.");
        }
    }

    @Override
    public Map<String, Number> sizes() {
        Map<String, Number> out = PathLeg.sizes(bend);
        for (int i = 0; i < points.size(); i++) {
            points.get(i).sizes(i + 1, out);
        }
        if (first.led()) {
            out.put("first", first.strength());
        }
        if (last.led()) {
            out.put("last", last.strength());
        }
        return out;
    }

    @Override
    public SplineLeg sized(String name, double v) {
        if (name.equals("bend")) {
            return new SplineLeg(id, v, points, first, last);
        }
        if (name.equals("first") || name.equals("last")) {
            boolean f = name.equals("first");
            return new SplineLeg(id, bend, points, f ? first.strong(v) : first, f ? last : last.strong(v));
        }
        int i = Integer.parseInt(name.replaceAll("[a-z]", "")) - 1;
        List<Spot> more = new ArrayList<>(points);
        more.set(i, points.get(i).sized(name, v));
        return new SplineLeg(id, bend, more, first, last);
    }

    @Override
    public List<String> steps() {
        List<String> all = new ArrayList<>();
        points.forEach(p -> all.addAll(p.steps()));
        all.addAll(first.steps());
        all.addAll(last.steps());
        return all;
    }
}
