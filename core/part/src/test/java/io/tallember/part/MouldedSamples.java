package io.tallember.part;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.steps.blend.BlendStep;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.moulded.MouldedStep;
import io.tallember.part.steps.repeat.RepeatStep;
import io.tallember.part.steps.walls.ShellStep;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.sweep.Wall;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** The moulded demo parts: drafted first, shelled then, stiffened last. */
final class MouldedSamples {
    private MouldedSamples() {}

    private static Body body(Sheet s) {
        return s.state().stand().bodies().get(0).body();
    }

    /** As a hand would note it: to a thousandth. */
    private static Vec3 plain(Vec3 p) {
        return new Vec3(Math.rint(p.x() * 1e3) / 1e3, Math.rint(p.y() * 1e3) / 1e3, Math.rint(p.z() * 1e3) / 1e3);
    }

    private static List<FaceReference> faces(Sheet s, Predicate<Face> which) {
        Body b = body(s);
        List<FaceReference> out = new ArrayList<>();
        for (Face f : b.faces()) {
            if (which.test(f)) {
                Vec3 p = f.region().interiorPoint(Tolerance.DEFAULT).orElseThrow();
                out.add(new FaceReference(
                        b.names().of(f), plain(p), plain(f.outward(p)).unit()));
            }
        }
        return out;
    }

    private static List<EdgeReference> edges(Sheet s, Predicate<Edge> which) {
        Body b = body(s);
        return b.edges().stream()
                .filter(which)
                .map(e -> new EdgeReference(b.names().of(e), plain(e.middle())))
                .toList();
    }

    private static Predicate<Face> toward(Vec3 way) {
        return f -> f.outward(f.bounds().centre()).dot(way) > 1 - 1e-9
                && f.surface() instanceof io.tallember.geometry.Plane;
    }

    private static boolean upright(Edge e) {
        return e.curve() instanceof io.tallember.geometry.Line l
                && Math.abs(l.direction().z()) > 0.99;
    }

    private static void round(Sheet s, String name, double r, Predicate<Edge> which) {
        s.with(new Command.AddStep(new BlendStep("", name, false, false, r, true, edges(s, which))));
    }

    private static void draft(Sheet s, String name, double degrees) {
        List<FaceReference> sides = faces(
                s,
                f -> f.surface() instanceof io.tallember.geometry.Plane
                        && Math.abs(f.outward(f.bounds().centre()).z()) < 0.1);
        s.with(new Command.AddStep(
                Plain.draft("", name, false, sides, false, Base.TOP, false, false, Math.toRadians(degrees))));
    }

    private static List<RegionReference> all(Sketch drawn) {
        List<RegionReference> out = new ArrayList<>();
        SketchReader.read(drawn, Tolerance.DEFAULT)
                .lines()
                .forEach(l -> out.add(new RegionReference("", l.boundary(), l.inside())));
        out.addAll(Pen.regions(drawn, r -> true));
        return out;
    }

    private static Pen lines(double... xy) {
        Pen pen = new Pen();
        for (int i = 0; i < xy.length; i += 4) {
            String a = pen.point(xy[i], xy[i + 1]);
            String b = pen.point(xy[i + 2], xy[i + 3]);
            pen.line(a, b);
            pen.place(a, xy[i], xy[i + 1]).place(b, xy[i + 2], xy[i + 3]);
        }
        return pen;
    }

    /** 86 by 54, 32 high: rounded, drafted, shelled with a thicker top, ribs and bosses under it, vents in its sides. */
    static PartDocument sensorHood() {
        Sheet s = new Sheet("Sensor hood", Unit.MM);
        s.block("Bulk", Base.TOP, new Pen().rectangle(-43, -27, 86, 54), 32, false, Mode.BODY);
        round(s, "Corners", 10, MouldedSamples::upright);
        draft(s, "Draft", 1.5);
        shell(s, "Walls", Plain.group(3, faces(s, toward(Vec3.Z))));
        round(s, "Crown", 4, e -> Math.abs(e.middle().z() - 32) < 1e-6);
        Sketch grid = lines(-20, -10, -20, 10, 20, -10, 20, 10, -30, 0, 30, 0)
                .circle(0, 11, 6)
                .circle(0, -11, 6)
                .sketch();
        String under = s.sketch("Ribs from below", Base.TOP, grid);
        s.with(new Command.AddStep(Plain.rib(
                "",
                "Ribs",
                false,
                under,
                all(grid),
                true,
                1.2,
                Wall.Side.MIDDLE,
                true,
                Math.toRadians(0.5),
                true,
                0,
                true)));
        Sketch slot = new Pen().slot(-25, 14, 6, 3).sketch();
        String on = s.sketch("Vent outline", s.on("s2.side(c1)"), slot);
        String cut = s.extrude("Vent", on, Pen.largest(slot), 4, false, true, Mode.REMOVE);
        s.with(new Command.AddStep(new RepeatStep(
                "",
                "Vents",
                false,
                List.of(cut),
                List.of(),
                List.of(),
                new Layout.Row(Layout.Axis.Base.X, 4, 15, false, null),
                false,
                List.of())));
        return s.document();
    }

