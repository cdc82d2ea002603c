package io.tallember.ember;

import io.tallember.exchange.Handover;
import io.tallember.inspect.sheet.Sheet;
import io.tallember.inspect.sheet.SheetPdf;
import io.tallember.inspect.sheet.SheetSvg;
import io.tallember.part.rebuild.PartState;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.LocalDate;
import picocli.CommandLine.Option;

/** The files in which a part is handed over. Each is there whole or not at all. */
final class Outputs {
    @Option(names = "--step", paramLabel = "FILE", description = "Write the solids as STEP.")
    private Path step;

    @Option(names = "--stl", paramLabel = "FILE", description = "Write the solids as binary STL.")
    private Path stl;

    @Option(names = "--3mf", paramLabel = "FILE", description = "Write the solids as 3MF, with names and colours.")
    private Path threeMf;

    @Option(names = "--gltf", paramLabel = "FILE", description = "Write the solids as binary glTF (.glb), with edges.")
    private Path gltf;

    @Option(names = "--pdf", paramLabel = "FILE", description = "Write the drawing sheet as PDF.")
    private Path pdf;

    @Option(names = "--svg", paramLabel = "FILE", description = "Write the drawing sheet as SVG.")
    private Path svg;

    void write(PartState state) throws IOException {
        if (pdf != null || svg != null) {
            drawing(state);
        }
        if (step != null) {
            put(step, Handover.step(state, Instant.now()));
        }
        if (stl != null) {
            put(stl, Handover.stl(state));
        }
        if (threeMf != null) {
            put(threeMf, Handover.threeMf(state));
        }
        if (gltf != null) {
            put(gltf, Handover.gltf(state));
        }
    }

    private void drawing(PartState state) throws IOException {
        String name = state.document().name();
        Sheet s = Sheet.of(
                state.document(),
                state,
                state.document().arrangement().sheet(),
                LocalDate.now().toString());
        if (pdf != null) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            SheetPdf.write(s, name, out);
            put(pdf, out.toByteArray());
        }
        if (svg != null) {
            put(svg, SheetSvg.of(s, name));
        }
    }

    static void put(Path to, String text) throws IOException {
        put(to, text.getBytes(StandardCharsets.UTF_8));
    }

    /** Writes beside the file first and puts it in its place when all of it is there. */
    static void put(Path to, byte[] all) throws IOException {
        Path folder = to.toAbsolutePath().getParent();
        if (!Files.isDirectory(folder)) {
            throw new NoSuchFileException(folder.toString());
        }
        Path beside = folder.resolve("." + to.getFileName() + ".part");
        try {
            Files.write(beside, all);
            Files.move(beside, to, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(beside);
        }
    }
}
