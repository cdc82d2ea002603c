package io.tallember.inspect.findings;

import io.tallember.geometry.Patience;
import io.tallember.geometry.Terms;
import io.tallember.part.Making;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.StepOutcome;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * All that speaks against making a part as it stands.
 *
 * @param findings those that stop release first, in the order of the rules
 * @param clear rules that found nothing
 * @param notes sentences on what could not be looked at
 * @param complete whether the whole part was there to be looked at
 */
public record Checkup(Making making, List<Finding> findings, List<Rule> clear, List<String> notes, boolean complete) {
    /** Looks at a part as far as it is built. */
    public static Checkup of(PartState state, Making making) {
        Ground g = new Ground(state, making, state.solids());
        List<Ground> each = Ground.each(state, making);
        List<Finding> all = new ArrayList<>();
        List<Rule> clear = new ArrayList<>();
        for (Rule r : Rule.values()) {
            if (!r.isFor(making.way())) {
                continue;
            }
            Patience.check();
            int told = g.notes().size();
            List<Finding> found = g.bodies().isEmpty() ? List.of() : alike(r.look(g, each));
            if (found.isEmpty() && g.notes().size() == told) {
                clear.add(r);
            }
            all.addAll(found);
        }
        all.sort(Comparator.comparing(f -> !f.stops()));
        boolean complete = state.sound() && state.toItsEnd();
        List<String> notes = new ArrayList<>();
        if (!state.toItsEnd()) {
            notes.add("The work line stands above the last steps. The part was looked at without those below it.");
        }
        if (!state.sound()) {
            long failed = state.outcomes().stream()
                    .filter(o -> o.status() == StepOutcome.Status.FAILED)
                    .count();
            notes.add((failed == 1 ? "A step" : failed + " steps")
                    + " of the build sheet can't be built. The part was looked at as far as it stands.");
        }
        if (g.bodies().isEmpty()) {
            notes.add("There is no body to look at.");
        }
        if (making.way() == Making.Way.MACHINED && !g.bodies().isEmpty()) {
            notes.add(
                    "Inside corners are judged for a cutter that comes along the pull; turn it to judge another setting.");
        }
        long unseen = each.stream().mapToLong(x -> x.probe().unseen().size()).sum();
        if (unseen > 0) {
            notes.add((unseen == 1 ? "A face" : unseen + " faces")
                    + " couldn't be meshed, so walls, gaps and leans weren't looked at there.");
        }
        notes.addAll(g.notes());
        return new Checkup(making, List.copyOf(all), List.copyOf(clear), List.copyOf(notes), complete);
    }

    /** What one step leaves alike in several places is one finding. */
    private static List<Finding> alike(List<Finding> all) {
        Map<List<Object>, List<Finding>> by = new LinkedHashMap<>();
        for (Finding f : all) {
            String told = Terms.told(f.sentence(), Terms.Telling.PLAIN);
            List<Object> same = List.of(f.step(), f.stops(), told);
            by.computeIfAbsent(same, k -> new ArrayList<>()).add(f);
        }
        return by.values().stream().map(Finding::together).toList();
    }

    public Checkup with(List<Finding> other) {
        return new Checkup(making, List.copyOf(other), clear, notes, complete);
    }

    /** Whether something that isn't accepted stops release; a part that isn't whole can't be released either. */
    public boolean stopped() {
        return !complete || findings.stream().anyMatch(f -> f.stops() && !accepted(f));
    }

    public boolean accepted(Finding f) {
        return making.accepted().containsKey(f.id());
    }
}
