package io.tallember.part.file;

import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.SketchStep;
import io.tallember.part.SketchWords;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.sketch.Constraint;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What differs between two build sheets, step by step and in words. */
public final class Changes {
    /** What happened to a step. */
    public enum Kind {
        ADDED,
        GONE,
        CHANGED
    }

    /** @param words each what was and what is, such as {@code distance 20 mm → 26 mm}; empty for steps that came or went */
    public record Change(String step, String name, Kind kind, List<String> words) {}

    private final PartDocument before;
    private final PartDocument after;

    private Changes(PartDocument before, PartDocument after) {
        this.before = before;
        this.after = after;
    }

    /** Changes in the order of the later sheet, then what is gone. */
    public static List<Change> between(PartDocument before, PartDocument after) {
        return new Changes(before, after).all();
    }

    private List<Change> all() {
        List<Change> out = new ArrayList<>();
        for (Step s : after.steps()) {
            Step old = before.find(s.id()).orElse(null);
            if (old == null) {
                out.add(new Change(s.id(), s.name(), Kind.ADDED, List.of()));
            } else if (!old.equals(s)) {
                List<String> words = words(old, s);
                if (!words.isEmpty()) {
                    out.add(new Change(s.id(), s.name(), Kind.CHANGED, words));
                }
            }
        }
        for (Step s : before.steps()) {
            if (after.find(s.id()).isEmpty()) {
                out.add(new Change(s.id(), s.name(), Kind.GONE, List.of()));
            }
        }
        return out;
    }

    private List<String> words(Step old, Step now) {
        List<String> out = new ArrayList<>();
        if (!old.name().equals(now.name())) {
            out.add("called " + old.name() + " before");
        }
        if (old.off() != now.off()) {
            out.add(now.off() ? "switched off" : "switched on");
        }
        if (old instanceof SketchStep a && now instanceof SketchStep b) {
            drawn(a, b, out);
            return out;
        }
        ObjectNode was = StepJson.write(old);
        ObjectNode is = StepJson.write(now);
        Set<String> fields = new LinkedHashSet<>();
        was.properties().forEach(e -> fields.add(e.getKey()));
        is.properties().forEach(e -> fields.add(e.getKey()));
        fields.removeAll(Set.of("id", "name", "off", "kind"));
        for (String f : fields) {
            JsonNode a = was.path(f);
            JsonNode b = is.path(f);
            if (!a.equals(b)) {
                out.add(field(f, a, b, now));
            }
        }
        return out;
    }

    private String field(String name, JsonNode was, JsonNode is, Step step) {
        String said = name.replaceAll("([A-Z])", " $1").toLowerCase(java.util.Locale.ROOT);
        boolean plain = (was.isValueNode() || was.isMissingNode()) && (is.isValueNode() || is.isMissingNode());
        if (!plain) {
            return was.isArray() && is.isArray() && was.size() != is.size()
                    ? said + ": " + was.size() + " → " + is.size()
                    : "other " + said;
        }
        return said + " " + value(was, name, step) + " → " + value(is, name, step);
    }

    private String value(JsonNode n, String name, Step step) {
        if (n.isBoolean()) {
            return n.booleanValue() ? "yes" : "no";
        }
        if (n.isNumber()) {
            Measure m = step.measure(name).orElse(null);
            return m == null || m == Measure.PLAIN
                    ? number(n.doubleValue())
                    : measured(n.doubleValue(), m == Measure.ANGLE);
        }
        return n.isMissingNode() ? "none" : n.asString("");
    }

    private String measured(double v, boolean angle) {
        Unit unit = after.unit();
        return angle ? number(Math.toDegrees(v)) + "°" : number(v / unit.millimetres()) + " " + unit.word();
    }

    private static String number(double v) {
        return new BigDecimal(Math.rint(v * 1e4) / 1e4)
                .round(new MathContext(10))
                .stripTrailingZeros()
                .toPlainString();
    }

    private void drawn(SketchStep a, SketchStep b, List<String> out) {
        for (Constraint c : b.sketch().constraints()) {
            Constraint old = a.sketch().constraint(c.id()).orElse(null);
            if (c.kind().isDimension() && old != null && old.value() != c.value()) {
                boolean angle = c.kind() == Constraint.Kind.ANGLE;
                String of = SketchWords.named(b.sketch(), c);
                out.add(of + " " + measured(old.value(), angle) + " → " + measured(c.value(), angle));
            }
        }
        int curves = b.sketch().curves().size() - a.sketch().curves().size();
        int holds = b.sketch().constraints().size() - a.sketch().constraints().size();
        if (curves != 0) {
            out.add(Math.abs(curves)
                    + (Math.abs(curves) == 1 ? " curve " : " curves ")
                    + (curves > 0 ? "more" : "fewer"));
        }
        if (holds != 0) {
            out.add(Math.abs(holds)
                    + (Math.abs(holds) == 1 ? " constraint " : " constraints ")
                    + (holds > 0 ? "more" : "fewer"));
        }
        if (!a.plane().equals(b.plane())) {
            out.add("on another plane");
        }
        if (out.isEmpty() && !a.sketch().equals(b.sketch())) {
            out.add("drawn anew");
        }
    }
}
