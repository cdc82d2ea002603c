package io.tallember.solid.local;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.SurfaceSurface;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Offsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Faces leant to the pull of a mould about the lines in which they meet a neutral plane: planes turn about their line, cylinders
 * along the pull become cones. Round faces beside them, such as fillets, are carried along: a ball of their radius is rolled
 * anew between the faces as they stand now, and a fillet along the pull between two leant faces leans with them.
 */
public final class Draft {
    private final Body body;
    private final Map<Face, Hinge> hinges;
    private final double angle;
    private final Tolerance tol;
    private final Map<Face, Surface> surfaces = new LinkedHashMap<>();

    private Draft(Body body, Map<Face, Hinge> hinges, double angle, Tolerance tol) {
        this.body = body;
        this.hinges = new LinkedHashMap<>(hinges);
        this.angle = angle;
        this.tol = tol;
    }

    /**
     * @param faces flat ones not square to the pull; cylinders and cones about it
     * @param neutral where the faces keep their place; square to the pull for round faces
     * @param pull of length one, the way the part leaves the mould
     * @param angle between each face and the pull in the result, in radians: above zero the part narrows along the pull
     * @throws GeometryException BAD_VALUE with the face that can't lean
     */
    public static Body of(Body body, Collection<Face> faces, Plane neutral, Vec3 pull, double angle, Tolerance tol) {
        return of(body, alike(faces, new Hinge(neutral, pull)), angle, tol);
    }

    /** Faces that all turn about one plane. */
    public static Map<Face, Hinge> alike(Collection<Face> faces, Hinge hinge) {
        Map<Face, Hinge> all = new LinkedHashMap<>();
        faces.forEach(f -> all.put(f, hinge));
        return all;
    }

    /**
     * @param hinges what each leaning face turns about; their pulls go along one line
     * @param angle as above
     */
    public static Body of(Body body, Map<Face, Hinge> hinges, double angle, Tolerance tol) {
        if (!(Math.abs(angle) < Math.toRadians(80))) {
            throw new GeometryException(Reason.BAD_VALUE, "Faces can lean by up to 80° either way.");
        }
        Draft d = new Draft(body, hinges, angle, tol);
        d.uprightFillets();
        Set<Face> leant = d.hinges.keySet();
        leant.forEach(f -> d.surfaces.put(f, d.leant(f)));
        d.carry(leant);
        return Retarget.of(body, d.surfaces, List.of(), Face::origins, tol);
    }

    private List<Face> smooth(Face f) {
        List<Face> out = new ArrayList<>();
        for (Coedge c : f.coedges()) {
            for (Face g : body.facesOf(c.edge())) {
                if (g != f && !out.contains(g) && Retarget.smoothAlong(c.edge(), f, g)) {
                    out.add(g);
                }
            }
        }
        return out;
    }

    private boolean alongPull(Surface s) {
        Vec3 pull = hinges.values().iterator().next().pull();
        return (s instanceof Cylinder || s instanceof Cone)
                && s.frame().z().cross(pull).length() < 1e-9;
    }

    /** Fillets along the pull both of whose supports lean, lean too, about what those turn about. */
    private void uprightFillets() {
        Map<Face, Hinge> more = new LinkedHashMap<>();
        for (Face f : body.faces()) {
            if (!hinges.containsKey(f) && alongPull(f.surface())) {
                List<Hinge> beside = smooth(f).stream()
                        .filter(hinges::containsKey)
                        .map(hinges::get)
                        .toList();
                if (beside.size() >= 2) {
                    Hinge one = beside.get(0);
                    boolean alike = beside.stream()
                            .allMatch(h -> h.pull().equals(one.pull())
                                    && h.neutral()
                                                    .normal()
                                                    .cross(one.neutral().normal())
                                                    .length()
                                            < 1e-9
                                    && Math.abs(one.neutral()
                                                    .signedDistance(
                                                            h.neutral().frame().origin()))
                                            <= tol.linear());
                    if (!alike) {
                        throw refused(f, "stands between faces that turn about other heights");
                    }
                    more.put(f, one);
                }
            }
        }
        hinges.putAll(more);
    }

