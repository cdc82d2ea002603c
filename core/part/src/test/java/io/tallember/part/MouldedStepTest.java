package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.ArcLength;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.moulded.MouldedStep;
import io.tallember.part.steps.moulded.MouldedStep.Feature;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.mass.MassProperties;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Ready pieces of moulded parts: as large as their numbers say, and the same when they are opened into their steps. */
class MouldedStepTest {
    private static Sheet plate() {
        Sheet s = new Sheet("Plate", Unit.MM);
        s.block("Plate", Base.TOP, new Pen().rectangle(-40, -30, 80, 60), 5, false, Mode.BODY);
        return s;
    }

    private static SketchPlane top(Sheet s) {
        return new SketchPlane.OnFace(s.facing(n -> n.z() > 0.9));
    }

    private static void add(
            Sheet s,
            Feature f,
            SketchPlane on,
            List<Vec2> at,
            double turn,
            int count,
            int rows,
            boolean outer,
            boolean recess,
            Double... sizes) {
        MouldedStep m =
                new MouldedStep("", "", false, f, on, at, turn, Arrays.asList(sizes), count, rows, outer, recess);
        s.with(new Command.AddStep(m));
        assertThat(s.failure()).isEmpty();
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
    }

    /** Opened, the part is the same to the last name of a face. */
    private static void opens(Sheet s) {
        double was = s.volume();
        List<String> names = names(s);
        String id = s.document().steps().get(s.document().steps().size() - 1).id();
        int before = s.document().steps().size();
        s.with(Kinds.opened(s.document(), id));
        assertThat(s.failure()).isEmpty();
        assertThat(s.volume()).isCloseTo(was, within(1e-9));
        assertThat(names(s)).isEqualTo(names);
        assertThat(s.document().steps().size()).isGreaterThan(before);
        assertThat(s.document().workLine()).isEqualTo(s.document().steps().size());
        assertThat(PartFile.read(PartFile.write(s.document()))).isEqualTo(s.document());
    }

    private static List<String> names(Sheet s) {
        return s.state().solids().stream()
                .flatMap(b -> b.faces().stream().map(b.names()::of))
                .sorted()
                .toList();
    }

    @Test
    void aPostHasItsHoleDraftAndGussets() {
        Sheet s = plate();
        add(
                s,
                Feature.POST,
                top(s),
                List.of(new Vec2(-20, 0), new Vec2(20, 5)),
                0,
                0,
                0,
                false,
                false,
                8.0,
                3.0,
                10.0,
                14.0,
                0.0,
                8.0,
                9.0,
                1.5);
        assertThat(s.volume() - 24_000).isCloseTo(2 * Math.PI * (16 * 14 - 2.25 * 10), within(1e-8));
        opens(s);
        Sheet g = plate();
        add(
                g,
                Feature.POST,
                top(g),
                List.of(new Vec2(0, 0)),
                0.3,
                4,
                0,
                false,
                false,
                8.0,
                3.0,
                14.0,
                14.0,
                Math.toRadians(1),
                9.0,
                9.0,
                1.5);
        double foot = 4 + 14 * Math.tan(Math.toRadians(1));
        double post = Math.PI * 14 / 3 * (16 + 4 * foot + foot * foot) - Math.PI * 2.25 * 14;
        assertThat(g.volume() - 24_000).isBetween(post + 4 * 1.5 * 9 * 2, post + 4 * 1.5 * 9 * 4.5);
        opens(g);
    }

    @Test
    void aSlotFieldIsCutByRowsAndCount() {
        Sheet s = plate();
        add(s, Feature.SLOTS, top(s), List.of(new Vec2(0, 0)), 0.2, 5, 2, false, false, 16.0, 3.0, 6.0, 20.0, 5.0);
        double slot = 13 * 3 + Math.PI * 2.25;
        assertThat(24_000 - s.volume()).isCloseTo(10 * slot * 5, within(1e-8));
        opens(s);
        assertThatThrownBy(() -> new MouldedStep(
                        "",
                        "",
                        false,
                        Feature.SLOTS,
                        Base.TOP,
                        List.of(new Vec2(0, 0)),
                        0,
                        List.of(16.0, 3.0, 6.0, 20.0, 5.0),
                        40,
                        2,
                        false,
                        false))
                .hasMessageContaining("60 slots");
    }

