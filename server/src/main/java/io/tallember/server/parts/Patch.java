package io.tallember.server.parts;

import java.util.HashMap;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * What changes one JSON value into another: {@code {"v": value}} takes its place; {@code {"o": {name: patch, …}, "x": [name, …]}}
 * changes an object's fields and takes some out; {@code {"a": [[at, count, [value, …]], [at, patch], …]}} puts values in place of
 * others of a list, or changes one, by their places in the old list; {@code {"s": [begin, end, text]}} keeps so many letters at
 * both ends of a text.
 */
final class Patch {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;
    private static final int SHORT = 8;
    private static final int LONG = 200;

    private Patch() {}

    /** Null when there is nothing to change. */
    static ObjectNode between(JsonNode old, JsonNode now) {
        if (old.equals(now)) {
            return null;
        }
        if (old instanceof ObjectNode a && now instanceof ObjectNode b) {
            return objects(a, b);
        }
        if (old instanceof ArrayNode a && now instanceof ArrayNode b && Math.max(a.size(), b.size()) > SHORT
                || old instanceof ArrayNode c && now instanceof ArrayNode d && keyed(c) && keyed(d)) {
            return lists((ArrayNode) old, (ArrayNode) now);
        }
        if (old.isString() && now.isString() && now.stringValue().length() > LONG) {
            return texts(old.stringValue(), now.stringValue());
        }
        return value(now);
    }

    private static ObjectNode value(JsonNode now) {
        ObjectNode n = MAKE.objectNode();
        n.set("v", now);
        return n;
    }

    private static ObjectNode objects(ObjectNode old, ObjectNode now) {
        ObjectNode n = MAKE.objectNode();
        ObjectNode fields = n.putObject("o");
        now.properties().forEach(f -> {
            JsonNode was = old.get(f.getKey());
            ObjectNode p = was == null ? value(f.getValue()) : between(was, f.getValue());
            if (p != null) {
                fields.set(f.getKey(), p);
            }
        });
        ArrayNode gone = MAKE.arrayNode();
        old.propertyNames().stream().filter(name -> !now.has(name)).forEach(gone::add);
        if (!gone.isEmpty()) {
            n.set("x", gone);
        }
        return n;
    }

    private static ObjectNode lists(ArrayNode old, ArrayNode now) {
        int begin = 0;
        int shorter = Math.min(old.size(), now.size());
        while (begin < shorter && old.get(begin).equals(now.get(begin))) {
            begin++;
        }
        int end = 0;
        while (end < shorter - begin && old.get(old.size() - 1 - end).equals(now.get(now.size() - 1 - end))) {
            end++;
        }
        Map<Object, Integer> places = new HashMap<>();
        for (int i = begin; i < old.size() - end; i++) {
            places.putIfAbsent(key(old.get(i)), i);
        }
        int[] from = new int[now.size() - end - begin];
        for (int i = 0; i < from.length; i++) {
            from[i] = places.getOrDefault(key(now.get(begin + i)), -1);
        }
        boolean[] stays = rising(from);
        ObjectNode n = MAKE.objectNode();
        ArrayNode changes = n.putArray("a");
        int at = begin;
        ArrayNode fresh = MAKE.arrayNode();
        for (int i = 0; i < from.length; i++) {
            JsonNode item = now.get(begin + i);
            if (!stays[i]) {
                fresh.add(item);
                continue;
            }
            splice(changes, old, at, from[i] - at, fresh);
            fresh = MAKE.arrayNode();
            ObjectNode p = between(old.get(from[i]), item);
            if (p != null) {
                changes.addArray().add(from[i]).add(p);
            }
            at = from[i] + 1;
        }
        splice(changes, old, at, old.size() - end - at, fresh);
        return n;
    }

    /** Which of some numbers make a longest rising row among those that aren't negative (C. Schensted, 1961). */
    private static boolean[] rising(int[] numbers) {
        int[] ends = new int[numbers.length];
        int[] before = new int[numbers.length];
        int longest = 0;
        for (int i = 0; i < numbers.length; i++) {
            if (numbers[i] < 0) {
                continue;
            }
            int low = 0;
            int high = longest;
            while (low < high) {
                int mid = (low + high) / 2;
                if (numbers[ends[mid]] < numbers[i]) {
                    low = mid + 1;
                } else {
                    high = mid;
                }
            }
            ends[low] = i;
            before[i] = low == 0 ? -1 : ends[low - 1];
            longest = Math.max(longest, low + 1);
        }
        boolean[] out = new boolean[numbers.length];
        for (int i = longest == 0 ? -1 : ends[longest - 1]; i >= 0; i = before[i]) {
            out[i] = true;
        }
        return out;
    }

    private static void splice(ArrayNode changes, ArrayNode old, int at, int gone, ArrayNode fresh) {
        if (gone == fresh.size()) {
            for (int i = 0; i < gone; i++) {
                ObjectNode p = between(old.get(at + i), fresh.get(i));
                if (p != null) {
                    changes.addArray().add(at + i).add(p);
                }
            }
        } else {
            changes.addArray().add(at).add(gone).add(fresh);
        }
    }

    private static boolean keyed(ArrayNode list) {
        return !list.isEmpty() && key(list.get(0)) instanceof String;
    }

    /** What an item of a list is known by: its key or id, or else all of it. */
    private static Object key(JsonNode item) {
        JsonNode k = item instanceof ObjectNode o ? o.has("key") ? o.get("key") : o.get("id") : null;
        return k != null && k.isString() ? k.stringValue() : item;
    }

    private static ObjectNode texts(String old, String now) {
        int shorter = Math.min(old.length(), now.length());
        int begin = 0;
        while (begin < shorter && old.charAt(begin) == now.charAt(begin)) {
            begin++;
        }
        int end = 0;
        while (end < shorter - begin && old.charAt(old.length() - 1 - end) == now.charAt(now.length() - 1 - end)) {
            end++;
        }
        ObjectNode n = MAKE.objectNode();
        n.putArray("s").add(begin).add(end).add(now.substring(begin, now.length() - end));
        return n;
    }
}
