package io.tallember.server.parts;

import io.tallember.part.PartDocument;
import io.tallember.part.file.PartFile;
import io.tallember.part.shows.Shows;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.guard.Works;
import io.tallember.server.store.PartRow;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.util.RawValue;

/** Operations shown on the samples, moment by moment. */
@RestController
@RequestMapping("/api/shows")
class ShowApi {
    private final Works works;
    private final Replies replies;
    /** They are always the same, and short. */
    private final Map<String, String> told = new ConcurrentHashMap<>();

    ShowApi(Works works, Replies replies) {
        this.works = works;
        this.replies = replies;
    }

    /** What can be shown: rows of the shelves, and {@code first}. */
    @GetMapping(produces = MediaType.APPLICATION_JSON_VALUE)
    String all() {
        ArrayNode all = JsonNodeFactory.instance.arrayNode();
        Shows.all().forEach(all::add);
        return all.toString();
    }

    @GetMapping(
            path = {"/{kind}/{row}", "/{kind}"},
            produces = MediaType.APPLICATION_JSON_VALUE)
    String show(@PathVariable String kind, @PathVariable(required = false) String row) {
        String offer = row == null ? kind : kind + "/" + row;
        if (!Shows.all().contains(offer)) {
            throw new NotThere("There is nothing to show for this.");
        }
        return works.at(Works.NO_PART, () -> told.computeIfAbsent(offer, this::frames));
    }

    private String frames(String offer) {
        ArrayNode all = JsonNodeFactory.instance.arrayNode();
        for (Shows.Frame f : Shows.of(offer, ShowApi::sample).orElseThrow()) {
            ObjectNode n = all.addObject().put("said", f.said());
            if (f.answer() != null) {
                n.set("answer", f.answer());
            }
            PartDocument doc = f.state().document();
            PartRow row = new PartRow(0L, null, doc.name(), doc.unit().word(), 0L, 0L, 0L, null, null);
            String part = replies.answer(new Workshop.Piece(row, doc, f.state(), "", ""), List.of());
            n.putRawValue("part", new RawValue(part));
        }
        return all.toString();
    }

    private static PartDocument sample(String name) {
        try {
            return PartFile.read(
                    new ClassPathResource("samples/" + name + ".json").getContentAsString(StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