    private Surface leant(Face f) {
        Surface s = f.surface();
        Vec3 p = f.bounds().centre();
        Vec3 pull = hinges.get(f).pull();
        Plane neutral = hinges.get(f).neutral();
        if (s instanceof Plane plane) {
            Vec3 n = f.outward(p);
            Vec3 level = n.minus(pull.times(n.dot(pull)));
            if (level.length() < 1e-6) {
                throw refused(f, "lies square to the pull");
            }
            level = level.unit();
            Vec3 line = level.cross(pull);
            // a point of both planes, by a step in the face along its steepest way
            Vec3 q = plane.frame().origin();
            Vec3 down = plane.normal().cross(neutral.normal().cross(plane.normal()));
            double rate = down.dot(neutral.normal());
            if (Math.abs(rate) < 1e-9) {
                throw refused(f, "never meets the neutral plane");
            }
            q = q.plus(-neutral.signedDistance(q) / rate, down);
            Vec3 across = neutral.normal().cross(plane.normal());
            if (across.unit().cross(line).length() > 1e-9) {
                line = across.unit();
            }
            Vec3 out = tilted(level, line, pull);
            return new Plane(Frame.of(q, f.sense() ? out : out.negated(), line));
        }
        if (alongPull(s)) {
            if (neutral.normal().cross(pull).length() > 1e-9) {
                throw refused(f, "is round, and the neutral plane isn't square to the pull");
            }
            Line axis = new Line(s.frame().origin(), pull);
            Vec3 at = axis.point(neutral.frame().origin().minus(axis.origin()).dot(pull));
            double radius = s instanceof Cylinder c
                    ? c.radius()
                    : ((Cone) s).radiusAt(s.frame().local(at).z());
            if (!(radius > tol.linear())) {
                throw refused(f, "comes to its tip before the neutral plane");
            }
            if (angle == 0) {
                return new Cylinder(Frame.of(at, pull, s.frame().x()), radius);
            }
            boolean narrows = f.sense() == angle > 0;
            Vec3 up = narrows ? pull.negated() : pull;
            return new Cone(Frame.of(at, up, s.frame().x()), radius, Math.abs(angle));
        }
        throw refused(f, "is neither flat nor round about the pull");
    }

