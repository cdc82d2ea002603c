package io.tallember.inspect.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.PartDocument;
import io.tallember.part.SheetPlan;
import io.tallember.part.Unit;
import io.tallember.part.commands.Arrange;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Kinds;
import io.tallember.part.values.Variants;
import io.tallember.solid.Body;
import java.awt.geom.Point2D;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.contentstream.PDFGraphicsStreamEngine;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Sheets of the demo parts: nothing over anything, nothing off the paper, every size told or listed; read back from their files. */
class SheetTest {
    /** Parts of free faces, whose drawings take some ten seconds each. */
    private static final List<String> SLOW = List.of("wind-duct", "rain-inlet", "balance-spring", "sample-flask");

    private static final Path SAMPLES = Path.of("../../samples");

    static Stream<String> parts() throws IOException {
        return Files.list(SAMPLES)
                .map(p -> p.getFileName().toString())
                .filter(n -> n.endsWith(".json"))
                .filter(n -> Boolean.getBoolean("long") || SLOW.stream().noneMatch(n::startsWith))
                .sorted();
    }

    private static PartDocument document(String file) throws IOException {
        return Variants.shown(PartFile.read(Files.readString(SAMPLES.resolve(file))));
    }

    @ParameterizedTest
    @MethodSource("parts")
    void textsStandApartAndSizesAreTold(String file) throws IOException {
        PartDocument doc = document(file);
        PartState state = Kinds.rebuild().build(doc);
        Sheet s = Sheet.of(doc, state, SheetPlan.USUAL, "2026-11-30");
        List<Ink.Text> texts = s.ink().stream()
                .filter(Ink.Text.class::isInstance)
                .map(Ink.Text.class::cast)
                .toList();
        for (int i = 0; i < texts.size(); i++) {
            double[] a = texts.get(i).box();
            assertThat(a[0] >= Sheet.MARGIN
                            && a[1] >= Sheet.MARGIN
                            && a[2] <= s.width() - Sheet.MARGIN
                            && a[3] <= s.height() - Sheet.MARGIN)
                    .as(file + " " + texts.get(i))
                    .isTrue();
            for (int k = 0; k < i; k++) {
                assertThat(Room.overlap(a, texts.get(k).box(), 0))
                        .as(file + ": " + texts.get(i) + " over " + texts.get(k))
                        .isFalse();
            }
        }
        List<DrawnSize> sizes = Sheet.sizes(doc, state);
        // ends of lines that ribs are carried on from lie at nothing of the part
        List<String> without = s.notShown().stream()
                .filter(n -> !n.contains("lies at nothing"))
                .toList();
        assertThat(without.size()).as(file + " " + without).isLessThanOrEqualTo(1 + sizes.size() / 10);
        boolean ribs = List.of("sensor-hood.json", "vent-grille.json").contains(file);
        assertThat(s.notShown().size())
                .as(file + " " + s.notShown())
                .isLessThanOrEqualTo(ribs ? sizes.size() / 2 : 1 + sizes.size() / 10);
    }

    /** Places of lines in a page, in mm. */
    private static final class Lines extends PDFGraphicsStreamEngine {
        final List<Point2D> at = new ArrayList<>();

        Lines(PDPage page) {
            super(page);
        }

        private void add(float x, float y) {
            at.add(new Point2D.Double(x * 25.4 / 72, y * 25.4 / 72));
        }

        @Override
        public void moveTo(float x, float y) {
            add(x, y);
        }

        @Override
        public void lineTo(float x, float y) {
            add(x, y);
        }

        @Override
        public void curveTo(float a, float b, float c, float d, float x, float y) {
            add(x, y);
        }

        @Override
        public Point2D getCurrentPoint() {
            return new Point2D.Double(0, 0);
        }

        @Override
        public void appendRectangle(Point2D a, Point2D b, Point2D c, Point2D d) {}

        @Override
        public void drawImage(PDImage image) {}

        @Override
        public void clip(int rule) {}

        @Override
        public void closePath() {}

        @Override
        public void endPath() {}

        @Override
        public void strokePath() {}

        @Override
        public void fillPath(int rule) {}

