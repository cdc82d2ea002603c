package io.tallember.part;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What is gone along: a path step, or a drawn line or region's outline, or edges of the part.
 *
 * @param path the step; empty for the others
 * @param sketch of the drawn line; empty for the others
 */
public record Along(String path, String sketch, RegionReference line, List<EdgeReference> edges) {
    public Along {
        edges = List.copyOf(edges);
        if (path.isEmpty() && line == null && edges.isEmpty()) {
            throw Refusal.of("Choose a path to go along, or pick a drawn line or edges.");
        }
    }

    public List<String> steps() {
        Set<String> all = new LinkedHashSet<>();
        if (!path.isEmpty()) {
            all.add(path);
        }
        if (!sketch.isEmpty()) {
            all.add(sketch);
        }
        edges.forEach(e -> all.addAll(e.steps()));
        return List.copyOf(all);
    }

    /** The sketch whose line it is. */
    public List<String> outlines() {
        return line == null ? List.of() : List.of(sketch);
    }
}
