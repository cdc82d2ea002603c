package io.tallember.part.steps;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.GeometryException;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.commands.Command;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.values.Variants;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import tools.jackson.databind.node.JsonNodeFactory;

/** What holds for the sentence of every step of every part in every unit. */
final class Laws {
    private Laws() {}

    /** Checks all steps of a part in all units; returns which kinds it met. */
    static Set<String> hold(PartDocument doc) {
        Set<String> kinds = new TreeSet<>();
        for (Unit u : Unit.values()) {
            PartDocument in = new Command.SetUnit(u).done(doc);
            PartDocument shown = Variants.shown(in);
            Rebuild rebuild = Kinds.rebuild();
            Context c = new Context(in, shown, () -> rebuild.build(shown));
            for (Step s : shown.steps()) {
                kinds.add(Kinds.word(s));
                hold(s, c);
            }
        }
        return kinds;
    }

    private static void hold(Step s, Context c) {
        Kind k = Kinds.of(s);
        Form f = k.opened(s, c);
        Pen p = k.pen(f);
        String what = s.name() + " in " + c.unit();
        assertThat(p.lacking().map(x -> x.place + ": " + x.lack + x.trouble))
                .as(what)
                .isEmpty();
        // opened and made is the same step, and its formulas
        PartDocument after = Talks.command(f).done(c.doc());
        assertThat(after.step(s.id())).as(what).isEqualTo(c.doc().step(s.id()));
        assertThat(after.formulas()).as(what).isEqualTo(c.doc().formulas());
        // there and back through JSON
        assertThat(Form.read(f.write(), c).write()).as(what).isEqualTo(f.write());
        // every number of the step has its slot, and no other slot claims to be one
        Set<String> numbers = p.slots().values().stream()
                .filter(x -> x.number && x.field.has("measure"))
                .map(x -> k.numberPlace(f, x.place))
                .collect(Collectors.toCollection(TreeSet::new));
        assertThat(numbers).as(what).containsAll(s.numbers());
        for (Slot x : p.slots().values()) {
            assertThat(x.text.isBlank() && !x.field.has("plain"))
                    .as(what + " " + x.place)
                    .isFalse();
            assertThat(x.label).as(what + " " + x.place).isNotBlank();
        }
        // what the pattern says is there
        p.said().stream()
                .filter(w -> w.at() != null)
                .forEach(w -> assertThat(p.slots()).containsKey(w.at()));
        labelled(p, what);
        choices(k, f, c, what);
    }

    /** No two numbers stand side by side without a word between them. */
    private static void labelled(Pen p, String what) {
        Slot before = null;
        for (Pen.Said w : p.said()) {
            if (w.at() == null) {
                before = w.text().isBlank() ? before : null;
                continue;
            }
            Slot now = p.slots().get(w.at());
            assertThat(before != null && before.number && now.number)
                    .as(what + ": " + w.at() + " has no word before it")
                    .isFalse();
            before = now;
        }
    }

    /** Each choice is made and taken back: the sentence can be said, what lacks nothing is made, and what was there is there again. */
    private static void choices(Kind k, Form opened, Context c, String what) {
        for (Slot s : k.pen(opened).slots().values()) {
            if (!s.field.path("is").asString("").equals("choice")) {
                continue;
            }
            for (Slot.Option o : s.options) {
                Form f = Form.read(opened.write(), c);
                k.enter(f, s.place, JsonNodeFactory.instance.objectNode().put("chose", o.key()));
                Pen p = k.pen(f);
                assertThat(p.plain()).as(what).isNotBlank();
                if (p.lacking().isEmpty()) {
                    made(f, what + " " + s.place + " " + o.key());
                }
                if (p.slots().containsKey(s.place)) {
                    k.enter(f, s.place, JsonNodeFactory.instance.objectNode().put("chose", opened.chosen(s.place)));
                    assertThat(differing(opened, f))
                            .as(what + " " + s.place + " " + o.key() + " and back")
                            .isEmpty();
                }
            }
        }
    }

    /** A sentence that lacks nothing makes a step, or says why its numbers don't go together. */
    private static void made(Form f, String what) {
        try {
            Talks.command(f);
        } catch (GeometryException e) {
            assertThat(e.getMessage()).as(what).endsWith(".");
        }
    }

    private static Map<String, String> differing(Form a, Form b) {
        Map<String, String> out = new LinkedHashMap<>();
        a.contents().forEach((place, x) -> {
            if (!x.equals(b.contents().get(place))) {
                out.put(place, x + " became " + b.contents().get(place));
            }
        });
        return out;
    }
}
