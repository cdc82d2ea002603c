package io.tallember.server.parts;

import static io.tallember.server.parts.PartApi.revision;

import io.tallember.geometry.Terms;
import io.tallember.inspect.Coloured;
import io.tallember.inspect.Probe;
import io.tallember.inspect.findings.Checkup;
import io.tallember.inspect.findings.Finding;
import io.tallember.inspect.findings.Remedies;
import io.tallember.part.Making;
import io.tallember.part.Measure;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Kinds;
import io.tallember.server.guard.Works;
import io.tallember.solid.mesh.MeshQuality;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Base64;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Judges whether a part as it was last seen can be made the way it is to be made. */
@RestController
@RequestMapping("/api/parts/{id}")
class CheckApi {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;
    private static final int KEPT = 4;

    /** @param rebuild remembers what remedies were tried with */
    private record Known(long revision, Checkup checkup, Rebuild rebuild) {}

    private final Workshop workshop;
    private final Works works;
    /** The last check of each of the parts that were checked last. */
    private final Map<Long, Known> known = Collections.synchronizedMap(new LinkedHashMap<>(KEPT, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Known> e) {
            return size() > KEPT;
        }
    });

    CheckApi(Workshop workshop, Works works) {
        this.workshop = workshop;
        this.works = works;
        works.whenShort(known::clear);
    }

    /** The way of making with its limits, and what speaks against making the part so. */
    @PostMapping(path = "/check", produces = PartApi.JSON)
    String check(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> {
            Context c = workshop.asked(id, revision(n));
            return told(checked(id, revision(n), c).checkup(), c).toString();
        });
    }

    private Known checked(long id, long revision, Context c) {
        Known k = known.get(id);
        if (k == null || k.revision() != revision) {
            Checkup now = Checkup.of(c.built().get(), c.doc().arrangement().making());
            k = new Known(revision, now, Kinds.rebuild());
            known.put(id, k);
        }
        return k;
    }

    /**
     * For one finding a number that mends it, tried; nothing where none is known.
     *
     * <p>Asked: {@code found}, the finding's id. Told: the command that changes it, and what it says.
     */
    @PostMapping(path = "/check/remedy", produces = PartApi.JSON)
    String remedy(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> {
            Context c = workshop.asked(id, revision(n));
            Known k = checked(id, revision(n), c);
            Remedies remedies = new Remedies(k.rebuild(), c.built().get(), k.checkup());
            ObjectNode out = MAKE.objectNode();
            k.checkup().findings().stream()
                    .filter(f -> f.id().equals(n.path("found").asString("")))
                    .findFirst()
                    .map(remedies::tried)
                    .map(Finding::remedy)
                    .ifPresent(r -> offer(out, r, c));
            return out.toString();
        });
    }

    /**
     * The part's surface with a number at each point: {@code by} is {@code wall}, in mm, or {@code lean} against the pull, in degrees.
     * {@code unseen} faces couldn't be meshed and are missing. Points, normals, values and triangles as little-endian floats and whole numbers in base 64; a value that isn't a number tells
     * nothing.
     */
    @PostMapping(path = "/map", produces = PartApi.JSON)
    String map(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> {
            Context c = workshop.asked(id, revision(n));
            Making m = c.doc().arrangement().making();
            boolean wall = n.path("by").asString("").equals("wall");
            ArrayNode maps = MAKE.arrayNode();
            int unseen = 0;
            // each body by itself: what lies beside it is none of its walls
            for (PartBody b : c.bodies()) {
                Probe probe = new Probe(List.of(b.body()), MeshQuality.DISPLAY);
                unseen += probe.unseen().size();
                Coloured k = wall ? Coloured.walls(probe) : Coloured.leans(probe, m.pull());
                maps.addObject()
                        .put("positions", packed(k.positions(), 1))
                        .put("normals", packed(k.normals(), 1))
                        .put("values", packed(k.values(), wall ? 1 : (float) Math.toDegrees(1)))
                        .put("triangles", packed(k.triangles()));
            }
            ObjectNode out = MAKE.objectNode();
            out.set("maps", maps);
            out.put("unseen", unseen);
            ObjectNode limits = out.putObject("limits");
            m.all().forEach((l, v) -> limits.put(l.word(), l.written(v)));
            return out.toString();
        });
    }

    private static String packed(float[] all, float times) {
        ByteBuffer b = ByteBuffer.allocate(4 * all.length).order(ByteOrder.LITTLE_ENDIAN);
        for (float v : all) {
            b.putFloat(v * times);
        }
        return Base64.getEncoder().encodeToString(b.array());
    }

    private static String packed(int[] all) {
        ByteBuffer b = ByteBuffer.allocate(4 * all.length).order(ByteOrder.LITTLE_ENDIAN);
        b.asIntBuffer().put(all);
        return Base64.getEncoder().encodeToString(b.array());
    }

    private static void offer(ObjectNode out, Finding.Remedy r, Context c) {
        String name = r.field().replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT);
        String value = Terms.told(told(r.measure(), r.value()), c.unit().telling(x -> x));
        out.put("said", "Make the " + name + " of " + c.name(r.step(), r.step()) + " " + value);
        out.put("but", sentence(r.but(), c));
        ObjectNode command = out.putObject("command").put("do", "change-step");
        command.set("step", Kinds.write(c.doc().step(r.step()).sized(r.field(), r.value())));
    }

    private static String told(Measure m, double v) {
        return switch (m) {
            case LENGTH -> Terms.length(v);
            case ANGLE -> plain(Math.toDegrees(v)) + "°";
            case PLAIN -> plain(v);
        };
    }

    private static String plain(double v) {
        return new BigDecimal(v).round(new MathContext(6)).stripTrailingZeros().toPlainString();
    }

    /** What was found, as answers and frozen files tell it. */
    static ObjectNode told(Checkup k, Context c) {
        ObjectNode out = MAKE.objectNode();
        out.put("way", k.making().way().word()).put("stopped", k.stopped());
        ArrayNode pull = out.putArray("pull");
        pull.add(k.making().pull().x())
                .add(k.making().pull().y())
                .add(k.making().pull().z());
        ObjectNode limits = out.putObject("limits");
        k.making().all().forEach((l, v) -> limits.put(l.word(), l.written(v)));
        ArrayNode notes = out.putArray("notes");
        k.notes().forEach(s -> notes.add(sentence(s, c)));
        ArrayNode findings = out.putArray("findings");
        k.findings().forEach(f -> finding(findings.addObject(), f, k, c));
        ArrayNode clear = out.putArray("clear");
        k.clear().forEach(r -> clear.add(r.word()));
        return out;
    }

    private static void finding(ObjectNode n, Finding f, Checkup k, Context c) {
        n.put("id", f.id()).put("rule", f.rule().word()).put("stops", f.stops());
        n.put("sentence", sentence(f.sentence(), c)).put("step", f.step());
        n.put("mendable", !Double.isNaN(f.limit()));
        ArrayNode places = n.putArray("places");
        f.places().forEach(p -> places.addArray().add(p.x()).add(p.y()).add(p.z()));
        ArrayNode faces = n.putArray("faces");
        for (String key : f.faces()) {
            c.bodies().stream()
                    .filter(b -> b.body().names().face(key).isPresent())
                    .findFirst()
                    .map(PartBody::id)
                    .ifPresent(b -> faces.addObject().put("body", b).put("key", key));
        }
        String why = k.making().accepted().get(f.id());
        if (why != null) {
            n.put("accepted", why);
        }
    }

    /** With names of steps, and lengths in the part's unit. */
    static String sentence(String s, Context c) {
        return Terms.told(s, c.unit().telling(id -> c.name(id, id)));
    }
}
