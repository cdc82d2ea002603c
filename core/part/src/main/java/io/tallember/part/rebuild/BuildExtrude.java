package io.tallember.part.rebuild;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.ExtrudeStep;
import io.tallember.part.RegionReference;
import io.tallember.sketch.regions.Gap;
import io.tallember.sketch.regions.Region;
import io.tallember.solid.Body;
import io.tallember.solid.Vertex;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Pulls regions out of their plane and makes new bodies of them, adds them, or takes them away. */
final class BuildExtrude {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    /** How far past the last material a cut through all goes, in mm. */
    private static final double BEYOND = 1;

    private final ExtrudeStep step;
    private final Stand before;
    private final List<String> notes;

    private BuildExtrude(ExtrudeStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(ExtrudeStep step, Stand before, List<String> notes) {
        BuildExtrude b = new BuildExtrude(step, before, notes);
        List<Body> tools = b.tools();
        return before.with(
                switch (step.mode()) {
                    case BODY -> b.bodies(tools);
                    case ADD -> b.added(tools);
                    case REMOVE -> b.removed(tools);
                });
    }

    private List<Body> tools() {
        PlacedSketch placed = before.sketch(step.sketch())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The sketch this extrusion needs isn't built. Switch it on, or mend what is wrong with it."));
        Interval reach = reach(placed.frame());
        List<Body> tools = new ArrayList<>();
        for (RegionReference ref : step.regions()) {
            Region region = find(ref, placed);
            Profile profile = new Profile(placed.frame(), region.outer(), region.holes(), region.name());
            tools.add(Extrude.of(profile, reach.lo(), reach.hi(), step.id(), ref.id(), TOL));
        }
        return tools.size() == 1 ? tools : Fuse.unite(tools, TOL);
    }

    /** From where to where it goes, in mm along the sketch's normal. */
    private Interval reach(Frame frame) {
        double d = step.distance();
        if (step.extent() == ExtrudeStep.Extent.DISTANCE) {
            double from = step.bothWays() ? -d / 2 : step.flipped() ? -d : 0;
            return new Interval(from, from + d);
        }
        double low = -BEYOND;
        double high = BEYOND;
        for (PartBody b : before.bodies()) {
            Box3 box = b.body().bounds();
            for (int i = 0; i < 8; i++) {
                Vec3 corner = new Vec3(
                        (i & 1) == 0 ? box.min().x() : box.max().x(),
                        (i & 2) == 0 ? box.min().y() : box.max().y(),
                        (i & 4) == 0 ? box.min().z() : box.max().z());
                double along = frame.local(corner).z();
                low = Math.min(low, along - BEYOND);
                high = Math.max(high, along + BEYOND);
            }
        }
        return step.bothWays()
                ? new Interval(low, high)
                : step.flipped() ? new Interval(low, 0) : new Interval(0, high);
    }

    private Region find(RegionReference ref, PlacedSketch placed) {
        RegionReference.Match match = ref.find(placed.reading().regions()).orElseThrow(() -> lost(ref, placed));
        if (!match.exact()) {
            notes.add("A region's outline in " + placed.step().name()
                    + " has changed; the region that shares most of it was taken.");
        }
        return match.region();
    }

    private static GeometryException lost(RegionReference ref, PlacedSketch placed) {
        StringBuilder b = new StringBuilder("The region inside ");
        b.append(String.join(
                ", ", ref.boundary().stream().map(s -> s.substring(1)).toList()));
        b.append(" is no longer closed in ").append(placed.step().name()).append('.');
        if (placed.reading().gaps().isEmpty()) {
            b.append(" Draw the missing side, or pick another region.");
        } else {
            Gap g = placed.reading().gaps().get(0);
            b.append(String.format(
                    Locale.ROOT,
                    " There is a gap of %.4g mm between %s and %s: join the two points.",
                    g.distance(),
                    g.first(),
                    g.second()));
        }
        return new GeometryException(Reason.LOST_REFERENCE, b.toString());
    }

    private List<PartBody> bodies(List<Body> tools) {
        List<PartBody> out = new ArrayList<>(before.bodies());
        name(tools, step.id(), out);
        return out;
    }

    private static void name(List<Body> bodies, String id, List<PartBody> out) {
        for (int i = 0; i < bodies.size(); i++) {
            String suffix = i == 0 ? "" : "." + (i + 1);
            Set<String> taken = new HashSet<>(out.stream().map(PartBody::id).toList());
            String candidate = id + suffix;
            for (int n = 2; taken.contains(candidate); n++) {
                candidate = id + "." + n;
            }
            out.add(new PartBody(candidate, bodies.get(i)));
        }
    }

    private List<PartBody> near(List<Body> tools) {
        List<Box3> boxes =
                tools.stream().map(t -> t.bounds().grown(TOL.linear())).toList();
        return before.bodies().stream()
                .filter(b -> boxes.stream().anyMatch(x -> x.overlaps(b.body().bounds())))
                .toList();
    }

    private List<PartBody> added(List<Body> tools) {
        if (before.bodies().isEmpty()) {
            throw new GeometryException(
                    Reason.NO_CONTACT, "There is no body to add to yet. Make this a new body instead.");
        }
        List<PartBody> near = near(tools);
        List<Body> all = new ArrayList<>(near.stream().map(PartBody::body).toList());
        all.addAll(tools);
        List<Body> result = near.isEmpty() ? all : Fuse.unite(all, TOL);
        double[] alone = tools.stream().mapToDouble(t -> volume(t)).toArray();
        for (Body r : result) {
            boolean own = r.faces().stream()
                    .allMatch(f -> f.origins().stream().allMatch(o -> o.step().equals(step.id())));
            if (own && (near.isEmpty() || isOneOf(volume(r), alone)) && result.size() >= near.size() + 1) {
                throw new GeometryException(
                        Reason.NO_CONTACT,
                        "The extrusion doesn't touch a body, so there is nothing to add it to. Make it longer, turn its"
                                + " direction, or make it a new body.");
            }
        }
        Map<String, List<Body>> byId = new HashMap<>();
        for (Body r : result) {
            byId.computeIfAbsent(kin(r, near), k -> new ArrayList<>()).add(r);
        }
        List<PartBody> out = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            if (!near.contains(b)) {
                out.add(b);
            } else {
                name(byId.getOrDefault(b.id(), List.of()), b.id(), out);
            }
        }
        return out;
    }

