package io.tallember.server.parts;

import io.tallember.geometry.Patience;
import io.tallember.geometry.Terms;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.SketchWords;
import io.tallember.part.file.PartFile;
import io.tallember.part.file.SketchFacts;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.guard.Works;
import io.tallember.server.store.PictureRow;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.help.Drivers;
import io.tallember.sketch.help.Settle;
import io.tallember.sketch.svg.Outline;
import io.tallember.sketch.svg.SvgWriter;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What a sketch asks for besides its commands: traces of the part, proposals, outlines as files, pictures to draw over. */
@RestController
class SketchApi {
    private static final String JSON = MediaType.APPLICATION_JSON_VALUE;

    private static final long LOOK_MILLIS = 5_000;

    private final Works works;
    private final Workshop workshop;
    private final Replies replies;
    private final Pictures pictures;

    SketchApi(Works works, Workshop workshop, Replies replies, Pictures pictures) {
        this.works = works;
        this.workshop = workshop;
        this.replies = replies;
        this.pictures = pictures;
    }

    /** Traces something of the part; the body names the step and what. */
    @PostMapping(path = "/api/parts/{id}/trace", produces = JSON)
    String trace(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(
                id,
                () -> workshop.trace(
                        id, PartApi.revision(n), PartApi.command(n), p -> replies.answer(p, PartApi.seen(n))));
    }

    /** The constraints and dimensions that would settle a sketch, each with words. */
    @GetMapping(path = "/api/parts/{id}/sketches/{step}/settle", produces = JSON)
    String settle(@PathVariable long id, @PathVariable String step) {
        return works.at(id, () -> proposals(id, step));
    }

    private String proposals(long id, String step) {
        Sketch s = sketch(id, step);
        ArrayNode all = JsonNodeFactory.instance.arrayNode();
        List<Constraint> proposals = Settle.propose(s);
        Sketch at = s;
        for (Constraint c : proposals) {
            at = at.with(List.of(), List.of(c));
            ObjectNode one = all.addObject();
            one.set("constraint", SketchFacts.write(c));
            one.put(
                    "words",
                    Terms.told(
                            SketchWords.of(at, c), workshop.document(id).unit().telling(x -> x)));
        }
        return all.toString();
    }

    /** By what a driven dimension is driven: constraints, each with words. */
    @GetMapping(path = "/api/parts/{id}/sketches/{step}/drivers", produces = JSON)
    String drivers(@PathVariable long id, @PathVariable String step, @RequestParam String dimension) {
        return works.at(id, () -> {
            Sketch s = sketch(id, step);
            if (s.constraint(dimension).filter(Constraint::driven).isEmpty()) {
                throw Refusal.of("There is no such driven dimension.");
            }
            ArrayNode all = JsonNodeFactory.instance.arrayNode();
            for (String k : Drivers.of(s, dimension)) {
                Constraint c = s.constraint(k).orElseThrow();
                all.addObject()
                        .put("id", k)
                        .put(
                                "words",
                                Terms.told(
                                        SketchWords.of(s, c),
                                        workshop.document(id).unit().telling(x -> x)));
            }
            return all.toString();
        });
    }

    /** The drawn curves of a sketch as an SVG file. */
    @GetMapping("/api/parts/{id}/sketches/{step}/svg")
    ResponseEntity<byte[]> svg(@PathVariable long id, @PathVariable String step) {
        return works.at(id, () -> {
            Sketch s = sketch(id, step);
            String name = workshop.document(id).step(step).name();
            byte[] text = SvgWriter.write(s).getBytes(StandardCharsets.UTF_8);
            return PartApi.file(name + ".svg", "image/svg+xml", text);
        });
    }

    /** What of an outline file could be taken, before it is. */
    @PostMapping(path = "/api/outlines", produces = JSON)
    Outline.Look outline(@RequestBody String body) {
        String svg = PartFile.parse(body).path("svg").asString("");
        return works.at(Works.NO_PART, () -> Patience.within(LOOK_MILLIS, () -> false, () -> Outline.look(svg)));
    }

    private Sketch sketch(long id, String step) {
        return workshop.look(id).state().stand().sketches().stream()
                .map(p -> p.step())
                .filter(s -> s.id().equals(step))
                .map(SketchStep::sketch)
                .findFirst()
                .orElseThrow(() -> new NotThere("This sketch isn't built where the work line stands."));
    }

    @PostMapping(path = "/api/pictures", produces = JSON)
    Pictures.Stored put(InputStream body) throws IOException {
        byte[] file = Pictures.read(body);
        return works.at(Works.NO_PART, () -> pictures.put(file));
    }

    @GetMapping("/api/pictures/{hash}")
    ResponseEntity<byte[]> picture(@PathVariable String hash) {
        PictureRow row = pictures.find(hash);
        return ResponseEntity.ok()
                .cacheControl(CacheControl.maxAge(Duration.ofDays(365)))
                .contentType(MediaType.parseMediaType(row.type()))
                .body(row.content());
    }
}
