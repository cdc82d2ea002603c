package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import java.util.List;

/** Circles of the plane as numbers. */
final class Rounds {
    private Rounds() {}

    /** Where two circles meet: two points, or none. */
    static List<Vec2> meet(Vec2 a, double ra, Vec2 b, double rb) {
        Vec2 d = b.minus(a);
        double l = d.length();
        if (l < 1e-9 || ra <= 0 || rb <= 0) {
            return List.of();
        }
        double along = (l * l + ra * ra - rb * rb) / (2 * l);
        double h2 = ra * ra - along * along;
        if (h2 < -1e-9 * ra) {
            return List.of();
        }
        Vec2 u = new Vec2(d.x() / l, d.y() / l);
        Vec2 foot = a.plus(along, u);
        double h = Math.sqrt(Math.max(0, h2));
        Vec2 n = new Vec2(-u.y(), u.x());
        return List.of(foot.plus(h, n), foot.plus(-h, n));
    }
}
