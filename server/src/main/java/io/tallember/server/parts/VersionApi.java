package io.tallember.server.parts;

import io.tallember.geometry.GeometryException;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.file.Changes;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.Difference;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.values.Variants;
import io.tallember.server.guard.Works;
import io.tallember.server.store.VersionRow;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import java.util.Locale;
import org.springframework.http.MediaType;
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

/** Versions of a part by name, and what differs between the part and one of them, a variant, or what it was before. */
@RestController
@RequestMapping("/api/parts/{id}")
class VersionApi {
    private static final String JSON = MediaType.APPLICATION_JSON_VALUE;

    private final Works works;
    private final Workshop workshop;
    private final Versions versions;
    private final Replies replies;
    private final PartView view;

    VersionApi(Works works, Workshop workshop, Versions versions, Replies replies, PartView view) {
        this.works = works;
        this.workshop = workshop;
        this.versions = versions;
        this.replies = replies;
        this.view = view;
    }

    @GetMapping(path = "/versions", produces = JSON)
    List<VersionRow> all(@PathVariable long id) {
        workshop.document(id);
        return versions.all(id);
    }

    @PostMapping(path = "/versions", produces = JSON)
    List<VersionRow> keep(@PathVariable long id, @RequestBody String body) {
        versions.keep(id, PartFile.parse(body).path("name").asString(""), workshop.document(id));
        return versions.all(id);
    }

    @PostMapping(path = "/versions/{version}/back", produces = JSON)
    String back(@PathVariable long id, @PathVariable long version, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        ObjectNode said =
                JsonNodeFactory.instance.objectNode().put("do", "go-back").put("version", version);
        return works.at(
                id,
                () -> workshop.apply(
                        id,
                        PartApi.revision(n),
                        said,
                        versions.back(id, version),
                        p -> replies.answer(p, PartApi.seen(n))));
    }

    /**
     * What differs between something earlier and the part as it is shown.
     *
     * @param with {@code last} for the part before the last command, {@code version:} and a number, or {@code variant:} and a
     *     name, with none for the part itself
     */
    @GetMapping(path = "/compare", produces = JSON)
    String compare(@PathVariable long id, @RequestParam String with) {
        return works.at(id, () -> compared(id, with));
    }

    private String compared(long id, String with) {
        PartState now = workshop.look(id).state();
        PartState before = workshop.built(id, other(id, with));
        ObjectNode n = JsonNodeFactory.instance.objectNode();
        ArrayNode steps = n.putArray("steps");
        for (Changes.Change c : Changes.between(before.document(), now.document())) {
            ObjectNode step = steps.addObject().put("id", c.step()).put("name", c.name());
            step.put("kind", c.kind().name().toLowerCase(Locale.ROOT));
            ArrayNode words = step.putArray("words");
            c.words().forEach(words::add);
        }
        try {
            Difference d = Difference.between(before, now);
            n.put("comeVolume", MassProperties.of(d.come()).volume());
            n.put("goneVolume", MassProperties.of(d.gone()).volume());
            n.set("come", view.bare(d.come()));
            n.set("gone", view.bare(d.gone()));
        } catch (GeometryException e) {
            n.put("message", "The material between the two can't be shown: " + e.getMessage());
        }
        return n.toString();
    }

    private PartDocument other(long id, String with) {
        if (with.equals("last")) {
            return Variants.shown(workshop.previous(id));
        }
        if (with.matches("version:[0-9]{1,12}")) {
            return Variants.shown(versions.document(id, Long.parseLong(with.substring(8))));
        }
        if (with.startsWith("variant:")) {
            return Variants.of(workshop.document(id), with.substring(8));
        }
        throw Refusal.of("A part is compared with what it was last, a version or a variant.");
    }
}
