package io.tallember.server.parts;

import io.tallember.geometry.Patience;
import io.tallember.part.Refusal;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.rendering.PDFRenderer;

/**
 * The first page of a PDF file as a picture. Such a file can ask for any amount of work and memory, so it is drawn by a
 * process of its own, with a heap of its own, that is ended when it takes too long.
 */
final class PdfPage {
    private static final String HEAP = "-Xmx256m";
    private static final long MOST_MILLIS = 10_000;
    private static final long LOOK_MILLIS = 50;
    private static final float DPI = 150;
    private static final float MOST_SIDE = 4000;
    private static final String LAUNCHER = "org.springframework.boot.loader.launch.PropertiesLauncher";
    private static final int NO_PAGE = 3;
    private static final int PASSWORD = 4;

    private PdfPage() {}

    /** A PNG of the first page. */
    static byte[] drawn(byte[] pdf) {
        Path in = null;
        Path out = null;
        try {
            in = Files.createTempFile("page", ".pdf");
            out = Files.createTempFile("page", ".png");
            Files.write(in, pdf);
            Process child = new ProcessBuilder(command())
                    .redirectInput(in.toFile())
                    .redirectOutput(out.toFile())
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            return ended(child) == 0 ? Files.readAllBytes(out) : failed(child.exitValue());
        } catch (IOException e) {
            throw Refusal.of(
                    "This PDF file can't be drawn: there is no room for it on the disk, or no process can be started.");
        } finally {
            delete(in);
            delete(out);
        }
    }

    private static byte[] failed(int code) {
        throw Refusal.of(
                switch (code) {
                    case NO_PAGE -> "This PDF file has no page.";
                    case PASSWORD -> "This PDF file is locked by a password. Save it without one first.";
                    default -> "This PDF file can't be read.";
                });
    }

    private static int ended(Process child) {
        try {
            long until = System.nanoTime() + MOST_MILLIS * 1_000_000;
            while (!child.waitFor(LOOK_MILLIS, TimeUnit.MILLISECONDS)) {
                Patience.checkNow();
                if (System.nanoTime() - until > 0) {
                    throw Refusal.of(
                            "This PDF file takes longer than 10 s to draw. Take a picture of its page instead.");
                }
            }
            return child.exitValue();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted while a page was drawn", e);
        } finally {
            child.destroyForcibly();
        }
    }

    private static void delete(Path file) {
        try {
            if (file != null) {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            file.toFile().deleteOnExit();
        }
    }

    private static List<String> command() {
        List<String> all = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                HEAP,
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-Djava.awt.headless=true",
                "-cp",
                System.getProperty("java.class.path")));
        if (ClassLoader.getSystemResource(LAUNCHER.replace('.', '/') + ".class") != null) {
            all.add("-Dloader.main=" + PdfPage.class.getName());
            all.add(LAUNCHER);
        } else {
            all.add(PdfPage.class.getName());
        }
        return all;
    }

    /** The child: a PDF file on its input, a PNG on its output. */
    public static void main(String[] args) throws IOException {
        System.exit(draw(System.in.readAllBytes(), System.out));
    }

    private static int draw(byte[] pdf, OutputStream out) throws IOException {
        try (PDDocument doc = Loader.loadPDF(pdf)) {
            if (doc.getNumberOfPages() == 0) {
                return NO_PAGE;
            }
            PDRectangle box = doc.getPage(0).getCropBox();
            float dpi = Math.min(DPI, 72 * MOST_SIDE / Math.max(box.getWidth(), box.getHeight()));
            BufferedImage image = new PDFRenderer(doc).renderImageWithDPI(0, dpi);
            return ImageIO.write(image, "png", out) ? 0 : 1;
        } catch (InvalidPasswordException e) {
            return PASSWORD;
        }
    }
}
