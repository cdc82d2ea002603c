package io.tallember.part.steps.ready;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.DrawnSize;
import io.tallember.solid.Body;
import io.tallember.solid.sweep.Primitive;
import java.util.ArrayList;
import java.util.List;

/** Makes ready bodies: their middle over the given place, standing on the plane; a ball and a ring about the place itself. */
final class BuildReady {
    private BuildReady() {}

    static Stand build(ReadyStep step, Stand before, List<String> notes) {
        return Material.apply(step, step.shape().word(), List.of(body(step, frame(step, before, notes))), before);
    }

    private static Frame frame(ReadyStep step, Stand before, List<String> notes) {
        Frame plane = Planes.frame(step.plane(), "this " + step.shape().word(), before, notes);
        Frame f = plane.at(plane.point(step.at().x(), step.at().y(), 0));
        return step.flipped() ? new Frame(f.origin(), f.x(), f.y().negated(), f.z().negated()) : f;
    }

    static List<DrawnSize> drawn(ReadyStep s, Stand finished) {
        Frame f;
        try {
            f = frame(s, finished, new ArrayList<>());
        } catch (GeometryException e) {
            return List.of();
        }
        List<DrawnSize> out = new ArrayList<>();
        if (s.shape() == ReadyStep.Shape.BOX) {
            double w = s.size("width");
            double d = s.size("depth");
            Vec3 corner = f.point(-w / 2, -d / 2, 0);
            out.add(new DrawnSize.Length(s.id(), "width", corner, corner.plus(w, f.x()), f.x(), f.z(), w));
            out.add(new DrawnSize.Length(s.id(), "depth", corner, corner.plus(d, f.y()), f.y(), f.z(), d));
        }
        for (String place : s.shape().sizes()) {
            Vec3 top = place.equals("top") ? f.point(0, 0, s.size("height")) : f.origin();
            if (place.equals("height")) {
                Vec3 edge = s.shape() == ReadyStep.Shape.BOX
                        ? f.point(-s.size("width") / 2, -s.size("depth") / 2, 0)
                        : f.origin();
                double h = s.size("height");
                out.add(new DrawnSize.Length(s.id(), place, edge, edge.plus(h, f.z()), f.z(), null, h));
            } else if (s.shape() != ReadyStep.Shape.BOX && !place.equals("thickness")) {
                double v = s.size(place);
                out.add(new DrawnSize.Radius(s.id(), place, top, f.z(), top.plus(v / 2, f.x()), v, true));
            }
        }
        return out;
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
