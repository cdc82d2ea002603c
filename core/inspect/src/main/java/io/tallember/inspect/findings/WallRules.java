package io.tallember.inspect.findings;

import io.tallember.geometry.Terms;
import io.tallember.inspect.Probe;
import io.tallember.inspect.WallMap.Wall;
import io.tallember.part.Making.Limit;
import io.tallember.part.Making.Way;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Key;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/** How thick walls are, and how wide what lies between them. */
final class WallRules {
    /** The sides of a rib look away from each other, as a cosine. */
    private static final double BESIDE = -0.9;

    private WallRules() {}

    static List<Finding> thin(Ground g) {
        return g.held(
                Limit.LEAST_WALL,
                least -> g.walls().thinner(least).stream()
                        .map(w -> of(
                                g,
                                Rule.WALL_THIN,
                                true,
                                "The wall is " + Terms.length(w.mm()) + " thick here; " + Terms.length(least)
                                        + " or more is asked for.",
                                least,
                                w))
                        .toList());
    }

    static List<Finding> thick(Ground g) {
        return g.held(
                Limit.MOST_WALL,
                most -> g.walls().lumps(most).stream()
                        .map(w -> of(
                                g,
                                Rule.WALL_THICK,
                                false,
                                "The material is " + Terms.length(w.mm())
                                        + " thick here: it cools slowly, sinks in and may have voids. "
                                        + Terms.length(most)
                                        + " or less is asked for.",
                                most,
                                w))
                        .toList());
    }

    static List<Finding> gaps(Ground g) {
        boolean cut = g.way() == Way.MACHINED;
        return g.held(
                cut ? Limit.CUTTER : Limit.LEAST_GAP,
                least -> g.gaps(least).thinner(least).stream()
                        // a bore isn't milled
                        .filter(w -> !cut || w.at().face() != w.to().face() || !ShapeRules.bore(g.face(w.at())))
                        .map(w -> of(
                                g,
                                Rule.GAP_NARROW,
                                cut,
                                cut
                                        ? "The gap is " + Terms.length(w.mm()) + " wide here; a cutter of "
                                                + Terms.length(least) + " can't enter it."
                                        : "The gap is " + Terms.length(w.mm()) + " wide here; " + Terms.length(least)
                                                + " or more is asked for.",
                                least,
                                w))
                        .toList());
    }

    private static Finding of(Ground g, Rule rule, boolean stops, String sentence, double limit, Wall w) {
        return g.found(
                rule,
                stops,
                sentence,
                w.mm(),
                limit,
                Measure.LENGTH,
                List.of(w.at().at(), w.to().at()),
                List.of(g.key(w.at().face()), g.key(w.to().face())));
    }

    /** Ribs against the wall: where both sides of a wall come from one rib. */
    static List<Finding> ribs(Ground g) {
        return g.held(Limit.RIB_TO_WALL, share -> {
            Set<String> ribs = g.doc().steps().stream()
                    .filter(s -> Kinds.word(s).equals("rib"))
                    .map(Step::id)
                    .collect(Collectors.toSet());
            double wall = g.walls().usual();
            List<Finding> out = new ArrayList<>();
            for (String rib : ribs) {
                Wall worst = null;
                for (Wall w : g.walls().walls()) {
                    if (w.to() == null || !from(g.key(w.at().face()), rib) || !from(g.key(w.to().face()), rib)) {
                        continue;
                    }
                    Probe.Reach r = g.probe().largest(w.at());
                    // posts of the same step are no ribs
                    if (r.to() != null
                            && r.to().face() != w.at().face()
                            && r.to().outward().dot(w.at().outward()) < BESIDE
                            && from(g.key(r.to().face()), rib)
                            && (worst == null || r.mm() > worst.mm())) {
                        worst = new Wall(w.at(), r.mm(), r.to());
                    }
                }
                if (worst != null && worst.mm() > share * wall + 1e-3) {
                    out.add(g.found(
                            Rule.RIB_THICK,
                            false,
                            String.format(
                                    Locale.ROOT,
                                    "The rib is %.0f %% as thick as the wall, %s against %s; from %.0f %% on its root shows as a sink mark.",
                                    100 * worst.mm() / wall,
                                    Terms.length(worst.mm()),
                                    Terms.length(wall),
                                    100 * share),
                            worst.mm() / wall,
                            share,
                            Measure.PLAIN,
                            List.of(worst.at().at()),
                            List.of(g.key(worst.at().face()), g.key(worst.to().face()))));
                }
            }
            return out;
        });
    }

    private static boolean from(String key, String step) {
        return Key.of(key).steps().contains(step);
    }
}
