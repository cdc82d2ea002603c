package io.tallember.part.fields;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Checked reading of JSON fields: a missing or wrong one is refused with its name. */
public final class Fields {
    private final JsonNode node;
    private final String where;

    public Fields(JsonNode node, String where) {
        if (!node.isObject()) {
            throw Refusal.of("A " + where + " should be an object with named fields.");
        }
        this.node = node;
        this.where = where;
    }

    private JsonNode need(String name) {
        JsonNode n = node.get(name);
        if (n == null || n.isNull()) {
            throw Refusal.of("A " + where + " lacks its field " + name + ".");
        }
        return n;
    }

    public String text(String name) {
        JsonNode n = need(name);
        if (!n.isString() || n.stringValue().length() > 400) {
            throw Refusal.of("The field " + name + " of a " + where + " should be a text of at most 400 characters.");
        }
        return n.stringValue();
    }

    /** The text of a file, at most four million characters. */
    public String longText(String name) {
        JsonNode n = need(name);
        if (!n.isString() || n.stringValue().length() > 4_000_000) {
            throw Refusal.of(
                    "The field " + name + " of a " + where + " should be a text of at most 4 million characters.");
        }
        return n.stringValue();
    }

    public String text(String name, String otherwise) {
        return node.hasNonNull(name) ? text(name) : otherwise;
    }

    public boolean flag(String name) {
        JsonNode n = node.get(name);
        if (n == null || n.isNull()) {
            return false;
        }
        if (!n.isBoolean()) {
            throw Refusal.of("The field " + name + " of a " + where + " should be true or false.");
        }
        return n.booleanValue();
    }

    public double number(String name) {
        JsonNode n = need(name);
        if (!n.isNumber() || !Double.isFinite(n.doubleValue())) {
            throw Refusal.of("The field " + name + " of a " + where + " should be a number.");
        }
        return n.doubleValue();
    }

    public int whole(String name) {
        double v = number(name);
        if (v != Math.rint(v) || Math.abs(v) > 1e9) {
            throw Refusal.of("The field " + name + " of a " + where + " should be a whole number.");
        }
        return (int) v;
    }

    /** A length above zero: a number in mm, or text as typed for a place. */
    public double positive(String name, Typed typed, String place) {
        if (need(name).isString()) {
            return typed.positive(text(name), place, name);
        }
        double v = number(name);
        if (!(v > 0 && v <= 2 * Tolerance.REACH)) {
            throw Refusal.of("The " + name + " must be above zero, and at most 10 m.");
        }
        return v;
    }

    /** A size: a number in mm or radians, or text as typed for a place. */
    public double size(String name, Typed typed, String place, boolean angle) {
        if (!need(name).isString()) {
            return number(name);
        }
        return angle ? typed.angle(text(name), place) : typed.length(text(name), place);
    }

    /** Three lengths, x, y and z. */
    public Vec3 place(Typed typed, String place) {
        return new Vec3(
                size("x", typed, place + "/x", false),
                size("y", typed, place + "/y", false),
                size("z", typed, place + "/z", false));
    }

    /** A number without a unit, or text as typed for a place. */
    public double plain(String name, Typed typed, String place) {
        return need(name).isString() ? typed.plain(text(name), place) : number(name);
    }

    public List<JsonNode> list(String name) {
        JsonNode n = need(name);
        if (!n.isArray() || n.size() > 20_000) {
            throw Refusal.of("The field " + name + " of a " + where + " should be a list of at most 20000.");
        }
        List<JsonNode> out = new ArrayList<>();
        n.forEach(out::add);
        return out;
    }

    public List<String> texts(String name) {
        return list(name).stream()
                .map(n -> {
                    if (!n.isString()) {
                        throw Refusal.of("The field " + name + " of a " + where + " should be a list of texts.");
                    }
                    return n.stringValue();
                })
                .toList();
    }

    public Fields part(String name, String what) {
        return new Fields(need(name), what);
    }

    /** An object's fields by name; empty when it isn't there. */
    public Map<String, JsonNode> map(String name) {
        Map<String, JsonNode> out = new LinkedHashMap<>();
        if (node.hasNonNull(name)) {
            need(name).properties().forEach(e -> out.put(e.getKey(), e.getValue()));
        }
        return out;
    }

    public boolean has(String name) {
        return node.hasNonNull(name);
    }

    public boolean isText(String name) {
        return need(name).isString();
    }

    private double[] numbers(String name, int count) {
        List<JsonNode> n = list(name);
        if (n.size() != count || n.stream().anyMatch(x -> !x.isNumber() || !Double.isFinite(x.doubleValue()))) {
            throw Refusal.of("The field " + name + " of a " + where + " should be " + count + " numbers.");
        }
        return n.stream().mapToDouble(JsonNode::doubleValue).toArray();
    }

    public Vec2 vec2(String name) {
        double[] v = numbers(name, 2);
        return new Vec2(v[0], v[1]);
    }

    public Vec3 vec3(String name) {
        double[] v = numbers(name, 3);
        return new Vec3(v[0], v[1], v[2]);
    }

    /** One of an enum's names, in lower case with dashes. */
    public <E extends Enum<E>> E oneOf(String name, Class<E> type) {
        String word = text(name);
        for (E e : type.getEnumConstants()) {
            if (Words.of(e).equals(word)) {
                return e;
            }
        }
        throw Refusal.of("The field " + name + " of a " + where + " can't be " + Refusal.quoted(word) + ".");
    }
}
