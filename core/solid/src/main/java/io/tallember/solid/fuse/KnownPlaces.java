package io.tallember.solid.fuse;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.OneContact;
import java.util.List;
import java.util.function.ToDoubleFunction;

/** Whether a contact found is a place known already. */
final class KnownPlaces {
    private final PointPool pool;
    private final Tolerance tol;

    KnownPlaces(PointPool pool, Tolerance tol) {
        this.pool = pool;
        this.tol = tol;
    }

    /** A place on a curve. */
    record Known(double t, int place) {}

    /** The nearest of the places on a curve that belongs to the contact at a parameter, or null. */
    Integer among(Curve c, double t, List<Known> places, ToDoubleFunction<Vec3> off) {
        Vec3 p = c.point(t);
        Integer best = null;
        double nearest = OneContact.LONGEST;
        for (Known k : places) {
            double away = pool.point(k.place()).distance(p);
            if (away < nearest && OneContact.holds(c, t, k.t(), off, tol)) {
                best = k.place();
                nearest = away;
            }
        }
        return best;
    }
}
