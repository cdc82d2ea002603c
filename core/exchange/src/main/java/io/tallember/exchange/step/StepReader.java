package io.tallember.exchange.step;

import io.tallember.exchange.step.ReadTopology.Corner;
import io.tallember.exchange.step.ReadTopology.Sheet;
import io.tallember.exchange.step.ReadTopology.Side;
import io.tallember.exchange.step.ReadTopology.Use;
import io.tallember.exchange.step.StepFile.Entity;
import io.tallember.exchange.step.StepFile.Ref;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import io.tallember.solid.check.BodyCheck;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Reads the solids of a STEP file (ISO 10303-21, with the advanced boundary representations of AP203, AP214 and AP242). Lengths
 * become mm. Seams of round faces are taken out, splines that spell out simpler curves and surfaces become those, fitted edges
 * become the exact meetings of their faces.
 */
public final class StepReader {
    private static final int LARGEST = 400_000_000;

    /**
     * What a file holds.
     *
     * @param bodies sound ones only
     * @param names one a body
     * @param colours one a body as {@code #rrggbb}; empty where the file gives it none
     * @param notes what was set right, left out or is wrong, each with the entity it is about
     * @param left how many solids of the file weren't read
     */
    public record Read(List<Body> bodies, List<String> names, List<String> colours, List<String> notes, int left) {}

    private final Entities file;
    private final Tolerance tol;
    private final List<String> notes = new ArrayList<>();
    private StepGeometry geometry;
    private Map<Integer, Corner> corners;
    private Map<Integer, Side> sides;

    private StepReader(Entities file, Tolerance tol) {
        this.file = file;
        this.tol = tol;
    }

    /**
     * Reads a whole file.
     *
     * @throws StepException when the text is no STEP file or is cut off, with the line; what is wrong with a single solid goes into
     *     the notes instead
     */
    public static Read read(String text, Tolerance tol) {
        if (text.length() > LARGEST) {
            throw new StepException("The file is larger than can be read.");
        }
        return new StepReader(new Entities(StepFile.parse(text)), tol).all();
    }

    private Read all() {
        Map<Integer, Integer> contextOf = new LinkedHashMap<>();
        boolean placed = false;
        for (Map.Entry<Integer, List<Entity>> e : new java.util.TreeMap<>(file.all()).entrySet()) {
            for (Entity part : e.getValue()) {
                placed |= part.keyword().equals("REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION")
                        || part.keyword().equals("MAPPED_ITEM");
                if (part.keyword().endsWith("SHAPE_REPRESENTATION")
                        && part.values().size() == 3) {
                    contexts(e.getKey(), part, contextOf);
                }
                if (part.keyword().equals("MANIFOLD_SOLID_BREP")
                        || part.keyword().equals("BREP_WITH_VOIDS")) {
                    contextOf.putIfAbsent(e.getKey(), -1);
                }
            }
        }
        if (placed) {
            notes.add("The file places parts in an assembly; each solid is read where its own part has it.");
        }
        List<Body> bodies = new ArrayList<>();
        List<String> names = new ArrayList<>();
        List<String> colours = new ArrayList<>();
        Map<Integer, String> colourOf = StepColours.of(file);
        int left = 0;
        for (Map.Entry<Integer, Integer> e : contextOf.entrySet()) {
            int id = e.getKey();
            try {
                StepUnits units = e.getValue() < 0 ? new StepUnits(1, 1) : StepUnits.of(file, e.getValue());
                List<Body> own = solid(id, units);
                for (Body b : own) {
                    bodies.add(b);
                    names.add(name(id, bodies.size()));
                    colours.add(colourOf.getOrDefault(id, ""));
                }
            } catch (StepException | GeometryException x) {
                left++;
                notes.add("The solid #" + id + " wasn't read. " + x.getMessage());
            }
        }
        if (contextOf.isEmpty()) {
            notes.add("The file holds no solid.");
        }
        return new Read(bodies, names, colours, notes, left);
    }

    private void contexts(int id, Entity representation, Map<Integer, Integer> contextOf) {
        if (!(representation.values().get(2) instanceof Ref context)
                || !(representation.values().get(1) instanceof List<?> items)) {
            return;
        }
        for (Object item : items) {
            if (item instanceof Ref r && file.all().containsKey(r.id())) {
                String kind = file.kind(r.id());
                if (kind.equals("MANIFOLD_SOLID_BREP") || kind.equals("BREP_WITH_VOIDS")) {
                    contextOf.put(r.id(), context.id());
                }
            }
        }
    }

    private String name(int id, int number) {
        Object n = file.get(id).get(0).values().get(0);
        return n instanceof String s && !s.isBlank() ? s : "Solid " + number;
    }

    private List<Body> solid(int id, StepUnits units) {
        geometry = new StepGeometry(file, units);
        corners = new LinkedHashMap<>();
        sides = new LinkedHashMap<>();
        Entity e = file.get(id).get(0);
        List<List<Sheet>> shells = new ArrayList<>();
        shells.add(shell(Entities.ref(id, e, 1), true));
        if (e.keyword().equals("BREP_WITH_VOIDS")) {
            for (int v : Entities.refs(id, e, 2)) {
                Entity o = file.one(v, "ORIENTED_CLOSED_SHELL", "CLOSED_SHELL");
                boolean turned = o.keyword().equals("ORIENTED_CLOSED_SHELL") && !Entities.flag(v, o, 3);
                shells.add(shell(o.keyword().equals("CLOSED_SHELL") ? v : Entities.ref(v, o, 2), !turned));
            }
        }
        List<Sheet> all = shells.stream().flatMap(List::stream).toList();
        all.forEach(Sheet::withoutSeams);
        List<List<Sheet>> pieces = shells.size() == 1 ? Apart.of(all) : List.of(all);
        if (pieces.size() > 1) {
            notes.add("The solid #" + id + " touches itself along an edge only; it is read as " + pieces.size()
                    + " bodies.");
        }
        Exact exact = new Exact(all, tol);
        exact.apply();
        if (exact.moved() > tol.linear()) {
            notes.add(String.format(
                    Locale.ROOT,
                    "In the solid #%d %d edges were set right; the farthest off by %.2g mm.",
                    id,
                    exact.replaced(),
                    exact.moved()));
        }
        List<Body> out = new ArrayList<>();
        for (List<Sheet> piece : pieces) {
            Body body = body(pieces.size() > 1 ? List.of(piece) : shells);
            BodyCheck.quick(body, tol).orThrow();
            out.add(body);
        }
        return out;
    }

