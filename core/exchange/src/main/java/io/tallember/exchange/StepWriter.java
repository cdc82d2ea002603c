package io.tallember.exchange;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Curve;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Extrusion;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.NurbsSurface;
import io.tallember.geometry.Pipe;
import io.tallember.geometry.Revolution;
import io.tallember.geometry.Ruled;
import io.tallember.geometry.Shifted;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Poles;
import io.tallember.solid.Shell;
import io.tallember.solid.SurfaceRegion;
import io.tallember.solid.UvLoop;
import io.tallember.solid.Vertex;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Writes bodies as STEP: ISO 10303-21 text after AP242 with an advanced boundary representation, names, colours and materials,
 * lengths in mm. Surfaces and curves are written exactly, but for curves in which two round surfaces meet, which are fitted. Round faces
 * have no seam, full circles are edges with one vertex, and faces without edges are bounded by a vertex, as ISO 10303-42
 * allows.
 */
public final class StepWriter {
    private final StringBuilder data = new StringBuilder();
    private final Map<Vertex, Integer> vertices = new IdentityHashMap<>();
    private final Map<Edge, Integer> edges = new IdentityHashMap<>();
    private final Map<Face, Written> surfaces = new IdentityHashMap<>();
    private Body written;
    private int last;

    private StepWriter() {}

    /**
     * The whole file.
     *
     * @param name the product's name
     * @param names one a body
     * @param when the time stamp
     */
    public static String write(String name, List<Body> bodies, List<String> names, Instant when) {
        return write(name, bodies, names, names.stream().map(n -> "").toList(), List.of(), when);
    }

    /**
     * The same with how the bodies look and what they are of.
     *
     * @param colours one a body as {@code #rrggbb}; empty for none of its own
     * @param materials of the part, by their names
     */
    public static String write(
            String name,
            List<Body> bodies,
            List<String> names,
            List<String> colours,
            List<String> materials,
            Instant when) {
        StepWriter w = new StepWriter();
        w.product(name, bodies, names, colours, materials);
        String stamp = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss")
                .withZone(ZoneOffset.UTC)
                .format(when);
        return "ISO-10303-21;\nHEADER;\n"
                + "FILE_DESCRIPTION((" + text("solid part") + "),'2;1');\n"
                + "FILE_NAME(" + text(name) + ",'" + stamp + "',(''),(''),'Tall Ember','Tall Ember','');\n"
                + "FILE_SCHEMA(('AP242_MANAGED_MODEL_BASED_3D_ENGINEERING_MIM_LF { 1 0 10303 442 1 1 4 }'));\n"
                + "ENDSEC;\nDATA;\n" + w.data + "ENDSEC;\nEND-ISO-10303-21;\n";
    }

    private int put(String entity) {
        data.append('#').append(++last).append('=').append(entity).append(";\n");
        return last;
    }

    private static String ref(int id) {
        return "#" + id;
    }

    private static String refs(List<Integer> ids) {
        return ids.stream().map(StepWriter::ref).collect(Collectors.joining(",", "(", ")"));
    }

    private void product(
            String name, List<Body> bodies, List<String> names, List<String> colours, List<String> materials) {
        int app = put("APPLICATION_CONTEXT('managed model based 3d engineering')");
        put("APPLICATION_PROTOCOL_DEFINITION('international standard','ap242_managed_model_based_3d_engineering',2014,"
                + ref(app) + ")");
        int context = put("PRODUCT_CONTEXT(''," + ref(app) + ",'mechanical')");
        int product = put("PRODUCT(" + text(name) + "," + text(name) + ",'',(" + ref(context) + "))");
        put("PRODUCT_RELATED_PRODUCT_CATEGORY('part',$,(" + ref(product) + "))");
        int formation = put("PRODUCT_DEFINITION_FORMATION('',''," + ref(product) + ")");
        int stage = put("PRODUCT_DEFINITION_CONTEXT('part definition'," + ref(app) + ",'design')");
        int definition = put("PRODUCT_DEFINITION('design',''," + ref(formation) + "," + ref(stage) + ")");
        int shape = put("PRODUCT_DEFINITION_SHAPE('',''," + ref(definition) + ")");
        int length = put("(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))");
        int angle = put("(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))");
        int solid = put("(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())");
        int near = put("UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(" + Tolerance.DEFAULT.linear() + ")," + ref(length)
                + ",'distance_accuracy_value','')");
        int space = put("(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((" + ref(near)
                + "))GLOBAL_UNIT_ASSIGNED_CONTEXT((" + ref(length) + "," + ref(angle) + "," + ref(solid)
                + "))REPRESENTATION_CONTEXT('',''))");
        List<Integer> items = new ArrayList<>();
        items.add(placement(Frame.WORLD));
        List<Integer> styled = new ArrayList<>();
        for (int i = 0; i < bodies.size(); i++) {
            int brep = solid(bodies.get(i), names.get(i));
            items.add(brep);
            if (!colours.get(i).isEmpty()) {
                styled.add(styled(brep, colours.get(i)));
            }
        }
        int rep = put("ADVANCED_BREP_SHAPE_REPRESENTATION(" + text(name) + "," + refs(items) + "," + ref(space) + ")");
        put("SHAPE_DEFINITION_REPRESENTATION(" + ref(shape) + "," + ref(rep) + ")");
        if (!styled.isEmpty()) {
            put("MECHANICAL_DESIGN_GEOMETRIC_PRESENTATION_REPRESENTATION(''," + refs(styled) + "," + ref(space) + ")");
        }
        materials.forEach(m -> put("MATERIAL_DESIGNATION(" + text(m) + ",(" + ref(definition) + "))"));
    }

