package io.tallember.sketch.solve;

import io.tallember.geometry.Vec2;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchPoint;
import java.util.List;
import java.util.Set;

/** A sketch in hand: as it was when the hand took hold, and what of it is settled, known once for all pulls. */
public final class Grip {
    private final Sketch start;
    private final List<SketchPoint> settled;

    /** @param start with all its constraints holding */
    public Grip(Sketch start) {
        this.start = start;
        Set<String> loose = Solver.freedoms(start).loose();
        settled = start.entities().stream()
                .filter(e -> e instanceof SketchPoint && !loose.contains(e.id()))
                .map(SketchPoint.class::cast)
                .toList();
    }

    /**
     * Pulls a point or curve along with the hand. All constraints keep holding; what is settled stays, what is loose follows as
     * far as it can.
     *
     * @param from where the hand took hold, in mm
     * @param to where it is now
     */
    public Sketch pull(String id, Vec2 from, Vec2 to) {
        Entity e = start.find(id).orElse(null);
        return e == null || Sketch.isGiven(id) ? start : new Drag(start, settled, e, from, to).outcome();
    }
}
