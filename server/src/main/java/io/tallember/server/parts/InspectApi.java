package io.tallember.server.parts;

import static io.tallember.server.parts.PartApi.revision;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.CutOpen;
import io.tallember.inspect.Distance;
import io.tallember.inspect.Thing;
import io.tallember.part.Look;
import io.tallember.part.Refusal;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Hit;
import io.tallember.part.values.Materials;
import io.tallember.server.guard.Works;
import io.tallember.solid.Body;
import io.tallember.solid.mass.Inertia;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.FaceProfile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Looks into a part as it was last seen: what planes lay open, what lies between two things, what it weighs. */
@RestController
@RequestMapping("/api/parts/{id}")
class InspectApi {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    private final Workshop workshop;
    private final Works works;

    InspectApi(Workshop workshop, Works works) {
        this.workshop = workshop;
        this.works = works;
    }

    /**
     * The regions that planes lay open, each with its outline in its plane's own mm, area and centroid; or why there are none.
     *
     * <p>Asked: {@code planes}, each with a point {@code origin} and a {@code normal} to the side that is taken away.
     */
    @PostMapping(path = "/section", produces = PartApi.JSON)
    String section(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(
                id,
                () -> section(workshop.asked(id, revision(n)), n.path("planes")).toString());
    }

    private static ObjectNode section(Context c, JsonNode asked) {
        List<Frame> planes = new ArrayList<>();
        for (JsonNode p : asked) {
            Fields plane = new Fields(p, "plane");
            planes.add(Frame.of(plane.vec3("origin"), plane.vec3("normal").unit()));
        }
        ObjectNode out = MAKE.objectNode();
        ArrayNode frames = out.putArray("planes");
        for (Frame f : planes) {
            ObjectNode o = frames.addObject();
            References.put(o, "origin", f.origin());
            References.put(o, "x", f.x());
            References.put(o, "y", f.y());
            References.put(o, "z", f.z());
        }
        ArrayNode regions = out.putArray("regions");
        List<PartBody> bodies = c.bodies();
        try {
            double sum = 0;
            List<CutOpen.Region> all =
                    CutOpen.of(bodies.stream().map(PartBody::body).toList(), planes, Tolerance.DEFAULT);
            for (CutOpen.Region r : all) {
                Frame f = planes.get(r.plane());
                Profile p = FaceProfile.of(r.face(), f, "");
                StringBuilder path = new StringBuilder();
                p.loops().forEach(l -> OutlinePaths.path(l, path));
                ObjectNode o = regions.addObject()
                        .put("body", bodies.get(r.body()).id())
                        .put("plane", r.plane())
                        .put("area", r.area())
                        .put("path", path.toString());
                References.put(o, "centroid", r.centroid());
                sum += r.area();
            }
            out.put("area", sum);
        } catch (GeometryException e) {
            regions.removeAll();
            out.put("message", c.told(e));
        }
        return out;
    }

    /**
     * What one or two picked things measure, or what lies between them.
     *
     * <p>Asked: {@code picked}, clicks as sentences have them. Lengths are in mm, areas in mm2, angles in radians.
     */
    @PostMapping(path = "/measure", produces = PartApi.JSON)
    String measure(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(
                id,
                () -> measured(workshop.asked(id, revision(n)), n.path("picked"))
                        .toString());
    }

    private static ObjectNode measured(Context c, JsonNode asked) {
        List<Thing> things = new ArrayList<>();
        asked.forEach(h -> thing(Hit.read(h), c).ifPresent(things::add));
        if (things.isEmpty() || things.size() > 2 || things.size() < asked.size()) {
            throw Refusal.of("Pick one or two corners, edges or faces to be measured.");
        }
        ObjectNode out = MAKE.objectNode();
        ArrayNode rows = out.putArray("rows");
        Thing a = things.get(0);
        if (things.size() == 1) {
            single(a, rows);
            return out;
        }
        Thing b = things.get(1);
        Distance d = Distance.of(a, b);
        References.put(out, "from", d.from());
        References.put(out, "to", d.to());
        row(rows, "least distance", "length", d.mm());
        Vec3 way = d.to().minus(d.from());
        row(rows, "along x", "length", Math.abs(way.x()));
        row(rows, "along y", "length", Math.abs(way.y()));
        row(rows, "along z", "length", Math.abs(way.z()));
        Distance.ofAxes(a, b).ifPresent(v -> row(rows, "between axes", "length", v));
        if (a.centre() != null && b.centre() != null) {
            row(rows, "between centres", "length", a.centre().distance(b.centre()));
        }
        Distance.angle(a, b).ifPresent(v -> row(rows, "angle", "angle", v));
        return out;
    }

