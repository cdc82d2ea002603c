package io.tallember.part.steps.walls;

import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Hit;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Offer;
import io.tallember.part.steps.Own;
import io.tallember.part.steps.Pen;
import io.tallember.part.steps.Slot;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Bodies hollowed to walls. */
public final class ShellKind extends Kind {
    public ShellKind() {
        super(3, "shell");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("shell", needsBody(c)));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.choose("closed", "no");
        f.pick("faces", faces(picked, f.context()));
        f.choose("chain", "no");
        f.pick("alone", List.of());
        f.choose("where", "inside");
        f.usual("thickness", 2, 1 / 16.0);
        f.usual("outside", 2, 1 / 16.0);
        f.choose("rounded", "no");
        f.rows("groups", List.of());
        f.aim("faces");
    }

    @Override
    protected void opened(Form f, ObjectNode n) {
        double inside = n.path("thickness").asDouble(0);
        double outside = n.path("outside").asDouble(0);
        f.choose("where", inside > 0 && outside > 0 ? "both" : outside > 0 ? "outside" : "inside");
        if (inside == 0) {
            f.length("thickness", outside);
        }
        if (outside == 0) {
            f.length("outside", inside);
        }
        if (!f.has("rounded")) {
            f.choose("rounded", "no");
        }
        if (!n.has("alone")) {
            f.pick("alone", List.of());
        }
        List<JsonNode> groups = list(n.path("groups"));
        f.rows("groups", List.of());
        groups.forEach(g -> f.addRow("groups", f.rows("groups").size()));
        for (int i = 0; i < groups.size(); i++) {
            String row = "groups." + f.rows("groups").get(i);
            open(f, row + ".thickness", groups.get(i).get("thickness").doubleValue(), Measure.LENGTH);
            f.pick(row + ".faces", list(groups.get(i).get("faces")));
            f.choose(row + ".chain", groups.get(i).path("chain").asBoolean(false) ? "yes" : "no");
        }
        f.aim("faces");
    }

    @Override
    protected String numberPlace(Form f, String place) {
        String[] at = place.split("\\.");
        return at.length == 3 ? "group" + (f.rows("groups").indexOf(at[1]) + 1) : place;
    }

    @Override
    protected void press(Form f, String place) {
        if (place.equals("more")) {
            String row = f.addRow("groups", f.rows("groups").size());
            f.set("groups." + row + ".thickness", f.contents().get("thickness"));
            f.pick("groups." + row + ".faces", List.of());
            f.choose("groups." + row + ".chain", "no");
            f.aim("groups." + row + ".faces");
        } else if (place.equals("anew")) {
            f.pick("faces", List.of());
            f.aim("faces");
        } else if (place.endsWith(".drop")) {
            f.dropRow("groups", place.split("\\.")[1]);
        }
    }

    @Override
    protected void say(Form f, Pen p) {
        String where = f.chosen("where");
        p.follows("sentence." + where);
        p.choice("closed", "no", "yes");
        Slot faces = p.faces("faces");
        if (faces.held.isEmpty() && f.is("closed", "no")) {
            faces.lack = words().text("faces.lackOpen");
        }
        faces.ask = words().text(f.is("closed", "no") ? "faces.askOpen" : "faces.ask");
        if (!faces.held.isEmpty()) {
            p.act("anew");
        }
        p.choice("chain", "yes", "no").quiet(f.is("chain", "no"));
        if (f.is("chain", "yes")) {
            p.faces("alone").quiet(f.picked("alone").isEmpty());
        }
        p.choice("where", "inside", "outside", "both");
        if (!where.equals("outside")) {
            p.length("thickness");
        }
        if (!where.equals("inside")) {
            p.length("outside");
            p.choice("rounded", "no", "yes").quiet(f.is("rounded", "no"));
        }
        List<String> rows = f.rows("groups");
        for (int i = 0; i < rows.size(); i++) {
            Pen row = p.row("groups", rows.get(i), i + 2);
            row.length("thickness");
            // a group without faces is left out when the step is made
            row.faces("faces").lack = "";
            row.choice("chain", "yes", "no").quiet(f.is("groups." + rows.get(i) + ".chain", "no"));
            row.act("drop");
        }
        p.act("more");
    }

    @Override
    protected boolean seenWithout() {
        return true;
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        f.write(n, "faces", f.picked("faces"));
        if (f.is("chain", "yes") && !f.picked("alone").isEmpty()) {
            f.write(n, "alone", f.picked("alone"));
        }
        n.put("chain", f.is("chain", "yes")).put("closed", f.is("closed", "yes"));
        if (f.is("where", "outside")) {
            n.put("thickness", 0);
        } else {
            f.write(n, "thickness", "thickness");
        }
        if (f.is("where", "inside")) {
            n.put("outside", 0);
        } else {
            f.write(n, "outside", "outside");
            if (f.is("rounded", "yes")) {
                n.put("rounded", true);
            }
        }
        ArrayNode groups = n.putArray("groups");
        for (String id : f.rows("groups")) {
            if (!f.picked("groups." + id + ".faces").isEmpty()) {
                ObjectNode g = groups.addObject();
                f.write(g, "thickness", "groups." + id + ".thickness");
                f.write(g, "faces", f.picked("groups." + id + ".faces"));
                if (f.is("groups." + id + ".chain", "yes")) {
                    g.put("chain", true);
                }
            }
        }
    }

    @Override
    public Class<? extends Step> type() {
        return ShellStep.class;
    }

    @Override
    public Step read(Own own, Fields f, Typed typed, String place) {
        return WallJson.read("shell", own, f, typed, place);
    }

    @Override
    public void write(Step step, ObjectNode n) {
        WallJson.write(n, (WallStep) step);
    }

    @Override
    public Stand build(Step step, Stand before, List<String> notes) {
        return BuildWalls.build((WallStep) step, before, notes);
    }
}
