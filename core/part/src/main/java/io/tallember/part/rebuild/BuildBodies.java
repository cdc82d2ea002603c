package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.part.CombineStep;
import io.tallember.part.MirrorStep;
import io.tallember.solid.Body;
import io.tallember.solid.Origin;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Mirrored;
import java.util.ArrayList;
import java.util.List;

/** Whole bodies mirrored and combined. */
final class BuildBodies {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private BuildBodies() {}

    static Stand mirror(MirrorStep step, Stand before, List<String> notes) {
        if (before.bodies().isEmpty()) {
            throw new GeometryException(Reason.NO_CONTACT, "There is no body to mirror yet.");
        }
        Plane plane = new Plane(Planes.frame(step.plane(), "this mirror", before, notes));
        List<PartBody> out = new ArrayList<>();
        List<Body> own = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            Body image = Mirrored.of(b.body(), plane, o -> new Origin(step.id(), "image", o.key()));
            if (!step.join()) {
                out.add(b);
                own.add(image);
                continue;
            }
            List<Body> joined = Fuse.unite(List.of(b.body(), image), TOL);
            if (joined.size() > 1) {
                throw new GeometryException(
                        Reason.NO_CONTACT,
                        "A body and its mirror image don't touch, so they can't be joined. Pick a plane at the body, or keep"
                                + " the images as bodies of their own.");
            }
            Material.name(joined, b.id(), out);
        }
        Material.name(own, step.id(), out);
        return before.with(out);
    }

    static Stand combine(CombineStep step, Stand before) {
        if (before.bodies().size() < 2) {
            throw new GeometryException(Reason.NO_CONTACT, "There must be two bodies or more to combine.");
        }
        List<Body> all = before.bodies().stream().map(PartBody::body).toList();
        Body first = all.get(0);
        List<Body> rest = all.subList(1, all.size());
        List<Body> made = switch (step.way()) {
            case JOIN -> Fuse.unite(all, TOL);
            case SUBTRACT -> Fuse.subtract(List.of(first), rest, TOL);
            case COMMON -> common(first, rest);
        };
        if (step.way() == CombineStep.Way.JOIN && made.size() == all.size()) {
            throw new GeometryException(
                    Reason.NO_CONTACT, "The bodies don't touch each other, so there is nothing to join.");
        }
        List<PartBody> out = new ArrayList<>();
        Material.name(made, before.bodies().get(0).id(), out);
        return before.with(out);
    }

    private static List<Body> common(Body first, List<Body> rest) {
        List<Body> made = List.of(first);
        for (Body b : rest) {
            made = Fuse.intersect(made, List.of(b), TOL);
        }
        return made;
    }
}
