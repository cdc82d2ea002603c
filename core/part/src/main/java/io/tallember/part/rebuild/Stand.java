package io.tallember.part.rebuild;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What stands after a step: bodies and placed sketches. Equality is identity, which is what results are kept by. */
public final class Stand {
    static final Stand NOTHING = new Stand(List.of(), Map.of());

    private final List<PartBody> bodies;
    private final Map<String, PlacedSketch> sketches;

    Stand(List<PartBody> bodies, Map<String, PlacedSketch> sketches) {
        this.bodies = List.copyOf(bodies);
        this.sketches = sketches;
    }

    public List<PartBody> bodies() {
        return bodies;
    }

    public Optional<PlacedSketch> sketch(String step) {
        return Optional.ofNullable(sketches.get(step));
    }

    public List<PlacedSketch> sketches() {
        return List.copyOf(sketches.values());
    }

    Stand with(PlacedSketch s) {
        Map<String, PlacedSketch> more = new LinkedHashMap<>(sketches);
        more.put(s.step().id(), s);
        return new Stand(bodies, more);
    }

    Stand with(List<PartBody> b) {
        return new Stand(b, sketches);
    }
}
