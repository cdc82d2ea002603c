package io.tallember.solid.sweep;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Contact;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Helix;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Leg;
import io.tallember.geometry.Level;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Parallel;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/** Bodies mirrored in a plane: every surface and curve by its mirrored placement, every loop run through the other way. */
public final class Mirrored {
    private final Plane plane;
    private final Map<Vertex, Vertex> vertices = new IdentityHashMap<>();
    private final Map<Edge, Edge> edges = new IdentityHashMap<>();
    private final Map<Surface, Surface> surfaces = new IdentityHashMap<>();

    private Mirrored(Plane plane) {
        this.plane = plane;
    }

    /** @param origin gives the lineage of the mirrored faces */
    public static Body of(Body body, Plane plane, UnaryOperator<Origin> origin) {
        Mirrored m = new Mirrored(plane);
        List<Shell> shells = new ArrayList<>();
        for (Shell s : body.shells()) {
            List<Face> faces = new ArrayList<>();
            for (Face f : s.faces()) {
                faces.add(m.face(f, origin));
            }
            shells.add(new Shell(faces));
        }
        return new Body(shells);
    }

    /** A leg of a way mirrored. */
    public static Leg leg(Leg l, Plane plane) {
        return new Leg(new Mirrored(plane).curve(l.curve()), l.range(), l.forward(), l.id());
    }

    private Vec3 point(Vec3 p) {
        return p.plus(-2 * plane.signedDistance(p), plane.normal());
    }

    private Vec3 direction(Vec3 d) {
        return d.plus(-2 * d.dot(plane.normal()), plane.normal());
    }

    private Face face(Face f, UnaryOperator<Origin> origin) {
        Surface s = surface(f.surface());
        List<Loop> loops = new ArrayList<>();
        for (Loop l : f.loops()) {
            List<Coedge> around = new ArrayList<>();
            for (Coedge c : l.coedges()) {
                around.add(new Coedge(edges.computeIfAbsent(c.edge(), this::edge), !c.forward()));
            }
            Collections.reverse(around);
            loops.add(new Loop(around));
        }
        Vec3 p = f.loops().isEmpty()
                ? f.surface().point(0.3, 0.2)
                : f.coedges().get(0).pointAt(0.5);
        boolean sense = s.normalAt(point(p)).dot(direction(f.outward(p))) > 0;
        return new Face(s, sense, loops, f.origins().stream().map(origin).toList());
    }

    private Edge edge(Edge e) {
        return new Edge(curve(e.curve()), e.range(), vertex(e.start()), vertex(e.end()), e.tolerance());
    }

    private Vertex vertex(Vertex v) {
        return vertices.computeIfAbsent(v, k -> new Vertex(point(k.point()), k.tolerance()));
    }

    /** A frame whose x and y are mirrored: what lies in its xy plane keeps its parameters. */
    private Frame flat(Frame f) {
        Vec3 x = direction(f.x());
        Vec3 y = direction(f.y());
        return new Frame(point(f.origin()), x, y, x.cross(y));
    }

    /** A frame whose x and z are mirrored: what is round about its z keeps its shape. */
    private Frame round(Frame f) {
        Vec3 x = direction(f.x());
        Vec3 z = direction(f.z());
        return new Frame(point(f.origin()), x, z.cross(x), z);
    }

    private Curve curve(Curve c) {
        if (c instanceof Line l) {
            return new Line(point(l.origin()), direction(l.direction()));
        }
        if (c instanceof Circle k) {
            return new Circle(flat(k.frame()), k.radius());
        }
        if (c instanceof Ellipse k) {
            return new Ellipse(flat(k.frame()), k.a(), k.b());
        }
        if (c instanceof Nurbs n) {
            return n.mapped(this::point);
        }
        if (c instanceof Helix h) {
            // in a frame that turns as the mirrored one does it climbs the other way
            return new Helix(flat(h.frame()), h.radius(), h.flare(), h.climb().times(-1));
        }
        if (c instanceof Parallel k) {
            // mirroring makes right of left
            return new Parallel(curve(k.base()), direction(k.planeNormal()), -k.by());
        }
        if (c instanceof Contact k) {
            // the side of the mirrored surface that its normal is on may be the other
            Curve spine = curve(k.spine());
            Surface onto = surface(k.onto());
            double away = onto.signedDistance(spine.point(k.whole().middle()));
            return new Contact(
                    spine, k.whole(), onto, Double.isNaN(k.away()) ? Double.NaN : Math.copySign(k.away(), away));
        }
        return curve((IntersectionCurve) c);
    }

    private IntersectionCurve curve(IntersectionCurve k) {
        List<Vec3> chain = new ArrayList<>(k.chain().stream().map(this::point).toList());
        if (k.closed()) {
            chain.remove(chain.size() - 1);
        }
        return new IntersectionCurve(surface(k.first()), surface(k.second()), chain, k.closed());
    }

    private Surface surface(Surface s) {
        return surfaces.computeIfAbsent(s, this::made);
    }

    private Surface made(Surface s) {
        if (s instanceof Plane p) {
            return new Plane(flat(p.frame()));
        }
        if (s instanceof Cylinder c) {
            return new Cylinder(round(c.frame()), c.radius());
        }
        if (s instanceof Cone c) {
            return new Cone(round(c.frame()), c.radius(), c.angle());
        }
        if (s instanceof Sphere k) {
            return new Sphere(round(k.frame()), k.radius());
        }
        if (s instanceof Torus t) {
            return new Torus(round(t.frame()), t.major(), t.minor());
        }
        if (s instanceof Extrusion e) {
            return new Extrusion(flat(e.frame()), e.base());
        }
        if (s instanceof Revolution r) {
            return new Revolution(round(r.frame()), r.meridian());
        }
        if (s instanceof Tube t) {
            return t.mapped(curve(t.spine()), surface(t.first()), surface(t.second()));
        }
        if (s instanceof Pipe p) {
            return p.mapped(curve(p.spine()), 1, 1);
        }
        if (s instanceof Ruled r) {
            return r.mapped(curve(r.along()), surface(r.first()), surface(r.second()), this::direction);
        }
        if (s instanceof Level l) {
            return l.mapped(this::surface, this::curve);
        }
        if (s instanceof Shifted k) {
            Surface base = surface(k.base());
            Vec3 p = k.base().point(0.37, 0.21);
            boolean turned = base.normalAt(point(p)).dot(direction(k.base().normalAt(p))) < 0;
            return new Shifted(base, turned ? -k.by() : k.by());
        }
        return ((NurbsSurface) s).mapped(this::point);
    }
}
