package io.tallember.inspect.findings;

import io.tallember.geometry.Terms;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Leans;
import io.tallember.inspect.Probe.Place;
import io.tallember.part.Making.Limit;
import io.tallember.part.Measure;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What goes by a direction: the pull of a mould, the growth of a print. */
final class PullRules {
    /** A face this near to the lowest place of a print, in mm, lies on its bed. */
    private static final double ON_BED = 0.02;

    private PullRules() {}

    private static String degrees(double radians) {
        return new BigDecimal(Math.toDegrees(radians))
                        .setScale(2, RoundingMode.HALF_EVEN)
                        .stripTrailingZeros()
                        .toPlainString()
                + "°";
    }

    static List<Finding> draft(Ground g) {
        return g.held(
                Limit.DRAFT,
                least -> g.leans().steep(least).stream()
                        .map(s -> g.found(
                                Rule.DRAFT,
                                true,
                                "This face leans " + degrees(s.lean()) + " against the pull; " + degrees(least)
                                        + " or more lets it go.",
                                s.lean(),
                                least,
                                Measure.ANGLE,
                                List.of(s.at()),
                                List.of(g.key(s.face()))))
                        .toList());
    }

    static List<Finding> undercuts(Ground g) {
        List<Finding> out = new ArrayList<>();
        for (Leans.Held h : g.leans().held()) {
            List<String> keys = h.faces().stream().map(g::key).toList();
            String sentence = h.slide() == null
                    ? "The mould can't let go here, and no slide across the pull would free it."
                    : "The mould can't let go here: " + Terms.length(h.deep()) + " deep. A slide along "
                            + way(h.slide()) + " would free it.";
            out.add(g.found(
                    Rule.UNDERCUT,
                    h.slide() == null,
                    sentence,
                    h.slide() == null ? Double.NaN : h.deep(),
                    Double.NaN,
                    Measure.LENGTH,
                    List.of(h.at()),
                    keys));
        }
        return out;
    }

    private static String way(Vec3 d) {
        String[] names = {"x", "y", "z"};
        double[] v = {d.x(), d.y(), d.z()};
        for (int k = 0; k < 3; k++) {
            if (Math.abs(v[k]) > 1 - 1e-9) {
                return (v[k] > 0 ? "" : "−") + names[k];
            }
        }
        return String.format(Locale.ROOT, "(%.2f, %.2f, %.2f)", v[0] + 0.0, v[1] + 0.0, v[2] + 0.0)
                .replace("-0.00", "0.00");
    }

    static List<Finding> overhangs(Ground g) {
        return g.held(Limit.OVERHANG, most -> {
            double bed = g.places().stream()
                    .mapToDouble(p -> p.at().dot(g.pull()))
                    .min()
                    .orElse(0);
            Map<Integer, Place> worst = new LinkedHashMap<>();
            for (Place p : g.places()) {
                if (-g.leans().lean(p) > most + 1e-9 && p.at().dot(g.pull()) > bed + ON_BED) {
                    worst.merge(
                            p.face(),
                            p,
                            (a, b) -> g.leans().lean(a) <= g.leans().lean(b) ? a : b);
                }
            }
            return worst.values().stream()
                    .map(p -> g.found(
                            Rule.OVERHANG,
                            false,
                            "This face hangs over by " + degrees(-g.leans().lean(p)) + "; past " + degrees(most)
                                    + " it needs a support.",
                            -g.leans().lean(p),
                            most,
                            Measure.ANGLE,
                            List.of(p.at()),
                            List.of(g.key(p.face()))))
                    .toList();
        });
    }
}
