package io.tallember.part.solids;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.part.Refusal;
import io.tallember.solid.Body;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Function;
import java.util.function.ToLongFunction;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;

/**
 * Contents of files with solids, by their SHA-256: those that came with part files that were opened, and those in the stores that
 * the program has.
 */
public final class SolidFiles {
    /** The largest file taken, in bytes. */
    public static final int LARGEST = 20_000_000;

    private static final long MOST_KEPT = 200_000_000;
    private static final long MOST_FACES = 50_000;

    private static final Lately<byte[]> CONTENTS = new Lately<>(MOST_KEPT, c -> c.length);

    /** Files as they were read; the largest parts have some thousand faces. */
    private static final Lately<Read> KNOWN = new Lately<>(
            MOST_FACES,
            r -> 1 + r.bodies().stream().mapToInt(b -> b.faces().size()).sum());

    private static final List<Function<String, Optional<byte[]>>> STORES = new CopyOnWriteArrayList<>();

    private SolidFiles() {}

    /**
     * What a file holds.
     *
     * @param bodies those that can be used
     * @param names one a body
     * @param colours one a body as {@code #rrggbb}; empty for none of its own
     * @param notes sentences on what was set right, left out or is wrong
     * @param left how many solids of the file aren't among them
     */
    public record Read(List<Body> bodies, List<String> names, List<String> colours, List<String> notes, int left) {}

    /** Reads files of a kind; found by {@link ServiceLoader}. */
    public interface Reader {
        /** @throws GeometryException with a sentence when the file can't be used at all */
        Read read(byte[] content);
    }

    /**
     * Where contents are looked for that nobody has given.
     *
     * @return what ends that
     */
    public static Runnable from(Function<String, Optional<byte[]>> store) {
        STORES.add(store);
        return () -> STORES.remove(store);
    }

    /**
     * Keeps a content.
     *
     * @return by what it is found again
     */
    public static String put(byte[] content) {
        if (content.length == 0 || content.length > LARGEST) {
            throw Refusal.of("A file with solids has up to 20 MB.");
        }
        String hash = hash(content);
        CONTENTS.put(hash, content);
        return hash;
    }

    public static Optional<byte[]> find(String hash) {
        byte[] known = CONTENTS.get(hash);
        if (known != null) {
            return Optional.of(known);
        }
        Optional<byte[]> found =
                STORES.stream().flatMap(s -> s.apply(hash).stream()).findFirst();
        found.ifPresent(c -> CONTENTS.put(hash, c));
        return found;
    }

    /**
     * The solids of a content.
     *
     * @throws GeometryException LOST_REFERENCE when the content isn't kept anywhere, BAD_VALUE when it can't be read
     */
    public static Read read(String hash) {
        Read known = KNOWN.get(hash);
        if (known != null) {
            return known;
        }
        byte[] content = find(hash)
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "What the file holds isn't kept here, so its solids can't be made. Choose the file again."));
        Reader reader = ServiceLoader.load(Reader.class, SolidFiles.class.getClassLoader())
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("nothing here reads files with solids"));
        Read read = reader.read(content);
        KNOWN.put(hash, read);
        return read;
    }

    private static String hash(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A content as part files hold it: packed, as text. */
    public static String packed(byte[] content) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (GZIPOutputStream zip = new GZIPOutputStream(out)) {
            zip.write(content);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return Base64.getEncoder().encodeToString(out.toByteArray());
    }

    /** @throws GeometryException BAD_VALUE when it isn't packed so, or is larger than can be taken */
    public static byte[] unpacked(String text) {
        try (GZIPInputStream in =
                new GZIPInputStream(new ByteArrayInputStream(Base64.getDecoder().decode(text)))) {
            byte[] content = in.readNBytes(LARGEST + 1);
            if (content.length > LARGEST) {
                throw Refusal.of("A file with solids has up to 20 MB.");
            }
            return content;
        } catch (IOException | IllegalArgumentException e) {
            throw Refusal.of("A file in this part file is broken.");
        }
    }

    /** What was asked for lately, up to a weight in all. */
    private static final class Lately<V> {
        private final Map<String, V> all = new LinkedHashMap<>(16, 0.75f, true);
        private final long most;
        private final ToLongFunction<V> weight;
        private long sum;

        Lately(long most, ToLongFunction<V> weight) {
            this.most = most;
            this.weight = weight;
        }

        synchronized V get(String key) {
            return all.get(key);
        }

        synchronized void put(String key, V value) {
            V before = all.put(key, value);
            sum += weight.applyAsLong(value) - (before == null ? 0 : weight.applyAsLong(before));
            Iterator<V> eldest = all.values().iterator();
            while (sum > most && all.size() > 1) {
                sum -= weight.applyAsLong(eldest.next());
                eldest.remove();
            }
        }
    }
}