    /** A solid's colour, on both sides of its faces. */
    private int styled(int solid, String colour) {
        StringBuilder rgb = new StringBuilder("COLOUR_RGB(''");
        for (int i = 1; i < 7; i += 2) {
            rgb.append(',').append(Integer.parseInt(colour.substring(i, i + 2), 16) / 255.0);
        }
        int area = put("FILL_AREA_STYLE_COLOUR(''," + ref(put(rgb.append(')').toString())) + ")");
        int fill = put("SURFACE_STYLE_FILL_AREA(" + ref(put("FILL_AREA_STYLE('',(" + ref(area) + "))")) + ")");
        int side = put("SURFACE_SIDE_STYLE('',(" + ref(fill) + "))");
        int use = put(
                "PRESENTATION_STYLE_ASSIGNMENT((" + ref(put("SURFACE_STYLE_USAGE(.BOTH.," + ref(side) + ")")) + "))");
        return put("STYLED_ITEM('',(" + ref(use) + ")," + ref(solid) + ")");
    }

    private int solid(Body whole, String name) {
        Body body = Halved.of(whole);
        written = body;
        List<Integer> shells = new ArrayList<>();
        for (Shell s : body.shells()) {
            List<Integer> faces = s.faces().stream().map(this::face).toList();
            shells.add(put("CLOSED_SHELL(''," + refs(faces) + ")"));
        }
        if (shells.size() == 1) {
            return put("MANIFOLD_SOLID_BREP(" + text(name) + "," + ref(shells.get(0)) + ")");
        }
        List<Integer> voids = shells.subList(1, shells.size()).stream()
                .map(s -> put("ORIENTED_CLOSED_SHELL('',*," + ref(s) + ",.T.)"))
                .toList();
        return put("BREP_WITH_VOIDS(" + text(name) + "," + ref(shells.get(0)) + "," + refs(voids) + ")");
    }

    private int face(Face f) {
        List<Integer> bounds = new ArrayList<>(seams(f));
        for (Loop l : f.loops()) {
            List<Integer> around = new ArrayList<>();
            for (Coedge c : l.coedges()) {
                around.add(put("ORIENTED_EDGE('',*,*," + ref(edge(c.edge())) + "," + flag(c.forward()) + ")"));
            }
            int loop = put("EDGE_LOOP(''," + refs(around) + ")");
            bounds.add(put("FACE_BOUND(''," + ref(loop) + ",.T.)"));
        }
        Vec3 single = singlePoint(f);
        if (single != null) {
            int vertex = put("VERTEX_POINT(''," + ref(point(single)) + ")");
            bounds.add(put("FACE_BOUND(''," + ref(put("VERTEX_LOOP(''," + ref(vertex) + ")")) + ",.T.)"));
        }
        return put("ADVANCED_FACE(''," + refs(bounds) + "," + ref(written(f).id()) + "," + flag(f.sense()) + ")");
    }

    /** The surface of a face as it is written. */
    private Written written(Face f) {
        return surfaces.computeIfAbsent(f, k -> {
            if (f.surface() instanceof Tube t) {
                return new Written(splineSurface(BlendSpline.of(t, f)), null);
            }
            if (f.surface() instanceof Pipe p) {
                return new Written(splineSurface(BlendSpline.of(p, f)), null);
            }
            if (f.surface() instanceof Ruled r) {
                return new Written(splineSurface(BlendSpline.of(r, f)), null);
            }
            if (f.surface() instanceof Shifted d && d.base() instanceof NurbsSurface n && n.broken()) {
                return new Written(splineSurface(BlendSpline.of(d, f)), null); // readers want a smooth base
            }
            // readers lay a seam from pole to pole
            Surface s = f.surface() instanceof Sphere ball ? Poles.forSeams(ball, f) : f.surface();
            return new Written(surface(s), s);
        });
    }

