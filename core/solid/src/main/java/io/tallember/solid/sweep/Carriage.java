package io.tallember.solid.sweep;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Carried;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Helix;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import java.util.ArrayList;
import java.util.List;

/** Frames that go along a way, leg by leg, as a {@link Manner} says; z along the way, or as it was for a fixed direction. */
final class Carriage {
    /** How upright a way may be where a profile is kept upright, as a sine. */
    private static final double ALONG = 1e-3;

    private final Way way;
    private final Manner manner;
    private final Tolerance tol;
    private final List<Stage> stages = new ArrayList<>();
    /** What is turned about the way beside the twist that was asked for, so that a closed way's frames close. */
    private double closing;

    private final double[] before;
    private final double whole;

    /** What the frames do along one leg. */
    enum Motion {
        SHIFT,
        TURN,
        FREE
    }

    /** One leg: its frames, in order of the way, by the curve's parameter. */
    private final class Stage {
        final int number;
        final Leg leg;
        final Carried carried;
        final Frame first;
        /** From the curve's own frame to the way's, where the leg begins. */
        final Frame turned;

        Stage(int number, Leg leg, Frame first) {
            this.number = number;
            this.leg = leg;
            this.first = first;
            boolean own = manner.keep() == Manner.Keep.SQUARE && !(leg.curve() instanceof Line);
            carried = own ? Carried.along(leg.curve(), leg.range(), first.x()) : null;
            turned = own ? carried.frame(leg.from()).inverse().place(first) : null;
        }

        Frame at(double t) {
            return twisted(plain(t), t);
        }

        /** Without twist. */
        Frame plain(double t) {
            if (carried != null) {
                return carried.frame(t).place(turned);
            }
            if (manner.keep() == Manner.Keep.UPRIGHT) {
                return upright(t);
            }
            return first.at(leg.curve().point(t));
        }

        private Frame upright(double t) {
            Vec3 z = leg.way(t);
            Vec3 x = z.cross(manner.up());
            if (x.length() < ALONG) {
                throw new GeometryException(
                        Reason.DEGENERATE,
                        "The path runs straight up to the plane that the outline is kept upright to, near "
                                + leg.curve().point(t).said() + ". Choose another plane, or square to the path.");
            }
            return new Frame(leg.curve().point(t), x.unit(), z.cross(x.unit()), z);
        }

        private Frame twisted(Frame f, double t) {
            double all = manner.twist() + closing;
            if (all == 0) {
                return f;
            }
            double a = all * (before[number] + lengthTo(t)) / whole;
            Vec3 x = f.x().times(Math.cos(a)).plus(Math.sin(a), f.y());
            return new Frame(f.origin(), x, f.z().cross(x), f.z());
        }

        private double lengthTo(double t) {
            double lo = Math.min(t, leg.from());
            double hi = Math.max(t, leg.from());
            if (leg.curve() instanceof Line) {
                return hi - lo;
            }
            if (leg.curve() instanceof Circle || leg.curve() instanceof Helix h && h.screw()) {
                return (hi - lo) * leg.curve().derivative(0).length();
            }
            return hi > lo ? ArcLength.of(leg.curve(), new Interval(lo, hi)) : 0;
        }
    }

    Carriage(Way way, Manner manner, Tolerance tol) {
        this.way = way;
        this.manner = manner;
        this.tol = tol;
        int n = way.legs().size();
        before = new double[n + 1];
        for (int i = 0; i < n; i++) {
            before[i + 1] = before[i] + way.legs().get(i).length();
        }
        whole = before[n];
        lay();
        if (way.closed() && manner.keep() == Manner.Keep.SQUARE) {
            Frame first = stages.get(0).first;
            Frame last = carriedOn(stages.get(n - 1), way.legs().get(0));
            double left = Math.atan2(last.x().dot(first.y()), last.x().dot(first.x()));
            closing = Math.abs(left) * 100 > tol.linear() ? -left : 0;
        }
    }

    private void lay() {
        Leg one = way.legs().get(0);
        Vec3 z = one.way(one.from());
        Frame f = Frame.of(one.start(), z, z.anyPerpendicular());
        for (int i = 0; i < way.legs().size(); i++) {
            Leg leg = way.legs().get(i);
            Frame first = i == 0 ? f : carriedOn(stages.get(i - 1), leg);
            stages.add(new Stage(i, leg, first));
        }
    }

    /** The frame at the end of a leg, turned by as little as can be into the direction of the next. */
    private Frame carriedOn(Stage s, Leg next) {
        Frame f = s.plain(s.leg.to());
        if (manner.keep() == Manner.Keep.FIXED) {
            return f;
        }
        Vec3 to = next.way(next.from());
        Vec3 from = f.z();
        Vec3 axis = from.cross(to);
        double sine = axis.length();
        if (sine < 1e-12) {
            return f;
        }
        Vec3 n = axis.times(1 / sine);
        double angle = Math.atan2(sine, from.dot(to));
        Vec3 x = f.x().times(Math.cos(angle))
                .plus(Math.sin(angle), n.cross(f.x()))
                .plus(n.dot(f.x()) * (1 - Math.cos(angle)), n);
        return new Frame(f.origin(), x, to.cross(x), to);
    }

    Leg leg(int i) {
        return way.legs().get(i);
    }

    /** The frame on a leg at a parameter of its curve. */
    Frame at(int leg, double t) {
        return stages.get(leg).at(t);
    }

    Motion motion(int i) {
        Leg leg = leg(i);
        if (manner.keep() == Manner.Keep.FIXED) {
            return leg.curve() instanceof Line ? Motion.SHIFT : Motion.FREE;
        }
        if (manner.twist() + closing != 0) {
            return Motion.FREE;
        }
        if (leg.curve() instanceof Line) {
            return Motion.SHIFT;
        }
        boolean round = leg.curve() instanceof Circle c
                && (manner.keep() == Manner.Keep.SQUARE
                        || tol.parallelOver(c.frame().z().cross(manner.up()).length(), c.radius()));
        return round ? Motion.TURN : Motion.FREE;
    }
}
