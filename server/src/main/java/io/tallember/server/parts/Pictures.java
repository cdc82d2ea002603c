package io.tallember.server.parts;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.store.PictureMapper;
import io.tallember.server.store.PictureRow;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HexFormat;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.springframework.stereotype.Service;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Pictures laid under sketches: taken from PNG, JPEG and GIF files and the first page of PDF files, kept by their content. */
@Service
public class Pictures {
    /** The largest file taken, in bytes. */
    static final int LARGEST = 4_000_000;

    private static final int MOST_PIXELS = 40_000_000;
    private static final float PDF_DPI = 150;

    private final PictureMapper store;

    Pictures(PictureMapper store) {
        this.store = store;
    }

    /** A stored picture and its size in pixels. */
    record Stored(String picture, int width, int height) {}

    Stored put(byte[] file) {
        if (file == null || file.length == 0 || file.length > LARGEST) {
            throw Refusal.of("A picture file has up to 4 MB.");
        }
        byte[] content = file;
        String type = type(file);
        if (type.equals("application/pdf")) {
            content = page(file);
            type = "image/png";
        }
        BufferedImage image = image(content);
        String hash = hash(content);
        store.put(hash, type, content);
        return new Stored(hash, image.getWidth(), image.getHeight());
    }

    PictureRow find(String hash) {
        PictureRow row = store.find(hash);
        if (row == null) {
            throw new NotThere("There is no such picture.");
        }
        return row;
    }

    private static String type(byte[] b) {
        if (starts(b, 0x89, 'P', 'N', 'G')) {
            return "image/png";
        }
        if (starts(b, 0xff, 0xd8, 0xff)) {
            return "image/jpeg";
        }
        if (starts(b, 'G', 'I', 'F', '8')) {
            return "image/gif";
        }
        if (starts(b, '%', 'P', 'D', 'F')) {
            return "application/pdf";
        }
        throw Refusal.of(
                "This file isn't a picture that can be laid under a sketch. Take a PNG, JPEG, GIF or PDF file.");
    }

    private static boolean starts(byte[] b, int... with) {
        for (int i = 0; i < with.length; i++) {
            if (i >= b.length || (b[i] & 0xff) != with[i]) {
                return false;
            }
        }
        return true;
    }

    private static byte[] page(byte[] pdf) {
        try (PDDocument doc = Loader.loadPDF(pdf)) {
            if (doc.getNumberOfPages() == 0) {
                throw Refusal.of("This PDF file has no page.");
            }
            var box = doc.getPage(0).getMediaBox();
            double scale = Math.min(1, 4000 / (Math.max(box.getWidth(), box.getHeight()) * PDF_DPI / 72));
            BufferedImage image = new PDFRenderer(doc).renderImageWithDPI(0, (float) (PDF_DPI * scale));
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(image, "png", out);
            return out.toByteArray();
        } catch (IOException e) {
            throw Refusal.of("This PDF file can't be read.");
        }
    }

    private static BufferedImage image(byte[] content) {
        try {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(content));
            if (image == null || (long) image.getWidth() * image.getHeight() > MOST_PIXELS) {
                throw Refusal.of("This picture can't be read, or has more than 40 million pixels.");
            }
            return image;
        } catch (IOException e) {
            throw Refusal.of("This picture is broken and can't be read.");
        }
    }

    private static String hash(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The part file with the pictures it needs. */
    String withPictures(PartDocument doc) {
        String text = PartFile.write(doc);
        ObjectNode n = (ObjectNode) PartFile.parse(text);
        ArrayNode all = n.arrayNode();
        doc.steps().stream()
                .filter(s -> s instanceof SketchStep k && k.underlay() != null)
                .map(s -> ((SketchStep) s).underlay().picture())
                .distinct()
                .map(store::find)
                .filter(java.util.Objects::nonNull)
                .forEach(row -> all.addObject()
                        .put("picture", row.hash())
                        .put("content", Base64.getEncoder().encodeToString(row.content())));
        if (all.isEmpty()) {
            return text;
        }
        n.set("pictures", all);
        return n.toPrettyString() + "\n";
    }

    /** Keeps the pictures that came with a part file. */
    public void takeFrom(String file) {
        JsonNode all = PartFile.parse(file).path("pictures");
        for (JsonNode p : all) {
            try {
                put(Base64.getDecoder().decode(p.path("content").asString("")));
            } catch (IllegalArgumentException e) {
                throw Refusal.of("A picture in this part file is broken.");
            }
        }
    }

    /** Reads the whole body of an upload. */
    static byte[] read(java.io.InputStream in) {
        try {
            return in.readNBytes(LARGEST + 1);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
