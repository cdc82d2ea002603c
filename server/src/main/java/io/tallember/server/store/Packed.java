package io.tallember.server.store;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32C;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/**
 * Texts in few bytes: by themselves, or as what differs from another text. A difference is the length of what both begin
 * with, the length of what both end with, and what stands between, deflated with the stretch of the other text that it
 * replaces as its dictionary. A sum of the whole tells whether what was unpacked is what was packed.
 */
public final class Packed {
    private static final int WINDOW = 32_000;
    private static final int HEAD = 16;
    private static final byte[] NOTHING = {};

    private Packed() {}

    /** A text by itself. */
    public static byte[] whole(String text) {
        return pack(NOTHING, text.getBytes(StandardCharsets.UTF_8));
    }

    /** A text as what differs from another. */
    public static byte[] after(String other, String text) {
        return pack(other.getBytes(StandardCharsets.UTF_8), text.getBytes(StandardCharsets.UTF_8));
    }

    /** What {@link #whole} packed. */
    public static String read(byte[] packed) {
        return unpack(NOTHING, packed);
    }

    /** What {@link #after} packed beside the other text. */
    public static String read(String other, byte[] packed) {
        return unpack(other.getBytes(StandardCharsets.UTF_8), packed);
    }

    private static byte[] pack(byte[] old, byte[] now) {
        int shorter = Math.min(old.length, now.length);
        int begin = Arrays.mismatch(old, 0, shorter, now, 0, shorter);
        begin = begin < 0 ? shorter : begin;
        int end = 0;
        while (end < shorter - begin && old[old.length - 1 - end] == now[now.length - 1 - end]) {
            end++;
        }
        Deflater deflater = new Deflater(Deflater.BEST_COMPRESSION, true);
        try {
            deflater.setDictionary(dictionary(old, begin, end));
            deflater.setInput(now, begin, now.length - begin - end);
            deflater.finish();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] buffer = new byte[8192];
            while (!deflater.finished()) {
                out.write(buffer, 0, deflater.deflate(buffer));
            }
            byte[] middle = out.toByteArray();
            return ByteBuffer.allocate(HEAD + middle.length)
                    .putInt(begin)
                    .putInt(end)
                    .putInt(now.length)
                    .putInt(sum(now))
                    .put(middle)
                    .array();
        } finally {
            deflater.end();
        }
    }

    private static String unpack(byte[] old, byte[] packed) {
        ByteBuffer head = ByteBuffer.wrap(packed);
        int begin = head.getInt();
        int end = head.getInt();
        byte[] now = new byte[head.getInt()];
        int sum = head.getInt();
        Inflater inflater = new Inflater(true);
        try {
            System.arraycopy(old, 0, now, 0, begin);
            System.arraycopy(old, old.length - end, now, now.length - end, end);
            inflater.setDictionary(dictionary(old, begin, end));
            inflater.setInput(packed, HEAD, packed.length - HEAD);
            int at = begin;
            for (int got = 1; got > 0 && at < now.length - end; at += got) {
                got = inflater.inflate(now, at, now.length - end - at);
            }
            if (at != now.length - end || sum(now) != sum) {
                throw new IllegalStateException("A stored document doesn't unpack to what was stored.");
            }
        } catch (DataFormatException | IndexOutOfBoundsException e) {
            throw new IllegalStateException("A stored document can't be unpacked.", e);
        } finally {
            inflater.end();
        }
        return new String(now, StandardCharsets.UTF_8);
    }

    /** What is replaced, with what stands before it as far as the window reaches. */
    private static byte[] dictionary(byte[] old, int begin, int end) {
        int to = old.length - end;
        return Arrays.copyOfRange(old, Math.max(0, Math.min(begin - WINDOW / 4, to - WINDOW)), to);
    }

    private static int sum(byte[] text) {
        CRC32C crc = new CRC32C();
        crc.update(text);
        return (int) crc.getValue();
    }
}
