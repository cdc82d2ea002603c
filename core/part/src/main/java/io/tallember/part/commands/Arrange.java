package io.tallember.part.commands;

import io.tallember.part.Arrangement;
import io.tallember.part.Look;
import io.tallember.part.Making;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.SheetPlan;
import io.tallember.part.Variant;
import io.tallember.part.values.Variants;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Commands on what a part has beside its steps: groups, looks, variants. */
public sealed interface Arrange extends Command {
    /** Puts steps into a group; an empty name takes them out of theirs. */
    record GroupSteps(List<String> steps, String name) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            Map<String, String> groups = new TreeMap<>(doc.arrangement().groups());
            for (String id : steps) {
                doc.step(id);
                if (name.isBlank()) {
                    groups.remove(id);
                } else {
                    groups.put(id, name.strip());
                }
            }
            return doc.with(doc.arrangement().grouping(groups));
        }

        @Override
        public String said() {
            return name.isBlank() ? "take out of a group" : "group steps";
        }
    }

    /** Says how a body, a sketch or a plane is called and shown. */
    record SetLook(String id, Look look) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            doc.step(id.contains(".") ? id.substring(0, id.indexOf('.')) : id);
            return doc.with(doc.arrangement().looking(id, look));
        }

        @Override
        public String said() {
            return look.hidden() ? "hide" : "change a look";
        }
    }

    /** Shows only one body, or all again when none is named. */
    record Isolate(List<String> bodies, String only) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            Arrangement a = doc.arrangement();
            for (String id : bodies) {
                Look l = a.looks().getOrDefault(id, Look.USUAL);
                boolean hidden = !only.isEmpty() && !id.equals(only);
                a = a.looking(id, new Look(l.name(), l.material(), l.colour(), hidden));
            }
            return doc.with(a);
        }

        @Override
        public String said() {
            return only.isEmpty() ? "show all bodies" : "show one body";
        }
    }

    /** Says how the part is to be made, and by which limits that is judged. */
    record Make(Making making) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            Making m = new Making(
                    making.way(),
                    making.pull(),
                    making.limits(),
                    doc.arrangement().making().accepted());
            return doc.with(doc.arrangement().made(m));
        }

        @Override
        public String said() {
            return "change how it is made";
        }
    }

    /** Says how the part's drawing is laid out. */
    record LaySheet(SheetPlan plan) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.with(doc.arrangement().laid(plan));
        }

        @Override
        public String said() {
            return "change the drawing sheet";
        }
    }

    /** Accepts what a check found, for a reason; an empty reason takes that back. */
    record Accept(String found, String why) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            return doc.with(doc.arrangement().made(doc.arrangement().making().accepting(found, why)));
        }

        @Override
        public String said() {
            return why.isBlank() ? "accept no longer" : "accept a finding";
        }
    }

    /** A new variant that is as the part itself, or as another variant. */
    record AddVariant(String name, String like) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            List<Variant> all = new ArrayList<>(doc.arrangement().variants());
            Variant v = like.isEmpty()
                    ? new Variant(name.strip(), Map.of(), Map.of())
                    : new Variant(
                            name.strip(),
                            doc.arrangement().needed(like).values(),
                            doc.arrangement().needed(like).off());
            all.add(v);
            return doc.with(doc.arrangement().with(all).choosing(v.name()));
        }

        @Override
        public String said() {
            return "add a variant";
        }
    }

    record RenameVariant(String name, String to) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            Arrangement a = doc.arrangement();
            Variant old = a.needed(name);
            Arrangement renamed =
                    a.choosing("").with(replaced(a, old, new Variant(to.strip(), old.values(), old.off())));
            return doc.with(a.chosen().equals(name) ? renamed.choosing(to.strip()) : renamed.choosing(a.chosen()));
        }

        @Override
        public String said() {
            return "rename a variant";
        }
    }

    record DeleteVariant(String name) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            Variant old = doc.arrangement().needed(name);
            return doc.with(doc.arrangement()
                    .with(doc.arrangement().variants().stream()
                            .filter(v -> v != old)
                            .toList()));
        }

        @Override
        public String said() {
            return "delete a variant";
        }
    }

    /** Shows the part as a variant has it; as it is itself when the name is empty. */
    record ChooseVariant(String name) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            PartDocument next = doc.with(doc.arrangement().choosing(name));
            Variants.shown(next); // refuses one that can't be worked out
            return next;
        }

        @Override
        public String said() {
            return name.isEmpty() ? "show the part itself" : "show a variant";
        }
    }

    /** Gives a value another formula in a variant; an empty one lets it be as in the part. */
    record SetInVariant(String variant, String value, String formula) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            if (doc.values().stream().noneMatch(v -> v.name().equals(value))) {
                throw Refusal.of("There is no value called " + Refusal.quoted(value) + ".");
            }
            Arrangement a = doc.arrangement();
            Variant old = a.needed(variant);
            PartDocument next = doc.with(a.with(replaced(a, old, old.valued(value, formula))));
            Variants.of(next, variant);
            return next;
        }

        @Override
        public String said() {
            return "change a variant";
        }
    }

    /** Switches a step in a variant; null lets it be as in the part. */
    record SwitchInVariant(String variant, String step, Boolean off) implements Arrange {
        @Override
        public PartDocument apply(PartDocument doc) {
            doc.step(step);
            Arrangement a = doc.arrangement();
            Variant old = a.needed(variant);
            return doc.with(a.with(replaced(a, old, old.switching(step, off))));
        }

        @Override
        public String said() {
            return "change a variant";
        }
    }

    private static List<Variant> replaced(Arrangement a, Variant old, Variant now) {
        return a.variants().stream().map(v -> v == old ? now : v).toList();
    }
}
