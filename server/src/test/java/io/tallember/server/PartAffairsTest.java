package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/** What is asked about a part beside its commands: variants, versions, comparisons, tables, traces, outlines, pictures. */
class PartAffairsTest {
    @TempDir
    static Path data;

    private static ConfigurableApplicationContext app;
    private static int port;

    private final Client client = new Client(port);

    @BeforeAll
    static void start() {
        app = SpringApplication.run(TallEmber.class, "--tallember.data=" + data, "--server.port=0", "--empty");
        port = app.getEnvironment().getProperty("local.server.port", Integer.class);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static String quoted(String json) {
        return json.replace('\'', '"');
    }

    @Test
    void aVariantIsShownComparedAndHandedOver() {
        long id = client.newPart("Peg");
        client.disc(id, "12");
        client.command(id, quoted("{'do':'set-value','name':'high','formula':'12'}"));
        client.command(id, "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", "high") + "}");
        client.command(id, quoted("{'do':'add-variant','name':'Tall'}"));
        JsonNode tall =
                client.command(id, quoted("{'do':'set-in-variant','variant':'Tall','value':'high','formula':'20'}"));
        assertThat(tall.get("volume").doubleValue()).isCloseTo(2000 * Math.PI, within(1e-9));
        assertThat(tall.get("variant").stringValue()).isEqualTo("Tall");
        JsonNode compared = client.send("GET", "/api/parts/" + id + "/compare?with=variant:", null);
        assertThat(compared.get("comeVolume").doubleValue()).isCloseTo(800 * Math.PI, within(1e-6));
        assertThat(compared.get("goneVolume").doubleValue()).isZero();
        assertThat(compared.get("steps").get(0).get("words").get(0).stringValue())
                .isEqualTo("distance 12 mm → 20 mm");
        String step = new String(
                client.raw("GET", "/api/parts/" + id + "/step?variant=", null).body(), StandardCharsets.US_ASCII);
        assertThat(step).contains("12.").doesNotContain("20.");
        assertThat(new String(
                        client.raw("GET", "/api/parts/" + id + "/values", null).body(), StandardCharsets.UTF_8))
                .isEqualTo("name,formula\r\nhigh,12\r\n");
        client.send("GET", "/api/parts/" + id + "/compare?with=yesterday", null);
        assertThat(client.status).isEqualTo(422);
    }