    @Test
    void aClipStandsWithItsHookAndRoot() {
        Sheet s = plate();
        double lead = Math.toRadians(30);
        add(
                s,
                Feature.CLIP,
                top(s),
                List.of(new Vec2(0, 0)),
                0.5,
                0,
                0,
                false,
                false,
                20.0,
                3.0,
                2.0,
                6.0,
                1.5,
                lead,
                0.0,
                0.0);
        double arm = 20 * 2.5;
        double nose = 0.2 * 1.5 * 3.5;
        double entry = (1.5 + 1) / Math.tan(lead) * (3.5 + 1) / 2;
        assertThat(s.volume() - 24_000).isCloseTo(6 * (arm + nose + entry), within(1e-8));
        opens(s);
        Sheet r = plate();
        add(
                r,
                Feature.CLIP,
                top(r),
                List.of(new Vec2(0, 0)),
                0.5,
                0,
                0,
                false,
                false,
                20.0,
                3.0,
                2.0,
                6.0,
                1.5,
                lead,
                Math.toRadians(5),
                1.0);
        assertThat(r.volume()).isGreaterThan(s.volume());
        opens(r);
    }

    @Test
    void aMatingRimAndItsRecessLeaveTheClearance() {
        Sheet s = new Sheet("Box", Unit.MM);
        s.block("Box", Base.TOP, new Pen().rectangle(0, 0, 80, 60), 30, false, Mode.BODY);
        FaceReference lid = s.facing(n -> n.z() > 0.9);
        s.with(new Command.AddStep(Plain.shell("", "", false, List.of(lid), false, false, 4, 0, List.of())));
        double was = s.volume();
        add(s, Feature.RIM, top(s), List.of(), 0, 0, 0, false, false, 3.0, 1.5, 0.1);
        double ring = 75 * 55 - 72 * 52;
        assertThat(s.volume() - was).isCloseTo(3 * ring, within(1e-8));
        opens(s);
        Sheet c = new Sheet("Lid", Unit.MM);
        c.block("Lid", Base.TOP, new Pen().rectangle(0, 0, 80, 60), 30, false, Mode.BODY);
        c.with(new Command.AddStep(
                Plain.shell("", "", false, List.of(c.facing(n -> n.z() > 0.9)), false, false, 4, 0, List.of())));
        double full = c.volume();
        add(c, Feature.RIM, top(c), List.of(), 0, 0, 0, false, true, 3.0, 1.5, 0.1);
        assertThat(full - c.volume()).isCloseTo(3.1 * (75.2 * 55.2 - 72 * 52), within(1e-8));
        Sheet o = new Sheet("Lid", Unit.MM);
        o.block("Lid", Base.TOP, new Pen().rectangle(0, 0, 80, 60), 30, false, Mode.BODY);
        add(o, Feature.RIM, top(o), List.of(), 0, 0, 0, true, false, 2.0, 1.5, 0.0);
        assertThat(o.volume() - 80 * 60 * 30).isCloseTo(2 * (80 * 60 - 77 * 57), within(1e-8));
    }

    @Test
    void whatDoesNotGoTogetherIsRefusedAndStepsBelowFollowTheOpenedOnes() {
        Sheet s = plate();
        add(
                s,
                Feature.POST,
                top(s),
                List.of(new Vec2(0, 0)),
                0,
                0,
                0,
                false,
                false,
                8.0,
                3.0,
                10.0,
                14.0,
                0.0,
                8.0,
                9.0,
                1.5);
        Body b = s.state().solids().get(0);
        List<EdgeReference> rim = s.edges(
                e -> Math.abs(e.middle().z() - 19) < 1e-6 && b.facesOf(e).size() == 2);
        String round = s.blend(false, 0.5, rim.subList(0, 1));
        assertThat(s.failure()).isEmpty();
        double was = s.volume();
        s.with(Kinds.opened(s.document(), s.document().steps().get(2).id()));
        assertThat(s.failure()).isEmpty();
        assertThat(s.volume()).isCloseTo(was, within(1e-9));
        assertThat(s.document().find(round)).isPresent();
        Sheet wide = plate();
        wide.with(new Command.AddStep(new MouldedStep(
                "",
                "",
                false,
                Feature.POST,
                top(wide),
                List.of(new Vec2(0, 0)),
                0,
                List.of(8.0, 9.0, 10.0, 14.0, 0.0, 8.0, 9.0, 1.5),
                0,
                0,
                false,
                false)));
        assertThat(wide.failure()).contains("narrower than the post");
        assertThatThrownBy(() -> Kinds.opened(plate().document(), "s2")).isInstanceOf(GeometryException.class);
    }