    /** @param surface null where it is written as another one, with other parameters */
    private record Written(int id, Surface surface) {}

    /**
     * The outline of a face of a ring that has only holes: readers that lay out faces in the parameters take the one loop of such a
     * face for its outline, and the other side for the face. Two circles across each other, each run through both ways, miss the
     * holes and leave no doubt.
     */
    private List<Integer> seams(Face f) {
        if (!(f.surface() instanceof Torus t) || t.spindle() || f.loops().isEmpty()) {
            return List.of();
        }
        List<UvLoop> loops =
                f.loops().stream().map(l -> UvLoop.of(t, l.coedges())).toList();
        double u = UvLoop.free(loops, false);
        double v = UvLoop.free(loops, true);
        if (!UvLoop.onlyHoles(loops, f.sense()) || Double.isNaN(u) || Double.isNaN(v)) {
            return List.of();
        }
        Vertex corner = new Vertex(t.point(u, v), Tolerance.DEFAULT.linear());
        Edge round = closed(t, corner, t.point(u + Math.PI, v), t.du(u, v));
        Edge across = closed(t, corner, t.point(u, v + Math.PI), t.dv(u, v));
        List<Coedge> outline = List.of(
                new Coedge(round, true), new Coedge(across, true), new Coedge(round, false), new Coedge(across, false));
        List<Integer> around = new ArrayList<>();
        for (int i = 0; i < outline.size(); i++) {
            Coedge c = f.sense() ? outline.get(i) : outline.get(3 - i).reversed();
            around.add(put("ORIENTED_EDGE('',*,*," + ref(edge(c.edge())) + "," + flag(c.forward()) + ")"));
        }
        return List.of(put("FACE_OUTER_BOUND(''," + ref(put("EDGE_LOOP(''," + refs(around) + ")")) + ",.T.)"));
    }

    /** The circle through a point and the one opposite it, leaving the point along a direction. */
    private static Edge closed(Torus t, Vertex corner, Vec3 opposite, Vec3 along) {
        Vec3 centre = corner.point().lerp(opposite, 0.5);
        Vec3 x = corner.point().minus(centre);
        Frame f = new Frame(centre, x.unit(), along.unit(), x.unit().cross(along.unit()));
        return new Edge(
                new Circle(f, x.length()), new Interval(0, 2 * Math.PI), corner, corner, Tolerance.DEFAULT.linear());
    }

    /** The point that bounds a face where edges don't: any point of a closed surface, a tip inside its face. */
    private static Vec3 singlePoint(Face f) {
        if (f.loops().isEmpty()) {
            return f.surface() instanceof Sphere s
                    ? s.point(0, -Math.PI / 2)
                    : f.surface().point(0, 0);
        }
        Vec3 tip = f.surface().tip();
        return tip != null && f.region().locate(tip, Tolerance.DEFAULT) == SurfaceRegion.Place.INSIDE ? tip : null;
    }

    private int surface(Surface s) {
        if (s instanceof Cone c) {
            // a placement off the apex: not all readers take a radius of zero
            double lift = c.radius() > 0 ? 0 : 1;
            int at = placement(c.frame().movedAlongZ(lift));
            return put("CONICAL_SURFACE(''," + ref(at) + "," + c.radiusAt(lift) + "," + c.angle() + ")");
        }
        if (s instanceof NurbsSurface n) {
            return splineSurface(n);
        }
        if (s instanceof Shifted k) {
            return put("OFFSET_SURFACE(''," + ref(surface(k.base())) + "," + k.by() + ",.F.)");
        }
        int at = placement(s.frame());
        if (s instanceof Cylinder c) {
            return put("CYLINDRICAL_SURFACE(''," + ref(at) + "," + c.radius() + ")");
        }
        if (s instanceof Sphere k) {
            return put("SPHERICAL_SURFACE(''," + ref(at) + "," + k.radius() + ")");
        }
        if (s instanceof Torus t) {
            String sizes = ref(at) + "," + t.major() + "," + t.minor();
            return put(
                    t.spindle()
                            ? "DEGENERATE_TOROIDAL_SURFACE(''," + sizes + ",.T.)"
                            : "TOROIDAL_SURFACE(''," + sizes + ")");
        }
        if (s instanceof Extrusion e) {
            int along = put("VECTOR(''," + ref(direction(e.frame().z())) + ",1.)");
            int base = curve(e.base().placed(e.frame()));
            return put("SURFACE_OF_LINEAR_EXTRUSION(''," + ref(base) + "," + ref(along) + ")");
        }
        if (s instanceof Revolution r) {
            int origin = point(r.frame().origin());
            int axis = put("AXIS1_PLACEMENT(''," + ref(origin) + ","
                    + ref(direction(r.frame().z())) + ")");
            int meridian = curve(r.meridian().placed(r.frame()));
            return put("SURFACE_OF_REVOLUTION(''," + ref(meridian) + "," + ref(axis) + ")");
        }
        return put("PLANE(''," + ref(at) + ")");
    }

