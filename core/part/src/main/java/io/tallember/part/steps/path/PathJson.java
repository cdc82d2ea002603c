package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.Refusal;
import io.tallember.part.RegionReference;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.Typed;
import io.tallember.part.fields.Words;
import io.tallember.part.steps.Own;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Paths, to and from JSON. */
final class PathJson {
    private PathJson() {}

    static PathStep read(Own own, Fields f, Typed typed, String place) {
        List<PathLeg> legs = new ArrayList<>();
        for (JsonNode n : f.list("legs")) {
            Fields leg = new Fields(n, "a leg of a path");
            legs.add(leg(leg, typed, place + "/" + leg.text("id") + "."));
        }
        return new PathStep(
                own.id(),
                own.name(),
                own.off(),
                start(f.part("start", "where the path begins"), typed, place),
                legs,
                f.has("bend") ? f.size("bend", typed, place + "/bend", false) : 0,
                f.has("closed") && f.flag("closed"));
    }

    private static PathStep.Start start(Fields f, Typed typed, String place) {
        if (f.has("step")) {
            return new PathStep.Start.End(f.text("step"));
        }
        if (f.has("corner")) {
            return new PathStep.Start.Corner(References.corner(f));
        }
        return f.has("x") ? new PathStep.Start.At(f.place(typed, place)) : new PathStep.Start.Own();
    }

    private static Toward toward(Fields f, String name) {
        return new Toward(
                f.text(name), f.has("axis") ? References.axis(f, "axis") : null, f.has("flipped") && f.flag("flipped"));
    }

    private static PathLeg leg(Fields f, Typed typed, String at) {
        String id = f.text("id");
        Double bend = f.has("bend") ? f.size("bend", typed, at + "bend", false) : null;
        return switch (f.text("way")) {
            case "straight" ->
                new PathLeg.Straight(
                        id,
                        bend,
                        toward(f, "toward"),
                        f.size("length", typed, at + "length", false),
                        f.has("level") ? References.corner(f.part("level", "corner")) : null);
            case "arc" ->
                new PathLeg.Arc(
                        id,
                        toward(f, "toward"),
                        f.size("radius", typed, at + "radius", false),
                        f.has("angle") ? f.size("angle", typed, at + "angle", true) : 0);
            case "spline" ->
                new PathLeg.Spline(
                        id, bend, points(f, typed, at), f.flag("smooth"), f.has("end") ? toward(f, "end") : null);
            case "edges" ->
                new PathLeg.Edges(
                        id, bend, f.list("edges").stream().map(References::edge).toList());
            case "line" -> {
                List<RegionReference> all = References.regions(f);
                yield new PathLeg.Lines(id, bend, f.text("sketch"), all.isEmpty() ? null : all.get(0));
            }
            case "coil" -> coil(f, typed, at, id, bend);
            default -> throw Refusal.of("A leg of a path is straight, arc, spline, edges, line or coil.");
        };
    }

    private static List<Vec3> points(Fields f, Typed typed, String at) {
        List<Vec3> out = new ArrayList<>();
        for (JsonNode n : f.list("points")) {
            Fields p = new Fields(n, "a point of a leg");
            int i = out.size() + 1;
            out.add(new Vec3(
                    p.size("x", typed, at + "x" + i, false),
                    p.size("y", typed, at + "y" + i, false),
                    p.size("z", typed, at + "z" + i, false)));
        }
        return out;
    }

    private static PathLeg coil(Fields f, Typed typed, String at, String id, Double bend) {
        return new PathLeg.Coil(
                id,
                bend,
                References.axis(f, "about"),
                f.size("diameter", typed, at + "diameter", false),
                f.size("start", typed, at + "start", true),
                f.oneOf("by", PathLeg.By.class),
                f.size("pitch", typed, at + "pitch", false),
                f.plain("turns", typed, at + "turns"),
                f.size("height", typed, at + "height", false),
                f.size("wire", typed, at + "wire", false),
                f.size("gap", typed, at + "gap", false),
                f.flag("left"),
                f.size("grow", typed, at + "grow", false),
                f.has("leave") ? toward(f, "leave") : null);
    }

    static void write(PathStep p, ObjectNode n) {
        ObjectNode start = n.putObject("start");
        if (p.start() instanceof PathStep.Start.At a) {
            start.put("x", a.place().x())
                    .put("y", a.place().y())
                    .put("z", a.place().z());
        } else if (p.start() instanceof PathStep.Start.Corner c) {
            References.put(start, c.corner());
        } else if (p.start() instanceof PathStep.Start.End e) {
            start.put("step", e.path());
        }
        ArrayNode legs = n.putArray("legs");
        p.legs().forEach(l -> write(l, legs.addObject()));
        n.put("bend", p.bend()).put("closed", p.closed());
    }

    private static void write(Toward t, String name, ObjectNode n) {
        n.put(name, t.word());
        if (t.axis() != null) {
            References.axis(n, "axis", t.axis());
            n.put("flipped", t.flipped());
        }
    }

    private static void write(PathLeg leg, ObjectNode n) {
        n.put("id", leg.id());
        if (leg instanceof PathLeg.Straight s) {
            n.put("way", "straight");
            write(s.toward(), "toward", n);
            n.put("length", s.length());
            if (s.level() != null) {
                References.put(n.putObject("level"), s.level());
            }
        } else if (leg instanceof PathLeg.Arc a) {
            n.put("way", "arc");
            write(a.toward(), "toward", n);
            n.put("radius", a.radius());
            if (a.angle() > 0) {
                n.put("angle", a.angle());
            }
        } else if (leg instanceof PathLeg.Spline s) {
            ArrayNode points = n.put("way", "spline").putArray("points");
            s.points()
                    .forEach(p ->
                            points.addObject().put("x", p.x()).put("y", p.y()).put("z", p.z()));
            n.put("smooth", s.smooth());
            if (s.end() != null) {
                write(s.end(), "end", n);
            }
        } else if (leg instanceof PathLeg.Edges e) {
            ArrayNode edges = n.put("way", "edges").putArray("edges");
            e.edges().forEach(x -> References.put(edges.addObject(), x));
        } else if (leg instanceof PathLeg.Lines l) {
            n.put("way", "line").put("sketch", l.sketch());
            References.regions(n, List.of(l.line()));
        } else {
            PathLeg.Coil c = (PathLeg.Coil) leg;
            n.put("way", "coil").put("diameter", c.diameter()).put("start", c.start());
            References.axis(n, "about", c.axis());
            n.put("by", Words.of(c.by())).put("pitch", c.pitch()).put("turns", c.turns());
            n.put("height", c.height()).put("wire", c.wire()).put("gap", c.gap());
            n.put("left", c.left()).put("grow", c.grow());
            if (c.leave() != null) {
                write(c.leave(), "leave", n);
            }
        }
        if (leg.bend() != null && !(leg instanceof PathLeg.Arc)) {
            n.put("bend", leg.bend());
        }
    }
}
