package io.tallember.inspect;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.List;

/** Something that is measured: a place, an edge or a face. */
public sealed interface Thing {
    /** A corner, or any other place. */
    record Place(Vec3 at) implements Thing {}

    record OfEdge(Edge edge) implements Thing {}

    record OfFace(Face face) implements Thing {}

    /** Places all over it, from which the nearest is looked for. */
    default List<Vec3> places() {
        List<Vec3> out = new ArrayList<>();
        if (this instanceof Place p) {
            out.add(p.at);
        } else if (this instanceof OfEdge e) {
            along(e.edge.curve(), e.edge.range(), out);
        } else {
            Face f = ((OfFace) this).face;
            f.coedges().forEach(c -> along(c.curve(), c.range(), out));
            over(f, out);
        }
        return out;
    }

    /** Along an edge at as many places as its bends ask for. */
    private static void along(Curve c, Interval range, List<Vec3> out) {
        double[] stops = c.breaks(range);
        for (int i = 0; i + 1 < stops.length; i++) {
            for (int k = 0; k <= 8; k++) {
                out.add(c.point(stops[i] + (stops[i + 1] - stops[i]) * k / 8));
            }
        }
    }

    private static void over(Face f, List<Vec3> out) {
        double[] span = spanned(f);
        int n = 20;
        for (int i = 1; i < n; i++) {
            for (int k = 1; k < n; k++) {
                Vec3 p =
                        f.surface().point(span[0] + (span[1] - span[0]) * i / n, span[2] + (span[3] - span[2]) * k / n);
                if (f.region().locate(p, Tolerance.DEFAULT) != SurfaceRegion.Place.OUTSIDE) {
                    out.add(p);
                }
            }
        }
    }

    private static double[] spanned(Face f) {
        if (!f.loops().isEmpty()) {
            return SurfaceRegion.spanned(
                    f.surface(), f.loops().stream().map(Loop::coedges).toList());
        }
        double v = f.surface().vPeriod();
        return v > 0
                ? new double[] {0, f.surface().uPeriod(), 0, v}
                : new double[] {0, 2 * Math.PI, -Math.PI / 2, Math.PI / 2};
    }

    /** Its place nearest to another. */
    default Vec3 nearest(Vec3 p) {
        if (this instanceof Place q) {
            return q.at;
        }
        if (this instanceof OfEdge e) {
            return nearest(e.edge.curve(), e.edge.range(), p);
        }
        Face f = ((OfFace) this).face;
        Vec2 uv = f.surface().project(p);
        Vec3 best = f.surface().point(uv.x(), uv.y());
        if (f.region().locate(best, Tolerance.DEFAULT) != SurfaceRegion.Place.OUTSIDE) {
            return best;
        }
        best = null;
        for (Coedge c : f.coedges()) {
            Vec3 q = nearest(c.curve(), c.range(), p);
            best = best == null || q.distance(p) < best.distance(p) ? q : best;
        }
        return best;
    }

    private static Vec3 nearest(Curve c, Interval range, Vec3 p) {
        Vec3 best = c.point(c.project(p, range));
        for (double end : new double[] {range.lo(), range.hi()}) {
            Vec3 q = c.point(end);
            best = q.distance(p) < best.distance(p) ? q : best;
        }
        return best;
    }

    /** The line that it goes along or is round about; null when it has none. */
    default Line axis() {
        if (this instanceof OfEdge e) {
            return e.edge.curve() instanceof Line l
                    ? l
                    : e.edge.curve() instanceof Circle c
                            ? new Line(c.frame().origin(), c.frame().z())
                            : null;
        }
        if (this instanceof OfFace f) {
            Surface s = f.face.surface();
            boolean round = s instanceof Cylinder || s instanceof Cone || s instanceof Torus;
            return round ? new Line(s.frame().origin(), s.frame().z()) : null;
        }
        return null;
    }

    /** The normal of a flat face; null for anything else. */
    default Vec3 normal() {
        return this instanceof OfFace f && f.face.surface() instanceof Plane p
                ? f.face.outward(p.frame().origin())
                : null;
    }

    /** Its radius in mm; zero when it has none. */
    default double radius() {
        if (this instanceof OfEdge e) {
            return e.edge.curve() instanceof Circle c ? c.radius() : 0;
        }
        if (this instanceof OfFace f) {
            Surface s = f.face.surface();
            return s instanceof Cylinder c
                    ? c.radius()
                    : s instanceof Sphere k ? k.radius() : s instanceof Torus t ? t.minor() : 0;
        }
        return 0;
    }

    /** The middle of a round; null when it has none. */
    default Vec3 centre() {
        if (this instanceof OfEdge e && e.edge.curve() instanceof Circle c) {
            return c.frame().origin();
        }
        return this instanceof OfFace f && f.face.surface() instanceof Sphere s ? s.centre() : null;
    }

    /** An edge's length in mm, or a face's area in mm2; zero for a place. */
    default double size() {
        return this instanceof OfEdge e
                ? ArcLength.of(e.edge.curve(), e.edge.range())
                : this instanceof OfFace f ? MassProperties.area(f.face) : 0;
    }
}