    /** A cover with walls of four thicknesses, a second hollow beside the first, and screw posts with gussets. */
    static PartDocument terminalCover() {
        Sheet s = new Sheet("Terminal cover", Unit.MM);
        s.block("Bulk", Base.TOP, new Pen().rectangle(-36, -22, 72, 44), 18, false, Mode.BODY);
        shell(
                s,
                "Walls",
                Plain.group(3, faces(s, toward(Vec3.Z))),
                Plain.group(2.5, faces(s, toward(Vec3.Y.negated()))),
                Plain.group(1.5, faces(s, toward(Vec3.Y))));
        s.block("Cable box", s.on("s2.side(c2)"), new Pen().rectangle(-14, 0, 28, 12), 24, false, Mode.ADD);
        shell(
                s,
                "Cable box walls",
                Plain.group(3, faces(s, toward(Vec3.Z))),
                Plain.group(
                        2.5,
                        faces(
                                s,
                                f -> toward(Vec3.Y.negated()).test(f)
                                        && f.bounds().centre().x() < 30)),
                Plain.group(
                        1.5,
                        faces(
                                s,
                                f -> toward(Vec3.Y).test(f)
                                        && f.bounds().centre().x() < 30)));
        FaceReference ceiling = faces(s, toward(Vec3.Z.negated())).stream()
                .filter(f -> Math.abs(f.point().z() - 15) < 1e-6)
                .findFirst()
                .orElseThrow();
        SketchPlane inside = new SketchPlane.OnFace(ceiling);
        s.with(new Command.AddStep(new MouldedStep(
                "",
                "Screw posts",
                false,
                MouldedStep.Feature.POST,
                inside,
                List.of(new Vec2(-24, 0), new Vec2(24, 0)),
                0,
                List.of(7.0, 2.6, 12.0, 13.0, Math.toRadians(1), 8.0, 9.0, 1.2),
                3,
                1,
                false,
                false)));
        return s.document();
    }

    private static void shell(Sheet s, String name, ShellStep.Group... groups) {
        s.with(new Command.AddStep(Plain.shell(
                "",
                name,
                false,
                faces(s, toward(Vec3.Z.negated())).stream()
                        .filter(f -> Math.abs(f.point().z()) < 1e-6)
                        .toList(),
                false,
                false,
                2,
                0,
                List.of(groups))));
    }

    /** Three half balls hollowed to cups, each on its arm, round a bored hub. */
    static PartDocument cupRotor() {
        Sheet s = new Sheet("Cup rotor", Unit.MM);
        Pen cup = new Pen();
        String m = cup.point(54, 0);
        String a = cup.point(54, 18);
        String d = cup.point(72, 0);
        cup.arc(m, d, a);
        String axis = cup.line(a, m);
        String rim = cup.line(m, d);
        cup.place(m, 54, 0).hold(Kind.VERTICAL, axis).hold(Kind.HORIZONTAL, rim);
        cup.size(Kind.DISTANCE, 18, axis);
        s.turn("Cup", Base.TOP, cup, axis, Mode.BODY);
        s.with(new Command.AddStep(Plain.shell(
                "", "Cup wall", false, faces(s, toward(Vec3.Y.negated())), false, false, 1.6, 0, List.of())));
        Sketch arm = new Pen().circle(6, 0, 6).sketch();
        String outline = s.sketch("Arm outline", Base.SIDE, arm);
        s.with(new Command.AddStep(new ExtrudeStep(
                "", "Arm", false, outline, Pen.largest(arm), ExtrudeStep.Extent.NEXT, 36, false, false, Mode.ADD)));
        s.with(new Command.AddStep(new RepeatStep(
                "",
                "Three cups",
                false,
                List.of(),
                List.of("s2"),
                List.of(),
                new Layout.Round(Layout.Axis.Base.Z, 3, true, 2 * Math.PI / 3, false),
                false,
                List.of())));
        Sketch hub = new Pen().circle(0, 0, 26).sketch();
        s.extrude("Hub", s.sketch("Hub outline", Base.TOP, hub), Pen.largest(hub), 16, true, false, Mode.ADD);
        Sketch bore = new Pen().circle(0, 0, 8).sketch();
        s.extrude("Bore", s.sketch("Bore outline", Base.TOP, bore), Pen.largest(bore), 16, true, false, Mode.REMOVE);
        round(
                s,
                "Hub rims",
                1,
                e -> Math.abs(Math.abs(e.middle().z()) - 8) < 1e-6
                        && Math.hypot(e.middle().x(), e.middle().y()) > 10);
        return s.document();
    }
}
