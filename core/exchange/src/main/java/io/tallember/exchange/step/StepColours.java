package io.tallember.exchange.step;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The colours that a file gives whole solids. */
final class StepColours {
    /** From a styled item to its colour it is six entities at most, by the schema. */
    private static final int FAR = 12;

    private StepColours() {}

    /** By the solids' numbers, as {@code #rrggbb}. What can't be made out has none. */
    static Map<Integer, String> of(Entities file) {
        Map<Integer, String> out = new HashMap<>();
        file.all()
                .values()
                .forEach(parts -> parts.forEach(e -> {
                    boolean styled =
                            e.keyword().equals("STYLED_ITEM") && e.values().size() == 3;
                    if (styled && e.values().get(2) instanceof StepFile.Ref item) {
                        colour(file, e.values().get(1), FAR, new HashSet<>()).ifPresent(c -> out.put(item.id(), c));
                    }
                }));
        return out;
    }

    private static Optional<String> colour(Entities file, Object value, int far, Set<Integer> seen) {
        if (value instanceof List<?> all) {
            return all.stream()
                    .flatMap(v -> colour(file, v, far, seen).stream())
                    .findFirst();
        }
        if (far == 0
                || !(value instanceof StepFile.Ref r)
                || !seen.add(r.id())
                || !file.all().containsKey(r.id())) {
            return Optional.empty();
        }
        for (StepFile.Entity e : file.get(r.id())) {
            if (e.keyword().equals("COLOUR_RGB") && e.values().size() == 4) {
                StringBuilder b = new StringBuilder("#");
                for (Object v : e.values().subList(1, 4)) {
                    double share = v instanceof Number n ? n.doubleValue() : Double.NaN;
                    if (!(share >= 0 && share <= 1)) {
                        return Optional.empty();
                    }
                    b.append(String.format("%02x", Math.round(255 * share)));
                }
                return Optional.of(b.toString());
            }
            Optional<String> found = colour(file, e.values(), far - 1, seen);
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }
}
