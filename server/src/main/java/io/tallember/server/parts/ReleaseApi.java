package io.tallember.server.parts;

import io.tallember.server.guard.Works;
import io.tallember.server.store.ReleaseRow;
import io.tallember.server.store.ReleasedFile;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Releases of a part, and the files that went out with each. */
@RestController
@RequestMapping("/api/parts/{id}/releases")
class ReleaseApi {
    private final Workshop workshop;
    private final Works works;
    private final Releases releases;

    ReleaseApi(Workshop workshop, Works works, Releases releases) {
        this.workshop = workshop;
        this.works = works;
        this.releases = releases;
    }

    /** The newest first. */
    @GetMapping(produces = PartApi.JSON)
    String all(@PathVariable long id) {
        workshop.document(id);
        return told(id);
    }

    @PostMapping(produces = PartApi.JSON)
    String release(@PathVariable long id) {
        return works.at(id, () -> {
            releases.release(id, workshop.document(id), workshop.look(id).state());
            return told(id);
        });
    }

    private String told(long id) {
        ArrayNode all = JsonNodeFactory.instance.arrayNode();
        for (ReleaseRow r : releases.all(id)) {
            ObjectNode n = all.addObject().put("letter", r.letter()).put("version", r.version());
            n.put("made", r.made().toString());
            ArrayNode files = n.putArray("files");
            releases.files(r.id()).forEach(files::add);
        }
        return all.toString();
    }

    @GetMapping("/{letter}/{name}")
    ResponseEntity<byte[]> file(@PathVariable long id, @PathVariable String letter, @PathVariable String name) {
        ReleasedFile f = releases.file(id, letter, name);
        return PartApi.file(name, f.type(), f.content());
    }
}
