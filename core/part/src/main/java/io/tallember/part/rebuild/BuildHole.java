package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.HoleStep;
import io.tallember.part.SketchPlane;
import io.tallember.solid.Body;
import io.tallember.solid.sweep.Revolve;
import java.util.ArrayList;
import java.util.List;

/** Drills holes: each a turned body that starts flush with its face. */
final class BuildHole {
    private static final double POINT = Math.toRadians(118) / 2;
    private static final double BEYOND = 1;

    private final HoleStep step;
    private final Stand before;

    private BuildHole(HoleStep step, Stand before) {
        this.step = step;
        this.before = before;
    }

    static Stand build(HoleStep step, Stand before, List<String> notes) {
        BuildHole b = new BuildHole(step, before);
        List<Body> tools = new ArrayList<>();
        for (HoleStep.Place p : step.places()) {
            Frame f = Planes.frame(new SketchPlane.OnFace(p.face()), "this hole", before, notes);
            tools.add(b.tool(f.at(f.point(p.at().x(), p.at().y(), 0)), p.id()));
        }
        return Material.apply(step, "hole", tools, before);
    }

    /** The hole's body below a face whose frame looks out of the material. */
    private Body tool(Frame f, String id) {
        double r = step.diameter() / 2;
        double head = step.head() / 2;
        double deep = step.through() ? far(f) : step.depth();
        List<double[]> rz = new ArrayList<>();
        List<String> names = new ArrayList<>();
        add(rz, names, 0, 0, "mouth");
        switch (step.mouth()) {
            case COUNTERBORE -> {
                add(rz, names, head, 0, "head");
                add(rz, names, head, step.headDepth(), "seat");
                add(rz, names, r, step.headDepth(), "wall");
            }
            case COUNTERSINK -> {
                add(rz, names, head, 0, "sink");
                add(rz, names, r, (head - r) / Math.tan(step.sink() / 2), "wall");
            }
            default -> add(rz, names, r, 0, "wall");
        }
        boolean tip = step.pointed() && !step.through();
        add(rz, names, r, deep, tip ? "point" : "floor");
        if (tip) {
            add(rz, names, 0, deep + r / Math.tan(POINT), "axis");
        } else {
            add(rz, names, 0, deep, "axis");
        }
        // half the section in the plane of the axis, which points into the material
        Frame half = new Frame(f.origin(), f.x(), f.z().negated(), f.y());
        List<Profile.Edge> loop = new ArrayList<>();
        for (int i = 0; i < rz.size(); i++) {
            double[] a = rz.get(i);
            double[] b = rz.get((i + 1) % rz.size());
            Vec3 p = new Vec3(a[0], a[1], 0);
            Vec3 q = new Vec3(b[0], b[1], 0);
            String name = id + "-" + names.get(i);
            loop.add(new Profile.Edge(Line.through(p, q), new Interval(0, p.distance(q)), true, name));
        }
        Profile section = new Profile(half, loop, List.of(), "the hole");
        Line axis = new Line(f.origin(), half.y());
        return Revolve.of(section, axis, 0, 2 * Math.PI, step.id(), id, Tolerance.DEFAULT);
    }

    private static void add(List<double[]> rz, List<String> names, double r, double z, String next) {
        rz.add(new double[] {r, z});
        names.add(next);
    }

    /** How deep below the face the last material is, and a little more. */
    private double far(Frame f) {
        double deepest = 0;
        for (PartBody b : before.bodies()) {
            for (Vec3 corner : b.body().bounds().corners()) {
                deepest = Math.max(deepest, -f.local(corner).z());
            }
        }
        return deepest + BEYOND + step.headDepth() + step.head();
    }
}
