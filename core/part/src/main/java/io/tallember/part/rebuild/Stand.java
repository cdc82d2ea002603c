package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What stands after a step: bodies and placed sketches. Equality is identity, which is what results are kept by. */
public final class Stand {
    public static final Stand NOTHING =
            new Stand(List.of(), Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Set.of());

    private final List<PartBody> bodies;
    private final Map<String, PlacedSketch> sketches;
    private final Map<String, Made> made;
    private final Map<String, Frame> planes;
    private final Map<String, Mark> marks;
    private final Map<String, Way> ways;
    private final Set<String> changes;

    private Stand(
            List<PartBody> bodies,
            Map<String, PlacedSketch> sketches,
            Map<String, Made> made,
            Map<String, Frame> planes,
            Map<String, Mark> marks,
            Map<String, Way> ways,
            Set<String> changes) {
        this.bodies = List.copyOf(bodies);
        this.sketches = sketches;
        this.made = made;
        this.planes = planes;
        this.marks = marks;
        this.ways = ways;
        this.changes = changes;
    }

    /**
     * What a step marked.
     *
     * @param axis null for a point
     * @param point the point, or one of the axis
     */
    public record Mark(Line axis, Vec3 point) {}

    /** The axes and points that steps made, by the steps' ids. */
    public Map<String, Mark> marks() {
        return marks;
    }

    public Stand with(String step, Mark mark) {
        Map<String, Mark> more = new LinkedHashMap<>(marks);
        more.put(step, mark);
        return new Stand(bodies, sketches, made, planes, more, ways, changes);
    }

    /** The paths that steps made, by the steps' ids. */
    public Map<String, Way> ways() {
        return ways;
    }

    public Stand with(String step, Way way) {
        Map<String, Way> more = new LinkedHashMap<>(ways);
        more.put(step, way);
        return new Stand(bodies, sketches, made, planes, marks, more, changes);
    }

    public Optional<Frame> plane(String step) {
        return Optional.ofNullable(planes.get(step));
    }

    /** The planes that steps made, by the steps' ids. */
    public Map<String, Frame> planes() {
        return planes;
    }

    public Stand with(String step, Frame plane) {
        Map<String, Frame> more = new LinkedHashMap<>(planes);
        more.put(step, plane);
        return new Stand(bodies, sketches, made, more, marks, ways, changes);
    }

    /** Ids of the steps that did something to material, in order. */
    public List<String> madeOrder() {
        return List.copyOf(made.keySet());
    }

    /** Whether a step only changed what others had made. */
    public boolean isChange(String step) {
        return changes.contains(step);
    }

    /** After a step that changed the bodies without material of its own. */
    public Stand changed(String step, List<PartBody> now) {
        Stand s = with(step, Made.change(bodies, now)).with(now);
        Set<String> more = new LinkedHashSet<>(changes);
        more.add(step);
        return new Stand(s.bodies, s.sketches, s.made, s.planes, s.marks, ways, Set.copyOf(more));
    }

    public Optional<Made> made(String step) {
        return Optional.ofNullable(made.get(step));
    }

    public Stand with(String step, Made m) {
        Map<String, Made> more = new LinkedHashMap<>(made);
        more.put(step, m);
        return new Stand(bodies, sketches, more, planes, marks, ways, changes);
    }

    public List<PartBody> bodies() {
        return bodies;
    }

    public Optional<PlacedSketch> sketch(String step) {
        return Optional.ofNullable(sketches.get(step));
    }

    /**
     * A sketch to build on; empty when it isn't built.
     *
     * @throws GeometryException WAITING when its constraints don't hold as it lies
     */
    public Optional<PlacedSketch> holding(String step) {
        PlacedSketch s = sketches.get(step);
        if (s != null && !s.fault().isEmpty()) {
            throw new GeometryException(
                    Reason.WAITING,
                    "This step waits until " + Called.of(s) + " is mended; what is wrong with it is told there.");
        }
        return Optional.ofNullable(s);
    }

    public List<PlacedSketch> sketches() {
        return List.copyOf(sketches.values());
    }

    public Stand with(PlacedSketch s) {
        Map<String, PlacedSketch> more = new LinkedHashMap<>(sketches);
        more.put(s.step().id(), s);
        return new Stand(bodies, more, made, planes, marks, ways, changes);
    }

    public Stand with(List<PartBody> b) {
        return new Stand(b, sketches, made, planes, marks, ways, changes);
    }
}
