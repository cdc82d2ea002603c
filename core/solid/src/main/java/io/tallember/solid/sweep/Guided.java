package io.tallember.solid.sweep;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Travel;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.geometry.intersect.Crossing;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleFunction;

/**
 * A profile that is led by one or two guides as it goes along a way: in its own plane, it is moved so that what lies between the way
 * and the guide (or between the two guides) where it stands lies between them everywhere.
 */
final class Guided {
    /** Planes in which guides are looked for, along each leg. */
    private static final int EACH = 24;
    /** So little of what it is at the profile may be left of the distance that leads it. */
    private static final double LEAST = 1e-3;
    /** Directions of a profile that differ by less are the same. */
    private static final double SAME = 1e-9;

    private final Way way;
    private final Manner manner;
    private final DoubleFunction<Frame> planes;
    private final List<Crossing> crossings = new ArrayList<>();
    /** Where the way passes through the profile, in the profile's plane. */
    private final Vec2 middle;

    private final Vec2 from;
    private final Vec2 to;

    /**
     * @param planes the profile's frame as it would go without guides, by leg and share of it
     * @param at where the profile stands, alike
     * @param relative the profile's frame told in that of the way
     */
    Guided(Way way, Manner manner, DoubleFunction<Frame> planes, double at, Frame relative, Tolerance tol) {
        this.way = way;
        this.manner = manner;
        this.planes = planes;
        Vec3 own = relative.inverse().origin();
        middle = new Vec2(own.x(), own.y());
        int n = way.legs().size();
        List<Double> grid = new ArrayList<>();
        for (int i = 0; i <= EACH * n; i++) {
            grid.add(i / (double) EACH);
        }
        if (!grid.contains(at)) {
            grid.add(at);
        }
        grid.sort(null);
        double[] all = grid.stream().mapToDouble(Double::doubleValue).toArray();
        Frame stands = planes.apply(at);
        if (Math.abs(own.z()) > 10 * tol.linear()) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "A guide leads an outline that the path passes through. Stand the outline on the path, near "
                            + stands.origin().said() + ".");
        }
        for (Way guide : manner.guides()) {
            String called = manner.guides().size() == 1 ? "The guide" : "Guide " + (crossings.size() + 1);
            Vec3 about = stands.point(own);
            crossings.add(new Crossing(
                    guide,
                    called,
                    planes,
                    all,
                    grid.indexOf(at),
                    Comparator.comparingDouble((Vec3 p) -> p.distance(about)),
                    tol));
        }
        from = begin(at);
        to = end(at);
        if (!(to.minus(from).length() > 100 * tol.linear())) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    (crossings.size() == 1 ? "The guide is on the path" : "The two guides meet")
                            + " where the outline stands, near "
                            + stands.origin().said() + ", so it can't lead it. Pick another guide.");
        }
        if (way.closed()) {
            Travel.Place a = at(0);
            Travel.Place b = at(n);
            if (a.x().distance(b.x()) > SAME
                    || a.y().distance(b.y()) > SAME
                    || a.origin().distance(b.origin()) > 10 * tol.linear()) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The path closes, but where it does the guide has come to another place than it began, near "
                                + crossings.get(0).in(n).said() + ". Close the guide too.");
            }
        }
    }

    private Vec2 begin(double g) {
        return crossings.size() == 1 ? middle : flat(crossings.get(0).at(g));
    }

    private Vec2 end(double g) {
        return flat(crossings.get(crossings.size() - 1).at(g));
    }

    private static Vec2 flat(Vec3 v) {
        return new Vec2(v.x(), v.y());
    }

    /** The profile's place at a leg and a share of it. */
    Travel.Place at(double g) {
        Vec2 a = begin(g);
        Vec2 b = end(g);
        double was = to.minus(from).length();
        double is = b.minus(a).length();
        Frame plane = planes.apply(g);
        if (is < LEAST * was) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    (crossings.size() == 1 ? "The guide comes to the path" : "The guides come together") + " near "
                            + plane.point(b.x(), b.y(), 0).said() + ", and nothing would be left of the outline there."
                            + " Lead them apart, or end the path before.");
        }
        Vec2 u0 = to.minus(from).times(1 / was);
        Vec2 u = b.minus(a).times(1 / is);
        double along = manner.lead() == Manner.Lead.TURN ? 1 : is / was;
        double across = manner.lead() == Manner.Lead.SCALE ? along : 1;
        Vec2 x = image(new Vec2(1, 0), u0, u, along, across);
        Vec2 y = image(new Vec2(0, 1), u0, u, along, across);
        boolean two = crossings.size() == 2;
        Vec2 fixed = two ? from.plus(to).times(0.5) : from;
        Vec2 goes = two ? a.plus(b).times(0.5) : a;
        Vec2 origin = goes.minus(image(fixed, u0, u, along, across));
        return new Travel.Place(
                plane.point(origin.x(), origin.y(), 0),
                plane.direction(new Vec3(x.x(), x.y(), 0)),
                plane.direction(new Vec3(y.x(), y.y(), 0)),
                plane.z());
    }

    /** Lengthened along one direction and across it, and turned so that this direction becomes another. */
    private static Vec2 image(Vec2 v, Vec2 u0, Vec2 u, double along, double across) {
        double p = along * v.dot(u0);
        double q = across * u0.cross(v);
        return new Vec2(p * u.x() - q * u.y(), p * u.y() + q * u.x());
    }

    /** The shares of a leg at which a guide passes from one piece of a curve to the next. */
    double[] joints(Leg of) {
        int leg = way.legs().indexOf(of);
        return crossings.stream()
                .flatMap(c -> c.joints().stream())
                .filter(g -> g > leg + 1e-6 && g < leg + 1 - 1e-6)
                .mapToDouble(g -> g - leg)
                .sorted()
                .toArray();
    }

    /** By how much the profile is widened at most. */
    double widest() {
        double most = 1;
        for (int i = 0; i <= EACH * way.legs().size(); i++) {
            Travel.Place p = at(i / (double) EACH);
            most = Math.max(most, Math.max(p.x().length(), p.y().length()));
        }
        return most;
    }

    /** The share of a leg at a parameter of its curve. */
    static double share(Leg leg, double t) {
        return (t - leg.from()) / (leg.to() - leg.from());
    }
}