        @Override
        public void fillAndStrokePath(int rule) {}

        @Override
        public void shadingFill(COSName name) {}
    }

    @Test
    void aPdfReadBackHasItsScaleAndItsWords() throws IOException {
        PartDocument doc = document("mast-yoke.json");
        PartState state = Kinds.rebuild().build(doc);
        Sheet s = Sheet.of(doc, state, SheetPlan.USUAL, "2026-11-30");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        SheetPdf.write(s, doc.name(), out);
        try (PDDocument pdf = Loader.loadPDF(out.toByteArray())) {
            PDPage page = pdf.getPage(0);
            assertThat(page.getMediaBox().getWidth() * 25.4 / 72).isCloseTo(420, within(0.01));
            String words = new PDFTextStripper().getText(pdf);
            assertThat(words).contains("Mast yoke", "1 : 2", "A3", "(174)", "\u00d856");
            Lines lines = new Lines(page);
            lines.processPage(page);
            // the whole width of 174 at one to two, between places of the front view's outline
            List<double[]> front = s.ink().stream()
                    .filter(i -> i.of().equals("view:front") && i.layer() == Ink.Layer.OUTLINE)
                    .filter(Ink.Path.class::isInstance)
                    .map(i -> ((Ink.Path) i).xy())
                    .toList();
            double lo = front.stream()
                    .mapToDouble(p -> Math.min(p[0], p[p.length - 2]))
                    .min()
                    .orElseThrow();
            double hi = front.stream()
                    .mapToDouble(p -> Math.max(p[0], p[p.length - 2]))
                    .max()
                    .orElseThrow();
            assertThat(hi - lo).isCloseTo(87, within(1e-6));
            for (double x : new double[] {lo, hi}) {
                assertThat(lines.at.stream().anyMatch(p -> Math.abs(p.getX() - x) < 0.01))
                        .isTrue();
            }
        }
        String svg = SheetSvg.of(s, doc.name());
        assertThat(svg).contains("width=\"420mm\"", "id=\"hidden\"", ">(174)</text>", "<title>Mast yoke</title>");
        // a circle stays one: two halves of an arc of the hub's outer rim, 56 across at one to two
        assertThat(svg).contains("A14 14");
    }

    @Test
    void thePlanIsKeptAndFollowed() throws IOException {
        PartDocument doc = document("bearing-block.json");
        PartDocument laid = CommandJson.read(
                        PartFile.parse(
                                "{\"do\":\"lay-sheet\",\"sheet\":{\"paper\":\"A3\",\"scale\":1,\"firstAngle\":false,"
                                        + "\"section\":false,\"moved\":{\"view:side\":[5,-2]},\"hidden\":[\"view:corner\"],"
                                        + "\"notes\":[{\"id\":\"n1\",\"x\":60,\"y\":40,\"text\":\"Break sharp edges\"}]}}"),
                        doc)
                .done(doc);
        assertThat(PartFile.read(PartFile.write(laid))).isEqualTo(laid);
        PartState state = Kinds.rebuild().build(laid);
        Sheet s = Sheet.of(laid, state, laid.arrangement().sheet(), "");
        assertThat(s.paper()).isEqualTo("A3");
        assertThat(s.scale()).isEqualTo(1);
        assertThat(s.ink()).noneMatch(i -> i.of().equals("view:corner") || i.layer() == Ink.Layer.HATCH);
        assertThat(s.ink()).anyMatch(i -> i instanceof Ink.Text t && t.text().equals("Break sharp edges"));
        Sheet still = Sheet.of(
                laid, state, new SheetPlan("A3", 1, false, false, Map.of(), Set.of("view:corner"), List.of()), "");
        assertThat(first(s, "view:side").x())
                .isCloseTo(first(still, "view:side").x() + 5, within(1e-9));
        assertThat(first(s, "view:side").y())
                .isCloseTo(first(still, "view:side").y() - 2, within(1e-9));
        // in the third angle the view from above stands over the front
        assertThat(first(s, "view:top").y())
                .isGreaterThan(first(s, "view:front").y());
        assertThatThrownBy(() ->
                        Sheet.of(laid, state, new SheetPlan("A4", 5, true, true, Map.of(), Set.of(), List.of()), ""))
                .hasMessageContaining("don't fit on A4");
        assertThatThrownBy(() -> Sheet.of(
                        PartDocument.empty("Nothing", Unit.MM),
                        Kinds.rebuild().build(PartDocument.empty("Nothing", Unit.MM)),
                        SheetPlan.USUAL,
                        ""))
                .hasMessageContaining("no body yet");
        assertThat(new Arrange.LaySheet(SheetPlan.USUAL).done(laid).arrangement())
                .isEqualTo(doc.arrangement());
    }

