package io.tallember.part.file;

import io.tallember.geometry.Vec2;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.commands.Arrange;
import io.tallember.part.commands.Command;
import io.tallember.part.commands.SketchEdit;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.SketchJson;
import io.tallember.part.fields.Typed;
import io.tallember.part.steps.Kinds;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Reads a command as the browser sends it. Numbers typed as text are read in the part's unit. */
public final class CommandJson {
    private CommandJson() {}

    public static Command read(JsonNode node, PartDocument doc) {
        Typed typed = new Typed(doc);
        return typed.with(read(new Fields(node, "command"), node, doc, typed));
    }

    private static Command read(Fields f, JsonNode node, PartDocument doc, Typed typed) {
        String kind = f.text("do");
        return switch (kind) {
            case "add-step" -> new Command.AddStep(step(node, typed, doc.freshId()));
            case "copy-steps" ->
                StepCopies.of(doc, copied(f, doc), f.size("x", typed, "", false), f.size("y", typed, "", false));
            case "open-step" -> Kinds.opened(doc, f.text("id"));
            case "change-step" -> new Command.ChangeStep(step(node, typed, ""));
            case "set-value" -> new Command.SetValue(f.text("name").strip(), f.text("formula"));
            case "take-values" -> ValuesCsv.read(f.longText("csv"));
            case "rename-value" ->
                new Command.RenameValue(f.text("name"), f.text("to").strip());
            case "delete-value" -> new Command.DeleteValue(f.text("name"));
            case "rename-step" -> new Command.RenameStep(f.text("id"), f.text("name"));
            case "switch-step" -> new Command.SwitchStep(f.text("id"), f.flag("off"));
            case "delete-step" -> new Command.DeleteStep(f.text("id"), f.flag("sketches"));
            case "move-step" -> new Command.MoveStep(f.text("id"), f.whole("to"));
            case "move-work-line" -> new Command.MoveWorkLine(f.whole("to"));
            case "rename-part" -> new Command.RenamePart(f.text("name"));
            case "set-unit" -> new Command.SetUnit(Unit.of(f.text("unit")));
            case "group" -> new Arrange.GroupSteps(f.texts("steps"), f.text("name"));
            case "set-look" -> new Arrange.SetLook(f.text("id"), ArrangementJson.look(f));
            case "isolate" -> new Arrange.Isolate(f.texts("bodies"), f.text("only", ""));
            case "make" -> new Arrange.Make(MakingJson.read(f));
            case "lay-sheet" -> new Arrange.LaySheet(SheetJson.read(f.part("sheet", "sheet")));
            case "accept" -> new Arrange.Accept(f.text("found"), f.text("why", ""));
            case "add-variant" -> new Arrange.AddVariant(f.text("name"), f.text("like", ""));
            case "rename-variant" -> new Arrange.RenameVariant(f.text("name"), f.text("to"));
            case "delete-variant" -> new Arrange.DeleteVariant(f.text("name"));
            case "choose-variant" -> new Arrange.ChooseVariant(f.text("name", ""));
            case "set-in-variant" ->
                new Arrange.SetInVariant(f.text("variant"), f.text("value"), f.text("formula", ""));
            case "switch-in-variant" ->
                new Arrange.SwitchInVariant(f.text("variant"), f.text("step"), f.has("off") ? f.flag("off") : null);
            case "draw" -> draw(f, typed);
            case "erase" -> new Command.Erase(f.text("id"), new HashSet<>(f.texts("ids")));
            case "set-dimension" -> dimension(f, doc, typed);
            case "place" -> place(f);
            case "round-corner" ->
                edit(f, new SketchEdit.RoundCorner(f.text("point"), f.positive("radius", typed, "")));
            case "bevel-corner" ->
                edit(f, new SketchEdit.BevelCorner(f.text("point"), f.positive("distance", typed, "")));
            case "trim" -> edit(f, new SketchEdit.TrimCurve(f.text("curve"), f.vec2("at")));
            case "extend" -> edit(f, new SketchEdit.ExtendCurve(f.text("curve"), f.vec2("at")));
            case "mirror" -> edit(f, new SketchEdit.MirrorCurves(f.texts("curves"), f.text("about")));
            case "repeat-round" ->
                edit(f, new SketchEdit.RepeatRound(f.texts("curves"), f.text("centre"), f.whole("count")));
            case "repeat-along" ->
                edit(f, new SketchEdit.RepeatAlong(f.texts("curves"), f.vec2("step"), f.whole("count")));
            case "set-driven" -> edit(f, new SketchEdit.SetDriven(f.text("dimension"), f.flag("on")));
            case "split" -> edit(f, new SketchEdit.SplitCurve(f.text("curve"), f.vec2("at")));
            case "divide" ->
                edit(
                        f,
                        f.has("length")
                                ? new SketchEdit.StepCurve(f.text("curve"), f.positive("length", typed, ""))
                                : new SketchEdit.DivideCurve(f.text("curve"), f.whole("parts")));
            case "midline" -> edit(f, new SketchEdit.Between(f.text("first"), f.text("second")));
            case "join" -> edit(f, new SketchEdit.JoinCurves(f.text("first"), f.text("second")));
            case "tidy" -> edit(f, new SketchEdit.TidyUp());
            case "offset" ->
                edit(
                        f,
                        new SketchEdit.OffsetCurves(
                                f.texts("curves"), f.positive("distance", typed, ""), f.vec2("side"), f.flag("round")));
            case "tangent-line" ->
                edit(
                        f,
                        new SketchEdit.TangentLine(
                                f.text("first"), f.vec2("nearFirst"), f.text("second"), f.vec2("nearSecond")));
            case "tangent-arc" ->
                edit(
                        f,
                        new SketchEdit.TangentArc(
                                f.text("first"),
                                f.vec2("nearFirst"),
                                f.text("second"),
                                f.vec2("nearSecond"),
                                f.positive("radius", typed, "")));
            case "recount" -> edit(f, new SketchEdit.RecountRepeat(f.text("curve"), f.whole("count")));
            case "set-handles" -> edit(f, new SketchEdit.SetHandles(f.text("curve"), f.flag("on")));
            case "set-text" ->
                edit(f, new SketchEdit.SetText(f.text("curve"), f.text("text"), f.positive("height", typed, "")));
            case "take-outline" ->
                edit(f, new SketchEdit.TakeOutline(f.longText("svg"), f.number("unit"), f.number("tolerance")));
            case "set-underlay" -> new Command.SetUnderlay(f.text("id"), SketchJson.underlay(f));
            case "set-construction" ->
                new Command.SetConstruction(f.text("id"), new HashSet<>(f.texts("curves")), f.flag("on"));
            default -> throw Refusal.of("There is no command " + Refusal.quoted(kind) + ".");
        };
    }

