package io.tallember.part.rebuild;

import io.tallember.geometry.Box3;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep;
import io.tallember.solid.Body;
import io.tallember.solid.Vertex;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What becomes of material that a step made: new bodies of it, added to the part's bodies, or taken away from them. */
public final class Material {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final String step;
    private final String word;
    private final Stand before;

    /** @param word what the step makes, as sentences call it, such as "extrusion" */
    private Material(String step, String word, Stand before) {
        this.step = step;
        this.word = word;
        this.before = before;
    }

    public static Stand apply(MaterialStep step, String word, List<Body> tools, Stand before) {
        return apply(step.id(), step.mode(), word, tools, before).with(step.id(), Made.of(tools, step.mode()));
    }

    public static Stand apply(String step, MaterialStep.Mode mode, String word, List<Body> tools, Stand before) {
        Material m = new Material(step, word, before);
        return before.with(
                switch (mode) {
                    case BODY -> m.bodies(tools);
                    case ADD -> m.added(tools);
                    case REMOVE -> m.removed(tools);
                    case COMMON -> m.common(tools);
                });
    }

    private List<PartBody> bodies(List<Body> tools) {
        List<PartBody> out = new ArrayList<>(before.bodies());
        name(tools, step, out);
        return out;
    }

    /** Adds bodies under an id; further ones get numbers. */
    public static void name(List<Body> bodies, String id, List<PartBody> out) {
        for (int i = 0; i < bodies.size(); i++) {
            String suffix = i == 0 ? "" : "." + (i + 1);
            Set<String> taken =
                    new LinkedHashSet<>(out.stream().map(PartBody::id).toList());
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
                    .allMatch(f -> f.origins().stream().allMatch(o -> o.step().equals(step)));
            if (own && (near.isEmpty() || isOneOf(volume(r), alone)) && result.size() >= near.size() + 1) {
                throw new GeometryException(
                        Reason.NO_CONTACT,
                        "The " + word
                                + " doesn't touch a body, so there is nothing to add it to. Make it longer, turn its"
                                + " direction, or make it a new body.");
            }
        }
        Map<String, List<Body>> byId = new LinkedHashMap<>();
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
        Set<List<Long>> out = new LinkedHashSet<>();
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
                            "This would remove the whole body. Make the " + word + " shorter or its outline smaller.");
                }
                throw e;
            }
            double was = volume(b.body());
            double is = left.stream().mapToDouble(Material::volume).sum();
            if (was - is <= 1e-12 * was) {
                out.add(b);
            } else {
                changed = true;
                name(left, b.id(), out);
            }
        }
        if (!changed) {
            throw new GeometryException(
                    Reason.WRONG_WAY,
                    "The " + word
                            + " doesn't reach a body, so it would remove nothing. Make it longer or turn its direction.");
        }
        return out;
    }

    private List<PartBody> common(List<Body> tools) {
        List<PartBody> out = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            try {
                name(Fuse.intersect(List.of(b.body()), tools, TOL), b.id(), out);
            } catch (GeometryException e) {
                if (e.reason() != Reason.EMPTY_RESULT) {
                    throw e;
                }
            }
        }
        if (out.isEmpty()) {
            throw new GeometryException(
                    Reason.NO_CONTACT,
                    "The " + word
                            + " has nothing in common with a body, so nothing would be left. Make it reach a body, or"
                            + " choose what becomes of it anew.");
        }
        return out;
    }

    private static double volume(Body b) {
        return MassProperties.of(b).volume();
    }
}
