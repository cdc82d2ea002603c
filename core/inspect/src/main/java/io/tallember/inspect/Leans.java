package io.tallember.inspect;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Cone;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Probe.Place;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;

/**
 * How faces lean against a pull, and what a tool pulled that way, or the other, can't let go.
 *
 * <p>The lean of a place is the angle between its face and the pull, in radians: above zero where the face looks along the pull. Flat
 * faces, and cylinders and cones along the pull, lean alike everywhere, exactly.
 */
public final class Leans {
    /** A face whose lean changes by more, in radians, may only pass through being upright. */
    private static final double TURNS = Math.toRadians(6);
    /** A ball has the sine of an angle as its share that leans less; what has so many times more doesn't just pass. */
    private static final double PASSING = 3;
    /** Off a surface a ray begins by so many times what triangles are off, that it clears those beside where it comes from. */
    private static final double OFF = 3;
    /** Faces that lean by less, in radians, are upright: they let go either way. */
    private static final double UPRIGHT = Math.toRadians(0.01);

    private static final int SLIDES = 8;
    /** Of a face that is held all over, so great a share of its places is at least; some beside its outline may seem free. */
    private static final double WHOLLY = 0.95;

    private static final int LOOKS = 32;
    /** Depths that differ by less, in mm, are alike. */
    private static final double SAME = 1e-6;
    /** A slide goes across the pull; this near to it, as a cosine, it would be part of the mould's own opening. */
    private static final double MOSTLY_ALONG = 0.7;

    private final Probe probe;
    private final Samples samples;
    private final Vec3 pull;

    public Leans(Probe probe, Samples samples, Vec3 pull) {
        this.probe = probe;
        this.samples = samples;
        this.pull = pull.unit();
    }

    public double lean(Place p) {
        return lean(p, pull);
    }

    /** @param pull of unit length */
    static double lean(Place p, Vec3 pull) {
        return Math.asin(Math.max(-1, Math.min(1, p.outward().dot(pull))));
    }

    /**
     * A face that leans less than it should.
     *
     * @param lean in radians, the least, without its sign
     */
    public record Steep(int face, double lean, Vec3 at) {}

    /**
     * Faces a part of which leans less than an angle either way; but for those that only pass through being upright, as rounds do, on
     * a small share of themselves.
     */
    public List<Steep> steep(double least) {
        Map<Integer, List<Place>> by = new LinkedHashMap<>();
        samples.all()
                .forEach(p ->
                        by.computeIfAbsent(p.face(), k -> new ArrayList<>()).add(p));
        List<Steep> out = new ArrayList<>();
        by.forEach((f, places) -> {
            double[] r = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
            places.forEach(p -> take(r, lean(p)));
            Place worst = places.stream()
                    .min(Comparator.comparingDouble(p -> Math.abs(lean(p))))
                    .orElseThrow();
            double lean = even(probe.faces().get(f))
                    ? Math.abs(0.5 * (r[0] + r[1]))
                    : r[0] <= 0 && r[1] >= 0 ? 0 : Math.abs(lean(worst));
            long little = places.stream()
                    .filter(p -> Math.abs(lean(p)) < least - 1e-9)
                    .count();
            boolean much = r[1] - r[0] < TURNS || little >= PASSING * Math.sin(least) * places.size();
            if (much && lean < least - 1e-9) {
                out.add(new Steep(f, lean, worst.at()));
            }
        });
        return out;
    }

    /** Whether a face leans alike everywhere. */
    private boolean even(Face f) {
        return f.surface() instanceof Plane
                || f.surface() instanceof Cylinder c
                        && c.frame().z().cross(pull).length() < 1e-12
                || f.surface() instanceof Cone k && k.frame().z().cross(pull).length() < 1e-12;
    }

    /**
     * What is held.
     *
     * @param faces the numbers of the faces that are
     * @param slide the direction in which a slide would free it that reaches in least; null where none of those tried does
     * @param deep how far along the slide it reaches, in mm; not a number without one
     */
    public record Held(List<Integer> faces, Vec3 at, Vec3 slide, double deep) {}

    /** Undercuts, each of faces that lie beside each other. */
    public List<Held> held() {
        List<Place> blocked = new ArrayList<>();
        for (Place p : samples.all()) {
            if (blocked(p)) {
                blocked.add(p);
            }
        }
        List<Held> out = new ArrayList<>();
        for (List<Place> group : groups(blocked)) {
            out.add(held(group));
        }
        return out;
    }

    private boolean blocked(Place p) {
        double a = lean(p);
        if (Math.abs(a) < UPRIGHT) {
            return !free(p, pull) && !free(p, pull.negated());
        }
        return !free(p, a > 0 ? pull : pull.negated());
    }

    private boolean free(Place p, Vec3 way) {
        return probe.ray(p.at().plus(OFF * probe.off(), p.outward()), way).to() == null;
    }

