package io.tallember.server.home;

import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Works;
import io.tallember.server.parts.Pictures;
import io.tallember.server.parts.SolidStore;
import io.tallember.server.store.FolderRow;
import io.tallember.server.store.HomeMapper;
import io.tallember.server.store.PartMapper;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Folders and parts over HTTP. */
@RestController
@RequestMapping("/api")
class HomeApi {
    private final Works works;
    private final Home home;
    private final HomeMapper folders;
    private final PartMapper parts;
    private final Pictures pictures;
    private final SolidStore solids;

    HomeApi(Works works, Home home, HomeMapper folders, PartMapper parts, Pictures pictures, SolidStore solids) {
        this.works = works;
        this.home = home;
        this.folders = folders;
        this.parts = parts;
        this.pictures = pictures;
        this.solids = solids;
    }

    record PartLine(long id, Long folder, String name, String unit, long revision, String changed) {}

    record HomePage(List<FolderRow> folders, List<PartLine> parts) {}

    record Name(String name) {}

    record NewPart(String name, String unit, Long folder) {}

    record Filing(Long folder) {}

    @GetMapping("/home")
    HomePage look() {
        List<PartLine> lines = parts.all().stream()
                .map(p -> new PartLine(
                        p.id(),
                        p.folder(),
                        p.name(),
                        p.unit(),
                        p.revision(),
                        p.changed().toString()))
                .toList();
        return new HomePage(folders.folders(), lines);
    }

    @PostMapping("/folders")
    Map<String, Long> newFolder(@RequestBody Name n) {
        return Map.of("id", home.newFolder(n.name()));
    }

    @PutMapping("/folders/{id}")
    void renameFolder(@PathVariable long id, @RequestBody Name n) {
        home.renameFolder(id, n.name());
    }

    @DeleteMapping("/folders/{id}")
    void deleteFolder(@PathVariable long id) {
        home.deleteFolder(id);
    }

    @PostMapping("/folders/{id}/restore")
    void restoreFolder(@PathVariable long id) {
        home.restoreFolder(id);
    }

    @PostMapping("/parts")
    Map<String, Long> newPart(@RequestBody NewPart n) {
        return Map.of("id", home.newPart(n.name(), n.unit(), n.folder()));
    }

    /** A part brought in, and sentences on what was changed as it was opened. */
    record BroughtIn(long id, List<String> notes) {}

    @PostMapping("/import")
    BroughtIn importPart(@RequestBody String text, @RequestParam(required = false) Long folder) {
        return works.at(Works.NO_PART, () -> {
            PartFile.Opened opened = PartFile.open(text);
            pictures.takeFrom(text);
            solids.takeFrom(text);
            return new BroughtIn(home.bringIn(opened.document(), folder), opened.notes());
        });
    }

    @PostMapping("/import/solids")
    BroughtIn importSolids(InputStream body, @RequestParam String name, @RequestParam(required = false) Long folder)
            throws IOException {
        byte[] file = SolidStore.read(body);
        return works.at(Works.NO_PART, () -> new BroughtIn(home.bringIn(solids.part(file, name), folder), List.of()));
    }

    @PutMapping("/parts/{id}/folder")
    void file(@PathVariable long id, @RequestBody Filing f) {
        home.file(id, f.folder());
    }

    @PostMapping("/parts/{id}/duplicate")
    Map<String, Long> duplicate(@PathVariable long id) {
        return works.at(id, () -> Map.of("id", home.duplicate(id)));
    }

    @DeleteMapping("/parts/{id}")
    void delete(@PathVariable long id) {
        home.delete(id);
    }

    @PostMapping("/parts/{id}/restore")
    void restore(@PathVariable long id) {
        home.restore(id);
    }

    @GetMapping(path = "/parts/{id}/picture", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> picture(@PathVariable long id) {
        return ResponseEntity.ok().cacheControl(CacheControl.noCache()).body(works.at(id, () -> home.picture(id)));
    }
}
