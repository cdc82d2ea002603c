package io.tallember.solid.local;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Torus;
import io.tallember.geometry.Tube;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.function.UnaryOperator;

/**
 * Shells: a body hollowed to walls. The core is the body with every kept face moved inward; it is taken from the body, or from
 * the body grown outward. A face whose radius the move uses up closes, and its neighbours meet in its place.
 */
public final class Hollow {
    private Hollow() {}

    /**
     * The walls of a body.
     *
     * @param open the faces left open; none for a closed hollow
     * @param inward each kept face's wall inside of it in mm, zero or more
     * @param outward its wall outside of it
     * @param step the step's id, for lineage
     * @throws GeometryException BAD_VALUE with the face where the wall doesn't fit
     */
    public static List<Body> of(
            Body body,
            Collection<Face> open,
            ToDoubleFunction<Face> inward,
            ToDoubleFunction<Face> outward,
            String step,
            Tolerance tol) {
        return of(body, open, inward, outward, k -> k, step, tol);
    }

    /**
     * The same with the outer skin worked on before the core is taken from it.
     *
     * @param finished the skin, grown outward, as it is to be
     */
    public static List<Body> of(
            Body body,
            Collection<Face> open,
            ToDoubleFunction<Face> inward,
            ToDoubleFunction<Face> outward,
            UnaryOperator<Body> finished,
            String step,
            Tolerance tol) {
        Body grown = grown(body, open, outward, step, tol);
        Body skin = grown == body ? body : finished.apply(grown);
        List<Body> core = core(body, open, inward, step, tol);
        if (core.size() == 1 && core.get(0) == skin) {
            throw new GeometryException(Reason.BAD_VALUE, "A wall needs a thickness above zero.");
        }
        Body joined = skin == body && core.size() == 1 ? Lined.of(body, open, core.get(0), tol) : null;
        return joined != null ? List.of(joined) : Fuse.subtract(List.of(skin), core, tol);
    }

    /** The short way where faces find their new neighbours; else what the faces' layers leave. */
    private static List<Body> core(
            Body body, Collection<Face> open, ToDoubleFunction<Face> inward, String step, Tolerance tol) {
        alike(body, open, inward, tol);
        try {
            return List.of(moved(body, open, f -> -inward.applyAsDouble(f), step, "inside", tol));
        } catch (GeometryException e) {
            if (e.reason() != Reason.BAD_VALUE) {
                throw e;
            }
            try {
                return Layers.core(body, open, inward, step, tol);
            } catch (GeometryException other) {
                throw e;
            }
        }
    }

    private static Body grown(
            Body body, Collection<Face> open, ToDoubleFunction<Face> outward, String step, Tolerance tol) {
        try {
            return moved(body, open, outward, step, "outside", tol);
        } catch (GeometryException e) {
            if (e.reason() != Reason.BAD_VALUE) {
                throw e;
            }
            try {
                return Layers.grown(body, open, outward, step, tol);
            } catch (GeometryException other) {
                throw e;
            }
        }
    }

    /** The body with every face but the held ones moved along its outward normal; the body itself when none moves. */
    public static Body moved(
            Body body, Collection<Face> held, ToDoubleFunction<Face> by, String step, String role, Tolerance tol) {
        Map<Face, Surface> surfaces = new LinkedHashMap<>();
        List<Face> vanishing = new ArrayList<>();
        alike(body, held, by, tol);
        move(body.faces(), f -> held.contains(f) ? 0 : by.applyAsDouble(f), surfaces, vanishing, tol);
        if (surfaces.isEmpty() && vanishing.isEmpty()) {
            return body;
        }
        Skin skin = new Skin(body, surfaces);
        for (Skin.Sheet s : List.copyOf(skin.sheets)) {
            if (held.contains(s.of)) {
                double deep = body.faces().stream()
                        .filter(f -> !held.contains(f))
                        .mapToDouble(f -> -by.applyAsDouble(f))
                        .boxed()
                        .max(java.util.Comparator.comparingDouble(Math::abs))
                        .orElse(0.0);
                Rims.add(skin, s, seam -> runsOn(skin, s, seam, held, vanishing), deep, step);
            }
        }
        return Retarget.of(
                skin,
                vanishing,
                f -> surfaces.containsKey(f)
                        ? List.of(new Origin(step, role, f.origins().get(0).key()))
                        : f.origins(),
                tol);
    }

    /** Kept faces that run smoothly into each other must move alike: moved apart they have no edge any more. */
    private static void alike(Body body, Collection<Face> held, ToDoubleFunction<Face> by, Tolerance tol) {
        for (Edge e : body.edges()) {
            Face f = body.facesOf(e).get(0);
            Face g = body.facesOf(e).get(1);
            boolean apart = Math.abs(by.applyAsDouble(f) - by.applyAsDouble(g)) > tol.linear();
            if (apart && !held.contains(f) && !held.contains(g) && Retarget.smoothAlong(e, f, g)) {
                throw new GeometryException(
                        Reason.BAD_VALUE,
                        "The faces along the edge at " + Retarget.place(e.middle())
                                + " run smoothly into each other, so they need a wall of the same thickness. Pick both, or make"
                                + " the thicker one before they are rounded.");
            }
        }
    }

    /** The body with faces moved along their outward normals, their lineage kept. */
    static Body moved(Body body, ToDoubleFunction<Face> by, Tolerance tol) {
        Map<Face, Surface> surfaces = new LinkedHashMap<>();
        List<Face> vanishing = new ArrayList<>();
        move(body.faces(), by, surfaces, vanishing, tol);
        return Retarget.of(body, surfaces, vanishing, Face::origins, tol);
    }

    private static void move(
            Collection<Face> faces,
            ToDoubleFunction<Face> by,
            Map<Face, Surface> surfaces,
            List<Face> vanishing,
            Tolerance tol) {
        for (Face f : faces) {
            double d = by.applyAsDouble(f);
            if (d == 0) {
                continue;
            }
            double along = f.sense() ? d : -d;
            if (radiusLeft(f.surface(), along) <= tol.linear()) {
                vanishing.add(f);
            } else {
                surfaces.put(f, FaceOffset.of(f, along, tol));
            }
        }
    }

    /** Whether an open face runs smoothly into a kept one across a seam; one that vanishes lets the next meet the opening. */
    private static boolean runsOn(
            Skin skin, Skin.Sheet open, Skin.Seam seam, Collection<Face> held, Collection<Face> vanishing) {
        Face kept = skin.beyond(open, seam).of;
        return !held.contains(kept) && !vanishing.contains(kept) && Retarget.smoothAlong(seam.of, open.of, kept);
    }

    /** What is left of a round surface's radius when it is moved along its normal; without end for flat ones. */
    private static double radiusLeft(Surface s, double along) {
        if (s instanceof Cylinder c) {
            return c.radius() + along;
        }
        if (s instanceof Sphere k) {
            return k.radius() + along;
        }
        if (s instanceof Torus t) {
            return t.minor() + along;
        }
        if (s instanceof Tube t && t.even()) {
            return t.radius() + along;
        }
        return Double.POSITIVE_INFINITY;
    }
}
