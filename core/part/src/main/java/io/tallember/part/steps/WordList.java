package io.tallember.part.steps;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The words of a kind of step, from the file beside it; what it lacks is looked up in the words that all kinds share.
 *
 * <p>A line gives a key and its text, with an equals sign between spaces. A text that is a sentence's pattern has slots in
 * braces, and phrases in brackets that are left out when a slot directly in them isn't there.
 */
public final class WordList {
    private static final WordList SHARED = new WordList(WordList.class, "shared", null);
    private static final Map<String, WordList> KNOWN = new ConcurrentHashMap<>();

    private final Map<String, String> texts = new HashMap<>();
    private final Map<String, List<Bit>> patterns = new ConcurrentHashMap<>();
    private final WordList more;
    private final String name;

    /** A bit of a pattern: text, a slot, or a phrase. */
    public sealed interface Bit {
        record Says(String text) implements Bit {}

        record At(String slot) implements Bit {}

        record Phrase(List<Bit> bits) implements Bit {}
    }

    private WordList(Class<?> beside, String name, WordList more) {
        this.name = name;
        this.more = more;
        try (InputStream in = beside.getResourceAsStream(name + ".words")) {
            if (in == null) {
                throw new IllegalStateException("There are no words for " + name);
            }
            for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
                int at = line.indexOf(" = ");
                if (at > 0 && !line.startsWith("#")) {
                    texts.put(line.substring(0, at).strip(), line.substring(at + 3));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @param beside a class of the folder in which the file is */
    public static WordList of(Class<?> beside, String kind) {
        return KNOWN.computeIfAbsent(kind, k -> new WordList(beside, k, SHARED));
    }

    /** The text of a key; empty when there is none. */
    public Optional<String> find(String key) {
        String own = texts.get(key);
        return own != null || more == null ? Optional.ofNullable(own) : more.find(key);
    }

    /** @throws IllegalStateException when there is none */
    public String text(String key) {
        return find(key).orElseThrow(() -> new IllegalStateException("No word " + key + " for " + name));
    }

    /** A text that depends on a count: of one thing, or of several with the count for its number sign. */
    public String counted(String key, int n) {
        return n == 1 && find(key + ".1").isPresent()
                ? text(key + ".1")
                : text(key + ".n").replace("#", Integer.toString(n));
    }

    public List<Bit> pattern(String key) {
        return patterns.computeIfAbsent(key, k -> new Reader(text(k)).bits());
    }

    private static final class Reader {
        private final String text;
        private int at;

        Reader(String text) {
            this.text = text;
        }

        List<Bit> bits() {
            List<Bit> out = new ArrayList<>();
            StringBuilder said = new StringBuilder();
            while (at < text.length() && text.charAt(at) != ']') {
                char c = text.charAt(at++);
                if (c != '{' && c != '[') {
                    said.append(c);
                    continue;
                }
                if (said.length() > 0) {
                    out.add(new Bit.Says(said.toString()));
                    said.setLength(0);
                }
                if (c == '[') {
                    out.add(new Bit.Phrase(bits()));
                    at++;
                } else {
                    int end = text.indexOf('}', at);
                    out.add(new Bit.At(text.substring(at, end)));
                    at = end + 1;
                }
            }
            if (said.length() > 0) {
                out.add(new Bit.Says(said.toString()));
            }
            return List.copyOf(out);
        }
    }
}