    /** A size that a later step has made untrue isn't told as if it were. */
    @Test
    void sizesThatAreNotTrueAnyMoreAreListedInstead() throws IOException {
        PartDocument doc = document("bearing-block.json");
        PartState state = Kinds.rebuild().build(doc);
        List<Ink> before = Sheet.of(doc, state, SheetPlan.USUAL, "").ink();
        assertThat(before).anyMatch(i -> i instanceof Ink.Text t && t.text().equals("120"));
        String face = state.stand().bodies().get(0).body().faces().stream()
                .filter(f -> f.outward(f.bounds().centre()).x() > 0.99
                        && f.bounds().max().x() > 59.9)
                .map(f -> state.stand().bodies().get(0).body().names().of(f))
                .findFirst()
                .orElseThrow();
        PartDocument wider = CommandJson.read(
                        PartFile.parse(
                                "{\"do\":\"add-step\",\"step\":{\"kind\":\"faces\",\"id\":\"\",\"name\":\"\",\"faces\":[{\"face\":\""
                                        + face
                                        + "\",\"point\":[60,0,7],\"normal\":[1,0,0]}],\"chain\":false,\"remove\":false,\"distance\":5}}"),
                        doc)
                .done(doc);
        PartState moved = Kinds.rebuild().build(wider);
        assertThat(moved.sound()).as(moved.outcomes().toString()).isTrue();
        Sheet s = Sheet.of(wider, moved, SheetPlan.USUAL, "");
        assertThat(s.ink()).noneMatch(i -> i instanceof Ink.Text t && t.text().equals("120"));
        assertThat(s.ink()).anyMatch(i -> i instanceof Ink.Text t && t.text().equals("(125)"));
        assertThat(s.notShown()).anyMatch(n -> n.contains("lies at nothing that is left"));
        PartDocument scaled = CommandJson.read(
                        PartFile.parse(
                                "{\"do\":\"add-step\",\"step\":{\"kind\":\"scale\",\"id\":\"\",\"name\":\"\",\"bodies\":[],"
                                        + "\"times\":2}}"),
                        doc)
                .done(doc);
        PartState twice = Kinds.rebuild().build(scaled);
        assertThat(twice.sound()).as(twice.outcomes().toString()).isTrue();
        Sheet large = Sheet.of(scaled, twice, SheetPlan.USUAL, "");
        assertThat(large.ink())
                .noneMatch(i -> i instanceof Ink.Text t && t.text().equals("120"));
        assertThat(large.notShown().get(0)).contains("moves or scales bodies");
    }

    private static PartDocument with(PartDocument doc, String step) {
        return CommandJson.read(PartFile.parse("{\"do\":\"add-step\",\"step\":" + step.replace('\'', '"') + "}"), doc)
                .done(doc);
    }

    /** A reference to the flat face of the only body that looks a way, as JSON. */
    private static String face(PartDocument doc, Vec3 way) {
        Body b = Kinds.rebuild().build(doc).solids().get(0);
        return b.faces().stream()
                .filter(f -> f.surface() instanceof Plane
                        && f.outward(f.bounds().centre()).dot(way) > 0.99)
                .map(f -> {
                    Vec3 c = f.bounds().centre();
                    return "{'face':'" + b.names().of(f) + "','point':[" + c.x() + "," + c.y() + "," + c.z()
                            + "],'normal':[" + way.x() + "," + way.y() + "," + way.z() + "]}";
                })
                .findFirst()
                .orElseThrow();
    }