    private static boolean isOneOf(double v, double[] all) {
        for (double a : all) {
            if (Math.abs(a - v) <= 1e-9 * a) {
                return true;
            }
        }
        return false;
    }

    /** The id of the body before that a result body shares most corners with; the earlier one when it is none or several. */
    private static String kin(Body result, List<PartBody> near) {
        Set<List<Long>> corners = corners(result);
        String best = near.get(0).id();
        long most = 0;
        for (PartBody b : near) {
            long shared = corners(b.body()).stream().filter(corners::contains).count();
            if (shared > most) {
                most = shared;
                best = b.id();
            }
        }
        return best;
    }

    private static Set<List<Long>> corners(Body b) {
        Set<List<Long>> out = new HashSet<>();
        for (Vertex v : b.vertices()) {
            Vec3 p = v.point();
            out.add(List.of(Math.round(p.x() * 1e4), Math.round(p.y() * 1e4), Math.round(p.z() * 1e4)));
        }
        return out;
    }

    private List<PartBody> removed(List<Body> tools) {
        if (before.bodies().isEmpty()) {
            throw new GeometryException(
                    Reason.NO_CONTACT, "There is no body to remove from yet. Make this a new body instead.");
        }
        List<PartBody> near = near(tools);
        List<PartBody> out = new ArrayList<>();
        boolean changed = false;
        for (PartBody b : before.bodies()) {
            if (!near.contains(b)) {
                out.add(b);
                continue;
            }
            List<Body> left;
            try {
                left = Fuse.subtract(List.of(b.body()), tools, TOL);
            } catch (GeometryException e) {
                if (e.reason() == Reason.EMPTY_RESULT) {
                    throw new GeometryException(
                            Reason.EMPTY_RESULT,
                            "This would remove the whole body. Make the extrusion shorter or its outline smaller.");
                }
                throw e;
            }
            double was = volume(b.body());
            double is = left.stream().mapToDouble(BuildExtrude::volume).sum();
            if (was - is <= 1e-12 * was) {
                out.add(b);
            } else {
                changed = true;
                name(left, b.id(), out);
            }
        }
        if (!changed) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "The extrusion doesn't reach a body, so it would remove nothing. Make it longer or turn its direction.");
        }
        return out;
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }
}
