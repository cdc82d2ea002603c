package io.tallember.part.steps;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Vec3;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.Step;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.sketch.regions.OpenLine;
import io.tallember.sketch.regions.Region;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Kinds that take regions or drawn lines of a sketch. */
public abstract class ProfileKind extends Kind {
    public ProfileKind(int stage, String kind) {
        super(stage, kind);
    }

    /** Whether drawn lines can be picked as they are. */
    protected abstract boolean takesLines(Form f);

    /** Another sketch is taken. */
    protected void resketched(Form f) {}

    public static ObjectNode ref(Region r) {
        return ref(r.boundary(), r.inside().x(), r.inside().y());
    }

    public static ObjectNode ref(OpenLine l) {
        return ref(l.boundary(), l.inside().x(), l.inside().y());
    }

    private static ObjectNode ref(List<String> boundary, double x, double y) {
        ObjectNode n = MAKE.objectNode().put("id", "");
        ArrayNode all = n.putArray("boundary");
        boundary.forEach(all::add);
        n.putArray("inside").add(x).add(y);
        return n;
    }

    public static List<JsonNode> regions(PlacedSketch s) {
        return s.reading().regions().stream().map(r -> (JsonNode) ref(r)).toList();
    }

    public static List<JsonNode> lines(PlacedSketch s) {
        return s.reading().drawn().stream().map(l -> (JsonNode) ref(l)).toList();
    }

    /** One region: that one. Several: the outermost, its holes left out. */
    public static List<JsonNode> likely(PlacedSketch s) {
        return s.reading().regions().stream()
                .max(Comparator.comparingDouble(ProfileKind::reach).thenComparingDouble(Region::area))
                .map(r -> List.<JsonNode>of(ref(r)))
                .orElse(List.of());
    }

    /** How far a region's outer boundary reaches, in mm: what lies within another reaches less far, however large it is. */
    private static double reach(Region r) {
        Box3 all = Box3.EMPTY;
        for (Profile.Edge e : r.outer()) {
            all = all.with(e.curve().bounds(e.range()));
        }
        return all.diagonal();
    }

    /** Sketches that are built, and that nothing is made of yet. */
    public static List<String> free(Context c) {
        List<String> used =
                c.steps().stream().flatMap(s -> s.outlines().stream()).toList();
        return c.steps().stream()
                .filter(s -> s instanceof SketchStep && !used.contains(s.id()))
                .filter(s -> c.built().get().outcome(s.id()).status() == StepOutcome.Status.BUILT)
                .map(Step::id)
                .toList();
    }

    /** Whether some sketch has regions, or lines too. */
    public static boolean drawn(Context c, boolean linesToo) {
        return c.built().get().stand().sketches().stream()
                .anyMatch(s -> !s.reading().regions().isEmpty()
                        || linesToo && !s.reading().drawn().isEmpty());
    }

    public static boolean lineDrawn(Context c) {
        return c.built().get().stand().sketches().stream()
                .anyMatch(s -> !s.reading().drawn().isEmpty());
    }

    /** The sketches whose regions can be clicked: the one in use and those that nothing is made of yet. */
    private List<String> among(Form f) {
        Context c = f.context();
        String now = f.chosen("sketch");
        List<String> out = new ArrayList<>();
        for (Step s : c.steps()) {
            if (s.id().equals(f.step())) {
                break;
            }
            if (s instanceof SketchStep) {
                out.add(s.id());
            }
        }
        if (now.isEmpty()) {
            return out;
        }
        List<String> free = free(c);
        out.removeIf(id -> !id.equals(now) && !free.contains(id));
        return out;
    }

    private Optional<JsonNode> taken(Hit h, Form f) {
        boolean fits = h.what() == Hit.What.REGION || h.what() == Hit.What.LINE && takesLines(f);
        return fits ? h.regionRef().map(n -> (JsonNode) n) : Optional.empty();
    }

    /** Takes the regions and lines that are picked; whether there were any. */
    protected final boolean takes(Form f, List<Hit> picked) {
        f.choose("sketch", "");
        boolean any = false;
        for (Hit h : picked) {
            any |= taken(h, f).isPresent() && hit(f, h);
        }
        return any;
    }

    @Override
    protected boolean fits(String offer, List<Hit> picked, Context c) {
        Form f = new Form(c, kinds().get(0), "");
        begun(f, offer, picked);
        // of two sketches only one can be held
        return picked.stream().allMatch(h -> taken(h, f).isPresent())
                && f.picked("regions").size() == picked.size();
    }

