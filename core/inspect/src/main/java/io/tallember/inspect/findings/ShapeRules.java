package io.tallember.inspect.findings;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.part.Making.Limit;
import io.tallember.part.Making.Way;
import io.tallember.part.Measure;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Extents;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.UvLoop;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Holes, hollows, bends and bodies. */
final class ShapeRules {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final double SAME = 1e-6;
    /** A hollow cylinder that goes round by more than this, in radians, was drilled; the end of a slot goes round by no more. */
    private static final double HALF = Math.PI + 1e-3;

    private ShapeRules() {}

    /** Whether a hollow cylinder goes round far enough to be drilled. */
    private static boolean allRound(Face f) {
        for (Loop l : f.loops()) {
            UvLoop uv = UvLoop.of(f.surface(), l.coedges());
            double[] u = uv.extent(false);
            if (uv.windsRound() || u[1] - u[0] > HALF) {
                return true;
            }
        }
        return false;
    }

    /** Whether a face is a bore: a hollow cylinder all round, or nearly. */
    static boolean bore(Face f) {
        return f.surface() instanceof Cylinder && !f.sense() && allRound(f);
    }

    private static double[] along(List<Face> faces, Vec3 way) {
        double[] d = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (Coedge c : faces.stream().flatMap(f -> f.coedges().stream()).toList()) {
            for (double s : new double[] {0, 0.25, 0.5, 0.75, 1}) {
                double x = c.curve().point(c.range().at(s)).dot(way);
                d[0] = Math.min(d[0], x);
                d[1] = Math.max(d[1], x);
            }
        }
        return d;
    }

    /** A bore that others cross is as deep as all its pieces. */
    static List<Finding> deepHoles(Ground g) {
        return g.held(
                Limit.HOLE_DEPTH,
                most -> g.ofFaces((b, f) -> {
                    if (!bore(f) || !(f.surface() instanceof Cylinder c)) {
                        return null;
                    }
                    List<Face> pieces = b.faces().stream()
                            .filter(o -> bore(o) && inLine(c, (Cylinder) o.surface()))
                            .toList();
                    Vec3 way = c.frame().z();
                    double[] d = along(pieces, way);
                    double share = (d[1] - d[0]) / (2 * c.radius());
                    if (pieces.get(0) != f || share <= most + SAME) {
                        return null;
                    }
                    Vec3 foot = c.frame().origin();
                    return g.found(
                            Rule.HOLE_DEEP,
                            false,
                            String.format(
                                    Locale.ROOT,
                                    "This hole of %s is %s deep, %.3g times as deep as wide; up to %.3g times is drilled without ado.",
                                    Terms.length(2 * c.radius()),
                                    Terms.length(d[1] - d[0]),
                                    share,
                                    most),
                            share,
                            most,
                            Measure.PLAIN,
                            List.of(foot.plus(d[1] - foot.dot(way), way)),
                            pieces.stream().map(o -> g.key(b, o)).toList());
                }));
    }

    private static boolean inLine(Cylinder a, Cylinder b) {
        Vec3 z = a.frame().z();
        Vec3 between = b.frame().origin().minus(a.frame().origin());
        return Math.abs(a.radius() - b.radius()) < SAME
                && z.cross(b.frame().z()).length() < SAME
                && between.cross(z).length() < SAME;
    }

    static List<Finding> hollows(Ground g) {
        List<Finding> out = new ArrayList<>();
        boolean printed = g.way() == Way.PRINTED;
        for (Body b : g.bodies()) {
            for (int i = 1; i < b.shells().size(); i++) {
                List<Face> faces = b.shells().get(i).faces();
                Vec3 at = faces.get(0).bounds().centre();
                out.add(g.found(
                        Rule.HOLLOW,
                        !printed,
                        printed
                                ? "This hollow is closed all round: what isn't hardened stays in it. Give it a hole to run out."
                                : "This hollow is closed all round: no core and no cutter gets there.",
                        List.of(at),
                        faces.stream().map(f -> g.key(b, f)).toList()));
            }
        }
        return out;
    }

