package io.tallember.server.parts;

import io.tallember.geometry.GeometryException;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.SketchStep;
import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.store.PictureMapper;
import io.tallember.server.store.PictureRow;
import io.tallember.server.store.Storage;
import java.awt.Dimension;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Iterator;
import java.util.Objects;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
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
    private static final int READ_PIXELS = 500_000;

    private final PictureMapper store;
    private final Storage storage;

    Pictures(PictureMapper store, Storage storage) {
        this.store = store;
        this.storage = storage;
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
            content = PdfPage.drawn(file);
            type = "image/png";
        }
        Dimension size = size(content);
        String hash = hash(content);
        byte[] kept = content;
        String kind = type;
        storage.change(() -> store.put(hash, kind, kept));
        return new Stored(hash, size.width, size.height);
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

    /**
     * The size of a picture, from what its file begins with; then it is read through once, at a fraction of its size so that
     * this takes little memory.
     */
    private static Dimension size(byte[] content) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(content))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw Refusal.of("This picture is broken and can't be read.");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                Dimension size = new Dimension(reader.getWidth(0), reader.getHeight(0));
                long pixels = (long) size.width * size.height;
                if (pixels > MOST_PIXELS) {
                    throw Refusal.of("This picture has more than 40 million pixels. Make it smaller first.");
                }
                int step = 1 + (int) Math.sqrt((double) pixels / READ_PIXELS);
                ImageReadParam some = reader.getDefaultReadParam();
                some.setSourceSubsampling(Math.min(step, size.width), Math.min(step, size.height), 0, 0);
                reader.read(0, some);
                return size;
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof GeometryException g) {
                throw g;
            }
            // readers throw all sorts of things at broken files
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
        String text = PartFile.writeWhole(doc);
        ObjectNode n = (ObjectNode) PartFile.parse(text);
        ArrayNode all = n.arrayNode();
        doc.steps().stream()
                .filter(s -> s instanceof SketchStep k && k.underlay() != null)
                .map(s -> ((SketchStep) s).underlay().picture())
                .distinct()
                .map(store::find)
                .filter(Objects::nonNull)
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

    /** Reads the whole body of an upload, and a little more than can be taken at most. */
    static byte[] read(InputStream in) throws IOException {
        return in.readNBytes(LARGEST + 1);
    }
}