    private List<Sheet> shell(int id, boolean asIs) {
        Entity e = file.one(id, "CLOSED_SHELL", "OPEN_SHELL");
        if (e.keyword().equals("OPEN_SHELL")) {
            throw new StepException("Its shell #" + id + " is an open one.");
        }
        List<Sheet> out = new ArrayList<>();
        for (int f : Entities.refs(id, e, 1)) {
            out.add(sheet(f, asIs));
        }
        return out;
    }

    private Sheet sheet(int id, boolean asIs) {
        Entity e = file.one(id, "ADVANCED_FACE", "FACE_SURFACE");
        StepGeometry.Made made = geometry.surface(Entities.ref(id, e, 2));
        boolean sense = Entities.flag(id, e, 3);
        List<List<Use>> loops = new ArrayList<>();
        for (int b : Entities.refs(id, e, 1)) {
            Entity bound = file.one(b, "FACE_BOUND", "FACE_OUTER_BOUND");
            int loop = Entities.ref(b, bound, 1);
            if (file.kind(loop).equals("VERTEX_LOOP")) {
                continue;
            }
            List<Use> uses = loop(loop);
            loops.add(Entities.flag(b, bound, 2) == asIs ? uses : turned(uses));
        }
        return new Sheet(id, made.surface(), sense == asIs == made.agrees(), loops);
    }

    private static List<Use> turned(List<Use> loop) {
        List<Use> out = new ArrayList<>();
        for (int i = loop.size() - 1; i >= 0; i--) {
            out.add(new Use(loop.get(i).side(), !loop.get(i).forward()));
        }
        return out;
    }

    private List<Use> loop(int id) {
        Entity e = file.one(id, "EDGE_LOOP");
        List<Use> out = new ArrayList<>();
        for (int o : Entities.refs(id, e, 1)) {
            Entity oriented = file.one(o, "ORIENTED_EDGE");
            Side side = side(Entities.ref(o, oriented, 3));
            out.add(new Use(side, Entities.flag(o, oriented, 4)));
        }
        for (int i = 0; i < out.size(); i++) {
            Use u = out.get(i);
            Corner end = u.forward() ? u.side().end : u.side().start;
            if (end != out.get((i + 1) % out.size()).start()) {
                throw new StepException("The outline #" + id + " is open after the edge #" + u.side().id + ".");
            }
        }
        return out;
    }

    private Side side(int id) {
        Side known = sides.get(id);
        if (known == null) {
            Entity e = file.one(id, "EDGE_CURVE");
            known = new Side(
                    id,
                    corner(Entities.ref(id, e, 1)),
                    corner(Entities.ref(id, e, 2)),
                    geometry.curve(Entities.ref(id, e, 3)),
                    Entities.flag(id, e, 4));
            sides.put(id, known);
        }
        return known;
    }

    private Corner corner(int id) {
        Corner known = corners.get(id);
        if (known == null) {
            Entity e = file.one(id, "VERTEX_POINT");
            known = new Corner(id, geometry.point(Entities.ref(id, e, 1)));
            corners.put(id, known);
        }
        return known;
    }

    private Body body(List<List<Sheet>> shells) {
        Map<Corner, Vertex> vertices = new IdentityHashMap<>();
        Map<Side, Edge> edges = new IdentityHashMap<>();
        List<Shell> out = new ArrayList<>();
        for (List<Sheet> sheets : shells) {
            List<Face> faces = new ArrayList<>();
            for (Sheet s : sheets) {
                List<Loop> loops = new ArrayList<>();
                for (List<Use> loop : s.loops) {
                    List<Coedge> coedges = new ArrayList<>();
                    for (Use u : loop) {
                        Edge e = edges.computeIfAbsent(u.side(), k -> edge(k, vertices));
                        coedges.add(new Coedge(e, u.forward() == u.side().along));
                    }
                    loops.add(new Loop(coedges));
                }
                faces.add(new Face(s.surface, s.sense, loops, List.of(new Origin("file", "face", "#" + s.id))));
            }
            out.add(new Shell(faces));
        }
        return new Body(out);
    }

    private Edge edge(Side s, Map<Corner, Vertex> vertices) {
        Vertex a = vertices.computeIfAbsent(s.start, c -> new Vertex(c.point, tol.linear()));
        Vertex b = vertices.computeIfAbsent(s.end, c -> new Vertex(c.point, tol.linear()));
        io.tallember.geometry.Interval r = Exact.range(s, s.start.point, s.end.point);
        if (r == null || !(r.length() > 0)) {
            throw new StepException("The edge #" + s.id + " has no length.");
        }
        double t = Math.max(tol.linear(), s.tolerance);
        return s.along ? new Edge(s.curve, r, a, b, t) : new Edge(s.curve, r, b, a, t);
    }
}
