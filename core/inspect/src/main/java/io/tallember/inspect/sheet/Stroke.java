package io.tallember.inspect.sheet;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec3;

/**
 * A curve of a body that a view may show: a sharp edge, or where a face turns away from who looks.
 *
 * @param at points along it in the view's coordinates: x to the right, y up, z to who looks, in mm
 * @param away at each of the points a unit direction out of the material, in which nothing of the faces beside it lies
 * @param turned at each of the points whether the faces beside the curve hide it
 * @param curve of an edge, in space, with its range; null for others
 */
record Stroke(Vec3[] at, Vec3[] away, boolean[] turned, Curve curve, Interval range) {
    int spans() {
        return at.length - 1;
    }

    /** A place by a number of spans from the start. */
    Vec3 place(double t) {
        int i = Math.min(spans() - 1, Math.max(0, (int) t));
        return at[i].lerp(at[i + 1], t - i);
    }

    Vec3 outAt(double t) {
        int i = Math.min(spans() - 1, Math.max(0, (int) t));
        return away[i].lerp(away[i + 1], t - i).unit();
    }

    boolean turnedAt(double t) {
        int i = Math.min(spans() - 1, Math.max(0, (int) t));
        return turned[i] && turned[i + 1] || (t - i < 0.5 ? turned[i] : turned[i + 1]);
    }
}
