package io.tallember.server.parts;

import io.tallember.exchange.Handover;
import io.tallember.geometry.GeometryException;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.file.PartFile;
import io.tallember.part.file.ValuesCsv;
import io.tallember.part.rebuild.Difference;
import io.tallember.part.rebuild.PartState;
import io.tallember.server.guard.Works;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** One part over HTTP. Bodies name the revision last seen, the command, and the shapes the browser has. */
@RestController
@RequestMapping("/api/parts/{id}")
class PartApi {
    static final String JSON = MediaType.APPLICATION_JSON_VALUE;

    private final Works works;
    private final Workshop workshop;
    private final Replies replies;
    private final Pictures pictures;
    private final PartView view;

    PartApi(Works works, Workshop workshop, Replies replies, Pictures pictures, PartView view) {
        this.view = view;
        this.works = works;
        this.workshop = workshop;
        this.replies = replies;
        this.pictures = pictures;
    }

    @GetMapping(produces = JSON)
    String look(@PathVariable long id) {
        return works.at(id, () -> replies.answer(workshop.look(id), List.of()));
    }

    @PostMapping(path = "/commands", produces = JSON)
    String command(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> workshop.command(id, revision(n), command(n), p -> replies.answer(p, seen(n))));
    }

    @PostMapping(path = "/preview", produces = JSON)
    String preview(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> replies.answer(workshop.preview(id, revision(n), command(n), page(n)), seen(n)));
    }

    /** The material that would come and go with a command, as shapes to be drawn. */
    @PostMapping(path = "/preview/difference", produces = JSON)
    String difference(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> {
            ObjectNode out = JsonNodeFactory.instance.objectNode();
            try {
                Difference d = workshop.difference(id, revision(n), command(n), page(n));
                out.set("come", view.bare(d.come()));
                out.set("gone", view.bare(d.gone()));
            } catch (GeometryException e) {
                out.put("message", e.getMessage());
            }
            return out.toString();
        });
    }

    /** Tells the pages apart that show one part. */
    private static String page(JsonNode n) {
        String page = n.path("page").asString("");
        return page.length() > 40 ? page.substring(0, 40) : page;
    }

    /** A sentence after an entry; it waits for nothing that is being built. */
    @PostMapping(path = "/sentence", produces = JSON)
    String sentence(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(
                id, () -> workshop.sentence(id, revision(n), n.path("talk")).toString());
    }

    /** What can be begun with all that is picked: rows of the shelves. */
    @PostMapping(path = "/fits", produces = JSON)
    String fits(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> {
            ObjectNode out = JsonNodeFactory.instance.objectNode();
            ArrayNode offers = out.putArray("offers");
            workshop.fitting(id, revision(n), n.path("picked")).forEach(offers::add);
            return out.toString();
        });
    }

    /** Where a click on a flat face snaps to. */
    @PostMapping(path = "/spots", produces = JSON)
    String spots(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        String of = n.path("body").asString("");
        String face = n.path("face").asString("");
        return works.at(id, () -> workshop.spots(id, revision(n), of, face).toString());
    }

    @PostMapping(path = "/undo", produces = JSON)
    String undo(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> replies.answer(workshop.shift(id, revision(n), -1), seen(n)));
    }

    @PostMapping(path = "/redo", produces = JSON)
    String redo(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> replies.answer(workshop.shift(id, revision(n), 1), seen(n)));
    }

    static long revision(JsonNode n) {
        JsonNode r = n.get("revision");
        if (r == null || !r.canConvertToExactIntegral() || !r.canConvertToLong()) {
            throw Refusal.of("A request lacks the revision it builds on.");
        }
        return r.longValue();
    }

    static JsonNode command(JsonNode n) {
        JsonNode c = n.get("command");
        if (c == null) {
            throw Refusal.of("A request lacks its command.");
        }
        return c;
    }

    /** Tokens of the answers that the asker has at hand, the newest first. */
    static List<String> seen(JsonNode n) {
        List<String> out = new ArrayList<>();
        n.path("seen").forEach(k -> out.add(k.asString("")));
        return out;
    }

    @GetMapping("/step")
    ResponseEntity<byte[]> step(@PathVariable long id, @RequestParam(required = false) String variant) {
        return works.at(id, () -> {
            PartState state = state(id, variant);
            byte[] text = Handover.step(state, Instant.now()).getBytes(StandardCharsets.US_ASCII);
            return file(named(state) + ".step", "model/step", text);
        });
    }

    @GetMapping("/stl")
    ResponseEntity<byte[]> stl(@PathVariable long id, @RequestParam(required = false) String variant) {
        return works.at(id, () -> {
            PartState state = state(id, variant);
            return file(named(state) + ".stl", "model/stl", Handover.stl(state));
        });
    }

    @GetMapping("/3mf")
    ResponseEntity<byte[]> threeMf(@PathVariable long id, @RequestParam(required = false) String variant) {
        return works.at(id, () -> {
            PartState state = state(id, variant);
            return file(named(state) + ".3mf", "model/3mf", Handover.threeMf(state));
        });
    }

    @GetMapping("/gltf")
    ResponseEntity<byte[]> gltf(@PathVariable long id, @RequestParam(required = false) String variant) {
        return works.at(id, () -> {
            PartState state = state(id, variant);
            return file(named(state) + ".glb", "model/gltf-binary", Handover.gltf(state));
        });
    }

    /** As a variant has it; as it is shown when none is named. */
    private PartState state(long id, String variant) {
        return variant == null ? workshop.look(id).state() : workshop.variant(id, variant);
    }

    /** The part's name, with the variant's behind it. */
    private static String named(PartState state) {
        String variant = state.document().arrangement().chosen();
        return state.document().name() + (variant.isEmpty() ? "" : " - " + variant);
    }

    @GetMapping("/values")
    ResponseEntity<byte[]> values(@PathVariable long id) {
        PartDocument doc = workshop.document(id);
        return file(doc.name() + " values.csv", "text/csv", ValuesCsv.write(doc).getBytes(StandardCharsets.UTF_8));
    }

    @GetMapping("/file")
    ResponseEntity<byte[]> partFile(@PathVariable long id) {
        var doc = workshop.document(id);
        return file(doc.name() + ".json", JSON, pictures.withPictures(doc).getBytes(StandardCharsets.UTF_8));
    }

    static ResponseEntity<byte[]> file(String name, String type, byte[] content) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(type))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(content);
    }
}
