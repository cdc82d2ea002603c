package io.tallember.exchange.step;

import io.tallember.exchange.step.StepFile.Entity;
import io.tallember.exchange.step.StepFile.Name;
import io.tallember.exchange.step.StepFile.Ref;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Typed access to the entities of a file; whatever is missing or of another kind is told with its number. */
final class Entities {
    private final Map<Integer, List<Entity>> all;

    Entities(StepFile file) {
        all = file.entities();
    }

    Map<Integer, List<Entity>> all() {
        return all;
    }

    List<Entity> get(int id) {
        List<Entity> e = all.get(id);
        if (e == null) {
            throw new StepException("Entity #" + id + " is referred to but isn't in the file.");
        }
        return e;
    }

    /** The keyword of an entity; of a complex one the keywords joined. */
    String kind(int id) {
        List<Entity> parts = get(id);
        return parts.size() == 1
                ? parts.get(0).keyword()
                : String.join("+", parts.stream().map(Entity::keyword).toList());
    }

    /** The part of an entity with a keyword. */
    Optional<Entity> part(int id, String keyword) {
        return get(id).stream().filter(e -> e.keyword().equals(keyword)).findFirst();
    }

    /** The only part of a simple entity that must be of one of the kinds. */
    Entity one(int id, String... keywords) {
        List<Entity> parts = get(id);
        for (Entity e : parts) {
            for (String k : keywords) {
                if (e.keyword().equals(k)) {
                    return e;
                }
            }
        }
        throw new StepException(
                "Entity #" + id + " is a " + kind(id) + " where a " + String.join(" or ", keywords) + " belongs.");
    }

    static int ref(int owner, Entity e, int index) {
        if (value(owner, e, index) instanceof Ref r) {
            return r.id();
        }
        throw wrong(owner, e, index, "a reference");
    }

    static Object value(int owner, Entity e, int index) {
        if (index >= e.values().size()) {
            throw wrong(owner, e, index, "a value");
        }
        return e.values().get(index);
    }

    static double real(int owner, Entity e, int index) {
        return real(owner, e, value(owner, e, index), index);
    }

    private static double real(int owner, Entity e, Object v, int index) {
        if (v instanceof Double d) {
            return d;
        }
        if (v instanceof Entity typed
                && typed.values().size() == 1
                && typed.values().get(0) instanceof Double d) {
            return d;
        }
        throw wrong(owner, e, index, "a number");
    }

    static int whole(int owner, Entity e, int index) {
        return (int) Math.rint(real(owner, e, index));
    }

    static boolean flag(int owner, Entity e, int index) {
        if (value(owner, e, index) instanceof Name n) {
            return n.value().equals("T") || n.value().equals("TRUE");
        }
        throw wrong(owner, e, index, "true or false");
    }

    static List<?> list(int owner, Entity e, int index) {
        if (value(owner, e, index) instanceof List<?> l) {
            return l;
        }
        throw wrong(owner, e, index, "a list");
    }

    static List<Integer> refs(int owner, Entity e, int index) {
        return refs(owner, e, list(owner, e, index), index);
    }

    static List<Integer> refs(int owner, Entity e, List<?> list, int index) {
        List<Integer> out = new ArrayList<>();
        for (Object o : list) {
            if (!(o instanceof Ref r)) {
                throw wrong(owner, e, index, "references");
            }
            out.add(r.id());
        }
        return out;
    }

    static double[] reals(int owner, Entity e, int index) {
        return reals(owner, e, list(owner, e, index), index);
    }

    static double[] reals(int owner, Entity e, List<?> list, int index) {
        double[] out = new double[list.size()];
        for (int i = 0; i < out.length; i++) {
            out[i] = real(owner, e, list.get(i), index);
        }
        return out;
    }

    private static StepException wrong(int owner, Entity e, int index, String what) {
        return new StepException(
                "Entity #" + owner + " (" + e.keyword() + ") needs " + what + " as parameter " + (index + 1) + ".");
    }
}
