package io.tallember.solid.sweep;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;

/**
 * Sweeps along a way with corners that are rounded on their outside: each run between two corners is swept by itself, and what of the
 * outline lies outside of a corner is turned about it.
 */
public final class Cornered {
    private final Profile profile;
    private final Way way;
    private final Sweep.Placed placed;
    private final String step;
    private final String region;
    private final Tolerance tol;

    private Cornered(Profile profile, Way way, Manner manner, String step, String region, Tolerance tol) {
        this.profile = profile;
        this.way = way;
        this.placed = Sweep.placed(profile, way, manner, tol);
        this.step = step;
        this.region = region;
        this.tol = tol;
    }

    /**
     * The body.
     *
     * @param manner square or upright, without twist and guides
     * @throws GeometryException as sweeps do, BAD_VALUE also when the outline doesn't stand square to a corner's legs
     */
    public static Body of(Profile profile, Way given, Manner manner, String step, String region, Tolerance tol) {
        int n = given.legs().size();
        int first = 0;
        while (first < n && (given.closed() || first + 1 < n) && given.smoothAfter(first)) {
            first++;
        }
        if (first == n || !given.closed() && first + 1 == n) {
            return Sweep.of(profile, given, manner, step, region, tol);
        }
        if (!manner.guides().isEmpty() || manner.twist() != 0) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "Corners are rounded outside only without twist and guides. Give the corners bends instead.");
        }
        return new Cornered(profile, given, manner, step, region, tol).built(manner, given.closed() ? first + 1 : 0);
    }

    private Body built(Manner manner, int begin) {
        int n = way.legs().size();
        List<Body> all = new ArrayList<>();
        List<Leg> run = new ArrayList<>();
        int from = begin % n;
        for (int k = 0; k < n; k++) {
            int i = (begin + k) % n;
            run.add(way.legs().get(i));
            boolean last = k + 1 == n;
            if (last || !way.smoothAfter(i)) {
                Frame at = placed.at(from, way.legs().get(from).from());
                all.add(Sweep.of(on(at), new Way(run, false), manner, step, region, tol));
                if (!last || way.closed()) {
                    corner(i, (i + 1) % n, all);
                }
                run = new ArrayList<>();
                from = (i + 1) % n;
            }
        }
        List<Body> joined = Fuse.unite(all, tol);
        if (joined.size() != 1) {
            throw new GeometryException(
                    Reason.BAD_VALUE, "The legs don't hold together at the path's corners. Give them bends.");
        }
        return joined.get(0);
    }

    private Profile on(Frame f) {
        return new Profile(f, profile.outer(), profile.holes(), profile.name());
    }

    /** What lies outside of a corner, turned from the one leg's direction into the other's. */
    private void corner(int before, int after, List<Body> all) {
        Leg a = way.legs().get(before);
        Leg b = way.legs().get(after);
        Vec3 in = a.way(a.to());
        Vec3 out = b.way(b.from());
        Vec3 c = a.end();
        Frame f = placed.at(before, a.to());
        if (f.z().cross(in).length() > 1e-9) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The outline doesn't stand square to the path at its corner near " + c.said()
                            + ", so it can't be turned about it. Stand it square, or give the corner a bend.");
        }
        Vec3 axis = in.cross(out).unit();
        double angle = Math.atan2(in.cross(out).length(), in.dot(out));
        Body thick = Extrude.of(on(f), 0, 1, step + ".k", region, tol);
        Vec3 outward = in.cross(axis);
        double far = 4 * Meets.reach(profile, Frame.WORLD.at(f.local(c).negated())) + 2;
        // a box on the outer side of the line through the corner
        Frame box = new Frame(
                c.plus(-far, axis).plus(-far, f.z()), axis, f.z(), axis.cross(f.z()));
        boolean turned = box.z().dot(outward) < 0;
        Body half = Primitive.box(turned ? box.at(box.origin().plus(-far, box.z())) : box, 2 * far, 2 * far, far, step + ".k", tol);
        int number = all.size();
        for (Body part : Fuse.intersect(List.of(thick), List.of(half), tol)) {
            for (Face face : part.faces()) {
                boolean start = face.origins().stream().anyMatch(o -> o.role().equals("start"));
                if (start) {
                    Profile p = named(FaceProfile.of(face, f, profile.name()), "k" + number);
                    all.add(Revolve.of(p, new Line(c, axis), 0, angle, step, region + "k" + number, tol));
                }
            }
        }
    }

    private static Profile named(Profile p, String name) {
        return new Profile(
                p.frame(),
                p.outer().stream().map(e -> named(e, name)).toList(),
                p.holes().stream()
                        .map(l -> l.stream().map(e -> named(e, name)).toList())
                        .toList(),
                p.name());
    }

    private static Profile.Edge named(Profile.Edge e, String name) {
        return new Profile.Edge(e.curve(), e.range(), e.forward(), name + e.source());
    }
}
