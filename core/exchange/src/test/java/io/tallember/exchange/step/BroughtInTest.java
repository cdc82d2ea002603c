package io.tallember.exchange.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.exchange.StepWriter;
import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.part.PartDocument;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.solids.SolidFiles;
import io.tallember.part.steps.Context;
import io.tallember.part.steps.Kinds;
import io.tallember.part.steps.Talks;
import io.tallember.solid.Body;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Solids of STEP files as steps of a part: built on like others, and given anew. */
class BroughtInTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    private static final String SHELL = """
            {"kind": "shell", "id": "s3", "name": "Walls", "faces": [
              {"face": "%s", "point": [%s, 20, 30], "normal": [0, 0, 1]}],
             "chain": false, "closed": false, "thickness": 2, "outside": 0, "groups": []}""";
    private static final String ROUND = """
            {"kind": "blend", "id": "s4", "name": "Round", "bevel": false, "size": 0.5, "chain": true, "edges": [],
             "whole": "all"}""";
    private static final String HOLE = """
            {"kind": "hole", "id": "s5", "name": "Hole", "mouth": "plain", "diameter": 6, "extent": "through",
             "depth": 10, "pointed": false, "point": 2.059, "head": 0, "headDepth": 0, "sink": 0, "use": "",
             "places": [{"id": "h1", "on": {"face": "%s", "point": [%s, 20, 30], "normal": [0, 0, 1]},
                         "at": [30, 25]}]}""";

    /** A block with a bore, 40 deep and 30 high. */
    private static String file(double width, double bore) {
        List<Profile.Edge> outer = new ArrayList<>();
        double[][] at = {{0, 0}, {width, 0}, {width, 40}, {0, 40}};
        for (int i = 0; i < 4; i++) {
            Vec3 a = new Vec3(at[i][0], at[i][1], 0);
            Vec3 b = new Vec3(at[(i + 1) % 4][0], at[(i + 1) % 4][1], 0);
            outer.add(new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "c" + i));
        }
        List<List<Profile.Edge>> holes = bore == 0
                ? List.of()
                : List.of(List.of(new Profile.Edge(
                        new Circle(Frame.WORLD.at(new Vec3(10, 10, 0)), bore),
                        new Interval(0, 2 * Math.PI),
                        false,
                        "bore")));
        Body b = Extrude.of(new Profile(Frame.WORLD, outer, holes, "r"), 0, 30, "s", "r", TOL);
        return StepWriter.write("block", List.of(b), List.of("Block"), Instant.EPOCH);
    }

    private static String kept(String text) {
        return SolidFiles.put(text.getBytes(StandardCharsets.ISO_8859_1));
    }

    private static PartDocument part(String content, String... steps) {
        List<String> all = new ArrayList<>();
        all.add("{\"kind\": \"brought\", \"id\": \"s2\", \"name\": \"Solids 1\", \"content\": \"" + content
                + "\", \"file\": \"block.step\"}");
        all.addAll(List.of(steps));
        return PartFile.read(
                "{\"format\": \"tall-ember-part\", \"version\": 3, \"name\": \"Brought\", \"unit\": \"mm\","
                        + " \"workLine\": " + all.size() + ", \"nextId\": 9, \"steps\": [" + String.join(",", all)
                        + "]}");
    }

    private static PartState built(PartDocument doc) {
        return Kinds.rebuild().build(doc);
    }

    private static double volume(PartState s) {
        return MassProperties.of(s.solids()).volume();
    }

    private static String top(PartState s) {
        Body b = s.solids().get(0);
        return b.faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).z() > 0.9)
                .map(b.names()::of)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void broughtInSolidsAreBuiltOn() {
        String content = kept(file(60, 5));
        double block = (60 * 40 - 25 * Math.PI) * 30;
        PartState plain = built(part(content));
        assertThat(volume(plain)).isCloseTo(block, within(1e-6));
        String top = top(plain);
        assertThat(top).startsWith("s2.face(f");
        PartState worked = built(part(content, SHELL.formatted(top, 30), ROUND));
        assertThat(worked.outcome("s4").status()).isEqualTo(StepOutcome.Status.BUILT);
        double walls = block - (56 * 36 - 49 * Math.PI) * 28;
        assertThat(volume(worked)).isLessThan(walls).isGreaterThan(0.95 * walls);
        PartState drilled = built(part(content, HOLE.formatted(top, 30)));
        assertThat(volume(drilled)).isCloseTo(block - 9 * Math.PI * 30, within(1e-6));
    }

    /** A file whose block has another size takes the place of the first: what is built on it follows, or says that it is lost. */
    @ParameterizedTest
    @CsvSource({"75, 5, true", "50, 5, true", "60, 7.5, true", "60, 0, true", "61.5, 0, false"})
    void aNewerFileTakesThePlaceOfTheFirst(double width, double bore, boolean follows) throws Exception {
        String first = kept(file(60, 5));
        PartState before = built(part(first));
        PartDocument doc = part(first, HOLE.formatted(top(before), 30));
        PartState now = built(doc);
        Context c = new Context(doc, doc, () -> now);
        ObjectNode asked = (ObjectNode) new JsonMapper().readTree("{\"open\": \"s2\", \"at\": \"file\"}");
        asked.putObject("entry").put("typed", kept(file(width, bore)) + " newer block.step");
        Command change = Talks.kept(asked, c);
        PartState after = built(change.apply(doc));
        double block = (width * 40 - bore * bore * Math.PI) * 30;
        if (after.outcome("s5").status() == StepOutcome.Status.BUILT) {
            assertThat(volume(after)).isCloseTo(block - 9 * Math.PI * 30, within(1e-6));
            assertThat(follows).isTrue();
        } else {
            assertThat(after.outcome("s5").reason()).isEqualTo(GeometryException.Reason.LOST_REFERENCE);
            assertThat(follows).isFalse();
        }
    }

    @Test
    void aPartFileHoldsWhatItNeeds() {
        PartDocument doc = part(kept(file(60, 5)));
        String whole = PartFile.writeWhole(doc);
        assertThat(PartFile.contents(whole)).hasSize(1);
        assertThat(PartFile.open(whole).document()).isEqualTo(doc);
        // a content that nobody has
        PartState lost = built(part("ab".repeat(32)));
        assertThat(lost.outcome("s2").reason()).isEqualTo(GeometryException.Reason.LOST_REFERENCE);
    }

    /** Where a file's content is lost another can be chosen; no face of it is taken for one that was there. */
    @Test
    void anotherFileIsChosenWhereTheFirstIsLost() throws Exception {
        PartDocument doc = part("ab".repeat(32));
        PartState lost = built(doc);
        ObjectNode asked = (ObjectNode) new JsonMapper().readTree("{\"open\": \"s2\", \"at\": \"file\"}");
        asked.putObject("entry").put("typed", kept(file(60, 5)) + " block.step");
        PartState now =
                built(Talks.kept(asked, new Context(doc, doc, () -> lost)).apply(doc));
        assertThat(now.outcome("s2").status()).isEqualTo(StepOutcome.Status.BUILT);
        assertThat(top(now)).doesNotContain("(f");
    }

    @Test
    void filesThatCantBeUsedSayWhy() {
        PartState none = built(part(kept("ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n")));
        assertThat(none.outcome("s2").status()).isEqualTo(StepOutcome.Status.FAILED);
        assertThat(none.outcome("s2").message()).contains("no solid");
        String text = file(60, 5);
        PartState cut = built(part(kept(text.substring(0, text.length() / 2))));
        assertThat(cut.outcome("s2").status()).isEqualTo(StepOutcome.Status.FAILED);
        PartState other = built(part(kept("solid x\nfacet normal 0 0 1\n")));
        assertThat(other.outcome("s2").status()).isEqualTo(StepOutcome.Status.FAILED);
        byte[] bomb = new byte[SolidFiles.LARGEST + 10];
        String packed = SolidFiles.packed(bomb);
        assertThatThrownBy(() -> SolidFiles.unpacked(packed)).isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> SolidFiles.unpacked("no!")).isInstanceOf(GeometryException.class);
        assertThatThrownBy(() -> SolidFiles.put(bomb)).isInstanceOf(GeometryException.class);
    }
}
