package io.tallember.server.parts;

import io.tallember.server.guard.Works;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Answers with a part's view, as far as the asker hasn't got it. Each answer has a token; who names the tokens of the views at
 * hand gets what has changed since the first of them ({@code of}, {@code patch}), and of the shapes only those that are new, a
 * changed face as what differs from the same face before. Who names none, or one that isn't kept any more, gets all.
 */
@Component
class Replies {
    private static final int KEPT = 64;
    /** Of all kept answers together, in letters. */
    private static final long KEPT_LETTERS = 10_000_000;

    /**
     * An answer given.
     *
     * @param view without shapes
     * @param shapes by their keys
     * @param faces shapes by body and face
     */
    private record Told(
            ObjectNode view, long letters, Map<String, Drawn.Shape> shapes, Map<String, Drawn.Shape> faces) {}

    private final Map<String, Told> told = new LinkedHashMap<>(16, 0.75f, true);
    private final String start = Long.toString(new SecureRandom().nextLong() >>> 16, 36);
    private final PartView view;
    private long letters;
    private long count;

    Replies(PartView view, Works works) {
        this.view = view;
        works.whenShort(this::forget);
    }

    /** @param seen the tokens named in a request */
    String answer(Workshop.Piece piece, List<String> seen) {
        Map<String, Drawn.Shape> shapes = new HashMap<>();
        Map<String, Drawn.Shape> faces = new HashMap<>();
        ObjectNode now = view.of(piece, (place, shape) -> {
            shapes.put(shape.key(), shape);
            if (place != null) {
                faces.put(place, shape);
            }
        });
        List<Map.Entry<String, Told>> had = had(seen);
        ObjectNode out = JsonNodeFactory.instance.objectNode();
        Optional<Map.Entry<String, Told>> base = had.stream()
                .filter(e -> e.getValue().view().path("id").equals(now.get("id")))
                .findFirst();
        long size;
        if (base.isPresent()) {
            Told old = base.get().getValue();
            ObjectNode patch = Patch.between(old.view(), now);
            out.put("of", base.get().getKey());
            out.set("patch", patch == null ? JsonNodeFactory.instance.objectNode() : patch);
            size = old.letters();
        } else {
            out.setAll(now);
            size = now.toString().length();
        }
        String token = keep(new Told(now, size, shapes, faces));
        out.put("token", token);
        out.set(
                "shapes",
                fresh(shapes, faces, had.stream().map(Map.Entry::getValue).toList()));
        return out.toString();
    }

    private static JsonNode fresh(Map<String, Drawn.Shape> shapes, Map<String, Drawn.Shape> faces, List<Told> had) {
        ObjectNode out = JsonNodeFactory.instance.objectNode();
        Map<String, String> places = new HashMap<>();
        faces.forEach((place, s) -> places.putIfAbsent(s.key(), place));
        shapes.forEach((key, s) -> {
            if (had.stream().noneMatch(t -> t.shapes().containsKey(key))) {
                out.set(
                        key,
                        had.stream()
                                .map(t -> t.faces().get(places.get(key)))
                                .filter(Objects::nonNull)
                                .findFirst()
                                .flatMap(old -> MeshPatch.between(old, s))
                                .orElseGet(s::content));
            }
        });
        return out;
    }

    private List<Map.Entry<String, Told>> had(List<String> seen) {
        List<Map.Entry<String, Told>> out = new ArrayList<>();
        synchronized (told) {
            for (String token : seen) {
                Told t = told.get(token);
                if (t != null) {
                    out.add(Map.entry(token, t));
                }
            }
        }
        return out;
    }

    private String keep(Told t) {
        synchronized (told) {
            String token = start + "-" + Long.toString(++count, 36);
            told.put(token, t);
            letters += t.letters();
            var eldest = told.entrySet().iterator();
            while (told.size() > KEPT || letters > KEPT_LETTERS && told.size() > 1) {
                letters -= eldest.next().getValue().letters();
                eldest.remove();
            }
            return token;
        }
    }

    private void forget() {
        synchronized (told) {
            told.clear();
            letters = 0;
        }
    }
}
