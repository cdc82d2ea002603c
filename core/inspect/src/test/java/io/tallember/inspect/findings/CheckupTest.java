package io.tallember.inspect.findings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Terms;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.Making;
import io.tallember.part.Making.Limit;
import io.tallember.part.Making.Way;
import io.tallember.part.PartDocument;
import io.tallember.part.Unit;
import io.tallember.part.file.MakingJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.rebuild.Stand;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shell;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Primitive;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Each rule on a part that has the fault and on one that hasn't; remedies that were tried; what was accepted. */
class CheckupTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private static PartState state(Body... bodies) {
        List<PartBody> all = new ArrayList<>();
        for (Body b : bodies) {
            all.add(new PartBody("s" + (all.size() + 1), b));
        }
        return new PartState(PartDocument.empty("Part", Unit.MM), Stand.NOTHING.changed("s1", all), List.of());
    }

    private static Body box(double x, double y, double z, double a, double b, double c) {
        return Primitive.box(Frame.WORLD.at(new Vec3(x, y, z)), a, b, c, "s1", TOL);
    }

    private static Body minus(Body a, Body... b) {
        return Fuse.subtract(List.of(a), List.of(b), TOL).get(0);
    }

    private static Body rod(double x, double y, double z, Vec3 way, double r, double h) {
        return Primitive.cylinder(Frame.of(new Vec3(x, y, z), way), r, h, "s2", TOL);
    }

    private static Body frustum(double low, double high) {
        return Primitive.cone(Frame.WORLD, low, high, 20, "s1", TOL);
    }

    private static Body rounded(Body b, double x, double y, double r) {
        List<Edge> upright = b.edges().stream()
                .filter(e -> Math.abs(e.middle().x() - x) < 1e-6
                        && Math.abs(e.middle().y() - y) < 1e-6)
                .toList();
        return Blend.edges(b, upright, Size.round(r), "s3").get(0);
    }

    private static Body tray(double wall) {
        return minus(box(0, 0, 0, 40, 30, 12), box(wall, wall, wall, 40 - 2 * wall, 30 - 2 * wall, 20));
    }

    private static Body withPocketCorner(double r) {
        Body b = minus(box(0, 0, 0, 40, 30, 12), box(8, 8, 4, 40, 40, 20));
        return r == 0 ? b : rounded(b, 8, 8, r);
    }

    private static Body hollow(boolean open) {
        Body shell = new Body(List.of(
                box(0, 0, 0, 20, 20, 20).shells().get(0),
                new Shell(box(5, 5, 5, 10, 10, 10).shells().get(0).faces().stream()
                        .map(f -> new Face(
                                f.surface(),
                                !f.sense(),
                                f.loops().stream()
                                        .map(l -> {
                                            List<Coedge> back = new ArrayList<>();
                                            l.coedges().forEach(c -> back.add(0, c.reversed()));
                                            return new Loop(back);
                                        })
                                        .toList(),
                                f.origins()))
                        .toList())));
        return open ? minus(shell, rod(10, 10, 10, Vec3.Z, 2, 20)) : shell;
    }

    private static Body bend(double radius, double diameter) {
        return Primitive.torus(Frame.WORLD, radius, diameter / 2, "s1", TOL);
    }

    static Stream<Arguments> pairs() {
        return Stream.of(
                Arguments.of(Rule.WALL_THIN, Way.MOULDED, tray(1.1), tray(1.3)),
                Arguments.of(Rule.WALL_THIN, Way.MACHINED, tray(0.7), tray(0.8)),
                Arguments.of(
                        Rule.WALL_THIN,
                        Way.PRINTED,
                        minus(box(0, 0, 0, 40, 30, 12), rod(20, 5.7, -1, Vec3.Z, 5, 14)),
                        minus(box(0, 0, 0, 40, 30, 12), rod(20, 5.9, -1, Vec3.Z, 5, 14))),
                Arguments.of(Rule.WALL_THICK, Way.MOULDED, tray(4.5), tray(2)),
                Arguments.of(
                        Rule.WALL_THICK,
                        Way.CAST,
                        Primitive.sphere(Frame.WORLD, 6.1, "s1", TOL),
                        Primitive.sphere(Frame.WORLD, 5.9, "s1", TOL)),
                Arguments.of(Rule.DRAFT, Way.MOULDED, frustum(10, 9.7), frustum(10, 9.6)),
                Arguments.of(Rule.DRAFT, Way.CAST, frustum(10, 9.4), frustum(10, 9.2)),
                Arguments.of(
                        Rule.UNDERCUT,
                        Way.MOULDED,
                        minus(tray(3), box(-1, 10, 6, 7, 8, 3)),
                        minus(tray(3), box(-1, 10, 6, 7, 8, 30))),
                Arguments.of(
                        Rule.UNDERCUT,
                        Way.CAST,
                        minus(box(0, 0, 0, 40, 30, 12), rod(20, -1, 6, Vec3.Y, 3, 40)),
                        minus(box(0, 0, 0, 40, 30, 12), rod(20, 15, -1, Vec3.Z, 3, 40))),
                Arguments.of(
                        Rule.GAP_NARROW,
                        Way.MACHINED,
                        minus(box(0, 0, 0, 40, 30, 12), box(10, -1, 4, 5.5, 40, 20)),
                        minus(box(0, 0, 0, 40, 30, 12), box(10, -1, 4, 6.5, 40, 20))),
                Arguments.of(
                        Rule.GAP_NARROW,
                        Way.PRINTED,
                        minus(box(0, 0, 0, 40, 30, 12), box(10, -1, 4, 0.3, 40, 20)),
                        minus(box(0, 0, 0, 40, 30, 12), box(10, -1, 4, 0.5, 40, 20))),
                // a slot with round ends is milled, a bore is drilled
                Arguments.of(
                        Rule.GAP_NARROW,
                        Way.MACHINED,
                        minus(
                                box(0, 0, 0, 40, 30, 12),
                                box(10, 12.5, -1, 20, 5, 20),
                                rod(10, 15, -1, Vec3.Z, 2.5, 20),
                                rod(30, 15, -1, Vec3.Z, 2.5, 20)),
                        minus(box(0, 0, 0, 40, 30, 12), rod(20, 15, -1, Vec3.Z, 2.5, 40))),
                Arguments.of(
                        Rule.OVERHANG,
                        Way.PRINTED,
                        Primitive.cone(Frame.WORLD, 5, 10, 4.9, "s1", TOL),
                        Primitive.cone(Frame.WORLD, 5, 10, 5.1, "s1", TOL)),
                Arguments.of(Rule.CORNER_SHARP, Way.MACHINED, withPocketCorner(0), withPocketCorner(4)),
                Arguments.of(Rule.CORNER_TIGHT, Way.MACHINED, withPocketCorner(2.5), withPocketCorner(3)),
                Arguments.of(Rule.CORNER_SHARP, Way.MOULDED, tray(2), box(0, 0, 0, 4, 5, 6)),
                Arguments.of(Rule.EDGE_SHARP, Way.MACHINED, box(0, 0, 0, 4, 5, 6), bend(20, 5)),
                Arguments.of(
                        Rule.BORES_MEET,
                        Way.MACHINED,
                        minus(box(0, 0, 0, 40, 30, 24), rod(20, 15, -1, Vec3.Z, 4, 30), rod(-1, 15, 12, Vec3.X, 3, 21)),
                        minus(
                                box(0, 0, 0, 40, 30, 24),
                                rod(20, 15, -1, Vec3.Z, 4, 30),
                                rod(-1, 15, 12, Vec3.X, 3, 10))),
                Arguments.of(
                        Rule.HOLE_DEEP,
                        Way.MACHINED,
                        minus(box(0, 0, 0, 40, 30, 34), rod(20, 15, -1, Vec3.Z, 2, 40)),
                        minus(box(0, 0, 0, 40, 30, 30), rod(20, 15, -1, Vec3.Z, 2, 40))),
                Arguments.of(Rule.HOLLOW, Way.MACHINED, hollow(false), hollow(true)),
                Arguments.of(Rule.BEND_TIGHT, Way.BENT, bend(14, 10), bend(15, 10)));
    }

    @ParameterizedTest
    @MethodSource("pairs")
    void faultAndNone(Rule rule, Way way, Body faulty, Body sound) {
        Making m = Making.USUAL.by(way);
        Checkup c = Checkup.of(state(faulty), m);
        assertThat(c.findings()).anyMatch(f -> f.rule() == rule);
        assertThat(c.findings())
                .allMatch(f -> !f.places().isEmpty() && !f.faces().isEmpty());
        Checkup none = Checkup.of(state(sound), m);
        assertThat(none.findings()).noneMatch(f -> f.rule() == rule);
        assertThat(none.clear()).contains(rule);
        assertThat(Checkup.of(state(faulty), Making.USUAL.by(Way.BENT)).findings())
                .filteredOn(f -> !rule.isFor(Way.BENT))
                .noneMatch(f -> f.rule() == rule);
    }

    @Test
    void bodiesThatClashOrAreLoose() {
        Checkup apart = Checkup.of(state(box(0, 0, 0, 5, 5, 5), box(6, 0, 0, 5, 5, 5)), Making.USUAL);
        assertThat(apart.findings()).anyMatch(f -> f.rule() == Rule.LOOSE).noneMatch(f -> f.rule() == Rule.CLASH);
        Checkup in = Checkup.of(state(box(0, 0, 0, 5, 5, 5), box(4, 0, 0, 5, 5, 5)), Making.USUAL);
        assertThat(in.findings().stream()
                        .filter(f -> f.rule() == Rule.CLASH)
                        .map(f -> Terms.told(f.sentence(), Terms.Telling.PLAIN)))
                .containsExactly("Two bodies lie in each other here, over 1 mm × 5 mm × 5 mm.");
        Checkup empty = Checkup.of(state(), Making.USUAL);
        assertThat(empty.findings()).isEmpty();
        assertThat(empty.notes()).anyMatch(n -> n.contains("no body"));
    }

    /** Windows in two walls ask for slides from two sides: that isn't told as the same twice. A crossed bore is as deep as ever. */
    @Test
    void unlikeFaultsAreToldApart() {
        Body windows = minus(tray(3), box(-1, 10, 6, 5, 8, 3), box(36, 10, 6, 5, 8, 3));
        List<Finding> held = Checkup.of(state(windows), Making.USUAL).findings().stream()
                .filter(f -> f.rule() == Rule.UNDERCUT)
                .toList();
        assertThat(held).hasSize(2).extracting(Finding::sentence).doesNotHaveDuplicates();
        Body crossed = minus(box(0, 0, 0, 40, 30, 50), rod(20, 15, -1, Vec3.Z, 2, 60), box(-1, 5, 20, 60, 20, 6));
        assertThat(Checkup.of(state(crossed), Making.USUAL.by(Way.MACHINED)).findings())
                .filteredOn(f -> f.rule() == Rule.HOLE_DEEP)
                .singleElement()
                .satisfies(f -> assertThat(f.measured()).isCloseTo(12.5, within(1e-9)));
        // none is left out, however many there are
        List<Body> slots = new ArrayList<>();
        for (int i = 0; i < 15; i++) {
            slots.add(box(2 + 5 * i, -1, 4, 1 + 0.1 * i, 40, 20));
        }
        Body comb = minus(box(0, 0, 0, 80, 30, 12), slots.toArray(Body[]::new));
        assertThat(Checkup.of(state(comb), Making.USUAL.by(Way.MACHINED)).findings())
                .filteredOn(f -> f.rule() == Rule.GAP_NARROW)
                .hasSize(15);
    }

    private static PartDocument sample(String name) throws Exception {
        return PartFile.read(Files.readString(Path.of("../../samples/" + name + ".json")));
    }

    private static List<Rule> rules(PartDocument doc, Making m) {
        return Checkup.of(Kinds.rebuild().build(doc), m).findings().stream()
                .map(Finding::rule)
                .toList();
    }

    /** Ribs of 1.2 on walls of 2, then of 1.8; a conduit whose bends stand 4 diameters apart. */
    @Test
    void ribsAndStraights() throws Exception {
        PartDocument hood = sample("sensor-hood");
        assertThat(rules(hood, Making.USUAL)).doesNotContain(Rule.RIB_THICK);
        PartDocument thick = hood.replaced(hood.step("s9").sized("thickness", 1.8));
        assertThat(rules(thick, Making.USUAL)).contains(Rule.RIB_THICK);
        PartDocument conduit = sample("cable-conduit");
        Making bent = Making.USUAL.by(Way.BENT);
        assertThat(rules(conduit, bent)).doesNotContain(Rule.STRAIGHT_SHORT);
        assertThat(rules(conduit, bent.with(Map.of(Limit.STRAIGHT, 20.0)))).contains(Rule.STRAIGHT_SHORT);
    }

    /** Ribs drafted by half a degree: what is offered was tried, and mends it. */
    @Test
    void remediesWereTried() throws Exception {
        PartDocument hood = sample("sensor-hood");
        Rebuild rebuild = Kinds.rebuild();
        PartState state = rebuild.build(hood);
        Checkup now = Checkup.of(state, Making.USUAL);
        Remedies remedies = new Remedies(rebuild, state, now);
        List<Finding> found = now.findings();
        Finding draft = found.stream()
                .filter(f -> f.rule() == Rule.DRAFT)
                .findFirst()
                .map(remedies::tried)
                .orElseThrow();
        assertThat(draft.step()).isEqualTo("s9");
        assertThat(draft.places()).hasSize(16);
        assertThat(draft.remedy().field()).isEqualTo("draft");
        // more lean makes the ribs thinner at their ends, and that is said
        assertThat(draft.remedy().but()).contains("thick here");
        assertThat(draft.remedy().value()).isCloseTo(Math.toRadians(1), within(1e-12));
        PartDocument mended =
                hood.replaced(hood.step("s9").sized("draft", draft.remedy().value()));
        assertThat(Checkup.of(rebuild.build(mended), Making.USUAL).findings()).noneMatch(f -> f.rule() == Rule.DRAFT);
        Finding thin = found.stream()
                .filter(f -> f.rule() == Rule.WALL_THIN)
                .findFirst()
                .map(remedies::tried)
                .orElseThrow();
        assertThat(thin.remedy().field()).isEqualTo("thickness");
        assertThat(thin.remedy().but()).isEmpty();
    }

    @Test
    void whatIsAcceptedDoesNotStop() {
        PartState state = state(frustum(10, 9.7));
        Making m = Making.USUAL.with(Map.of(Limit.MOST_WALL, 50.0));
        Checkup c = Checkup.of(state, m);
        assertThat(c.stopped()).isTrue();
        Making accepted = m;
        for (Finding f : c.findings()) {
            accepted = accepted.accepting(f.id(), "a prototype");
        }
        assertThat(Checkup.of(state, accepted).stopped()).isFalse();
        // another lean of the same face is another fault
        assertThat(Checkup.of(state(frustum(10, 9.8)), accepted).stopped()).isTrue();
    }

    @Test
    void limitsAreReadAndRefused() {
        Making m = MakingJson.readFile(
                "{\"format\":\"tall-ember-limits\",\"version\":1,\"for\":\"cast\",\"limits\":{\"draft_deg\":3}}",
                Making.USUAL,
                null);
        assertThat(m.way()).isEqualTo(Way.CAST);
        assertThat(m.all().get(Limit.DRAFT)).isCloseTo(Math.toRadians(3), within(1e-12));
        for (String wrong :
                List.of("{\"draft_deg\":0}", "{\"draft_deg\":\"1\"}", "{\"slope\":1}", "{\"least_wall_mm\":-2}")) {
            assertThatThrownBy(() -> MakingJson.readFile(
                            "{\"format\":\"tall-ember-limits\",\"version\":1,\"limits\":" + wrong + "}",
                            Making.USUAL,
                            null))
                    .hasMessageContaining("limit");
        }
        assertThatThrownBy(() -> MakingJson.readFile("{", Making.USUAL, null)).hasMessageContaining("JSON");
        PartDocument doc = PartDocument.empty("Part", Unit.MM);
        PartDocument made =
                doc.with(doc.arrangement().made(m.pulled(Vec3.X).accepting("draft s1.side(c1)", "it is flexible")));
        assertThat(PartFile.read(PartFile.write(made))).isEqualTo(made);
    }
}
