package io.tallember.solid;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec3;

/** A directed stretch of a curve in the boundary of a region of a surface, the region on its left. */
public interface Piece {
    Curve curve();

    Interval range();

    boolean forward();

    /** The same stretch run through the other way. */
    Piece reversed();

    /** The parameter at a fraction of the way, in the direction of travel. */
    default double at(double fraction) {
        return range().at(forward() ? fraction : 1 - fraction);
    }

    default Vec3 pointAt(double fraction) {
        return curve().point(at(fraction));
    }

    /** Derivative by the curve's parameter, turned into the direction of travel. */
    default Vec3 travel(double t) {
        Vec3 d = curve().derivative(t);
        return forward() ? d : d.negated();
    }
}
