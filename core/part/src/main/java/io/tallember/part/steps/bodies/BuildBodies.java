package io.tallember.part.steps.bodies;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Body;
import io.tallember.solid.Origin;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Mirrored;
import io.tallember.solid.sweep.Moved;
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
        List<PartBody> meant = meant(step.bodies(), before);
        for (PartBody b : before.bodies()) {
            if (!meant.contains(b)) {
                out.add(b);
                continue;
            }
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
        List<PartBody> meant = meant(step.bodies(), before);
        if (meant.size() < 2) {
            throw new GeometryException(
                    Reason.NO_CONTACT, "There must be two bodies or more to unite, subtract or intersect.");
        }
        List<Body> all = meant.stream().map(PartBody::body).toList();
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
        List<PartBody> out = new ArrayList<>(
                before.bodies().stream().filter(b -> !meant.contains(b)).toList());
        Material.name(made, meant.get(0).id(), out);
        return before.with(out);
    }

    /** Bodies moved and turned, or copies of them. */
    static Stand move(MoveStep step, Stand before, List<String> notes) {
        Line axis = Axes.of(step.axis(), "this move", before, notes);
        Frame turn = Moved.about(axis, step.angle());
        Frame to = turn.at(turn.origin().plus(step.by()));
        List<PartBody> meant = meant(step.bodies(), before);
        List<PartBody> out = new ArrayList<>();
        List<Body> copies = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            if (!meant.contains(b)) {
                out.add(b);
            } else if (step.copy()) {
                out.add(b);
                copies.add(Moved.by(b.body(), to, o -> new Origin(step.id(), "copy", o.key())));
            } else {
                out.add(new PartBody(b.id(), Moved.by(b.body(), to, o -> o)));
            }
        }
        Material.name(copies, step.id(), out);
        return before.with(out);
    }

    /** The bodies with the given ids, in that order; all when there are none. */
    private static List<PartBody> meant(List<String> ids, Stand before) {
        if (ids.isEmpty()) {
            return before.bodies();
        }
        List<PartBody> out = new ArrayList<>();
        for (String id : ids) {
            out.add(before.bodies().stream()
                    .filter(b -> b.id().equals(id))
                    .findFirst()
                    .orElseThrow(() -> new GeometryException(
                            Reason.LOST_REFERENCE,
                            "A body that was picked is no longer there. Open the step and pick again.")));
        }
        return out;
    }

    private static List<Body> common(Body first, List<Body> rest) {
        List<Body> made = List.of(first);
        for (Body b : rest) {
            made = Fuse.intersect(made, List.of(b), TOL);
        }
        return made;
    }
}
