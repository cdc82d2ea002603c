package io.tallember.part.file;

import io.tallember.part.PartDocument;
import io.tallember.part.ProfileStep;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.commands.Command;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Copies of steps that have dimensions of their own: with their sketches, moved in their planes, and with everything that they
 * refer to among themselves referring to the copies.
 */
final class StepCopies {
    private StepCopies() {}

    static Command of(PartDocument doc, List<String> ids, double x, double y) {
        Set<String> all = new LinkedHashSet<>();
        for (String id : ids) {
            if (doc.step(id) instanceof ProfileStep p) {
                all.add(p.sketch());
            }
            all.add(id);
        }
        List<Step> chosen =
                doc.steps().stream().filter(s -> all.contains(s.id())).toList();
        if (chosen.isEmpty()) {
            throw Refusal.of("Pick at least one step to copy.");
        }
        Map<String, String> ofCopy = new HashMap<>();
        int next = doc.nextId();
        for (Step s : chosen) {
            int own = Integer.parseInt(s.id().substring(1));
            for (int k = 0; k <= s.reserved(); k++) {
                ofCopy.put("s" + (own + k), "s" + next++);
            }
            if (s instanceof ProfileStep p) {
                for (var r : p.regions()) {
                    ofCopy.put(r.id(), "r" + next++);
                }
            }
        }
        Typed plain = new Typed(PartDocument.empty("copies", Unit.MM));
        List<Step> copies = new ArrayList<>();
        for (Step s : chosen) {
            ObjectNode n = StepJson.write(s);
            References.renamed(n, ofCopy);
            n.put("name", s.name() + " copy");
            n.remove("traces"); // a copy is drawn anew; it follows nothing
            if (n.path("regions") instanceof ArrayNode regions) {
                regions.forEach(r -> ((ObjectNode) r).put("id", ""));
            }
            Step copy = StepJson.read(n, plain, "");
            if (copy instanceof SketchStep k) {
                SketchStep.Shift old = k.shift();
                copy = k.shifted(new SketchStep.Shift(old.x() + x, old.y() + y, old.turn()));
            }
            copies.add(copy);
        }
        return new Command.AddSteps(copies);
    }
}
