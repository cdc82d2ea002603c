package io.tallember.exchange.step;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The data section of an ISO 10303-21 file as entities by number. Values are Double, String (text), {@link Name} (an enumeration
 * or logical), {@link Ref}, {@link Entity} (a typed value), List, or {@link #UNSET}.
 */
final class StepFile {
    static final Object UNSET = new Object();

    private static final int DEEPEST = 60;
    private static final int MOST_ENTITIES = 5_000_000;

    /** A reference to another entity. */
    record Ref(int id) {}

    /** An enumeration value, without its dots. */
    record Name(String value) {}

    /** One record: its keyword and parameters; a complex entity has several. */
    record Entity(String keyword, List<Object> values) {}

    private final String text;
    private int at;
    private final Map<Integer, List<Entity>> entities = new LinkedHashMap<>();

    private StepFile(String text) {
        this.text = text;
    }

    /**
     * Reads the text.
     *
     * @throws StepException when it is no such file, cut off, or not formed as the standard asks, with the line
     */
    static StepFile parse(String text) {
        StepFile f = new StepFile(text);
        f.read();
        return f;
    }

    Map<Integer, List<Entity>> entities() {
        return entities;
    }

    private StepException wrong(String what) {
        long line = text.substring(0, Math.min(at, text.length()))
                        .chars()
                        .filter(c -> c == '\n')
                        .count()
                + 1;
        return new StepException("Line " + line + " of the file: " + what);
    }

    private void read() {
        if (!text.stripLeading().startsWith("ISO-10303-21")) {
            throw new StepException("This isn't a STEP file: it doesn't begin with ISO-10303-21.");
        }
        int data = text.indexOf("DATA;");
        int open = text.indexOf("DATA(");
        if (data < 0 && open < 0) {
            throw new StepException("The file has no data section; it may be cut off.");
        }
        at = data >= 0 ? data + 5 : text.indexOf(';', open) + 1;
        while (true) {
            blank();
            if (at >= text.length()) {
                throw wrong("the file ends before its data section does; it is cut off.");
            }
            if (text.startsWith("ENDSEC", at)) {
                int next = text.indexOf("DATA", at);
                if (next < 0) {
                    return;
                }
                at = text.indexOf(';', next) + 1;
                continue;
            }
            entity();
        }
    }

    private void blank() {
        while (at < text.length()) {
            char c = text.charAt(at);
            if (Character.isWhitespace(c)) {
                at++;
            } else if (text.startsWith("/*", at)) {
                int end = text.indexOf("*/", at + 2);
                at = end < 0 ? text.length() : end + 2;
            } else {
                return;
            }
        }
    }

    private char peek() {
        blank();
        if (at >= text.length()) {
            throw wrong("the file ends in the middle of an entity; it is cut off.");
        }
        return text.charAt(at);
    }

    private void expect(char c) {
        if (peek() != c) {
            throw wrong("expected " + c + " but found " + text.charAt(at) + ".");
        }
        at++;
    }

    private int number() {
        int start = at;
        while (at < text.length() && Character.isDigit(text.charAt(at))) {
            at++;
        }
        if (at == start || at - start > 9) {
            throw wrong("expected the number of an entity.");
        }
        return Integer.parseInt(text.substring(start, at));
    }

    private void entity() {
        expect('#');
        int id = number();
        expect('=');
        List<Entity> parts = new ArrayList<>();
        if (peek() == '(') {
            at++;
            while (peek() != ')') {
                parts.add(typed(0));
            }
            at++;
        } else {
            parts.add(typed(0));
        }
        expect(';');
        if (entities.put(id, parts) != null) {
            throw wrong("entity #" + id + " is there twice.");
        }
        if (entities.size() > MOST_ENTITIES) {
            throw wrong("the file has more entities than can be read.");
        }
    }

    private Entity typed(int depth) {
        blank();
        int start = at;
        while (at < text.length() && (Character.isLetterOrDigit(text.charAt(at)) || text.charAt(at) == '_')) {
            at++;
        }
        if (at == start) {
            throw wrong("expected a keyword.");
        }
        String keyword = text.substring(start, at).toUpperCase(Locale.ROOT);
        return new Entity(keyword, list(depth + 1));
    }

    private List<Object> list(int depth) {
        if (depth > DEEPEST) {
            throw wrong("lists are nested deeper than any real file does.");
        }
        expect('(');
        List<Object> out = new ArrayList<>();
        if (peek() == ')') {
            at++;
            return out;
        }
        while (true) {
            out.add(value(depth));
            char c = peek();
            at++;
            if (c == ')') {
                return out;
            }
            if (c != ',') {
                at--;
                throw wrong("expected , or ) but found " + c + ".");
            }
        }
    }

    private Object value(int depth) {
        char c = peek();
        if (c == '#') {
            at++;
            return new Ref(number());
        }
        if (c == '(') {
            return list(depth + 1);
        }
        if (c == '\'') {
            return string();
        }
        if (c == '.') {
            int end = text.indexOf('.', at + 1);
            if (end < 0 || end - at > 100) {
                throw wrong("an enumeration value isn't closed.");
            }
            Name n = new Name(text.substring(at + 1, end));
            at = end + 1;
            return n;
        }
        if (c == '$' || c == '*') {
            at++;
            return UNSET;
        }
        if (c == '"') {
            int end = text.indexOf('"', at + 1);
            if (end < 0) {
                throw wrong("a binary value isn't closed.");
            }
            at = end + 1;
            return UNSET;
        }
        if (Character.isLetter(c) || c == '_') {
            return typed(depth);
        }
        return real();
    }

    private Double real() {
        int start = at;
        while (at < text.length() && "+-.0123456789eEdD".indexOf(text.charAt(at)) >= 0) {
            at++;
        }
        try {
            double d = Double.parseDouble(
                    text.substring(start, at).replace('D', 'E').replace('d', 'e'));
            if (!Double.isFinite(d)) {
                throw wrong("a number is too large.");
            }
            return d;
        } catch (NumberFormatException e) {
            at = start;
            throw wrong("expected a value.");
        }
    }

    private String string() {
        StringBuilder b = new StringBuilder();
        at++;
        while (true) {
            int end = text.indexOf('\'', at);
            if (end < 0) {
                throw wrong("a text isn't closed; the file may be cut off.");
            }
            b.append(text, at, end);
            at = end + 1;
            if (at < text.length() && text.charAt(at) == '\'') {
                b.append('\'');
                at++;
            } else {
                return decoded(b.toString());
            }
        }
    }

    /** Other than plain letters: UTF-16 in hexadecimal between \X2\ and \X0\. */
    private static String decoded(String s) {
        StringBuilder b = new StringBuilder();
        int i = 0;
        while (i < s.length()) {
            if (s.startsWith("\\X2\\", i)) {
                int end = s.indexOf("\\X0\\", i);
                end = end < 0 ? s.length() : end;
                for (int k = i + 4; k + 4 <= end; k += 4) {
                    try {
                        b.append((char) Integer.parseInt(s.substring(k, k + 4), 16));
                    } catch (NumberFormatException e) {
                        b.append('?');
                    }
                }
                i = Math.min(s.length(), end + 4);
            } else if (s.startsWith("\\\\", i)) {
                b.append('\\');
                i += 2;
            } else {
                b.append(s.charAt(i++));
            }
        }
        return b.toString();
    }
}