    /** Places that are near each other: one face may be held in several places by several things. */
    private List<List<Place>> groups(List<Place> places) {
        List<List<Place>> out = new ArrayList<>();
        List<Place> left = new ArrayList<>(places);
        double near = 3 * samples.spacing();
        while (!left.isEmpty()) {
            List<Place> group = new ArrayList<>(List.of(left.remove(left.size() - 1)));
            for (int i = 0; i < group.size(); i++) {
                Place p = group.get(i);
                left.removeIf(q -> {
                    boolean beside = q.at().distance(p.at()) < near;
                    if (beside) {
                        group.add(q);
                    }
                    return beside;
                });
            }
            out.add(group);
        }
        return out;
    }

    private Held held(List<Place> group) {
        List<Integer> faces =
                group.stream().map(Place::face).distinct().sorted().toList();
        Vec3 best = null;
        double deep = Double.POSITIVE_INFINITY;
        for (Vec3 way : ways(group)) {
            if (!group.stream().allMatch(p -> free(p, way))) {
                continue;
            }
            double reach = deep(group, faces, way);
            boolean nearer =
                    best != null && Math.abs(reach - deep) <= SAME && out(group, way) > out(group, best) + SAME;
            if (reach < deep - SAME || nearer) {
                deep = reach;
                best = way;
            }
        }
        return new Held(faces, group.get(0).at(), best, best == null ? Double.NaN : deep);
    }

    /** How far along a direction places lie from the middle: of slides to both sides that one is meant that is soon out. */
    private double out(List<Place> group, Vec3 way) {
        Box3 box = Box3.EMPTY;
        for (Face f : probe.faces()) {
            box = box.with(f.bounds());
        }
        return group.get(0).at().minus(box.centre()).dot(way);
    }

    /** How far a slide along a direction reaches into what is held. */
    private double deep(List<Place> group, List<Integer> faces, Vec3 way) {
        double[] d = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        group.forEach(p -> take(d, p.at().dot(way)));
        for (int f : faces) {
            if (wholly(f, group)) {
                for (Coedge c : probe.faces().get(f).coedges()) {
                    take(d, farthest(c, way));
                    take(d, -farthest(c, way.negated()));
                }
            }
        }
        return d[1] - d[0];
    }

    /** How far an edge reaches along a direction: the best of some places, and from there on by thirds. */
    private static double farthest(Coedge c, Vec3 way) {
        DoubleUnaryOperator along = s -> c.curve().point(c.range().at(s)).dot(way);
        int best = 0;
        for (int i = 1; i <= LOOKS; i++) {
            best = along.applyAsDouble((double) i / LOOKS) > along.applyAsDouble((double) best / LOOKS) ? i : best;
        }
        // a closed edge may reach farthest on either side of where it begins
        double around = most(along, (best - 1.0) / LOOKS, (best + 1.0) / LOOKS);
        return Math.max(around, Math.max(most(along, 0, 1.0 / LOOKS), most(along, 1 - 1.0 / LOOKS, 1)));
    }

    private static double most(DoubleUnaryOperator along, double from, double to) {
        double lo = Math.max(0, from);
        double hi = Math.min(1, to);
        for (int k = 0; k < 60; k++) {
            double a = lo + (hi - lo) / 3;
            double b = hi - (hi - lo) / 3;
            if (along.applyAsDouble(a) < along.applyAsDouble(b)) {
                lo = a;
            } else {
                hi = b;
            }
        }
        return along.applyAsDouble(0.5 * (lo + hi));
    }

    private static void take(double[] range, double x) {
        range[0] = Math.min(range[0], x);
        range[1] = Math.max(range[1], x);
    }

    /** Whether a face is held all over. */
    private boolean wholly(int face, List<Place> group) {
        long held = group.stream().filter(p -> p.face() == face).count();
        long all = samples.all().stream().filter(p -> p.face() == face).count();
        return held >= WHOLLY * all;
    }

    /** Directions in which a slide might go: along the faces that are held, then round about, across the pull. */
    private List<Vec3> ways(List<Place> group) {
        List<Vec3> out = new ArrayList<>();
        Vec3 first = group.get(0).outward();
        group.stream()
                .map(p -> p.outward().cross(first))
                .filter(n -> n.length() > 0.3)
                .findFirst()
                .ifPresent(n -> both(n.unit(), out));
        for (Place p : group) {
            if (out.size() < 4 && probe.faces().get(p.face()).surface() instanceof Cylinder c) {
                both(c.frame().z(), out);
            }
        }
        out.removeIf(w -> Math.abs(w.dot(pull)) > MOSTLY_ALONG);
        Vec3 x = pull.anyPerpendicular();
        for (int i = 0; i < SLIDES; i++) {
            double w = 2 * Math.PI * i / SLIDES;
            out.add(x.times(Math.cos(w)).plus(Math.sin(w), pull.cross(x)));
        }
        return out;
    }

    private static void both(Vec3 way, List<Vec3> out) {
        out.add(way);
        out.add(way.negated());
    }
}