    private static void single(Thing t, ArrayNode rows) {
        if (t instanceof Thing.Place p) {
            row(rows, "x", "place", p.at().x());
            row(rows, "y", "place", p.at().y());
            row(rows, "z", "place", p.at().z());
            return;
        }
        boolean edge = t instanceof Thing.OfEdge;
        row(rows, edge ? "length" : "area", edge ? "length" : "area", t.size());
        if (t.radius() > 0) {
            row(rows, "radius", "length", t.radius());
            row(rows, "diameter", "length", 2 * t.radius());
        }
    }

    private static void row(ArrayNode rows, String what, String is, double v) {
        rows.addObject().put("what", what).put("is", is).put("value", v);
    }

    private static Optional<Thing> thing(Hit h, Context c) {
        if (h.what() == Hit.What.CORNER) {
            return Optional.ofNullable(h.point()).map(Thing.Place::new);
        }
        return h.face(c).<Thing>map(Thing.OfFace::new).or(() -> h.edge(c).map(Thing.OfEdge::new));
    }

    /**
     * Volume, area and centroid of the part and of each body; where all bodies have a material also mass, centre of mass and moments of
     * inertia about it. In mm, kg and kg mm2.
     */
    @PostMapping(path = "/mass", produces = PartApi.JSON)
    String mass(@PathVariable long id, @RequestBody String body) {
        JsonNode n = PartFile.parse(body);
        return works.at(id, () -> mass(workshop.asked(id, revision(n))).toString());
    }

    private static ObjectNode mass(Context c) {
        ObjectNode out = MAKE.objectNode();
        ArrayNode each = out.putArray("bodies");
        List<Body> bodies = c.bodies().stream().map(PartBody::body).toList();
        double[] densities = new double[bodies.size()];
        double sum = 0;
        boolean known = !bodies.isEmpty();
        Vec3 centre = Vec3.ZERO;
        for (int i = 0; i < densities.length; i++) {
            PartBody b = c.bodies().get(i);
            MassProperties m = MassProperties.of(b.body());
            Look look = c.doc().arrangement().looks().get(b.id());
            String material = look == null ? "" : look.material();
            OptionalDouble mass = Materials.mass(material, m.volume());
            ObjectNode o = each.addObject()
                    .put("id", b.id())
                    .put("called", c.bodyName(b.id()))
                    .put("material", material)
                    .put("volume", m.volume());
            known &= mass.isPresent();
            if (mass.isPresent()) {
                o.put("mass", mass.getAsDouble());
                densities[i] = mass.getAsDouble() / m.volume();
                sum += mass.getAsDouble();
                centre = centre.plus(mass.getAsDouble(), m.centroid());
            }
        }
        MassProperties all = MassProperties.of(bodies);
        out.put("volume", all.volume()).put("area", all.area());
        Vec3 middle = known ? centre.times(1 / sum) : all.centroid();
        References.put(out, "centre", middle);
        if (known) {
            out.put("mass", sum);
            Inertia i = Inertia.of(bodies, densities, middle);
            ArrayNode moments = out.putArray("principal");
            ArrayNode axes = out.putArray("axes");
            for (int k = 0; k < 3; k++) {
                moments.add(i.principal()[k]);
                Vec3 a = i.axes().get(k);
                axes.addArray().add(a.x()).add(a.y()).add(a.z());
            }
            ArrayNode tensor = out.putArray("tensor");
            for (double[] row : i.tensor()) {
                tensor.addArray().add(row[0]).add(row[1]).add(row[2]);
            }
        }
        return out;
    }
}