    /** The steps to be copied; with the blends on what they made, if that is asked for. */
    private static List<String> copied(Fields f, PartDocument doc) {
        List<String> ids = f.texts("steps");
        return f.flag("blends")
                ? ids.stream()
                        .flatMap(id -> doc.withBlends(doc.step(id)).stream())
                        .distinct()
                        .toList()
                : ids;
    }

    /** @param fresh the id of a step that is added; empty when it has one */
    private static Step step(JsonNode node, Typed typed, String fresh) {
        JsonNode s = node.get("step");
        if (s == null) {
            throw Refusal.of("A command lacks its field step.");
        }
        return StepJson.read(s, typed, fresh.isEmpty() ? s.path("id").asString("") : fresh);
    }

    private static Command draw(Fields f, Typed typed) {
        String id = f.text("id");
        List<Entity> entities =
                f.list("entities").stream().map(SketchJson::entity).toList();
        List<Constraint> constraints = f.list("constraints").stream()
                .map(c -> SketchJson.constraint(c, typed, id))
                .toList();
        return new Command.Draw(id, entities, constraints, SketchJson.traces(f));
    }

    private static Command edit(Fields f, SketchEdit edit) {
        return new Command.EditSketch(f.text("id"), edit);
    }

    private static Command place(Fields f) {
        Map<String, Vec2> points = new HashMap<>();
        f.map("points").forEach((id, at) -> {
            if (!at.isArray()
                    || at.size() != 2
                    || !at.get(0).isNumber()
                    || !at.get(1).isNumber()) {
                throw Refusal.of("Point " + Refusal.quoted(id) + " should be two numbers.");
            }
            points.put(id, new Vec2(at.get(0).doubleValue(), at.get(1).doubleValue()));
        });
        Map<String, Double> radii = new HashMap<>();
        f.map("radii").forEach((id, r) -> {
            if (!r.isNumber()) {
                throw Refusal.of("The radius of " + Refusal.quoted(id) + " should be a number.");
            }
            radii.put(id, r.doubleValue());
        });
        return new Command.Place(f.text("id"), points, radii);
    }

    private static Command dimension(Fields f, PartDocument doc, Typed typed) {
        String id = f.text("id");
        String dimension = f.text("dimension");
        boolean angle = doc.step(id) instanceof SketchStep s
                && s.sketch()
                        .constraint(dimension)
                        .filter(c -> c.kind() == Constraint.Kind.ANGLE)
                        .isPresent();
        return new Command.SetDimension(id, dimension, f.size("value", typed, id + "/" + dimension, angle));
    }
}