    @Override
    protected boolean hit(Form f, Hit h) {
        Optional<JsonNode> ref = taken(h, f);
        if (ref.isEmpty()) {
            return false;
        }
        if (!h.of().equals(f.chosen("sketch"))) {
            if (f.context().sketch(h.of()).isEmpty()) {
                throw Refusal.of(words().text("regions.no"));
            }
            f.choose("sketch", h.of());
            f.pick("regions", ref.get());
            resketched(f);
        } else {
            f.toggle("regions", ref.get());
        }
        return true;
    }

    @Override
    protected void press(Form f, String place) {
        if (place.equals("alike")) {
            List<JsonNode> all = new ArrayList<>(f.picked("regions"));
            all.addAll(alike(f));
            f.pick("regions", all);
        }
    }

    /** What a repeat in the sketch has like the one that was picked last, and isn't picked. */
    private List<JsonNode> alike(Form f) {
        List<JsonNode> picked = f.picked("regions");
        PlacedSketch s =
                picked.isEmpty() ? null : f.context().sketch(f.chosen("sketch")).orElse(null);
        if (s == null) {
            return List.of();
        }
        String kin = s.instances().kin(boundary(picked.get(picked.size() - 1)));
        return kin.isEmpty()
                ? List.of()
                : Stream.concat(regions(s).stream(), lines(s).stream())
                        .filter(r -> s.instances().kin(boundary(r)).equals(kin))
                        .filter(r ->
                                picked.stream().noneMatch(p -> Form.keyOf(p).equals(Form.keyOf(r))))
                        .toList();
    }

    private static List<String> boundary(JsonNode ref) {
        return list(ref.get("boundary")).stream().map(n -> n.asString("")).toList();
    }

    /** The slot of what is picked of the sketch, and the offer to pick all like it. */
    public void sayRegions(Form f, Pen p, boolean live) {
        List<JsonNode> picked = f.picked("regions");
        Slot s = p.pick(
                "regions",
                true,
                h -> taken(h, f),
                takesLines(f) ? new String[] {"region", "line"} : new String[] {"region"});
        s.field.put("sketch", f.chosen("sketch"));
        long lines = picked.stream()
                .filter(r -> boundary(r).stream().findFirst().orElse("").startsWith("~"))
                .count();
        long closed = picked.size() - lines;
        if (picked.isEmpty()) {
            s.text = words().text("regions.empty");
            s.lack = words().text(takesLines(f) ? "regions.lackLines" : "regions.lack");
        } else {
            List<String> parts = new ArrayList<>();
            if (closed > 1 || closed == 1 && lines > 0) {
                parts.add(words().counted("region", (int) closed));
            }
            if (lines > 0) {
                parts.add(words().counted("line", (int) lines));
            }
            String name = f.context().name(f.chosen("sketch"), words().text("regions.sketch"));
            s.text = parts.isEmpty() ? name : name + " · " + String.join(", ", parts);
        }
        s.ask = words().text(takesLines(f) ? "regions.askLines" : "regions.ask");
        if (live) {
            s.among(among(f));
            int more = alike(f).size();
            if (more > 0) {
                p.act("alike").text = words().counted("alike", more);
            }
        }
    }

    /** Where an arrow from the picked regions stands; null when there are none. */
    public static Vec3 foot(Form f, PlacedSketch s) {
        List<JsonNode> picked = f.picked("regions");
        if (picked.isEmpty()) {
            return null;
        }
        double x = 0;
        double y = 0;
        for (JsonNode r : picked) {
            x += r.get("inside").get(0).asDouble(0) / picked.size();
            y += r.get("inside").get(1).asDouble(0) / picked.size();
        }
        return s.frame().point(x, y, 0);
    }

    /** The way that both directions, one or the other stand for. */
    public static void openWay(Form f, ObjectNode n) {
        f.choose(
                "way",
                n.path("back").asDouble(0) > 0
                        ? "two"
                        : n.path("bothWays").asBoolean(false)
                                ? "both"
                                : n.path("flipped").asBoolean(false) ? "in" : "out");
    }

    public static void writeWay(Form f, ObjectNode n) {
        n.put("bothWays", f.is("way", "both"));
        // what lies forward and backward of two distances stays as it was
        n.put("flipped", f.is("way", "in") || f.is("way", "two") && f.is("flipped", "yes"));
    }

    public void writeRegions(Form f, ObjectNode n) {
        n.put("sketch", f.chosen("sketch"));
        f.write(n, "regions", f.picked("regions"));
    }
}