    static List<Finding> tightBends(Ground g) {
        return g.held(
                Limit.BEND_RADIUS,
                least -> g.ofFaces((b, f) -> {
                    if (!(f.surface() instanceof Torus t) || !f.sense()) {
                        return null;
                    }
                    double share = t.major() / (2 * t.minor());
                    String sentence = String.format(
                            Locale.ROOT,
                            "This bend has a radius of %s, %.3g times the diameter of %s; %.3g times or more is asked for.",
                            Terms.length(t.major()),
                            share,
                            Terms.length(2 * t.minor()),
                            least);
                    return share < least - SAME ? tight(g, Rule.BEND_TIGHT, sentence, share, least, b, f) : null;
                }));
    }

    /** Straight pieces between two bends of the same thickness. */
    static List<Finding> shortStraights(Ground g) {
        return g.held(
                Limit.STRAIGHT,
                least -> g.ofFaces((b, f) -> {
                    if (!(f.surface() instanceof Cylinder c) || !f.sense() || bends(b, f, c.radius()) < 2) {
                        return null;
                    }
                    double[] d = along(List.of(f), c.frame().z());
                    double share = (d[1] - d[0]) / (2 * c.radius());
                    String sentence = String.format(
                            Locale.ROOT,
                            "Between two bends only %s is straight, %.3g times the diameter; %.3g times or more can be gripped.",
                            Terms.length(d[1] - d[0]),
                            share,
                            least);
                    return share < least - SAME ? tight(g, Rule.STRAIGHT_SHORT, sentence, share, least, b, f) : null;
                }));
    }

    private static Finding tight(Ground g, Rule rule, String sentence, double share, double least, Body b, Face f) {
        return g.found(rule, true, sentence, share, least, Measure.PLAIN, List.of(Ground.on(f)), List.of(g.key(b, f)));
    }

    private static long bends(Body b, Face f, double radius) {
        return f.coedges().stream()
                .flatMap(c -> b.facesOf(c.edge()).stream())
                .filter(o -> o.surface() instanceof Torus t && Math.abs(t.minor() - radius) < SAME)
                .distinct()
                .count();
    }

    static List<Finding> clashes(Ground g) {
        List<Finding> out = new ArrayList<>();
        List<Body> all = g.bodies();
        for (int i = 0; i < all.size(); i++) {
            for (int k = i + 1; k < all.size(); k++) {
                if (!all.get(i).bounds().overlaps(all.get(k).bounds())) {
                    continue;
                }
                try {
                    List<Body> both = Fuse.intersect(List.of(all.get(i)), List.of(all.get(k)), TOL);
                    for (Body b : both) {
                        Box3 box = Extents.of(b);
                        Vec3 wide = box.max().minus(box.min());
                        out.add(g.found(
                                Rule.CLASH,
                                true,
                                "Two bodies lie in each other here, over " + Terms.length(wide.x()) + " × "
                                        + Terms.length(wide.y()) + " × " + Terms.length(wide.z()) + ".",
                                List.of(box.centre()),
                                List.of(g.key(all.get(i), all.get(i).faces().get(0)))));
                    }
                } catch (GeometryException e) {
                    g.notes().add("Whether two bodies lie in each other couldn't be told: " + e.sentence());
                }
            }
        }
        return out;
    }

    static List<Finding> loose(Ground g) {
        int n = g.bodies().size();
        return n < 2
                ? List.of()
                : List.of(g.found(
                        Rule.LOOSE,
                        false,
                        "There are " + n
                                + " bodies that don't hang together. Unite them, or hand them over one by one.",
                        g.bodies().stream().map(b -> b.bounds().centre()).toList(),
                        g.bodies().stream().map(b -> g.key(b, b.faces().get(0))).toList()));
    }
}
