package io.tallember.inspect.findings;

import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;

/**
 * Something found that speaks against making a part as it stands.
 *
 * @param rule by which it was found, see {@link Rule#word}
 * @param stops whether it stops release
 * @param sentence with lengths, places and steps as {@link io.tallember.geometry.Terms} has them
 * @param measured in mm, radians or as a plain number; not a number where nothing is measured
 * @param limit that it was held against, or not a number
 * @param measure what both are
 * @param places worst first, in mm
 * @param faces lineage keys of the faces concerned
 * @param step the last step of the build sheet that shaped them; empty where none is known
 * @param remedy a number that mends it when changed, tried; null where none is known
 */
public record Finding(
        Rule rule,
        boolean stops,
        String sentence,
        double measured,
        double limit,
        Measure measure,
        List<Vec3> places,
        List<String> faces,
        String step,
        Remedy remedy) {
    /**
     * A number of a step and the value that mends it.
     *
     * @param field the number's place in the step
     * @param value in mm or radians
     * @param but what would then stop release that doesn't now, or more than now, as a sentence; empty for nothing
     */
    public record Remedy(String step, String field, Measure measure, double was, double value, String but) {
        Remedy but(String other) {
            return new Remedy(step, field, measure, was, value, other);
        }
    }

    public Finding {
        places = List.copyOf(places);
        faces = List.copyOf(faces);
    }

    /**
     * By what it is known from one check to the next: the rule, the faces' lineage and what was measured, to three digits. So it is
     * another one once the faces or the number have changed.
     */
    public String id() {
        String all = String.join(" ", faces) + String.format(Locale.ROOT, " %.3g", measured);
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(all.getBytes(StandardCharsets.UTF_8));
            return rule.word() + "-" + HexFormat.of().formatHex(hash, 0, 8);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Whether this is the same fault in the same place as another, no worse. */
    boolean noWorse(Finding was) {
        boolean same = rule == was.rule && faces.stream().anyMatch(was.faces::contains);
        boolean farther = Math.abs(measured - limit) > Math.abs(was.measured - was.limit) * (1 + 1e-6);
        return same && !farther;
    }

    /** Several that tell the same, as one. */
    static Finding together(List<Finding> all) {
        Finding f = all.get(0);
        if (all.size() == 1) {
            return f;
        }
        String more =
                all.size() == 2 ? " The same at one more place." : " The same at " + (all.size() - 1) + " more places.";
        return new Finding(
                f.rule,
                f.stops,
                f.sentence + more,
                f.measured,
                f.limit,
                f.measure,
                all.stream().flatMap(x -> x.places.stream()).toList(),
                all.stream().flatMap(x -> x.faces.stream()).distinct().sorted().toList(),
                f.step,
                f.remedy);
    }

    Finding with(Remedy r) {
        return new Finding(rule, stops, sentence, measured, limit, measure, places, faces, step, r);
    }
}
