package io.tallember.part.steps.repeat;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.Layout;
import io.tallember.part.MaterialStep;
import io.tallember.part.RegionReference;
import io.tallember.part.rebuild.Axes;
import io.tallember.part.rebuild.Called;
import io.tallember.part.rebuild.FaceFinder;
import io.tallember.part.rebuild.Made;
import io.tallember.part.rebuild.Material;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.Paths;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.Planes;
import io.tallember.part.rebuild.Stand;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import io.tallember.solid.local.Faces;
import io.tallember.solid.sweep.Mirrored;
import io.tallember.solid.sweep.Moved;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiFunction;

/** Does again elsewhere what steps did: all copies of a piece of material are added or taken away at once. */
final class BuildRepeat {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final RepeatStep step;
    private final Stand before;
    private final List<String> notes;

    private BuildRepeat(RepeatStep step, Stand before, List<String> notes) {
        this.step = step;
        this.before = before;
        this.notes = notes;
    }

    static Stand build(RepeatStep step, Stand before, List<String> notes) {
        return new BuildRepeat(step, before, notes).all();
    }

    private Stand all() {
        BiFunction<Body, Integer, Body> copier = copier();
        List<Made.Piece> done = new ArrayList<>();
        Stand stand = before;
        for (Made.Piece p : pieces()) {
            List<Body> copies = new ArrayList<>();
            for (int k = 2; k <= step.layout().places(); k++) {
                if (!step.skip().contains(k)) {
                    for (Body b : p.bodies()) {
                        copies.add(copier.apply(b, k));
                    }
                }
            }
            if (!copies.isEmpty()) {
                stand = Material.apply(step.id(), p.mode(), "repeat", copies, stand);
                done.add(new Made.Piece(copies, p.mode()));
            }
        }
        return stand.with(step.id(), Made.of(done));
    }

    /** What is repeated, in the order in which it was made. */
    private List<Made.Piece> pieces() {
        List<Made.Piece> out = new ArrayList<>();
        Set<String> own = new LinkedHashSet<>(step.steps());
        List<String> order = before.madeOrder();
        for (String id : step.steps()) {
            if (!order.contains(id)) {
                throw new GeometryException(
                        Reason.LOST_REFERENCE,
                        "A step that should be repeated made nothing. Switch it on, mend it, or pick another one.");
            }
        }
        // a change along edges is done with the material that it changes; alone, all of it is
        boolean alone = step.steps().stream().allMatch(before::isChange);
        order.stream()
                .filter(own::contains)
                .forEach(id -> out.addAll(before.made(id).orElseThrow().pieces(alone ? Set.of() : own)));
        for (String id : step.bodies()) {
            PartBody b = before.bodies().stream()
                    .filter(x -> x.id().equals(id))
                    .findFirst()
                    .orElseThrow(() -> new GeometryException(
                            Reason.LOST_REFERENCE, "A body that should be repeated is no longer there. Pick again."));
            out.add(new Made.Piece(List.of(b.body()), MaterialStep.Mode.BODY));
        }
        if (!step.faces().isEmpty()) {
            out.addAll(enclosed());
        }
        return out.stream().filter(p -> !p.bodies().isEmpty()).toList();
    }

    /** The material of a boss, or the room of a pocket, that the picked faces enclose. */
    private List<Made.Piece> enclosed() {
        Set<Face> picked = FaceFinder.all(step.faces(), before.bodies(), notes);
        List<Made.Piece> out = new ArrayList<>();
        for (PartBody b : before.bodies()) {
            List<Face> here = b.body().faces().stream().filter(picked::contains).toList();
            if (here.isEmpty()) {
                continue;
            }
            Body healed = without(b.body(), here);
            out.add(new Made.Piece(Made.less(List.of(healed), List.of(b.body())), MaterialStep.Mode.REMOVE));
            out.add(new Made.Piece(Made.less(List.of(b.body()), List.of(healed)), MaterialStep.Mode.ADD));
        }
        return out;
    }

    /**
     * The body without the pocket or boss that faces belong to: all of it was picked, or its other faces are those that are reached
     * over inner edges, as in a pocket, or over outer ones, as on a boss. One picked face is never all before it was looked round.
     */
    private static Body without(Body body, List<Face> picked) {
        List<Collection<Face>> tries =
                new ArrayList<>(List.of(picked, reached(body, picked, false), reached(body, picked, true)));
        if (picked.size() == 1) {
            Collections.rotate(tries, -1);
        }
        GeometryException why = null;
        for (Collection<Face> faces : tries) {
            if (faces.size() == body.faces().size()) {
                continue;
            }
            try {
                return Faces.removed(body, faces, TOL);
            } catch (GeometryException e) {
                why = why == null ? e : why;
            }
        }
        throw new GeometryException(
                Reason.BAD_VALUE,
                "The picked faces don't enclose a pocket or a boss that can be told from the rest; pick all of its faces, the"
                        + " blends among them." + (why == null ? "" : " (" + why.sentence() + ")"));
    }

