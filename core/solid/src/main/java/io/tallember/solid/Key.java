package io.tallember.solid;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The lineage key of a face, an edge or a vertex, as a value with one written form of at most {@link #LONGEST} letters.
 *
 * <p>A face is written as its origins with a plus between them; where several faces share those, {@code ~} and the neighbours that
 * not all of them have follow, and {@code #} with a number where even these are alike. An edge is the keys of its two faces with a
 * bar between, a vertex {@code v:} and those of all faces round it, each with {@code ~} and {@code #} in the same sense. Where that
 * is longer than may be, lists are written as {@code =} and the first 64 bits of the SHA-256 of what they would be: the neighbours
 * first, then the origins behind the first ones, then the faces behind the first two.
 */
public final class Key {
    /** The most letters that a key has. */
    public static final int LONGEST = 400;

    /** The most letters of a face's key within a shortened one. */
    private static final int LONGEST_SIDE = 140;

    private static final Pattern STEP = Pattern.compile("(?:^|[+~,|:])([A-Za-z0-9-]+)\\.");
    private static final Pattern BETWEEN = Pattern.compile("\\+(?=[A-Za-z0-9-]+\\.)");
    private static final Pattern NAMED = Pattern.compile("(?<![A-Za-z0-9=])[sr][0-9]{1,6}(?![A-Za-z0-9])");
    private static final String VERTEX = "v:";

    private final String text;

    private Key(String text) {
        this.text = text;
    }

    public static Key of(String text) {
        return new Key(text);
    }

    /**
     * A key from what it tells.
     *
     * @param sides the origins of a face, or the keys of the faces of an edge or a vertex
     * @param beside the neighbours that tell it from its kin; null where nothing has to
     * @param number among those that even have the same neighbours; 0 for the only one
     */
    static String written(boolean vertex, List<String> sides, List<String> beside, int number) {
        String head = (vertex ? VERTEX : "") + String.join("|", sides);
        String tail = number == 0 ? "" : "#" + number;
        String list = beside == null ? "" : "~" + String.join(",", beside);
        if (head.length() + list.length() + tail.length() <= LONGEST) {
            return head + list + tail;
        }
        String hashed = beside == null ? "" : "~" + hash(String.join(",", beside));
        List<String> shorter = sides.stream().map(Key::shortened).toList();
        String short1 = (vertex ? VERTEX : "") + String.join("|", shorter) + hashed + tail;
        if (short1.length() <= LONGEST) {
            return short1;
        }
        return VERTEX + String.join("|", shorter.subList(0, 2)) + "|" + hash(head) + hashed + tail;
    }

    /** A face's key with what is long in it hashed. */
    private static String shortened(String side) {
        if (side.length() <= LONGEST_SIDE) {
            return side;
        }
        int cut = end(side);
        int number = side.lastIndexOf('#');
        String list = side.substring(cut, number < cut ? side.length() : number);
        String tail = number < cut ? "" : side.substring(number);
        return first(side.substring(0, cut))
                + (list.isEmpty() || list.startsWith("~=") ? list : "~" + hash(list.substring(1)))
                + tail;
    }

    /** The first origins, and a hash of all when there are more than fit. */
    private static String first(String origins) {
        if (origins.length() <= LONGEST_SIDE) {
            return origins;
        }
        StringBuilder b = new StringBuilder();
        for (String o : BETWEEN.split(origins)) {
            if (b.length() + o.length() > LONGEST_SIDE / 2 && b.length() > 0) {
                break;
            }
            b.append(b.length() == 0 ? "" : "+").append(o, 0, Math.min(o.length(), LONGEST_SIDE / 2));
        }
        return b + "+" + hash(origins);
    }

    private static String hash(String text) {
        try {
            byte[] sum = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return "=" + HexFormat.of().formatHex(sum, 0, 8);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Where the origins of a face end. */
    private static int end(String side) {
        for (int i = 0; i < side.length(); i++) {
            if (side.charAt(i) == '~' || side.charAt(i) == '#') {
                return i;
            }
        }
        return side.length();
    }

    /** The faces' origins: of a face one list, of an edge two, as far as they are written out. */
    public List<List<String>> sides() {
        List<List<String>> out = new ArrayList<>();
        String all = text.startsWith(VERTEX) ? text.substring(VERTEX.length()) : text;
        for (String side : all.split("\\|")) {
            String origins = side.substring(0, end(side));
            int hashed = origins.indexOf("+=");
            if (!origins.startsWith("=")) {
                out.add(Arrays.asList(BETWEEN.split(hashed < 0 ? origins : origins.substring(0, hashed))));
            }
        }
        return out;
    }

    /** The origins of a face. */
    public List<String> origins() {
        return sides().get(0);
    }

    /** The steps that it names, in their order; of a face those of its origins, else those of its neighbours too. */
    public List<String> steps() {
        boolean face = !text.startsWith(VERTEX) && text.indexOf('|') < 0;
        String named = face ? text.substring(0, end(text)) : text;
        return STEP.matcher(named).results().map(r -> r.group(1)).distinct().toList();
    }

    /**
     * The key with steps, and the regions and places that they number, called otherwise. What is hashed in it stays: it is then found
     * by what is written out.
     */
    public Key renamed(Map<String, String> names) {
        return new Key(NAMED.matcher(text)
                .replaceAll(m -> Matcher.quoteReplacement(names.getOrDefault(m.group(), m.group()))));
    }

    /** Whether it had to be told from others of the same origins. */
    public boolean piece() {
        return text.indexOf('~') >= 0 || text.indexOf('#') >= 0;
    }

    @Override
    public String toString() {
        return text;
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Key k && k.text.equals(text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }
}
