package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.steps.AlongForm;
import io.tallember.part.steps.Content;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.PlaceHandle;
import io.tallember.part.steps.Remedy;
import io.tallember.part.steps.Slot;
import io.tallember.part.steps.Slot.Option;
import io.tallember.part.steps.Texts;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Paths through space, told leg by leg. */
public final class PathKind extends Kind {
    public PathKind() {
        super(1, "path");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("path", ""));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("from", "at");
        at(f, Vec3.ZERO);
        f.pick("corner", List.of());
        f.choose("path", "");
        f.choose("corners", "sharp");
        f.usual("bend", 5, 0.25);
        f.choose("closed", "no");
        f.rows("legs", List.of());
        Context c = f.context();
        List<JsonNode> edges =
                picked.stream().flatMap(h -> h.edgeRef(c).stream()).toList();
        List<Hit> lines = picked.stream()
                .filter(h -> h.what() == Hit.What.LINE && h.regionRef().isPresent())
                .toList();
        picked.stream().flatMap(h -> h.cornerRef().stream()).findFirst().ifPresent(ref -> {
            f.choose("from", "corner");
            f.pick("corner", ref);
        });
        String row = LegForm.add(f, 0);
        if (!edges.isEmpty()) {
            LegForm.edges(f, row, edges);
        } else if (!lines.isEmpty()) {
            LegForm.line(f, row, lines.get(0));
        } else {
            return;
        }
        f.choose("from", "own");
    }

    private static void at(Form f, Vec3 p) {
        f.length("x", p.x());
        f.length("y", p.y());
        f.length("z", p.z());
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        JsonNode start = n.path("start");
        f.choose("from", start.has("step") ? "end" : start.has("corner") ? "corner" : start.has("x") ? "at" : "own");
        f.drop("start");
        f.pick("corner", start.has("corner") ? List.of(start) : List.of());
        f.choose("path", start.path("step").asString(""));
        at(f, Vec3.ZERO);
        if (start.has("x")) {
            for (String k : List.of("x", "y", "z")) {
                open(f, k, start.get(k).doubleValue(), Measure.LENGTH);
            }
        }
        double bend = n.path("bend").asDouble(0);
        f.choose("corners", bend > 0 ? "bent" : "sharp");
        if (bend > 0) {
            open(f, "bend", bend, Measure.LENGTH);
        } else {
            f.usual("bend", 5, 0.25);
        }
        List<JsonNode> legs = list(n.path("legs"));
        f.drop("legs");
        f.rows("legs", legs.stream().map(l -> l.path("id").asString("")).toList());
        for (JsonNode leg : legs) {
            LegForm.open(f, "legs." + leg.path("id").asString(""), leg, (place, v, m) -> open(f, place, v, m));
        }
        f.aim("");
    }

    @Override
    protected List<PlaceHandle> grips(Form f) {
        return new PathView(f, whole(f)).grips();
    }

    @Override
    protected Optional<Vec3> placedFrom(Form f) {
        return new PathView(f, whole(f)).placedFrom();
    }

    @Override
    protected void moveTo(Form f, String place, Vec3 to) {
        String at = place.isEmpty() ? "" : place + ".";
        Vec3 from = f.is(at + "spot", "by") ? new PathView(f, whole(f)).before(place) : Vec3.ZERO;
        Vec3 p = to.minus(from);
        set(f, at + "x", p.x());
        set(f, at + "y", p.y());
        set(f, at + "z", p.z());
    }

    /** Sets a coordinate unless it is the same anyway, so that a formula that gives it stays. */
    private static void set(Form f, String place, double mm) {
        if (!(Math.abs(f.number(place, Measure.LENGTH, Double.NaN) - mm) < 1e-9)) {
            f.length(place, mm);
        }
    }

    @Override
    protected void pulled(Form f, String place, double v) {
        if (place.endsWith(".first") || place.endsWith(".last")) {
            double strength = Math.max(0.05, Math.rint(v * 20) / 20);
            f.set(place, new Content.Text(Texts.shortest(strength, 2), strength));
        } else {
            super.pulled(f, place, v);
        }
    }

    @Override
    protected String numberPlace(Form f, String place) {
        String[] at = place.split("\\.");
        if (at.length == 3) {
            // a straight leg's angle is its turn
            return at[1] + "." + (at[2].equals("turned") ? "turn" : at[2]);
        }
        if (at.length == 5) {
            int i = f.rows("legs." + at[1] + "." + at[2]).indexOf(at[3]) + 1;
            return at[1] + "." + at[4] + i;
        }
        return place;
    }

    @Override
    protected void press(Form f, String place) {
        String[] at = place.split("\\.");
        String row = at.length > 1 ? "legs." + at[1] : "";
        String what = at[at.length - 1];
        if (at.length == 1) {
            LegForm.add(f, f.rows("legs").size());
        } else if (at.length > 3 && what.equals("drop")) {
            f.dropRow(row + "." + at[2], at[3]);
        } else if (what.equals("between")) {
            PointsForm.between(f, row, at[3]);
        } else if (what.equals("drop")) {
            f.dropRow("legs", at[1]);
        } else if (what.equals("insert")) {
            LegForm.add(f, f.rows("legs").indexOf(at[1]));
        } else if (what.equals("up")) {
            List<String> rows = new ArrayList<>(f.rows("legs"));
            Collections.swap(rows, rows.indexOf(at[1]), rows.indexOf(at[1]) - 1);
            f.rows("legs", rows);
        } else if (what.equals("more")) {
            PointsForm.add(f, row);
        } else if (what.equals("rate")) {
            CoilForm.rate(f, row);
        } else {
            // flip, outFlip, finishFlip
            String flipped = row + "." + (what.equals("flip") ? "flipped" : what + "ped");
            f.choose(flipped, f.is(flipped, "yes") ? "no" : "yes");
        }
    }

    @Override
    protected void follow(Form f, String place) {
        if (place.endsWith(".kind")) {
            String row = place.substring(0, place.length() - ".kind".length());
            boolean first = f.rows("legs").indexOf(row.split("\\.")[1]) == 0;
            boolean own =
                    Stream.of("along", "coil", "middle", "views", "dropped").anyMatch(k -> f.is(place, k));
            if (first && own && f.is("from", "at")) {
                f.choose("from", "own");
            } else if (first && !own && f.is("from", "own")) {
                f.choose("from", "at");
            }
        }
        if (place.startsWith("legs.")) {
            String id = place.split("\\.")[1];
            LegForm.follow(f, "legs." + id, place.substring("legs.".length() + id.length() + 1));
        } else if (place.equals("from")) {
            List<Option> paths = f.context().paths(f.step());
            if (f.is("from", "end") && f.chosen("path").isEmpty() && !paths.isEmpty()) {
                f.choose("path", paths.get(paths.size() - 1).key());
            }
            f.aim(f.is("from", "corner") ? "corner" : "");
        }
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        String aim = f.aim().endsWith(".line") || h.what() != Hit.What.LINE ? f.aim() : LegForm.lined(f);
        if (!aim.endsWith(".line") || !AlongForm.line(f, aim.substring(0, aim.length() - "line".length()), h)) {
            return false;
        }
        String row = "legs." + aim.split("\\.")[1];
        boolean two = f.is(row + ".kind", "middle") || f.is(row + ".kind", "views");
        String other = row + ".second.line";
        f.aim(two && !aim.equals(other) && f.picked(other).isEmpty() ? other : "");
        return true;
    }

    @Override
    protected void say(Form f, Pen p) {
        p.choice("from", "at", "corner", "end", "own");
        if (f.is("from", "at")) {
            List.of("x", "y", "z").forEach(p::length);
        } else if (f.is("from", "corner")) {
            p.pick("corner", false, Hit::cornerRef, "corner", "mark");
        } else if (f.is("from", "end")) {
            Slot path = p.choice("path", f.context().paths(f.step()));
            if (f.context().paths(f.step()).stream().noneMatch(o -> o.key().equals(f.chosen("path")))) {
                path.text = words().text("path.none");
                path.lack = words().text("path.lack");
            }
        }
        List<String> rows = f.rows("legs");
        for (int i = 0; i < rows.size(); i++) {
            LegForm.say(f, p.row("legs", rows.get(i), i + 1), "legs." + rows.get(i), i, rows.size());
        }
        p.choice("corners", "sharp", "bent").quiet(f.is("corners", "sharp"));
        if (f.is("corners", "bent")) {
            p.length("bend");
        }
        p.choice("closed", "no", "yes").quiet(f.is("closed", "no"));
        p.act("more");
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        ObjectNode start = n.putObject("start");
        switch (f.chosen("from")) {
            case "at" -> List.of("x", "y", "z").forEach(k -> f.write(start, k, k));
            case "corner" -> start.setAll((ObjectNode) f.one("corner"));
            case "end" -> start.put("step", f.chosen("path"));
            default -> {}
        }
        var legs = n.putArray("legs");
        for (String id : f.rows("legs")) {
            LegForm.write(f, "legs." + id, legs.addObject().put("id", id));
        }
        if (f.is("corners", "bent")) {
            f.write(n, "bend", "bend");
        } else {
            n.put("bend", 0);
        }
        n.put("closed", f.is("closed", "yes"));
    }

    @Override
    protected List<Remedy> remedies(Form f, StepOutcome failed) {
        // the size that is told is that of all corners only where none has its own
        boolean alike = f.rows("legs").stream().noneMatch(r -> f.is("legs." + r + ".bends", "own"));
        return f.is("corners", "bent") && alike ? super.remedies(f, failed) : List.of();
    }

    @Override
    protected String remedied() {
        return "bend";
    }

    @Override
    protected boolean seenWithout() {
        return true;
    }

    @Override
    public Class<? extends Step> type() {
        return PathStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return PathJson.read(own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        PathJson.write((PathStep) step, n);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildPath.build((PathStep) step, before, notes);
    }
}
