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
import io.tallember.geometry.Upright;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** Bodies so many times as large in all directions: every surface and curve of the same kind with its lengths scaled. */
public final class Scaled {
    private final double times;
    private final Vec3 about;
    private final Map<Vertex, Vertex> vertices = new IdentityHashMap<>();
    private final Map<Edge, Edge> edges = new IdentityHashMap<>();
    private final Map<Surface, Surface> surfaces = new IdentityHashMap<>();

    private Scaled(double times, Vec3 about) {
        this.times = times;
        this.about = about;
    }

    /**
     * @param times above zero
     * @param about the point that stays where it is
     */
    public static Body of(Body body, double times, Vec3 about) {
        Scaled k = new Scaled(times, about);
        List<Shell> shells = new ArrayList<>();
        for (Shell s : body.shells()) {
            shells.add(new Shell(s.faces().stream().map(k::face).toList()));
        }
        return new Body(shells);
    }

    private Vec3 point(Vec3 p) {
        return about.plus(times, p.minus(about));
    }

    private Frame frame(Frame f) {
        return new Frame(point(f.origin()), f.x(), f.y(), f.z());
    }

    private Face face(Face f) {
        List<Loop> loops = new ArrayList<>();
        for (Loop l : f.loops()) {
            List<Coedge> around = new ArrayList<>();
            for (Coedge c : l.coedges()) {
                around.add(new Coedge(edges.computeIfAbsent(c.edge(), this::edge), c.forward()));
            }
            loops.add(new Loop(around));
        }
        return new Face(surface(f.surface()), f.sense(), loops, f.origins());
    }

    private Edge edge(Edge e) {
        return new Edge(
                curve(e.curve()),
                e.range().times(stretch(e.curve())),
                vertex(e.start()),
                vertex(e.end()),
                times * e.tolerance());
    }

    private Vertex vertex(Vertex v) {
        return vertices.computeIfAbsent(v, k -> new Vertex(point(k.point()), times * k.tolerance()));
    }

    /** How many times as long a curve's parameters are: those that are lengths grow, angles and a spline's own stay. */
    private double stretch(Curve c) {
        if (c instanceof Parallel p) {
            return stretch(p.base());
        }
        if (c instanceof Contact k) {
            return stretch(k.spine());
        }
        return c instanceof Line || c instanceof IntersectionCurve ? times : 1;
    }

    private Curve curve(Curve c) {
        if (c instanceof Line l) {
            return new Line(point(l.origin()), l.direction());
        }
        if (c instanceof Circle k) {
            return new Circle(frame(k.frame()), times * k.radius());
        }
        if (c instanceof Ellipse k) {
            return new Ellipse(frame(k.frame()), times * k.a(), times * k.b());
        }
        if (c instanceof Nurbs n) {
            return n.mapped(this::point);
        }
        if (c instanceof Helix h) {
            return new Helix(
                    frame(h.frame()),
                    times * h.radius(),
                    times * h.flare(),
                    h.climb().times(times));
        }
        if (c instanceof Parallel k) {
            return new Parallel(curve(k.base()), k.planeNormal(), times * k.by());
        }
        if (c instanceof Contact k) {
            return new Contact(
                    curve(k.spine()), k.whole().times(stretch(k.spine())), surface(k.onto()), times * k.away());
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

    /** A curve about the origin of its own frame. */
    private Curve own(Curve c) {
        return new Scaled(times, Vec3.ZERO).curve(c);
    }

    private Surface surface(Surface s) {
        Surface done = surfaces.get(s);
        if (done == null) {
            done = made(s);
            surfaces.put(s, done);
        }
        return done;
    }

    private Surface made(Surface s) {
        if (s instanceof Plane p) {
            return new Plane(frame(p.frame()));
        }
        if (s instanceof Cylinder c) {
            return new Cylinder(frame(c.frame()), times * c.radius());
        }
        if (s instanceof Cone c) {
            return new Cone(frame(c.frame()), times * c.radius(), c.angle());
        }
        if (s instanceof Sphere k) {
            return new Sphere(frame(k.frame()), times * k.radius());
        }
        if (s instanceof Torus t) {
            return new Torus(frame(t.frame()), times * t.major(), times * t.minor());
        }
        if (s instanceof Extrusion e) {
            return new Extrusion(frame(e.frame()), own(e.base()));
        }
        if (s instanceof Revolution r) {
            return new Revolution(frame(r.frame()), own(r.meridian()));
        }
        if (s instanceof Tube t) {
            return t.scaled(times, curve(t.spine()), surface(t.first()), surface(t.second()));
        }
        if (s instanceof Pipe p) {
            return p.mapped(curve(p.spine()), stretch(p.spine()), times);
        }
        if (s instanceof Ruled r) {
            return r.scaled(times, stretch(r.along()), curve(r.along()), surface(r.first()), surface(r.second()));
        }
        if (s instanceof Upright u) {
            return u.stretched(stretch(u.along()), this::surface, this::curve);
        }
        if (s instanceof Level l) {
            return l.mapped(this::surface, this::curve);
        }
        if (s instanceof Shifted k) {
            return new Shifted(surface(k.base()), times * k.by());
        }
        return ((NurbsSurface) s).mapped(this::point);
    }
}