    @Test
    void versionsAreKeptAndGoneBackTo() {
        long id = client.newPart("Peg");
        client.disc(id, "12");
        JsonNode kept = client.send("POST", "/api/parts/" + id + "/versions", "{\"name\":\"First\"}");
        long version = kept.get(0).get("id").longValue();
        client.command(id, "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", "20") + "}");
        JsonNode last = client.send("GET", "/api/parts/" + id + "/compare?with=last", null);
        assertThat(last.get("comeVolume").doubleValue()).isCloseTo(800 * Math.PI, within(1e-6));
        JsonNode back = client.ask(id, "versions/" + version + "/back", "");
        assertThat(back.get("volume").doubleValue()).isCloseTo(1200 * Math.PI, within(1e-9));
        assertThat(client.ask(id, "undo", "").get("volume").doubleValue()).isCloseTo(2000 * Math.PI, within(1e-9));
        client.send("POST", "/api/parts/" + id + "/versions", "{\"name\":\"  \"}");
        assertThat(client.status).isEqualTo(422);
        client.ask(id, "versions/999/back", "");
        assertThat(client.status).isEqualTo(404);
    }

    /** What goes out under a letter stays as it was, whatever becomes of the part; what stops it is said. */
    @Test
    void aReleaseIsFrozenAndTheNextHasTheNextLetter() throws IOException {
        long id = client.newPart("Peg");
        client.disc(id, "12");
        String at = "/api/parts/" + id + "/releases";
        JsonNode refused = client.send("POST", at, "");
        assertThat(client.status).isEqualTo(422);
        assertThat(refused.get("sentence").stringValue()).contains("this release", "accept it with a reason");
        client.command(id, quoted("{'do':'make','way':'machined','pull':[0,0,1],'limits':{},'accepted':{}}"));
        client.command(id, quoted("{'do':'move-work-line','to':1}"));
        client.send("POST", at, "");
        assertThat(client.status).isEqualTo(422);
        client.command(id, quoted("{'do':'move-work-line','to':2}"));
        JsonNode first = client.send("POST", at, "");
        assertThat(client.status).as(first.toString()).isEqualTo(200);
        assertThat(first.get(0).get("letter").stringValue()).isEqualTo("A");
        assertThat(first.get(0).get("files")).hasSize(4);
        byte[] step = client.raw("GET", at + "/A/Peg%20A.step", null).body();
        assertThat(new String(step, StandardCharsets.US_ASCII)).startsWith("ISO-10303-21");
        try (PDDocument pdf = org.apache.pdfbox.Loader.loadPDF(
                client.raw("GET", at + "/A/Peg%20A.pdf", null).body())) {
            assertThat(new org.apache.pdfbox.text.PDFTextStripper().getText(pdf).replaceAll("\\s+", " "))
                    .contains("Revision A");
        }
        client.command(id, "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", "20") + "}");
        assertThat(client.raw("GET", at + "/A/Peg%20A.step", null).body()).isEqualTo(step);
        JsonNode since = client.send(
                "GET",
                "/api/parts/" + id + "/compare?with=version:" + first.get(0).get("version"),
                null);
        assertThat(since.get("comeVolume").doubleValue()).isCloseTo(800 * Math.PI, within(1e-6));
        JsonNode second = client.send("POST", at, "");
        assertThat(second.get(0).get("letter").stringValue()).isEqualTo("B");
        assertThat(second).hasSize(2);
        assertThat(client.raw("GET", at + "/C/Peg%20C.step", null).statusCode()).isEqualTo(404);
        JsonNode sheet = client.send("GET", "/api/parts/" + id + "/sheet", null);
        assertThat(sheet.get("svg").stringValue()).contains("<svg");
        assertThat(client.raw("GET", "/api/parts/" + id + "/pdf", null).body()).startsWith("%PDF".getBytes());
    }

    /** What an outline file has, and what of it is left out for an error, is told before it is taken. */
    @Test
    void anOutlineFileIsLookedInto() {
        String svg =
                "<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0L9 0L9 9Z'/><path d='M0 0L1'/><text>A</text></svg>";
        JsonNode look = client.send("POST", "/api/outlines", "{\"svg\":\"" + svg + "\"}");
        assertThat(client.status).isEqualTo(200);
        assertThat(look.get("curves").intValue()).isEqualTo(3);
        assertThat(look.get("leftOut").intValue()).isEqualTo(2);
        assertThat(look.get("trouble").stringValue()).contains("path");
        client.send("POST", "/api/outlines", "{\"svg\":\"<svg\"}");
        assertThat(client.status).isEqualTo(422);
    }

    @Test
    void aSketchIsTracedSettledAndSavedAsAnOutline() {
        long id = client.newPart("Peg");
        client.disc(id, "12");
        JsonNode part = client.command(
                id, quoted("{'do':'add-step','step':{'kind':'sketch','plane':'top','entities':[],'constraints':[]}}"));
        JsonNode edge = part.get("bodies").get(0).get("edges").get(0);
        JsonNode traced = client.ask(
                id,
                "trace",
                ",\"command\":{\"do\":\"trace\",\"id\":\"s4\",\"what\":\"edge\",\"edge\":" + edge.get("key")
                        + ",\"point\":" + edge.get("point") + "}");
        assertThat(client.status).isEqualTo(200);
        assertThat(traced.get("steps").get(2).get("traces")).hasSize(1);
        JsonNode proposals = client.send("GET", "/api/parts/" + id + "/sketches/s1/settle", null);
        assertThat(proposals).isNotEmpty();
        assertThat(proposals.get(0).get("words").stringValue()).isNotBlank();
        assertThat(new String(
                        client.raw("GET", "/api/parts/" + id + "/sketches/s1/svg", null)
                                .body(),
                        StandardCharsets.UTF_8))
                .contains("<svg");
    }

    @Test
    void picturesAndPagesAreTakenAndTravelWithThePartFile() throws IOException, InterruptedException {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(40, 20, BufferedImage.TYPE_INT_RGB), "png", png);
        JsonNode stored = put(png.toByteArray());
        assertThat(stored.get("width").doubleValue() / stored.get("height").doubleValue())
                .isCloseTo(2, within(1e-9));
        String hash = stored.get("picture").stringValue();
        assertThat(client.raw("GET", "/api/pictures/" + hash, null).statusCode())
                .isEqualTo(200);

        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        try (PDDocument doc = new PDDocument()) {
            doc.addPage(new PDPage());
            doc.save(pdf);
        }
        assertThat(put(pdf.toByteArray()).get("height").doubleValue()).isGreaterThan(0);
        assertThat(put("no picture".getBytes(StandardCharsets.UTF_8))
                        .get("sentence")
                        .stringValue())
                .endsWith(".");

        long id = client.newPart("Traced");
        client.disc(id, "12");
        client.command(
                id,
                quoted("{'do':'set-underlay','id':'s1','underlay':{'picture':'" + hash
                        + "','at':[0,0],'width':40,'height':20,'strength':0.5}}"));
        assertThat(client.status).isEqualTo(200);
        String file =
                new String(client.raw("GET", "/api/parts/" + id + "/file", null).body(), StandardCharsets.UTF_8);
        long copy = client.send("POST", "/api/import", file).get("id").longValue();
        assertThat(client.look(copy)
                        .get("steps")
                        .get(0)
                        .get("underlay")
                        .get("picture")
                        .stringValue())
                .isEqualTo(hash);
    }

    /** Files made to hold a thread or to fill memory are refused with a sentence; the page is drawn by another process. */

    /** What fits a pick, where a click on a face snaps to, what a preview changes, and what drives a number. */
    @Test
    void whatTheHandAsks() {
        long id = client.newPart("Peg");
        client.disc(id, "12");
        JsonNode part = client.look(id);
        JsonNode top = null;
        for (JsonNode f : part.get("bodies").get(0).get("faces")) {
            top = f.get("called").asString("").endsWith("facing up") ? f : top;
        }
        assertThat(top.get("called").asString()).isEqualTo("flat face of {s2}, facing up");
        String of = part.get("bodies").get(0).get("id").asString();
        String face = "{\"what\":\"face\",\"of\":\"" + of + "\",\"key\":\""
                + top.get("key").asString() + "\"}";
        JsonNode fits = asked(id, part, "fits", "\"picked\":[" + face + "]").get("offers");
        assertThat(fits.toString()).contains("hole/hole", "shell/shell").doesNotContain("extrude");
        JsonNode spots = asked(
                id,
                part,
                "spots",
                "\"body\":\"" + of + "\",\"face\":\"" + top.get("key").asString() + "\"");
        assertThat(spots.get("spots").get(0).get("word").asString()).isEqualTo("centre of the face");
        assertThat(spots.get("grid").doubleValue()).isEqualTo(1);
        String longer = "\"command\":{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", "15") + "}";
        JsonNode change = asked(id, part, "preview/difference", longer);
        assertThat(change.get("come")).isNotEmpty();
        assertThat(change.get("gone")).isEmpty();
    }

    /** Every row that can be shown is told, with a sentence and a part for its moments. */
    @Test
    void anOperationIsShown() {
        JsonNode all = client.send("GET", "/api/shows", "");
        assertThat(all.toString()).contains("first", "blend/round");
        JsonNode round = client.send("GET", "/api/shows/blend/round", "");
        assertThat(round.get(0).get("answer").get("words")).isNotEmpty();
        assertThat(round.get(round.size() - 1).get("part").get("bodies")).isNotEmpty();
    }

    private JsonNode asked(long id, JsonNode part, String what, String more) {
        return client.send(
                "POST",
                "/api/parts/" + id + "/" + what,
                "{\"revision\":" + part.get("revision").longValue() + "," + more + "}");
    }

    @Test
    void picturesThatAskTooMuchAreRefused() throws Exception {
        byte[] loop = PartAffairsTest.class
                .getResourceAsStream("/cases/self-drawing.pdf")
                .readAllBytes();
        assertThat(put(loop).get("sentence").stringValue()).endsWith(".");
        // a PNG that says it is 60,000 x 60,000
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(4, 4, BufferedImage.TYPE_INT_RGB), "png", png);
        byte[] huge = png.toByteArray();
        ByteBuffer.wrap(huge, 16, 8).putInt(60_000).putInt(60_000);
        CRC32 crc = new CRC32();
        crc.update(huge, 12, 17);
        ByteBuffer.wrap(huge, 29, 4).putInt((int) crc.getValue());
        assertThat(put(huge).get("sentence").stringValue()).contains("40 million");
        byte[] broken = Arrays.copyOf(png.toByteArray(), png.size() / 2);
        assertThat(put(broken).get("sentence").stringValue()).endsWith(".");
    }

    private static JsonNode put(byte[] content) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://localhost:" + port + "/api/pictures"))
                .header("Content-Type", "application/octet-stream")
                .POST(HttpRequest.BodyPublishers.ofByteArray(content))
                .build();
        byte[] body = HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.ofByteArray())
                .body();
        return tools.jackson.databind.json.JsonMapper.builder().build().readTree(body);
    }
}