    /** Faces with all that is reached from them over smooth edges and those of one sense. */
    private static Collection<Face> reached(Body body, List<Face> from, boolean convex) {
        List<Face> out = new ArrayList<>(from);
        for (int i = 0; i < out.size(); i++) {
            for (Coedge c : out.get(i).coedges()) {
                if (Edges.smooth(body, c.edge()) || Edges.convex(body, c.edge()) == convex) {
                    body.facesOf(c.edge()).stream()
                            .filter(f -> !out.contains(f))
                            .forEach(out::add);
                }
            }
        }
        return out;
    }

    /** Gives the copy of a body at a place. */
    private BiFunction<Body, Integer, Body> copier() {
        Layout l = step.layout();
        int way = step.flipped() ? -1 : 1;
        if (l instanceof Layout.Mirror m) {
            Plane plane = new Plane(Planes.frame(m.plane(), "this repeat", before, notes));
            return (b, k) -> Mirrored.of(b, plane, o -> named(o, k));
        }
        if (l instanceof Layout.Round r) {
            Line axis = Axes.of(r.axis(), "this repeat", before, notes);
            return moving(k -> Moved.about(axis, way * (k - 1) * r.pitch()));
        }
        if (l instanceof Layout.Row r) {
            Line axis = Axes.of(r.axis(), "this repeat", before, notes);
            if (r.second() == null) {
                return moving(k -> Moved.along(axis.direction().times(way * (k - 1) * r.pitch())));
            }
            Line other = Axes.of(r.second().axis(), "this repeat", before, notes);
            if (axis.direction().cross(other.direction()).length() < 1e-9) {
                throw new GeometryException(
                        Reason.BAD_VALUE, "The two directions of this repeat are the same. Pick another second one.");
            }
            int second = r.second().flipped() ? -1 : 1;
            return moving(k -> {
                int i = (k - 1) % r.count();
                int j = (k - 1) / r.count();
                return Moved.along(axis.direction()
                        .times(way * i * r.pitch())
                        .plus(second * j * r.secondPitch(), other.direction()));
            });
        }
        return along((Layout.Path) l);
    }

    private BiFunction<Body, Integer, Body> along(Layout.Path path) {
        PlacedSketch placed = before.holding(path.sketch())
                .orElseThrow(() -> new GeometryException(
                        Reason.LOST_REFERENCE,
                        "The sketch with the line of this repeat isn't built. Switch it on, or mend it."));
        RegionReference ref = path.line();
        List<Profile.Edge> edges = ref.open()
                ? ref.findLine(placed.reading().drawn())
                        .orElseThrow(() -> lostLine(placed))
                        .edges()
                : ref.find(placed.reading().regions(), placed.instances())
                        .orElseThrow(() -> lostLine(placed))
                        .region()
                        .outer();
        Paths line = new Paths(edges, placed.frame());
        double whole = line.length();
        double each = path.spacing() > 0 ? path.spacing() : whole / (ref.open() ? path.count() - 1 : path.count());
        if (each * (path.count() - 1) > whole * (1 + 1e-9)) {
            throw new GeometryException(
                    Reason.BAD_VALUE,
                    String.format(
                            java.util.Locale.ROOT,
                            "The line is %.4g mm long, too short for %d places %.4g mm apart. Take fewer, or a smaller"
                                    + " spacing.",
                            whole,
                            path.count(),
                            each));
        }
        // the other way the line is followed from its end
        Frame start = line.at(step.flipped() ? whole : 0);
        return moving(k -> {
            Frame f = line.at(step.flipped() ? whole - (k - 1) * each : (k - 1) * each);
            return path.turning() ? carried(start, f) : Moved.along(f.origin().minus(start.origin()));
        });
    }

    private static GeometryException lostLine(PlacedSketch placed) {
        return new GeometryException(
                Reason.LOST_REFERENCE,
                "The line of this repeat is no longer there in " + Called.of(placed) + ". Pick it again.");
    }

    /** Carries what stands in one frame into another. */
    private static Frame carried(Frame from, Frame to) {
        Frame turn = new Frame(Vec3.ZERO, turned(Vec3.X, from, to), turned(Vec3.Y, from, to), turned(Vec3.Z, from, to));
        return turn.at(to.origin().minus(turn.point(from.origin())));
    }

    private static Vec3 turned(Vec3 v, Frame from, Frame to) {
        return to.x().times(v.dot(from.x())).plus(v.dot(from.y()), to.y()).plus(v.dot(from.z()), to.z());
    }

    private BiFunction<Body, Integer, Body> moving(java.util.function.IntFunction<Frame> to) {
        return (b, k) -> Moved.by(b, to.apply(k), o -> named(o, k));
    }

    private Origin named(Origin o, int k) {
        return new Origin(step.id(), o.role(), o.step() + ":" + o.source() + "@" + k);
    }
}