    private static Sheet sheet(PartDocument doc) {
        PartState state = Kinds.rebuild().build(doc);
        assertThat(state.sound()).as(state.outcomes().toString()).isTrue();
        return Sheet.of(doc, state, SheetPlan.USUAL, "");
    }

    private static List<String> words(Sheet s) {
        return s.ink().stream()
                .filter(Ink.Text.class::isInstance)
                .map(i -> ((Ink.Text) i).text())
                .toList();
    }

    private static String hole(String places, int across, int deep) {
        return "{'kind':'hole','id':'','name':'','mouth':'plain','diameter':" + across + ",'extent':'blind','depth':"
                + deep + ",'pointed':false,'head':10,'headDepth':2,'sink':1.5,'places':[" + places + "]}";
    }

    private static PartDocument drilled() {
        PartDocument box = with(
                PartDocument.empty("Block", Unit.MM),
                "{'kind':'ready','id':'','name':'','shape':'box','plane':'top','at':[0,0],'width':60,'depth':40,'height':20,"
                        + "'flipped':false,'mode':'body'}");
        String top = face(box, Vec3.Z);
        PartDocument two = with(box, hole("{'on':" + top + ",'at':[10,5]},{'on':" + top + ",'at':[-12,5]}", 6, 12));
        // two from both ends on one axis
        return with(
                two,
                hole(
                        "{'on':" + face(two, Vec3.X) + ",'at':[0,0],'spot':{'centre':true}},{'on':"
                                + face(two, Vec3.X.negated()) + ",'at':[0,0],'spot':{'centre':true}}",
                        5,
                        10));
    }

    /** Every hole has its row and its tag; what its row would say must still be so. */
    @Test
    void holesAreToldAsLongAsTheyAreSo() {
        PartDocument doc = drilled();
        Sheet s = sheet(doc);
        assertThat(words(s))
                .contains(
                        "A1",
                        "A2",
                        "B1",
                        "B2",
                        "2 \u00d7 \u00d86, 12 deep",
                        "2 \u00d7 \u00d85, 10 deep",
                        "40",
                        "25",
                        "18");
        assertThat(s.notShown()).noneMatch(n -> n.contains("hole"));
        // milled down by 5, the upright holes are 7 deep
        PartDocument lower = with(
                doc,
                "{'kind':'faces','id':'','name':'','faces':[" + face(doc, Vec3.Z)
                        + "],'chain':false,'remove':false,'distance':-5}");
        Sheet low = sheet(lower);
        assertThat(words(low)).noneMatch(w -> w.contains("12 deep")).anyMatch(w -> w.contains("10 deep"));
        assertThat(low.notShown()).anyMatch(n -> n.startsWith("2 holes of") && n.contains("depth counts"));
    }

    /** A drawing of a part that isn't whole says so, on the paper and beside it. */
    @Test
    void aPartThatIsNotWholeIsNotDrawnAsIfItWere() {
        PartDocument doc = drilled();
        assertThat(words(sheet(doc))).contains("Block");
        PartDocument above = CommandJson.read(PartFile.parse("{\"do\":\"move-work-line\",\"to\":2}"), doc)
                .done(doc);
        Sheet s = sheet(above);
        assertThat(words(s)).contains("Block, as far as it stands").doesNotContain("B1");
        assertThat(s.notShown().get(0)).contains("work line");
        PartDocument broken = with(
                doc,
                "{'kind':'faces','id':'','name':'','faces':[" + face(doc, Vec3.Z)
                        + "],'chain':false,'remove':false,'distance':-50}");
        PartState state = Kinds.rebuild().build(broken);
        assertThat(state.sound()).isFalse();
        Sheet b = Sheet.of(broken, state, SheetPlan.USUAL, "");
        assertThat(words(b)).contains("Block, as far as it stands");
        assertThat(b.notShown().get(0)).contains("can't be built");
    }

    private static Vec2 first(Sheet s, String of) {
        return s.ink().stream()
                .filter(i -> i.of().equals(of) && i instanceof Ink.Path)
                .map(i -> new Vec2(((Ink.Path) i).xy()[0], ((Ink.Path) i).xy()[1]))
                .findFirst()
                .orElseThrow();
    }
}
