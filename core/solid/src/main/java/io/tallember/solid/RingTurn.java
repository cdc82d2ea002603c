package io.tallember.solid;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec2;
import java.util.List;

/**
 * How loops run round a ring: along its axis angle, along its tube angle, or along both. The parameters are exchanged or sheared
 * so that the loops run along the first and keep their height in the second.
 *
 * @param exchanged whether the tube angle comes first
 * @param shear how many turns of the second angle come with one turn of the first; taken off
 */
public record RingTurn(boolean exchanged, int shear) {
    private static final double TURN = 2 * Math.PI;
    private static final double SAME = 1e-7;

    /** The turn of loops that don't cross: all that wind round do so alike. */
    public static RingTurn of(List<UvLoop> loops) {
        for (UvLoop l : loops) {
            if (Math.abs(l.winding()) == 1) {
                return new RingTurn(false, l.winding() * l.windingV());
            }
            if (Math.abs(l.windingV()) == 1) {
                return new RingTurn(true, l.winding() * l.windingV());
            }
            if (l.windsRound()) {
                throw new GeometryException(
                        GeometryException.Reason.UNSUPPORTED_INTERSECTION,
                        "A curve runs more than once round a ring both ways; that can't be built yet.");
            }
        }
        return new RingTurn(false, 0);
    }

    /** A place in the turned parameters: along, then across. */
    public Vec2 apply(Vec2 uv) {
        double along = exchanged ? uv.y() : uv.x();
        double across = exchanged ? uv.x() : uv.y();
        return new Vec2(along, across - shear * along);
    }

    public Vec2 back(double along, double across) {
        double second = across + shear * along;
        return exchanged ? new Vec2(second, along) : new Vec2(along, second);
    }

    public UvLoop apply(UvLoop l) {
        int along = exchanged ? l.windingV() : l.winding();
        int across = exchanged ? l.winding() : l.windingV();
        return new UvLoop(l.points().stream().map(this::apply).toList(), along, across - shear * along);
    }

    /** Whether a turned loop that winds round has its region above it (in growing second parameter). */
    public boolean rises(UvLoop turned, boolean sense) {
        return sense == (exchanged ? turned.winding() < 0 : turned.winding() > 0);
    }

    /** How far above one turned loop the next turn of another lies on the mean, in (0, 2 pi]: a full turn when back to back. */
    public static double gap(UvLoop lower, UvLoop upper) {
        double gap = upper.meanHeight() - lower.meanHeight();
        gap -= TURN * Math.floor(gap / TURN);
        return gap < SAME || gap > TURN - SAME ? TURN : gap;
    }

    /** How much a loop must be lifted to lie the {@link #gap} above another. */
    public static double lift(UvLoop lower, UvLoop upper) {
        double now = upper.meanHeight() - lower.meanHeight();
        return TURN * Math.rint((gap(lower, upper) - now) / TURN);
    }
}
