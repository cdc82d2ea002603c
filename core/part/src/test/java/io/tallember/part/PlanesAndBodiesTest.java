package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.bodies.CombineStep;
import io.tallember.part.steps.bodies.MirrorStep;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.marks.MarkStep;
import io.tallember.part.steps.marks.PlaneStep;
import io.tallember.part.steps.marks.PlaneStep.Way;
import io.tallember.part.steps.ready.ReadyStep;
import io.tallember.part.steps.repeat.RepeatStep;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.mass.MassProperties;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Planes as steps, mirrored and combined bodies. */
class PlanesAndBodiesTest {
    private static Sheet block() {
        Sheet s = new Sheet("Block", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        return s;
    }

    private static String plane(Sheet s, PlaneStep p) {
        String id = s.document().freshId();
        s.with(new Command.AddStep(p));
        return id;
    }

    private static Frame frame(Sheet s, String id) {
        assertThat(s.state().outcomes()).allMatch(o -> o.message().isEmpty(), "no step fails");
        return s.state().stand().planes().get(id);
    }

    private static double volume(Sheet s) {
        assertThat(s.state().outcomes()).allMatch(o -> o.message().isEmpty(), "no step fails");
        List<Body> bodies =
                s.state().stand().bodies().stream().map(b -> b.body()).toList();
        bodies.forEach(b -> BodyCheck.deep(b, Tolerance.DEFAULT).orThrow());
        return MassProperties.of(bodies).volume();
    }

    private static PlaneStep.On second(SketchPlane p) {
        return new PlaneStep.On(p, null, null, List.of());
    }

    private static PlaneStep.On about(EdgeReference e) {
        return new PlaneStep.On(null, e, null, List.of());
    }

    private static PlaneStep beside(SketchPlane from, double d) {
        return new PlaneStep("", "", false, Way.BESIDE, from, PlaneStep.On.NOTHING, d, 0);
    }

    @Test
    void aPlaneBesideAFaceCarriesWhatStandsOnIt() {
        Sheet s = block();
        String id = plane(s, beside(s.on("s2.side(c2)"), 6));
        assertThat(frame(s, id).origin().x()).isCloseTo(46, within(1e-12));
        s.with(new Command.AddStep(new ReadyStep(
                "",
                "",
                false,
                ReadyStep.Shape.CYLINDER,
                new SketchPlane.Made(id),
                new Vec2(15, 10),
                List.of(8.0, 10.0),
                true,
                Mode.ADD)));
        assertThat(volume(s)).isCloseTo(24000 + Math.PI * 16 * 6, within(1e-8));
        PlaneStep p = (PlaneStep) s.document().step(id);
        s.with(new Command.ChangeStep(p.sized("distance", 3)));
        assertThat(volume(s)).isCloseTo(24000 + Math.PI * 16 * 3, within(1e-8));
        String written = PartFile.write(s.document());
        assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
        assertThat(s.document().withDependants(id)).hasSize(2);
        s.with(new Command.SwitchStep(id, true));
        assertThat(s.state().outcomes().get(3).message()).contains("isn't built");
    }

    @Test
    void aPlaneLiesHalfWayBetweenTwo() {
        Sheet s = block();
        SketchPlane left = s.on("s2.side(c4)");
        SketchPlane right = s.on("s2.side(c2)");
        String id = plane(s, new PlaneStep("", "", false, Way.MIDWAY, left, second(right), 0, 0));
        assertThat(frame(s, id).origin().x()).isCloseTo(20, within(1e-12));
        String slanted = plane(s, new PlaneStep("", "", false, Way.MIDWAY, Base.TOP, second(Base.SIDE), 0, 0));
        Frame f = frame(s, slanted);
        assertThat(f.z().dot(Vec3.Z)).isCloseTo(Math.sqrt(0.5), within(1e-12));
        assertThat(f.origin().length()).isCloseTo(0, within(1e-12));
    }

    @Test
    void aPlaneTurnsAboutAnEdge() {
        Sheet s = block();
        Body b = s.state().stand().bodies().get(0).body();
        var edge = b.edges().stream()
                .filter(e -> e.middle().distance(new Vec3(20, 0, 20)) < 1e-6)
                .findFirst()
                .orElseThrow();
        EdgeReference ref = new EdgeReference(b.names().of(edge), edge.middle());
        String top = s.state().stand().bodies().get(0).body().faces().stream()
                .flatMap(f -> f.origins().stream())
                .map(o -> o.key())
                .filter(k -> k.startsWith("s2.end"))
                .findFirst()
                .orElseThrow();
        String id = plane(s, new PlaneStep("", "", false, Way.TURNED, s.on(top), about(ref), 0, Math.toRadians(30)));
        Frame f = frame(s, id);
        assertThat(Math.abs(f.z().dot(Vec3.Z))).isCloseTo(Math.cos(Math.toRadians(30)), within(1e-12));
        assertThat(f.local(new Vec3(5, 0, 20)).z()).isCloseTo(0, within(1e-9));
    }

    @Test
    void aPlaneGoesThroughTheLineOfTwoAndThroughThreeCorners() {
        Sheet s = block();
        SketchPlane right = s.on("s2.side(c2)");
        double angle = Math.toRadians(20);
        Frame f = frame(s, plane(s, new PlaneStep("", "", false, Way.MEETING, Base.TOP, second(right), 0, angle)));
        assertThat(f.local(new Vec3(40, 7, 0)).z()).isCloseTo(0, within(1e-9));
        assertThat(Math.abs(f.z().z())).isCloseTo(Math.cos(angle), within(1e-12));

        Body b = s.state().stand().bodies().get(0).body();
        List<PointReference> corners = List.of(new Vec3(0, 0, 20), new Vec3(40, 0, 0), new Vec3(0, 30, 0)).stream()
                .map(p -> b.vertices().stream()
                        .filter(v -> v.point().distance(p) < 1e-6)
                        .map(v -> new PointReference(b.names().of(v), p))
                        .findFirst()
                        .orElseThrow())
                .toList();
        PlaneStep.On three = new PlaneStep.On(null, null, null, corners);
        String id = plane(s, new PlaneStep("", "", false, Way.CORNERS, Base.TOP, three, 0, 0));
        for (PointReference c : corners) {
            assertThat(frame(s, id).local(c.point()).z()).isCloseTo(0, within(1e-9));
        }
        // the block grows; the corner on its top goes up and takes the plane along
        ExtrudeStep e = (ExtrudeStep) s.document().step("s2");
        s.with(new Command.ChangeStep(e.sized("distance", 26)));
        assertThat(frame(s, id).local(new Vec3(0, 0, 26)).z()).isCloseTo(0, within(1e-9));
        String written = PartFile.write(s.document());
        assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
    }

    @Test
    void aPlaneTouchesACylinderAndStandsAcrossAnEdge() {
        Sheet s = new Sheet("Post", Unit.MM);
        s.block("Post", Base.TOP, new Pen().circle(10, 5, 16), 30, false, Mode.BODY);
        Body b = s.state().stand().bodies().get(0).body();
        var side = b.faces().stream()
                .filter(f -> f.surface().kind().equals("cylinder"))
                .findFirst()
                .orElseThrow();
        Vec3 on = new Vec3(18, 5, 10);
        PlaneStep.On round =
                new PlaneStep.On(null, null, new FaceReference(b.names().of(side), on, side.outward(on)), List.of());
        String id = plane(s, new PlaneStep("", "", false, Way.TANGENT, Base.SIDE, round, 0, Math.toRadians(90)));
        assertThat(frame(s, id).z().distance(Vec3.Y)).isLessThan(1e-9);
        assertThat(frame(s, id).local(new Vec3(10, 13, 4)).z()).isCloseTo(0, within(1e-9));
        s.with(new Command.AddStep(new PlaneStep("", "", false, Way.TANGENT, Base.TOP, round, 0, 0)));
        assertThat(s.state().outcomes().get(3).message()).contains("lies across the cylinder");

        var rim =
                b.edges().stream().filter(e -> e.middle().z() > 29).findFirst().orElseThrow();
        EdgeReference ref = new EdgeReference(b.names().of(rim), rim.middle());
        String across = plane(s, new PlaneStep("", "", false, Way.SQUARE, Base.TOP, about(ref), Math.PI * 8, 0));
        Frame f = s.state().stand().planes().get(across);
        assertThat(f.origin().distance(new Vec3(2, 5, 30))).isLessThan(1e-3);
        assertThat(Math.abs(f.z().y())).isCloseTo(1, within(1e-6));
        s.with(new Command.AddStep(new PlaneStep("", "", false, Way.SQUARE, Base.TOP, about(ref), 60, 0)));
        assertThat(s.state().outcomes().get(5).message()).contains("50.2655 mm long");
    }

    @Test
    void bodiesAreMirroredAndJoined() {
        Sheet s = block();
        s.block("Pin", Base.TOP, new Pen().rectangle(30, 10, 5, 5), 30, false, Mode.ADD);
        double one = volume(s);
        s.with(new Command.AddStep(new MirrorStep("", "", false, Base.SIDE, true)));
        assertThat(volume(s)).isCloseTo(2 * one, within(1e-8));
        assertThat(s.state().stand().bodies()).hasSize(1);
        MirrorStep m = (MirrorStep) s.document().steps().get(4);
        s.with(new Command.ChangeStep(new MirrorStep(m.id(), "", false, Base.SIDE, false)));
        assertThat(s.state().stand().bodies()).hasSize(2);
    }

    @Test
    void bodiesAreCombined() {
        for (CombineStep.Way way : CombineStep.Way.values()) {
            Sheet s = block();
            s.block("Other", Base.TOP, new Pen().rectangle(20, 10, 40, 10), 30, false, Mode.BODY);
            s.with(new Command.AddStep(new CombineStep("", "", false, way)));
            double common = 20 * 10 * 20;
            double asked = switch (way) {
                case JOIN -> 24000 + 12000 - common;
                case SUBTRACT -> 24000 - common;
                case COMMON -> common;
            };
            assertThat(volume(s)).isCloseTo(asked, within(1e-8));
            String written = PartFile.write(s.document());
            assertThat(PartFile.write(PartFile.read(written))).isEqualTo(written);
        }
    }

    private static MarkStep mark(MarkStep.Way way, SketchPlane from, PlaneStep.On on) {
        return new MarkStep("", "", false, way, from, on, new Vec3(5, 6, 7));
    }

    private static String add(Sheet s, Step step) {
        String id = s.document().freshId();
        s.with(new Command.AddStep(step));
        assertThat(s.failure()).isEmpty();
        return id;
    }

    @Test
    void axesAndPointsAreMarkedAndGoneBy() {
        Sheet s = new Sheet("Marks", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 40, 30), 20, false, Mode.BODY);
        s.cut("Bore", s.on("s2.end(r3)"), new Pen().circle(12, 10, 8), 25, true);
        Body b = s.state().solids().get(0);
        EdgeReference upright = s.edges(
                        e -> e.middle().minus(new Vec3(40, 30, 10)).length() < 1e-6)
                .get(0);
        var corner = b.vertices().stream()
                .filter(v -> v.point().minus(new Vec3(0, 0, 20)).length() < 1e-6)
                .findFirst()
                .orElseThrow();
        PointReference at = new PointReference(b.names().of(corner), corner.point());
        PlaneStep.On byEdge = new PlaneStep.On(null, upright, null, List.of());
        String edge = add(s, mark(MarkStep.Way.ALONG_EDGE, Base.TOP, byEdge));
        String round = add(
                s,
                mark(MarkStep.Way.OF_FACE, Base.TOP, new PlaneStep.On(null, null, s.face("s5.side(c1)"), List.of())));
        String meet = add(
                s, mark(MarkStep.Way.WHERE_PLANES_MEET, Base.TOP, new PlaneStep.On(Base.FRONT, null, null, List.of())));
        String point = add(s, mark(MarkStep.Way.POINT_AT, Base.TOP, PlaneStep.On.NOTHING));
        String onCorner =
                add(s, mark(MarkStep.Way.POINT_ON_CORNER, Base.TOP, new PlaneStep.On(null, null, null, List.of(at))));
        String pierced = add(s, mark(MarkStep.Way.POINT_IN_PLANE, Base.TOP, byEdge));
        var marks = s.state().stand().marks();
        assertThat(marks.get(edge).axis().direction().cross(Vec3.Z).length()).isLessThan(1e-12);
        assertThat(marks.get(round)
                        .axis()
                        .point(marks.get(round).axis().project(new Vec3(12, 10, 0)))
                        .distance(new Vec3(12, 10, 0)))
                .isLessThan(1e-9);
        assertThat(marks.get(meet).axis().direction().cross(Vec3.X).length()).isLessThan(1e-12);
        assertThat(marks.get(onCorner).point().distance(new Vec3(0, 0, 20))).isLessThan(1e-9);
        assertThat(marks.get(pierced).point().distance(new Vec3(40, 30, 0))).isLessThan(1e-9);
        // a line through two marked points, and a plane through three
        List<PointReference> made =
                List.of(new PointReference(point, Vec3.ZERO), new PointReference(pierced, Vec3.ZERO));
        String through = add(s, mark(MarkStep.Way.THROUGH_CORNERS, Base.TOP, new PlaneStep.On(null, null, null, made)));
        assertThat(s.state()
                        .stand()
                        .marks()
                        .get(through)
                        .axis()
                        .direction()
                        .cross(new Vec3(35, 24, -7))
                        .length())
                .isLessThan(1e-9);
        // a repeat round a marked axis follows it
        s.with(new Command.AddStep(new RepeatStep(
                "",
                "",
                false,
                List.of("s5"),
                List.of(),
                List.of(),
                new Layout.Round(new Layout.Axis.Made(round), 2, false, Math.PI, false),
                false,
                List.of())));
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
        s.with(new Command.SwitchStep(point, true));
        assertThat(s.failure()).contains("isn't built");
    }
}
