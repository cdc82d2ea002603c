package io.tallember.part.file;

import io.tallember.part.DraftStep;
import io.tallember.part.FaceReference;
import io.tallember.part.FaceStep;
import io.tallember.part.RibStep;
import io.tallember.part.ShellStep;
import io.tallember.part.Step;
import io.tallember.part.WallStep;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Shells, drafts, moved faces and ribs, to and from JSON. */
final class WallJson {
    private static final Set<String> KINDS = Set.of("shell", "draft", "faces", "rib");

    private WallJson() {}

    static boolean reads(String kind) {
        return KINDS.contains(kind);
    }

    static void write(ObjectNode n, WallStep w) {
        faces(n, w.faces());
        n.put("chain", w.chain());
        if (w instanceof ShellStep s) {
            n.put("closed", s.closed()).put("thickness", s.thickness()).put("outside", s.outside());
            if (s.rounded()) {
                n.put("rounded", true);
            }
            ArrayNode groups = n.putArray("groups");
            for (ShellStep.Group g : s.groups()) {
                faces(groups.addObject().put("thickness", g.thickness()), g.faces());
            }
        } else if (w instanceof DraftStep d) {
            StepJson.put(n, d.neutral());
            n.put("flipped", d.flipped()).put("angle", d.angle());
            if (d.both()) {
                n.put("both", true);
            }
        } else {
            FaceStep f = (FaceStep) w;
            n.put("remove", f.way() == FaceStep.Way.REMOVE).put("distance", f.distance());
            if (f.way() != FaceStep.Way.REMOVE && f.way() != FaceStep.Way.MOVE) {
                write(n.put("way", Words.of(f.way())), f.by());
            }
        }
    }

    private static void write(ObjectNode n, FaceStep.By by) {
        if (by.plane() != null) {
            StepJson.put(n, by.plane());
        }
        if (!by.sketches().isEmpty()) {
            ArrayNode all = n.putArray("sketches");
            by.sketches().forEach(all::add);
        }
        if (by.apart()) {
            n.put("apart", true);
        }
    }

    private static FaceStep.By by(Fields f) {
        List<String> sketches = f.has("sketches")
                ? f.list("sketches").stream().map(JsonNode::asString).toList()
                : List.of();
        return new FaceStep.By(f.has("plane") ? StepJson.plane(f) : null, sketches, f.flag("apart"));
    }

    private static void faces(ObjectNode n, List<FaceReference> faces) {
        ArrayNode all = n.putArray("faces");
        faces.forEach(f -> StepJson.put(all.addObject(), f));
    }

    static void write(ObjectNode n, RibStep r) {
        StepJson.profile(n, r);
        n.put("upright", r.upright()).put("thickness", r.thickness()).put("side", Words.of(r.side()));
        n.put("atBase", r.atBase()).put("draft", r.draft()).put("carriedOn", r.carriedOn());
        n.put("depth", r.depth()).put("flipped", r.flipped());
    }

    static Step read(String kind, String id, String name, boolean off, Fields f, Typed typed, String place) {
        if (kind.equals("rib")) {
            return new RibStep(
                    id,
                    name,
                    off,
                    f.text("sketch"),
                    StepJson.regions(f),
                    f.flag("upright"),
                    f.positive("thickness", typed, place + "/thickness"),
                    f.oneOf("side", Wall.Side.class),
                    f.flag("atBase"),
                    f.size("draft", typed, place + "/draft", true),
                    f.flag("carriedOn"),
                    f.size("depth", typed, place + "/depth", false),
                    f.flag("flipped"));
        }
        List<FaceReference> faces = faces(f);
        boolean chain = f.flag("chain");
        if (kind.equals("shell")) {
            List<ShellStep.Group> groups = new ArrayList<>();
            for (JsonNode g : f.list("groups")) {
                Fields of = new Fields(g, "group of walls");
                String at = place + "/group" + (groups.size() + 1);
                groups.add(new ShellStep.Group(of.positive("thickness", typed, at), faces(of)));
            }
            return new ShellStep(
                    id,
                    name,
                    off,
                    faces,
                    chain,
                    f.flag("closed"),
                    f.size("thickness", typed, place + "/thickness", false),
                    f.size("outside", typed, place + "/outside", false),
                    groups,
                    f.flag("rounded"));
        }
        if (kind.equals("draft")) {
            return new DraftStep(
                    id,
                    name,
                    off,
                    faces,
                    chain,
                    StepJson.plane(f),
                    f.flag("flipped"),
                    f.flag("both"),
                    f.size("angle", typed, place + "/angle", true));
        }
        double distance = f.size("distance", typed, place + "/distance", false);
        return f.has("way")
                ? new FaceStep(id, name, off, faces, chain, f.oneOf("way", FaceStep.Way.class), distance, by(f))
                : new FaceStep(id, name, off, faces, chain, f.flag("remove"), distance);
    }

    private static List<FaceReference> faces(Fields f) {
        return f.list("faces").stream()
                .map(n -> StepJson.face(new Fields(n, "face that is picked")))
                .toList();
    }
}
