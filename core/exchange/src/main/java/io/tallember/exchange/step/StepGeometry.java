package io.tallember.exchange.step;

import io.tallember.exchange.step.StepFile.Entity;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Recognise;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Vec3;
import io.tallember.solid.sweep.Offsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Curves and surfaces of ISO 10303-42 as ours, in mm and radians; what only spells out a simpler one becomes that one. */
final class StepGeometry {
    private static final int DEEPEST = 20;
    /** A spline this near a simpler curve or surface, in mm, is that. */
    private static final double SPELT = 1e-7;

    /** A surface, and whether its normal points as the file's does. */
    record Made(Surface surface, boolean agrees) {}

    private final Entities file;
    private final StepUnits units;
    private final Map<Integer, Curve> curves = new LinkedHashMap<>();
    private final Map<Integer, Made> surfaces = new LinkedHashMap<>();

    StepGeometry(Entities file, StepUnits units) {
        this.file = file;
        this.units = units;
    }

    Vec3 point(int id) {
        return triple(id, file.one(id, "CARTESIAN_POINT")).times(units.length());
    }

    private Vec3 triple(int id, Entity e) {
        double[] x = Entities.reals(id, e, 1);
        if (x.length != 3) {
            throw new StepException("Entity #" + id + " (" + e.keyword() + ") needs three coordinates.");
        }
        return new Vec3(x[0], x[1], x[2]);
    }

    private Vec3 direction(int id) {
        Vec3 d = triple(id, file.one(id, "DIRECTION"));
        if (!(d.length() > 1e-12)) {
            throw new StepException("Entity #" + id + " is a direction of no length.");
        }
        return d.unit();
    }

    private Vec3 vector(int id) {
        return direction(Entities.ref(id, file.one(id, "VECTOR"), 1));
    }

    private Frame placement(int id) {
        Entity e = file.one(id, "AXIS2_PLACEMENT_3D");
        Vec3 origin = point(Entities.ref(id, e, 1));
        Object axis = Entities.value(id, e, 2);
        Object side = Entities.value(id, e, 3);
        Vec3 z = axis == StepFile.UNSET ? Vec3.Z : direction(Entities.ref(id, e, 2));
        Vec3 x = side == StepFile.UNSET ? Vec3.X : direction(Entities.ref(id, e, 3));
        return Frame.of(origin, z, x);
    }

    private double length(int id, Entity e, int index) {
        return Entities.real(id, e, index) * units.length();
    }

    Curve curve(int id) {
        Curve known = curves.get(id);
        if (known == null) {
            known = curve(id, 0);
            curves.put(id, known);
        }
        return known;
    }

    private Curve curve(int id, int depth) {
        if (depth > DEEPEST) {
            throw new StepException("The curve #" + id + " is defined by itself.");
        }
        List<Entity> parts = file.get(id);
        Entity e = parts.get(0);
        try {
            if (file.part(id, "B_SPLINE_CURVE").isPresent()
                    || file.part(id, "B_SPLINE_CURVE_WITH_KNOTS").isPresent()) {
                return spline(id);
            }
            switch (e.keyword()) {
                case "LINE":
                    return new Line(point(Entities.ref(id, e, 1)), vector(Entities.ref(id, e, 2)));
                case "CIRCLE":
                    return new Circle(placement(Entities.ref(id, e, 1)), length(id, e, 2));
                case "ELLIPSE":
                    return ellipse(placement(Entities.ref(id, e, 1)), length(id, e, 2), length(id, e, 3));
                case "TRIMMED_CURVE":
                case "SURFACE_CURVE":
                case "SEAM_CURVE":
                case "INTERSECTION_CURVE":
                    return curve(Entities.ref(id, e, 1), depth + 1);
                case "POLYLINE":
                    List<Integer> p = Entities.refs(id, e, 1);
                    if (p.size() == 2) {
                        return Line.through(point(p.get(0)), point(p.get(1)));
                    }
                    throw unsupported(id);
                default:
                    throw unsupported(id);
            }
        } catch (GeometryException x) {
            throw new StepException("The curve #" + id + " can't be used: " + x.getMessage());
        }
    }

