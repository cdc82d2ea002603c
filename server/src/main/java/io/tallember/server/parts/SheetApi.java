package io.tallember.server.parts;

import io.tallember.inspect.sheet.Sheet;
import io.tallember.inspect.sheet.SheetPdf;
import io.tallember.inspect.sheet.SheetSvg;
import io.tallember.part.file.SheetJson;
import io.tallember.part.rebuild.PartState;
import io.tallember.server.guard.Works;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** The drawing of a part as it is shown: to be looked at and laid out, and as files. */
@RestController
@RequestMapping("/api/parts/{id}")
class SheetApi {
    private final Workshop workshop;
    private final Works works;

    SheetApi(Workshop workshop, Works works) {
        this.workshop = workshop;
        this.works = works;
    }

    /** The sheet with how it is laid out, as SVG, and what no view shows. */
    @GetMapping(path = "/sheet", produces = PartApi.JSON)
    String sheet(@PathVariable long id) {
        return works.at(id, () -> {
            PartState state = workshop.look(id).state();
            Sheet s = laid(state);
            ObjectNode n = JsonNodeFactory.instance.objectNode();
            n.put("paper", s.paper())
                    .put("width", s.width())
                    .put("height", s.height())
                    .put("scale", s.scale());
            SheetJson.write(n.putObject("plan"), state.document().arrangement().sheet());
            ArrayNode notShown = n.putArray("notShown");
            s.notShown().forEach(notShown::add);
            n.put("svg", SheetSvg.of(s, state.document().name()));
            return n.toString();
        });
    }

    private static Sheet laid(PartState state) {
        return Sheet.of(
                state.document(),
                state,
                state.document().arrangement().sheet(),
                LocalDate.now().toString());
    }

    @GetMapping("/svg")
    ResponseEntity<byte[]> svg(@PathVariable long id) {
        return works.at(id, () -> {
            PartState state = workshop.look(id).state();
            String name = state.document().name();
            byte[] text = SheetSvg.of(laid(state), name).getBytes(StandardCharsets.UTF_8);
            return PartApi.file(name + ".svg", "image/svg+xml", text);
        });
    }

    @GetMapping("/pdf")
    ResponseEntity<byte[]> pdf(@PathVariable long id) {
        return works.at(id, () -> {
            PartState state = workshop.look(id).state();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try {
                SheetPdf.write(laid(state), state.document().name(), out);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            return PartApi.file(state.document().name() + ".pdf", "application/pdf", out.toByteArray());
        });
    }
}