    private int edge(Edge e) {
        Integer known = edges.get(e);
        if (known != null) {
            return known;
        }
        int start = vertex(e.start());
        int end = vertex(e.end());
        int curve = e.curve() instanceof Ellipse k
                ? onSurfaces(e, k)
                : e.curve().evaluated() ? spline(Spline.fitted(e.curve(), e.range())) : curve(e.curve());
        int id = put("EDGE_CURVE(''," + ref(start) + "," + ref(end) + "," + ref(curve) + ",.T.)");
        edges.put(e, id);
        return id;
    }

    /**
     * An ellipse with its images in the parameters of the cylinders on either side: readers fit those less well than the curve is
     * known.
     */
    private int onSurfaces(Edge e, Ellipse k) {
        int space = curve(k);
        List<Integer> images = new ArrayList<>();
        for (Face f : written.facesOf(e)) {
            Written w = written(f);
            if (w.surface() instanceof Cylinder c) {
                images.add(image(e, k, c, w.id()));
            }
        }
        return images.size() == 2 ? put("SURFACE_CURVE(''," + ref(space) + "," + refs(images) + ",.CURVE_3D.)") : space;
    }

    private int image(Edge e, Ellipse k, Cylinder c, int surface) {
        Image image = Image.of(k, e.range(), c);
        int flat = put("B_SPLINE_CURVE_WITH_KNOTS(''," + 3 + ","
                + list(image.poles().stream().map(this::flatPoint).toList()) + ",.UNSPECIFIED.,.F.,.F.,"
                + list(image.multiplicities().stream().map(String::valueOf).toList()) + ","
                + list(image.knots().stream().map(String::valueOf).toList()) + ",.UNSPECIFIED.)");
        int context = put("(GEOMETRIC_REPRESENTATION_CONTEXT(2)PARAMETRIC_REPRESENTATION_CONTEXT()"
                + "REPRESENTATION_CONTEXT('',''))");
        int definition = put("DEFINITIONAL_REPRESENTATION('',(" + ref(flat) + ")," + ref(context) + ")");
        return put("PCURVE(''," + ref(surface) + "," + ref(definition) + ")");
    }

    private String flatPoint(Vec2 p) {
        return ref(put("CARTESIAN_POINT('',(" + (p.x() + 0.0) + "," + (p.y() + 0.0) + "))"));
    }

    private int curve(Curve c) {
        if (c instanceof Line l) {
            int along = put("VECTOR(''," + ref(direction(l.direction())) + ",1.)");
            return put("LINE(''," + ref(point(l.origin())) + "," + ref(along) + ")");
        }
        if (c instanceof Circle k) {
            return put("CIRCLE(''," + ref(placement(k.frame())) + "," + k.radius() + ")");
        }
        if (c instanceof Nurbs n) {
            List<List<String>> k = knots(n.knots());
            List<Integer> poles = n.poles().stream().map(this::point).toList();
            String closed = flag(n.point(n.lo()).distance(n.point(n.hi())) < 1e-9);
            String plain = n.degree() + "," + refs(poles) + ",.UNSPECIFIED.," + closed + ",.F.";
            String counts = list(k.get(0)) + "," + list(k.get(1)) + ",.UNSPECIFIED.";
            if (!n.rational()) {
                return put("B_SPLINE_CURVE_WITH_KNOTS(''," + plain + "," + counts + ")");
            }
            return put("(BOUNDED_CURVE()B_SPLINE_CURVE(" + plain + ")B_SPLINE_CURVE_WITH_KNOTS(" + counts
                    + ")CURVE()GEOMETRIC_REPRESENTATION_ITEM()RATIONAL_B_SPLINE_CURVE(" + numbers(n.weights())
                    + ")REPRESENTATION_ITEM(''))");
        }
        if (c.evaluated()) {
            return spline(Spline.fitted(c, c.whole()));
        }
        Ellipse k = (Ellipse) c;
        return put("ELLIPSE(''," + ref(placement(k.frame())) + "," + k.a() + "," + k.b() + ")");
    }