    @Test
    void whatIsOffStaysOffWhenItIsOpened() {
        Sheet s = plate();
        add(
                s,
                Feature.POST,
                top(s),
                List.of(new Vec2(0, 0)),
                0,
                0,
                0,
                false,
                false,
                8.0,
                3.0,
                10.0,
                14.0,
                0.0,
                8.0,
                9.0,
                1.5);
        String id = s.document().steps().get(2).id();
        PartDocument had = s.document()
                .with(new Arrangement(
                        Map.of(id, "Bosses"),
                        Map.of(),
                        List.of(new Variant("Bare", Map.of(), Map.of(id, true))),
                        "",
                        Making.USUAL,
                        SheetPlan.USUAL));
        PartDocument off = had.replaced(had.step(id).switched(true));
        PartDocument now = Kinds.opened(off, id).done(off);
        List<Step> own = now.steps().subList(2, now.steps().size());
        assertThat(own).hasSizeGreaterThan(1).allMatch(Step::off);
        assertThat(now.arrangement().groups().keySet()).isEqualTo(ids(own));
        assertThat(now.arrangement().variants().get(0).off().keySet()).isEqualTo(ids(own));
    }

    private static Set<String> ids(List<Step> steps) {
        return steps.stream().map(Step::id).collect(Collectors.toSet());
    }

    /** On the mouth of a loft that leans inward here and outward there: what is added is a band's area high. */
    @ParameterizedTest
    @CsvSource({"s6.end(r), true", "s6.end(r), false"})
    void rimsFollowFreeOutlines(String key, boolean outer) throws Exception {
        PartDocument inlet = PartFile.read(Files.readString(Path.of("../../samples/rain-inlet.json")));
        Sheet s = new Sheet(inlet.withWorkLine(7));
        s.with(new Command.DeleteStep("s8", false));
        Body walls = s.state().solids().get(0);
        Face face = walls.names().face(key).orElseThrow();
        Vec3 at = face.region().interiorPoint(Tolerance.DEFAULT).orElseThrow();
        SketchPlane on = new SketchPlane.OnFace(new FaceReference(key, at, face.outward(at)));
        add(s, Feature.RIM, on, List.of(new Vec2(0, 0)), 0, 1, 1, outer, false, 2.0, 0.9, 0.1);
        double was = MassProperties.of(walls).volume();
        assertThat(s.volume() - was).isCloseTo(2 * band(face, outer, 0.9), within(2e-5));
        String id = s.document().steps().get(7).id();
        assertThatThrownBy(() -> Kinds.opened(s.document(), id)).hasMessageContaining("no sketch holds exactly");
    }

    /** Steiner's area of a band along an outline, by its length and its corners. */
    private static double band(Face face, boolean outer, double wide) {
        Loop loop = face.loops().stream()
                .max(Comparator.comparingDouble(l -> (outer ? 1 : -1) * length(l)))
                .orElseThrow();
        double corners = 0;
        double turned = 0;
        List<Coedge> all = loop.coedges();
        for (int i = 0; i < all.size(); i++) {
            Coedge a = all.get(i);
            Coedge b = all.get((i + 1) % all.size());
            double turn = Math.acos(Math.min(
                    1,
                    a.travel(a.forward() ? a.range().hi() : a.range().lo())
                            .unit()
                            .dot(b.travel(
                                            b.forward()
                                                    ? b.range().lo()
                                                    : b.range().hi())
                                    .unit())));
            if (turn > 1e-3) {
                corners += Math.tan(turn / 2);
                turned += turn;
            }
        }
        double bent = wide * wide * (Math.PI - turned / 2 + corners);
        return wide * length(loop) + (outer ? -bent : bent);
    }

    private static double length(Loop l) {
        return l.coedges().stream()
                .mapToDouble(c -> ArcLength.of(c.curve(), c.range()))
                .sum();
    }
}
