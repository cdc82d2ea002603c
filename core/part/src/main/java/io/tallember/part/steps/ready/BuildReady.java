package io.tallember.part.steps.ready;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Body;
import io.tallember.solid.sweep.Primitive;
import java.util.List;

/** Makes ready bodies: their middle over the given place, standing on the plane; a ball and a ring about the place itself. */
final class BuildReady {
    private BuildReady() {}

    static Stand build(ReadyStep step, Stand before, List<String> notes) {
        Frame plane = Planes.frame(step.plane(), "this " + step.shape().word(), before, notes);
        Frame f = plane.at(plane.point(step.at().x(), step.at().y(), 0));
        if (step.flipped()) {
            f = new Frame(f.origin(), f.x(), f.y().negated(), f.z().negated());
        }
        return Material.apply(step, step.shape().word(), List.of(body(step, f)), before);
    }

    private static Body body(ReadyStep s, Frame f) {
        Tolerance tol = Tolerance.DEFAULT;
        String id = s.id();
        return switch (s.shape()) {
            case BOX -> {
                double w = s.size("width");
                double d = s.size("depth");
                Vec3 corner = f.point(-w / 2, -d / 2, 0);
                yield Primitive.box(f.at(corner), w, d, s.size("height"), id, tol);
            }
            case CYLINDER -> Primitive.cylinder(f, s.size("diameter") / 2, s.size("height"), id, tol);
            case CONE -> Primitive.cone(f, s.size("bottom") / 2, s.size("top") / 2, s.size("height"), id, tol);
            case BALL -> Primitive.sphere(f, s.size("diameter") / 2, id, tol);
            case RING -> Primitive.torus(f, s.size("diameter") / 2, s.size("thickness") / 2, id, tol);
        };
    }
}