    /** The outward normal that makes the asked angle with the pull and stays square to the line the face turns about. */
    private Vec3 tilted(Vec3 level, Vec3 line, Vec3 pull) {
        // in the plane square to the line: n . pull = sin(angle)
        Vec3 a = level.minus(line.times(level.dot(line))).unit();
        Vec3 b = line.cross(a);
        double pa = a.dot(pull);
        double pb = b.dot(pull);
        double r = Math.hypot(pa, pb);
        double s = Math.sin(angle) / r;
        if (Math.abs(s) > 1) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "A face can't lean that much about its line with a neutral plane this slanted. Take a smaller angle.");
        }
        double phase = Math.atan2(pb, pa);
        double t1 = phase + Math.acos(s);
        double t2 = phase - Math.acos(s);
        double t = Math.cos(t1) > Math.cos(t2) ? t1 : t2;
        return a.times(Math.cos(t)).plus(Math.sin(t), b);
    }

    static GeometryException refused(Face f, String why) {
        return new GeometryException(
                Reason.BAD_VALUE,
                "The " + f.surface().kind() + " face at "
                        + Retarget.place(f.bounds().centre()) + " " + why
                        + ", so it can't lean. Take it out of the choice.");
    }

    private Surface now(Face f) {
        return surfaces.getOrDefault(f, f.surface());
    }

    /** Rolls the balls of the round faces beside anew. */
    private void carry(Set<Face> leant) {
        Set<Face> strips = new LinkedHashSet<>();
        for (Face f : leant) {
            for (Face g : smooth(f)) {
                if (!leant.contains(g) && radius(g) > 0 && !(g.surface() instanceof Sphere)) {
                    strips.add(g);
                }
            }
        }
        for (Face f : strips) {
            List<Face> supports = smooth(f).stream()
                    .filter(g -> !strips.contains(g) && !(g.surface() instanceof Sphere))
                    .toList();
            surfaces.put(f, rolled(f, supports));
        }
        for (Face f : body.faces()) {
            if (f.surface() instanceof Sphere && smooth(f).stream().anyMatch(surfaces::containsKey)) {
                surfaces.put(f, corner(f, leant, strips));
            }
        }
    }

    private static double radius(Face f) {
        return f.surface() instanceof Cylinder c
                ? c.radius()
                : f.surface() instanceof Torus t ? t.minor() : f.surface() instanceof Sphere s ? s.radius() : 0;
    }

    /** The face's surface where a ball's centre may be: at its radius, on the side where the round face's centre is. */
    private Surface offset(Face support, Face round) {
        double by = (round.sense() ? -1 : 1) * radius(round);
        return Offsets.of(now(support), support.sense() ? by : -by);
    }

    private Surface rolled(Face f, List<Face> supports) {
        if (supports.size() != 2) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    "The fillet at " + Retarget.place(f.bounds().centre())
                            + " runs on into others that would stay as they are. Lean the faces along those too.");
        }
        Box3 where = f.bounds().grown(4 * radius(f) + 1);
        SurfaceSurface.Result spine =
                SurfaceSurface.meet(offset(supports.get(0), f), offset(supports.get(1), f), where, tol);
        Vec3 near = f.surface() instanceof Cylinder c
                ? new Line(c.frame().origin(), c.frame().z())
                        .point(f.bounds()
                                .centre()
                                .minus(c.frame().origin())
                                .dot(c.frame().z()))
                : f.bounds().centre();
        Curve best = null;
        for (Curve c : spine.curves()) {
            if (best == null
                    || c.point(c.project(near)).distance(near)
                            < best.point(best.project(near)).distance(near)) {
                best = c;
            }
        }
        if (best instanceof Line l) {
            return new Cylinder(
                    Frame.of(l.origin(), l.direction(), f.surface().frame().x()), radius(f));
        }
        if (best instanceof Circle k) {
            return Torus.ring(k.frame(), k.radius(), radius(f));
        }
        throw refused(f, "would become a fillet of a kind that can't be carried along yet");
    }

    /** A ball in a corner, or a ring where an upright fillet became a cone. */
    private Surface corner(Face f, Set<Face> leant, Set<Face> strips) {
        Set<Face> around = new LinkedHashSet<>();
        for (Coedge c : f.coedges()) {
            for (Face g : body.faces()) {
                boolean touches = g != f && g.coedges().stream().anyMatch(k -> k.start() == c.start());
                if (touches && !strips.contains(g) && !(g.surface() instanceof Sphere)) {
                    around.add(g);
                }
            }
        }
        List<Face> cones = around.stream()
                .filter(g -> leant.contains(g) && alongPull(g.surface()))
                .toList();
        if (cones.size() == 1) {
            Face cone = cones.get(0);
            List<Face> pair = new ArrayList<>(List.of(cone));
            around.stream().filter(g -> g != cone && !smooth(cone).contains(g)).forEach(pair::add);
            return rolled(f, pair);
        }
        if (around.size() < 3) {
            throw refused(f, "isn't the corner of three faces");
        }
        List<Surface> offsets = around.stream().map(g -> offset(g, f)).toList();
        Vec3 centre = Projected.onto(f.surface().frame().origin(), offsets);
        if (offsets.stream().anyMatch(s -> Math.abs(s.signedDistance(centre)) > tol.linear())) {
            throw refused(f, "no longer touches all faces round it");
        }
        return new Sphere(f.surface().frame().at(centre), radius(f));
    }
}
