package io.tallember.ember;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class EmberTest {
    private static final String PART = """
            {"format":"tall-ember-part","version":1,"name":"Peg","unit":"mm","workLine":2,"nextId":4,"steps":[
             {"kind":"sketch","id":"s1","name":"Disc","plane":"top",
              "entities":[{"kind":"point","id":"p1","x":0,"y":0},{"kind":"circle","id":"c1","centre":"p1","radius":5}],
              "constraints":[]},
             {"kind":"extrude","id":"s2","name":"Peg","sketch":"s1","distance":%s,"mode":"%s",
              "regions":[{"id":"r3","boundary":["+c1"],"inside":[0,0]}]}]}
            """;

    @TempDir
    Path folder;

    private final StringWriter said = new StringWriter();

    private int run(String text, String... more) throws Exception {
        Path part = Files.writeString(folder.resolve("peg.json"), text);
        CommandLine line = new CommandLine(new BuildCommand());
        line.setErr(new PrintWriter(said));
        List<String> args = new ArrayList<>(List.of(
                part.toString(),
                "--step",
                folder.resolve("peg.step").toString(),
                "--stl",
                folder.resolve("peg.stl").toString(),
                "--report",
                folder.resolve("peg.report").toString()));
        args.addAll(List.of(more));
        return line.execute(args.toArray(String[]::new));
    }

    /** The variant that the file shows, the same by name, and the part itself, which is another. */
    @Test
    void theVariantThatTheFileShowsIsBuiltOrAnyOther() throws Exception {
        String text = new String(
                EmberTest.class.getResourceAsStream("/variant-shown.json").readAllBytes(), StandardCharsets.UTF_8);
        run(text, "--variant", "");
        assertThat(folder.resolve("peg.report")).content().contains("138699.0");
        run(text);
        assertThat(folder.resolve("peg.report")).content().doesNotContain("138699.0");
        byte[] shown = Files.readAllBytes(folder.resolve("peg.stl"));
        run(text, "--variant", "Machined");
        assertThat(Files.readAllBytes(folder.resolve("peg.stl"))).isEqualTo(shown);
        assertThat(run(text, "--variant", "Polished")).isEqualTo(2);
    }

    /** A value set otherwise gives the part that has it in its file. */
    @Test
    void valuesAreSetForABuild() throws Exception {
        String text = new String(
                EmberTest.class.getResourceAsStream("/variant-shown.json").readAllBytes(), StandardCharsets.UTF_8);
        run(text, "--variant", "");
        byte[] usual = Files.readAllBytes(folder.resolve("peg.stl"));
        run(text, "--variant", "", "--set", "web=8 mm", "--set", "rounding=web / 4");
        byte[] set = Files.readAllBytes(folder.resolve("peg.stl"));
        assertThat(set).isNotEqualTo(usual);
        String other = text.replaceFirst("\"formula\"\\s*:\\s*\"9 mm\"", "\"formula\":\"8 mm\"")
                .replaceFirst("\"formula\"\\s*:\\s*\"1 mm\"", "\"formula\":\"2 mm\"");
        assertThat(other).isNotEqualTo(text);
        run(other, "--variant", "");
        assertThat(Files.readAllBytes(folder.resolve("peg.stl"))).isEqualTo(set);
        assertThat(run(text, "--set", "height=8 mm")).isEqualTo(2);
        assertThat(said.toString()).contains("no value called");
        assertThat(run(text, "--set", "web=8 +")).isEqualTo(2);
    }

    @Test
    void buildsAndReports() throws Exception {
        assertThat(run(PART.formatted("20", "body"))).isZero();
        assertThat(folder.resolve("peg.step")).content().contains("MANIFOLD_SOLID_BREP", "CYLINDRICAL_SURFACE");
        assertThat(Files.size(folder.resolve("peg.stl"))).isGreaterThan(2_000);
        assertThat(folder.resolve("peg.report")).content().contains("\"sound\" : true", "s2.side(c1)");
    }

    @Test
    void aFailedStepGivesOneAndAWrongFileTwo() throws Exception {
        assertThat(run(PART.formatted("20", "remove"))).isEqualTo(1);
        assertThat(folder.resolve("peg.step")).as("no body, so no solids").doesNotExist();
        assertThat(folder.resolve("peg.report")).content().contains("\"sound\" : false");
        assertThat(run(PART.formatted("-3", "body"))).isEqualTo(2);
        assertThat(said.toString()).contains("above zero");
        assertThat(run("{}")).isEqualTo(2);
    }

    /** What keeps an outline from closing is named, whether the part is built or not; a report is always written. */
    @Test
    void gapsAndStubsAreNamed() throws Exception {
        assertThat(run(text("gap-hundredth"))).isEqualTo(1);
        assertThat(said.toString()).contains("gap of 0.01 mm");
        assertThat(folder.resolve("peg.report")).content().contains("gap of 0.01 mm");
        assertThat(run(text("stub"))).isZero();
        assertThat(said.toString()).contains("stub of");
        assertThat(folder.resolve("peg.report")).content().contains("stub of").contains("\"sound\" : true");
    }

    @Test
    void whatCantBeReadIsSaidInSentences() throws Exception {
        Path binary = folder.resolve("binary.json");
        Files.write(binary, new byte[] {(byte) 0xff, (byte) 0xfe, (byte) 0x80, 1});
        Path report = folder.resolve("binary.report");
        CommandLine line = Ember.line();
        line.setErr(new PrintWriter(said));
        assertThat(line.execute("build", binary.toString(), "--report", report.toString()))
                .isEqualTo(2);
        assertThat(said.toString()).contains("UTF-8").doesNotContain("Input length");
        assertThat(report).content().contains("UTF-8");
        assertThat(line.execute("build", folder.resolve("none.json").toString()))
                .isEqualTo(2);
        assertThat(said.toString()).contains("There is no file");
        assertThat(line.execute("read", folder.resolve("none.step").toString())).isEqualTo(2);
        run(PART.formatted("20", "body"));
        Path far = Files.writeString(
                folder.resolve("far.step"),
                Pattern.compile("(CARTESIAN_POINT\\('',\\()([-0-9.]+)")
                        .matcher(Files.readString(folder.resolve("peg.step")))
                        .replaceAll(m -> m.group(1) + (20_000 + Double.parseDouble(m.group(2)))));
        assertThat(line.execute("read", far.toString())).isEqualTo(1);
        assertThat(said.toString()).contains("10 m");
    }

    private static String text(String name) throws Exception {
        return new String(
                EmberTest.class.getResourceAsStream("/" + name + ".json").readAllBytes(), StandardCharsets.UTF_8);
    }

    @Test
    void readsStepAndSaysWhatIsInIt() throws Exception {
        run(PART.formatted("20", "body"));
        StringWriter out = new StringWriter();
        CommandLine line = new CommandLine(new ReadCommand());
        line.setErr(new PrintWriter(said));
        line.setOut(new PrintWriter(out));
        Path step = folder.resolve("peg.step");
        assertThat(line.execute(step.toString())).isZero();
        assertThat(out.toString()).contains("3 faces, 1570.796327 mm3");
        Path cut = Files.writeString(
                folder.resolve("cut.step"), Files.readString(step).substring(0, 900));
        assertThat(line.execute(cut.toString())).isEqualTo(2);
        assertThat(said.toString()).contains("cut off");
    }

    /** The fields that docs/report.md promises, by a part that can be worked out. */
    @Test
    void theReportHasWhatItsDescriptionSays() throws Exception {
        assertThat(run(PART.formatted("10", "body"))).isZero();
        JsonNode r = JsonMapper.builder().build().readTree(Files.readString(folder.resolve("peg.report")));
        assertThat(r.get("unit").asString()).isEqualTo("mm");
        JsonNode step = r.get("steps").get(1);
        assertThat(step.get("number").intValue()).isEqualTo(2);
        assertThat(step.get("kind").asString()).isEqualTo("extrude");
        assertThat(step.get("sentence").asString()).isEqualTo("Extrude Disc by 10 mm forward, as a new body");
        assertThat(step.get("state").asString()).isEqualTo("built");
        assertThat(step.get("millis").doubleValue()).isPositive();
        JsonNode sketch = r.get("sketches").get(0);
        assertThat(sketch.get("freedoms").intValue()).isEqualTo(3);
        assertThat(sketch.get("closed_regions").intValue()).isEqualTo(1);
        JsonNode body = r.get("bodies").get(0);
        assertThat(body.get("volume_mm3").doubleValue()).isCloseTo(250 * Math.PI, within(1e-9));
        assertThat(body.get("area_mm2").doubleValue()).isCloseTo(150 * Math.PI, within(1e-9));
        assertThat(body.get("centroid_mm").get(2).doubleValue()).isCloseTo(5, within(1e-9));
        assertThat(body.get("bounds_mm").get("most").get(2).doubleValue()).isCloseTo(10, within(1e-6));
        assertThat(body.get("surfaces").toString()).isEqualTo("{\"cylinder\":1,\"plane\":2}");
        assertThat(body.get("valid").booleanValue()).isTrue();
        // and a step that fails says where
        assertThat(run(PART.formatted("10", "remove"))).isEqualTo(1);
        r = JsonMapper.builder().build().readTree(Files.readString(folder.resolve("peg.report")));
        assertThat(r.get("steps").get(1).get("state").asString()).isEqualTo("failed");
        assertThat(r.get("steps").get(1).get("message").asString()).contains("no body to remove from");
    }

    /** Whole files or none, and nothing left beside them. */
    @Test
    void meshesAreWrittenWholeOrNotAtAll() throws Exception {
        Path mesh = folder.resolve("peg.3mf");
        assertThat(run(PART.formatted("10", "body"), "--3mf", mesh.toString(), "--gltf", folder + "/peg.glb"))
                .isZero();
        assertThat(mesh).content(StandardCharsets.ISO_8859_1).startsWith("PK");
        assertThat(folder.resolve("peg.glb"))
                .content(StandardCharsets.ISO_8859_1)
                .startsWith("glTF");
        assertThat(run(PART.formatted("10", "body"), "--3mf", folder + "/none/peg.3mf"))
                .isEqualTo(2);
        assertThat(said.toString()).contains("There is no file or folder");
        try (var all = Files.list(folder)) {
            assertThat(all.map(p -> p.getFileName().toString())).noneMatch(n -> n.endsWith(".part"));
        }
    }

    private int convert(Path in, String... out) {
        CommandLine line = new CommandLine(new ConvertCommand());
        line.setErr(new PrintWriter(said));
        List<String> args = new ArrayList<>(List.of(in.toString()));
        args.addAll(List.of(out));
        return line.execute(args.toArray(String[]::new));
    }

    /** Out, in and out again the same; what can't be used writes nothing. */
    @Test
    void stepIsConverted() throws Exception {
        run(PART.formatted("10", "body"));
        Path step = folder.resolve("peg.step");
        String again = folder + "/again.stp";
        assertThat(convert(step, again, folder + "/peg2.glb", folder + "/peg2.3mf", folder + "/peg2.STL"))
                .isZero();
        assertThat(Files.readAllBytes(folder.resolve("peg2.STL")))
                .isEqualTo(Files.readAllBytes(folder.resolve("peg.stl")));
        StringWriter told = new StringWriter();
        CommandLine read = new CommandLine(new ReadCommand());
        read.setOut(new PrintWriter(told));
        assertThat(read.execute(again)).isZero();
        assertThat(told.toString()).contains("3 faces, 785.398163 mm3");
        assertThat(convert(step, folder + "/peg.obj")).isEqualTo(2);
        Path broken = Files.writeString(folder.resolve("broken.step"), "ISO-10303-21;\nHEADER;");
        assertThat(convert(broken, folder + "/none.stl")).isEqualTo(2);
        assertThat(folder.resolve("none.stl")).doesNotExist();
    }

    private JsonNode check(int code, String text, String... more) throws Exception {
        Path part = Files.writeString(folder.resolve("peg.json"), text);
        Path report = folder.resolve("check.json");
        Files.deleteIfExists(report);
        CommandLine line = new CommandLine(new CheckCommand());
        line.setErr(new PrintWriter(said));
        List<String> args = new ArrayList<>(List.of(part.toString(), "--report", report.toString()));
        args.addAll(List.of(more));
        assertThat(line.execute(args.toArray(String[]::new))).isEqualTo(code);
        return JsonMapper.builder().build().readTree(Files.readString(report));
    }

    /** A peg 10 across and 10 high: too thick to be moulded, without lean; turned or milled it is fine. */
    @Test
    void whatSpeaksAgainstMakingItIsTold() throws Exception {
        String peg = PART.formatted("10", "body");
        JsonNode r = check(1, peg, "--for", "moulded");
        assertThat(r.get("stopped").booleanValue()).isTrue();
        JsonNode draft = r.get("findings").get(0);
        assertThat(draft.get("rule").asString()).isEqualTo("draft");
        assertThat(draft.get("measured").doubleValue()).isCloseTo(0, within(1e-9));
        assertThat(draft.get("limit").doubleValue()).isCloseTo(1, within(1e-9));
        assertThat(draft.get("unit").asString()).isEqualTo("deg");
        assertThat(draft.get("step").asString()).isEqualTo("s2");
        assertThat(draft.get("face_keys").get(0).asString()).isEqualTo("s2.side(c1)");
        JsonNode thick = r.get("findings").get(1);
        assertThat(thick.get("rule").asString()).isEqualTo("wall-thick");
        assertThat(thick.get("measured").doubleValue()).isCloseTo(10, within(0.01));
        r = check(0, peg, "--for", "machined");
        assertThat(r.get("findings").size()).isEqualTo(1);
        assertThat(r.get("nothing_found").toString()).contains("wall-thin", "hole-deep");
        Path limits = Files.writeString(
                folder.resolve("limits.json"),
                "{\"format\":\"tall-ember-limits\",\"version\":1,\"for\":\"printed\",\"limits\":{\"least_wall_mm\":12}}");
        r = check(1, peg, "--limits", limits.toString());
        assertThat(r.get("for").asString()).isEqualTo("printed");
        // as far as it stands, and that is said
        r = check(1, PART.formatted("10", "remove"), "--for", "machined");
        assertThat(r.get("complete").booleanValue()).isFalse();
        assertThat(r.get("notes").toString()).contains("as far as it stands");
        Files.writeString(limits, "{\"format\":\"tall-ember-limits\",\"version\":1,\"limits\":{\"draft_deg\":0}}");
        assertThat(check(2, peg, "--limits", limits.toString()).get("message").asString())
                .contains("draft_deg", "above zero");
        assertThat(check(2, peg, "--for", "knitted").get("usable").booleanValue())
                .isFalse();
    }

    @Test
    void theBuildSheetIsToldAsText() throws Exception {
        Path part = Files.writeString(folder.resolve("peg.json"), PART.formatted("10", "body"));
        CommandLine line = new CommandLine(new TellCommand());
        line.setOut(new PrintWriter(said));
        assertThat(line.execute(part.toString())).isZero();
        assertThat(said.toString().lines())
                .containsExactly(
                        "Peg, in mm",
                        "1. Disc: Draw Disc on the top plane \u00b7 3 loose",
                        "2. Peg: Extrude Disc by 10 mm forward, as a new body");
    }
}