    /** How many times each knot is there, and the different knots. */
    private static List<List<String>> knots(double[] knots) {
        List<String> counts = new ArrayList<>();
        List<String> values = new ArrayList<>();
        for (int i = 0; i < knots.length; ) {
            int n = 1;
            while (i + n < knots.length && knots[i + n] == knots[i]) {
                n++;
            }
            counts.add(String.valueOf(n));
            values.add(String.valueOf(knots[i]));
            i += n;
        }
        return List.of(counts, values);
    }

    private static String list(List<String> items) {
        return "(" + String.join(",", items) + ")";
    }

    private static String numbers(double[] values) {
        return list(java.util.Arrays.stream(values).mapToObj(String::valueOf).toList());
    }

    private int splineSurface(NurbsSurface n) {
        List<List<String>> ku = knots(n.knotsU());
        List<List<String>> kv = knots(n.knotsV());
        List<String> rows = new ArrayList<>();
        List<String> weights = new ArrayList<>();
        boolean rational = false;
        for (int i = 0; i < n.poles().size(); i++) {
            rows.add(refs(n.poles().get(i).stream().map(this::point).toList()));
            double[] w = new double[n.poles().get(i).size()];
            for (int j = 0; j < w.length; j++) {
                w[j] = n.weight(i, j);
                rational |= w[j] != n.weight(0, 0);
            }
            weights.add(numbers(w));
        }
        String plain = n.degreeU() + "," + n.degreeV() + "," + list(rows) + ",.UNSPECIFIED.," + flag(n.uPeriod() > 0)
                + "," + flag(n.vPeriod() > 0) + ",.F.";
        String counts = list(ku.get(0)) + "," + list(kv.get(0)) + "," + list(ku.get(1)) + "," + list(kv.get(1))
                + ",.UNSPECIFIED.";
        if (!rational) {
            return put("B_SPLINE_SURFACE_WITH_KNOTS(''," + plain + "," + counts + ")");
        }
        return put("(BOUNDED_SURFACE()B_SPLINE_SURFACE(" + plain + ")B_SPLINE_SURFACE_WITH_KNOTS(" + counts
                + ")GEOMETRIC_REPRESENTATION_ITEM()RATIONAL_B_SPLINE_SURFACE(" + list(weights)
                + ")REPRESENTATION_ITEM('')SURFACE())");
    }

    private int spline(Spline s) {
        List<Integer> poles = s.poles().stream().map(this::point).toList();
        String counts = s.multiplicities().stream().map(String::valueOf).collect(Collectors.joining(","));
        String knots = s.knots().stream().map(String::valueOf).collect(Collectors.joining(","));
        return put("B_SPLINE_CURVE_WITH_KNOTS(''," + 3 + "," + refs(poles) + ",.UNSPECIFIED.," + flag(s.closed())
                + ",.F.,(" + counts + "),(" + knots + "),.UNSPECIFIED.)");
    }

    private int vertex(Vertex v) {
        Integer known = vertices.get(v);
        if (known == null) {
            known = put("VERTEX_POINT(''," + ref(point(v.point())) + ")");
            vertices.put(v, known);
        }
        return known;
    }

    private int placement(Frame f) {
        int origin = point(f.origin());
        int z = direction(f.z());
        int x = direction(f.x());
        return put("AXIS2_PLACEMENT_3D(''," + ref(origin) + "," + ref(z) + "," + ref(x) + ")");
    }

    private int point(Vec3 p) {
        return put("CARTESIAN_POINT(''," + triple(p) + ")");
    }

    private int direction(Vec3 d) {
        return put("DIRECTION(''," + triple(d) + ")");
    }

    private static String triple(Vec3 v) {
        return "(" + (v.x() + 0.0) + "," + (v.y() + 0.0) + "," + (v.z() + 0.0) + ")";
    }

    private static String flag(boolean b) {
        return b ? ".T." : ".F.";
    }

    /** A string of ISO 10303-21: quotes and backslashes doubled, other than ASCII as UTF-16 in hexadecimal. */
    static String text(String s) {
        StringBuilder b = new StringBuilder("'");
        for (char c : s.toCharArray()) {
            if (c == '\'' || c == '\\') {
                b.append(c).append(c);
            } else if (c >= 32 && c < 127) {
                b.append(c);
            } else {
                b.append(String.format("\\X2\\%04X\\X0\\", (int) c));
            }
        }
        return b.append('\'').toString();
    }
}