    private StepException unsupported(int id) {
        return new StepException("Entity #" + id + " is a " + file.kind(id) + ", a kind that can't be read yet.");
    }

    private static Curve ellipse(Frame f, double a, double b) {
        return Math.abs(a - b) < 1e-12 * a ? new Circle(f, a) : new Ellipse(f, a, b);
    }

    /** Flat knots from counts and different values. */
    private static double[] knots(double[] counts, double[] values) {
        List<Double> out = new ArrayList<>();
        for (int i = 0; i < Math.min(counts.length, values.length); i++) {
            for (int k = 0; k < Math.min(counts[i], 1000); k++) {
                out.add(values[i]);
            }
        }
        return out.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private Curve spline(int id) {
        Nurbs n = nurbs(id);
        return Recognise.curve(n, SPELT).orElse(n);
    }

    private Nurbs nurbs(int id) {
        boolean complex = file.get(id).size() > 1;
        Entity knotted = file.part(id, "B_SPLINE_CURVE_WITH_KNOTS").orElseThrow(() -> unsupported(id));
        Entity plain = complex ? file.one(id, "B_SPLINE_CURVE") : knotted;
        int from = complex ? 0 : 1;
        List<Vec3> poles =
                Entities.refs(id, plain, from + 1).stream().map(this::point).toList();
        int k = complex ? 0 : 6;
        double[] flat = knots(Entities.reals(id, knotted, k), Entities.reals(id, knotted, k + 1));
        double[] weights = new double[poles.size()];
        Arrays.fill(weights, 1);
        Optional<Entity> rational = file.part(id, "RATIONAL_B_SPLINE_CURVE");
        if (rational.isPresent()) {
            weights = Entities.reals(id, rational.get(), 0);
        }
        if (weights.length != poles.size()) {
            throw new StepException("The spline #" + id + " has not as many weights as poles.");
        }
        return new Nurbs(Entities.whole(id, plain, from), flat, poles, weights);
    }

    Made surface(int id) {
        Made known = surfaces.get(id);
        if (known == null) {
            try {
                known = made(id);
            } catch (GeometryException x) {
                throw new StepException(
                        "The surface #" + id + " (" + file.kind(id) + ") can't be used: " + x.getMessage());
            }
            surfaces.put(id, known);
        }
        return known;
    }

    private Made made(int id) {
        if (file.part(id, "B_SPLINE_SURFACE").isPresent()
                || file.part(id, "B_SPLINE_SURFACE_WITH_KNOTS").isPresent()) {
            return splineSurface(id);
        }
        Entity e = file.get(id).get(0);
        switch (e.keyword()) {
            case "PLANE":
                return new Made(new Plane(placement(Entities.ref(id, e, 1))), true);
            case "CYLINDRICAL_SURFACE":
                return new Made(new Cylinder(placement(Entities.ref(id, e, 1)), length(id, e, 2)), true);
            case "CONICAL_SURFACE":
                return cone(placement(Entities.ref(id, e, 1)), length(id, e, 2), Entities.real(id, e, 3));
            case "SPHERICAL_SURFACE":
                return new Made(new Sphere(placement(Entities.ref(id, e, 1)), length(id, e, 2)), true);
            case "TOROIDAL_SURFACE":
                return new Made(
                        Torus.ring(placement(Entities.ref(id, e, 1)), length(id, e, 2), length(id, e, 3)), true);
            case "DEGENERATE_TOROIDAL_SURFACE":
                return new Made(new Torus(placement(Entities.ref(id, e, 1)), length(id, e, 2), length(id, e, 3)), true);
            case "SURFACE_OF_LINEAR_EXTRUSION":
                return SweptSurfaces.extruded(curve(Entities.ref(id, e, 1)), vector(Entities.ref(id, e, 2)));
            case "SURFACE_OF_REVOLUTION":
                int axis = Entities.ref(id, e, 2);
                Entity a = file.one(axis, "AXIS1_PLACEMENT");
                Vec3 z = Entities.value(axis, a, 2) == StepFile.UNSET ? Vec3.Z : direction(Entities.ref(axis, a, 2));
                return SweptSurfaces.revolved(
                        curve(Entities.ref(id, e, 1)), new Line(point(Entities.ref(axis, a, 1)), z));
            case "OFFSET_SURFACE":
                Made of = surface(Entities.ref(id, e, 1));
                return new Made(
                        Offsets.of(of.surface(), of.agrees() ? length(id, e, 2) : -length(id, e, 2)), of.agrees());
            case "RECTANGULAR_TRIMMED_SURFACE":
                return surface(Entities.ref(id, e, 1));
            default:
                throw unsupported(id);
        }
    }

    private Made cone(Frame f, double radius, double angle) {
        double half = angle * units.angle();
        return half > 0
                ? new Made(new Cone(f, radius, half), true)
                : new Made(new Cone(Frame.of(f.origin(), f.z().negated(), f.x()), radius, -half), true);
    }

    private Made splineSurface(int id) {
        boolean complex = file.get(id).size() > 1;
        Entity knotted = file.part(id, "B_SPLINE_SURFACE_WITH_KNOTS").orElseThrow(() -> unsupported(id));
        Entity plain = complex ? file.one(id, "B_SPLINE_SURFACE") : knotted;
        int from = complex ? 0 : 1;
        int du = Entities.whole(id, plain, from);
        int dv = Entities.whole(id, plain, from + 1);
        List<List<Vec3>> poles = new ArrayList<>();
        for (Object row : Entities.list(id, plain, from + 2)) {
            if (!(row instanceof List<?> l)) {
                throw new StepException("The spline surface #" + id + " needs rows of poles.");
            }
            poles.add(Entities.refs(id, plain, l, from + 2).stream()
                    .map(this::point)
                    .toList());
        }
        int k = complex ? 0 : 8;
        double[] ku = knots(Entities.reals(id, knotted, k), Entities.reals(id, knotted, k + 2));
        double[] kv = knots(Entities.reals(id, knotted, k + 1), Entities.reals(id, knotted, k + 3));
        double[][] w = new double[poles.size()][];
        for (int i = 0; i < w.length; i++) {
            w[i] = new double[poles.get(i).size()];
            Arrays.fill(w[i], 1);
        }
        Optional<Entity> rational = file.part(id, "RATIONAL_B_SPLINE_SURFACE");
        if (rational.isPresent()) {
            List<?> rows = Entities.list(id, rational.get(), 0);
            for (int i = 0; i < Math.min(w.length, rows.size()); i++) {
                if (rows.get(i) instanceof List<?> l && l.size() == w[i].length) {
                    w[i] = Entities.reals(id, rational.get(), l, 0);
                } else {
                    throw new StepException("The spline surface #" + id + " has not as many weights as poles.");
                }
            }
        }
        if (poles.isEmpty()
                || poles.stream().anyMatch(r -> r.size() != poles.get(0).size() || r.isEmpty())) {
            throw new StepException("The spline surface #" + id + " needs rows of equally many poles.");
        }
        SplineNet net = new SplineNet(du, dv, ku, kv, poles, w).oriented();
        NurbsSurface s = net.surface();
        boolean agrees = !net.turned();
        Surface simpler = Recognise.surface(s, SPELT).orElse(s);
        if (simpler == s) {
            return new Made(s, agrees);
        }
        double u = 0.5 * (s.loU() + s.hiU());
        double v = 0.5 * (s.loV() + s.hiV());
        boolean same = simpler.normalAt(s.point(u, v)).dot(s.normal(u, v)) > 0;
        return new Made(simpler, agrees == same);
    }
}
