package io.tallember.part;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * What a part has beside its steps: nothing here is needed to build it.
 *
 * @param groups names of groups by the ids of the steps in them; neighbours with the same name are shown together
 * @param looks by ids of bodies, or of the steps that make sketches and planes
 * @param variants in the order of the table
 * @param chosen the name of the variant shown; empty for the part itself
 * @param making how it is to be made
 * @param sheet how its drawing is laid out
 */
public record Arrangement(
        Map<String, String> groups,
        Map<String, Look> looks,
        List<Variant> variants,
        String chosen,
        Making making,
        SheetPlan sheet) {
    public static final Arrangement NONE =
            new Arrangement(Map.of(), Map.of(), List.of(), "", Making.USUAL, SheetPlan.USUAL);
    private static final int MOST_VARIANTS = 100;

    public Arrangement {
        groups = Map.copyOf(groups);
        looks = Map.copyOf(looks);
        variants = List.copyOf(variants);
        Set<String> names = new HashSet<>();
        for (Variant v : variants) {
            if (!names.add(v.name())) {
                throw Refusal.of("Two variants are called " + v.name() + ".");
            }
        }
        if (variants.size() > MOST_VARIANTS) {
            throw Refusal.of("A part has at most " + MOST_VARIANTS + " variants.");
        }
        if (!chosen.isEmpty() && !names.contains(chosen)) {
            throw Refusal.of("There is no variant called " + Refusal.quoted(chosen) + ".");
        }
        for (String g : groups.values()) {
            if (g.isBlank() || g.length() > 60) {
                throw Refusal.of("A group's name has 1 to 60 characters.");
            }
        }
    }

    public Optional<Variant> variant(String name) {
        return variants.stream().filter(v -> v.name().equals(name)).findFirst();
    }

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE when there is none */
    public Variant needed(String name) {
        return variant(name).orElseThrow(() -> Refusal.of("There is no variant called " + Refusal.quoted(name) + "."));
    }

    public Arrangement grouping(Map<String, String> g) {
        return new Arrangement(g, looks, variants, chosen, making, sheet);
    }

    public Arrangement looking(String id, Look look) {
        Map<String, Look> more = new TreeMap<>(looks);
        if (look.equals(Look.USUAL)) {
            more.remove(id);
        } else {
            more.put(id, look);
        }
        return new Arrangement(groups, more, variants, chosen, making, sheet);
    }

    public Arrangement with(List<Variant> v) {
        boolean still = v.stream().anyMatch(x -> x.name().equals(chosen));
        return new Arrangement(groups, looks, v, still ? chosen : "", making, sheet);
    }

    public Arrangement choosing(String name) {
        return new Arrangement(groups, looks, variants, name, making, sheet);
    }

    public Arrangement made(Making m) {
        return new Arrangement(groups, looks, variants, chosen, m, sheet);
    }

    public Arrangement laid(SheetPlan s) {
        return new Arrangement(groups, looks, variants, chosen, making, s);
    }

    /** Without what is said of steps that are gone. */
    Arrangement keeping(Predicate<String> step) {
        Map<String, String> g = new TreeMap<>(groups);
        g.keySet().removeIf(step.negate());
        Map<String, Look> l = new TreeMap<>(looks);
        l.keySet().removeIf(k -> !step.test(k.contains(".") ? k.substring(0, k.indexOf('.')) : k));
        List<Variant> v = variants.stream()
                .map(x -> {
                    Map<String, Boolean> off = new TreeMap<>(x.off());
                    off.keySet().removeIf(step.negate());
                    return new Variant(x.name(), x.values(), off);
                })
                .toList();
        return new Arrangement(g, l, v, chosen, making, sheet);
    }

    /** The arrangement once a step's place is taken by others: they are in its group, and off in the variants in which it is. */
    Arrangement spread(String step, List<String> into) {
        Map<String, String> g = new TreeMap<>(groups);
        handOn(g, step, into);
        List<Variant> v = variants.stream()
                .map(x -> {
                    Map<String, Boolean> off = new TreeMap<>(x.off());
                    handOn(off, step, into);
                    return new Variant(x.name(), x.values(), off);
                })
                .toList();
        return new Arrangement(g, looks, v, chosen, making, sheet);
    }

    private static <T> void handOn(Map<String, T> by, String from, List<String> to) {
        T had = by.remove(from);
        if (had != null) {
            to.forEach(k -> by.put(k, had));
        }
    }
}
