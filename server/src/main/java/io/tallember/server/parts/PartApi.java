package io.tallember.server.parts;

import io.tallember.exchange.Handover;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.file.PartFile;
import io.tallember.part.file.ValuesCsv;
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

/** One part over HTTP. Bodies name the revision last seen, the command, and the shapes the browser has. */
@RestController
@RequestMapping("/api/parts/{id}")
class PartApi {
    private static final String JSON = MediaType.APPLICATION_JSON_VALUE;

    private final Works works;
    private final Workshop workshop;
    private final Replies replies;
    private final Pictures pictures;

    PartApi(Works works, Workshop workshop, Replies replies, Pictures pictures) {
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
        return works.at(id, () -> replies.answer(workshop.preview(id, revision(n), command(n)), seen(n)));
    }

    /** A sentence after an entry; it waits for nothing that is being built. */
    @PostMapping(path = "/sentence", produces = JSON)
    String sentence(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(
                id, () -> workshop.sentence(id, revision(n), n.path("talk")).toString());
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
