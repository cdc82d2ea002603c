package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.Refusal;
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
                f.text(name),
                f.has("axis") ? References.axis(f, "axis") : null,
                f.has("flipped") && f.flag("flipped"),
                f.has("to") ? References.corner(f.part("to", "corner")) : null,
                f.has("plane") ? References.plane(f, "plane") : null,
                f.has("edge") ? References.edge(f.part("edge", "edge")) : null);
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
                        f.has("turn") ? f.size("turn", typed, at + "turn", true) : 0,
                        level(f));
            case "arc" ->
                new PathLeg.Arc(
                        id,
                        toward(f, "toward"),
                        f.size("radius", typed, at + "radius", false),
                        f.has("angle") ? f.size("angle", typed, at + "angle", true) : 0);
            case "bow" -> {
                List<Spot> two = points(f, typed, at);
                if (two.size() != 2) {
                    throw Refusal.of("An arc through places has two: one on its way, and where it ends.");
                }
                yield new PathLeg.Bow(id, bend, two.get(0), two.get(1));
            }
            case "spline" ->
                new SplineLeg(
                        id,
                        bend,
                        points(f, typed, at),
                        f.has("smooth") && f.flag("smooth")
                                ? new SplineLeg.End(null, true, strength(f, typed, at, "first"))
                                : end(f, typed, at, "begin", "first"),
                        end(f, typed, at, "end", "last"));
            case "edges", "line", "path" ->
                new PathLeg.Follow(
                        id, bend, References.along(f), f.has("mirror") ? References.plane(f, "mirror") : null);
            case "middle", "views" ->
                new PathLeg.Pair(
                        id,
                        bend,
                        f.oneOf("way", PathLeg.Of.class),
                        References.along(f.part("first", "line")),
                        References.along(f.part("second", "line")));
            case "dropped" ->
                new PathLeg.Drop(
                        id,
                        bend,
                        References.along(f.part("first", "line")),
                        f.list("faces").stream()
                                .map(n -> References.face(new Fields(n, "face")))
                                .toList(),
                        f.has("toward") ? toward(f, "toward") : null);
            case "coil" -> coil(f, typed, at, id, bend);
            default ->
                throw Refusal.of(
                        "A leg of a path is straight, arc, bow, spline, edges, line, path, middle, views, dropped or"
                                + " coil.");
        };
    }

    private static PathLeg.Level level(Fields f) {
        if (f.has("flat")) {
            return new PathLeg.Level.Flat(References.plane(f, "flat"));
        }
        return f.has("level") ? new PathLeg.Level.Point(References.corner(f.part("level", "corner"))) : null;
    }

    private static double strength(Fields f, Typed typed, String at, String name) {
        return f.has(name) ? f.plain(name, typed, at + name) : 1;
    }

    private static SplineLeg.End end(Fields f, Typed typed, String at, String name, String strength) {
        if (!f.has(name)) {
            return SplineLeg.End.FREE;
        }
        Toward t = f.isText(name) ? toward(f, name) : toward(f.part(name, "direction"), "toward");
        return new SplineLeg.End(t, false, strength(f, typed, at, strength));
    }

    private static List<Spot> points(Fields f, Typed typed, String at) {
        List<Spot> out = new ArrayList<>();
        for (JsonNode n : f.list("points")) {
            Fields p = new Fields(n, "a point of a leg");
            int i = out.size() + 1;
            if (p.has("corner")) {
                out.add(new Spot.Corner(References.corner(p)));
            } else if (p.has("edge")) {
                out.add(new Spot.OnEdge(References.edge(p), p.plain("share", typed, at + "share" + i)));
            } else {
                Vec3 v = new Vec3(
                        p.size("x", typed, at + "x" + i, false),
                        p.size("y", typed, at + "y" + i, false),
                        p.size("z", typed, at + "z" + i, false));
                out.add(p.has("on") && p.flag("on") ? new Spot.By(v) : new Spot.At(v));
            }
        }
        return out;
    }

    private static CoilLeg coil(Fields f, Typed typed, String at, String id, Double bend) {
        List<CoilLeg.Rate> table = new ArrayList<>();
        for (JsonNode n : f.has("table") ? f.list("table") : List.<JsonNode>of()) {
            Fields r = new Fields(n, "a pitch of a coil");
            int i = table.size() + 1;
            table.add(new CoilLeg.Rate(
                    r.plain("turn", typed, at + "turn" + i), r.size("pitch", typed, at + "pitch" + i, false)));
        }
        return new CoilLeg(
                id,
                bend,
                References.axis(f, "about"),
                f.size("diameter", typed, at + "diameter", false),
                f.size("start", typed, at + "start", true),
                f.oneOf("by", CoilLeg.By.class),
                f.size("pitch", typed, at + "pitch", false),
                f.plain("turns", typed, at + "turns"),
                f.size("height", typed, at + "height", false),
                f.size("wire", typed, at + "wire", false),
                f.size("gap", typed, at + "gap", false),
                f.flag("left"),
                f.size("grow", typed, at + "grow", false),
                table,
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
        }
        if (t.point() != null) {
            References.put(n.putObject("to"), t.point());
        }
        if (t.plane() != null) {
            References.put(n, "plane", t.plane());
        }
        if (t.edge() != null) {
            References.put(n.putObject("edge"), t.edge());
        }
        if (t.axis() != null || t.edge() != null) {
            n.put("flipped", t.flipped());
        }
    }

    private static void write(PathLeg leg, ObjectNode n) {
        n.put("id", leg.id());
        if (leg instanceof PathLeg.Straight s) {
            straight(s, n.put("way", "straight"));
        } else if (leg instanceof PathLeg.Arc a) {
            n.put("way", "arc");
            write(a.toward(), "toward", n);
            n.put("radius", a.radius());
            if (a.angle() > 0) {
                n.put("angle", a.angle());
            }
        } else if (leg instanceof PathLeg.Bow b) {
            points(List.of(b.via(), b.end()), n.put("way", "bow"));
        } else if (leg instanceof SplineLeg s) {
            points(s.points(), n.put("way", "spline"));
            n.put("smooth", s.first().smooth());
            end(s.first(), "begin", "first", n);
            end(s.last(), "end", "last", n);
        } else if (leg instanceof PathLeg.Follow f) {
            n.put("way", !f.along().path().isEmpty() ? "path" : f.along().line() != null ? "line" : "edges");
            References.put(n, f.along());
            if (f.mirror() != null) {
                References.put(n, "mirror", f.mirror());
            }
        } else if (leg instanceof PathLeg.Pair p) {
            n.put("way", Words.of(p.of()));
            References.put(n.putObject("first"), p.first());
            References.put(n.putObject("second"), p.second());
        } else if (leg instanceof PathLeg.Drop d) {
            References.put(n.put("way", "dropped").putObject("first"), d.along());
            ArrayNode faces = n.putArray("faces");
            d.faces().forEach(f -> References.put(faces.addObject(), f));
            if (d.toward() != null) {
                write(d.toward(), "toward", n);
            }
        } else {
            coil((CoilLeg) leg, n.put("way", "coil"));
        }
        if (leg.bend() != null && !(leg instanceof PathLeg.Arc)) {
            n.put("bend", leg.bend());
        }
    }

    private static void straight(PathLeg.Straight s, ObjectNode n) {
        write(s.toward(), "toward", n);
        n.put("length", s.length());
        if (s.turn() != 0) {
            n.put("turn", s.turn());
        }
        if (s.level() instanceof PathLeg.Level.Point p) {
            References.put(n.putObject("level"), p.corner());
        } else if (s.level() instanceof PathLeg.Level.Flat f) {
            References.put(n, "flat", f.plane());
        }
    }

    private static void points(List<Spot> all, ObjectNode n) {
        ArrayNode points = n.putArray("points");
        for (Spot s : all) {
            ObjectNode p = points.addObject();
            if (s instanceof Spot.Corner c) {
                References.put(p, c.corner());
            } else if (s instanceof Spot.OnEdge e) {
                References.put(p, e.edge());
                p.put("share", e.share());
            } else {
                boolean by = s instanceof Spot.By;
                Vec3 v = by ? ((Spot.By) s).step() : ((Spot.At) s).place();
                p.put("x", v.x()).put("y", v.y()).put("z", v.z());
                if (by) {
                    p.put("on", true);
                }
            }
        }
    }

    private static void end(SplineLeg.End e, String name, String strength, ObjectNode n) {
        if (e.toward() != null) {
            write(e.toward(), "toward", n.putObject(name));
        }
        if (e.strength() != 1) {
            n.put(strength, e.strength());
        }
    }

    private static void coil(CoilLeg c, ObjectNode n) {
        n.put("diameter", c.diameter()).put("start", c.start());
        References.axis(n, "about", c.axis());
        n.put("by", Words.of(c.by())).put("pitch", c.pitch()).put("turns", c.turns());
        n.put("height", c.height()).put("wire", c.wire()).put("gap", c.gap());
        n.put("left", c.left()).put("grow", c.grow());
        if (!c.table().isEmpty()) {
            ArrayNode table = n.putArray("table");
            c.table().forEach(r -> table.addObject().put("turn", r.turn()).put("pitch", r.pitch()));
        }
        if (c.leave() != null) {
            write(c.leave(), "leave", n);
        }
    }
}
