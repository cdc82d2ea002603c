package io.tallember.part.steps.path;

import io.tallember.geometry.Climb;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;

/** Works a coil out from what it is told by. */
final class BuildCoil {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** So much of the wire runs into the next turn where turns are joined. */
    private static final double JOINED = 0.02;

    private BuildCoil() {}

    /**
     * The leg.
     *
     * @param at where the path is, or null when it begins with the coil
     * @param leave the direction along which it is to leave, seen along its axis, or null
     */
    static Leg leg(CoilLeg c, Line axis, Vec3 at, Vec3 leave) {
        Frame f = Frame.of(axis.origin(), axis.direction());
        if (at != null) {
            Vec3 foot = axis.point(axis.project(at));
            if (foot.distance(at) < 10 * TOL.linear()) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "the path is on the coil's axis. Lead it away from the axis first.");
            }
            f = Frame.of(foot, axis.direction(), at.minus(foot));
        } else {
            f = new Frame(
                    f.origin(),
                    f.x().times(Math.cos(c.start())).plus(Math.sin(c.start()), f.y()),
                    f.y().times(Math.cos(c.start())).plus(-Math.sin(c.start()), f.x()),
                    f.z());
        }
        double radius = at != null ? f.origin().distance(at) : c.diameter() / 2;
        // left-hand: the same seen from below, climbing against that
        Frame turning = c.left() ? new Frame(f.origin(), f.x(), f.y().negated(), f.z().negated()) : f;
        double flare = c.grow() / 2 / (2 * Math.PI);
        double pitch = pitch(c, radius);
        double turns = c.by() == CoilLeg.By.PITCH_HEIGHT
                ? c.height() / pitch
                : c.by() == CoilLeg.By.TABLE
                        ? c.table().get(c.table().size() - 1).turn()
                        : c.turns();
        if (turns > CoilLeg.MOST_TURNS) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "the coil would have more than 400 turns. Give it a larger pitch, or make it lower.");
        }
        double angle = 2 * Math.PI * turns;
        if (leave != null) {
            angle = leaving(turning, radius, flare, angle, leave);
        }
        if (!(Math.min(radius, radius + flare * angle) > 10 * TOL.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "the coil narrows by " + Terms.length(-c.grow())
                            + " a turn and would reach its own axis. Let it narrow" + " less, or give it fewer turns.");
        }
        Climb climb = c.by() == CoilLeg.By.TABLE ? climb(c) : Climb.even(pitch / (2 * Math.PI));
        Helix h = new Helix(turning, radius, flare, c.left() ? climb.times(-1) : climb);
        return new Leg(h, new Interval(0, angle), true, c.id());
    }

    private static Climb climb(CoilLeg c) {
        return new Climb(
                c.table().stream().mapToDouble(r -> 2 * Math.PI * r.turn()).toArray(),
                c.table().stream().mapToDouble(r -> r.pitch() / (2 * Math.PI)).toArray());
    }

    private static double pitch(CoilLeg c, double radius) {
        return switch (c.by()) {
            case PITCH_TURNS, PITCH_HEIGHT -> c.pitch();
            case TURNS_HEIGHT -> c.height() / c.turns();
            case WIRE_TURNS -> close(radius, c.wire() + c.gap());
            case WIRE_JOINED -> close(radius, c.wire() * (1 - JOINED));
            case TABLE -> 0;
        };
    }

    /**
     * The least pitch at which neighbouring turns are so far apart: their nearest points aren't one above the other, but square to
     * the climb.
     */
    private static double close(double r, double apart) {
        double lo = apart;
        double hi = apart;
        while (between(r, hi) < apart) {
            lo = hi;
            hi *= 1.02;
            if (hi > 4 * r + 4 * apart) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "the wire is too thick to be wound on a radius of " + Terms.length(r)
                                + ". Make the coil wider, or the wire thinner.");
            }
        }
        for (int i = 0; i < 100 && hi - lo > 1e-15 * hi; i++) {
            double mid = 0.5 * (lo + hi);
            if (between(r, mid) < apart) {
                lo = mid;
            } else {
                hi = mid;
            }
        }
        return hi;
    }

    /** The least distance of a helix's point from the next turn: from the nearest of places all round by Newton's method. */
    private static double between(double r, double pitch) {
        double rate = pitch / (2 * Math.PI);
        double t = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = -60; i <= 60; i++) {
            double x = Math.PI * i / 60;
            if (apart(r, pitch, x) < least) {
                least = apart(r, pitch, x);
                t = x;
            }
        }
        for (int i = 0; i < 30; i++) {
            double f = r * r * Math.sin(t) + (pitch + rate * t) * rate;
            double g = r * r * Math.cos(t) + rate * rate;
            t -= g > 0 ? f / g : 0;
        }
        return Math.min(least, apart(r, pitch, t));
    }

    /** How far a point is from the one a turn and an angle later. */
    private static double apart(double r, double pitch, double t) {
        double z = pitch * (1 + t / (2 * Math.PI));
        return Math.sqrt(2 * r * r * (1 - Math.cos(t)) + z * z);
    }

    /** The angle nearest to another at which a coil, seen along its axis, goes a way. */
    private static double leaving(Frame f, double radius, double flare, double angle, Vec3 way) {
        double x = way.dot(f.x());
        double y = way.dot(f.y());
        if (Math.hypot(x, y) < 1e-6) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "a coil never goes straight along its axis. Choose another direction to leave along.");
        }
        double wanted = Math.atan2(y, x);
        double t = angle;
        for (int i = 0; i < 20; i++) {
            double ahead = Math.atan2(radius + flare * t, flare);
            double off = wanted - ahead - t;
            t += off - 2 * Math.PI * Math.rint(off / (2 * Math.PI));
        }
        return t > 1e-6 ? t : t + 2 * Math.PI;
    }
}
