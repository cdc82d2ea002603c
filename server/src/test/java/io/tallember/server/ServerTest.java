package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

class ServerTest {
    @TempDir
    static Path data;

    private static ConfigurableApplicationContext app;
    private static int port;

    private final Client client = new Client(port);

    @BeforeAll
    static void start() {
        app = SpringApplication.run(TallEmber.class, "--tallember.data=" + data, "--server.port=0");
        port = app.getEnvironment().getProperty("local.server.port", Integer.class);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    @Test
    void demoPartsAreThereWithPictures() {
        JsonNode home = client.send("GET", "/api/home", null);
        assertThat(home.get("folders").get(0).get("name").stringValue()).isEqualTo("Larkmoor Weatherworks");
        List<String> names = new ArrayList<>();
        home.get("parts").forEach(p -> names.add(p.get("name").stringValue()));
        assertThat(names).contains("Vane plate", "Bearing block", "Mast yoke", "Louvre carrier", "Splitter block");
        long id = home.get("parts").get(0).get("id").longValue();
        byte[] png = client.raw("GET", "/api/parts/" + id + "/picture", null).body();
        assertThat(new String(png, 1, 3, StandardCharsets.US_ASCII)).isEqualTo("PNG");
    }

    @Test
    void aPartIsBuiltChangedUndoneAndRedone() {
        long id = client.newPart("Peg");
        JsonNode built = client.disc(id, "12");
        assertThat(built.get("volume").doubleValue()).isCloseTo(1200 * Math.PI, within(1e-9));
        assertThat(built.get("bodies").get(0).get("faces")).hasSize(3);
        assertThat(built.get("shapes")).hasSize(5);
        JsonNode thick = client.command(id, "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", "1 in") + "}");
        assertThat(thick.get("volume").doubleValue()).isCloseTo(2540 * Math.PI, within(1e-9));
        assertThat(thick.get("undo").stringValue()).isEqualTo("change a step");
        JsonNode back = client.ask(id, "undo", "");
        assertThat(back.get("volume").doubleValue()).isCloseTo(1200 * Math.PI, within(1e-9));
        assertThat(client.ask(id, "redo", "").get("volume").doubleValue()).isCloseTo(2540 * Math.PI, within(1e-9));
    }

    @Test
    void knownShapesAreNotSentAgainAndAPreviewStoresNothing() {
        long id = client.newPart("Preview");
        JsonNode built = client.disc(id, "12");
        String more = ",\"seen\":[" + built.get("token") + "],\"command\":{\"do\":\"change-step\",\"step\":"
                + Client.extrude("s2", "20") + "}";
        JsonNode seen = client.send("POST", "/api/parts/" + id + "/preview", "{\"revision\":3" + more + "}");
        assertThat(seen.get("of")).isEqualTo(built.get("token"));
        assertThat(seen.get("patch").get("o").get("volume").get("v").doubleValue())
                .isCloseTo(2000 * Math.PI, within(1e-9));
        assertThat(seen.get("shapes"))
                .as("wall, top and upper rim are new; the bottom is known")
                .hasSize(3);
        assertThat(client.look(id).get("volume").doubleValue()).isCloseTo(1200 * Math.PI, within(1e-9));
    }

    @Test
    void badInputGetsASentenceAndChangesNothing() {
        long id = client.newPart("Firm");
        client.disc(id, "12");
        for (String wrong : List.of("0", "-4", "twelve", "")) {
            JsonNode n = client.command(id, "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", wrong) + "}");
            assertThat(client.status).as(wrong).isEqualTo(422);
            assertThat(n.get("sentence").stringValue()).isNotBlank();
        }
        client.command(id, "{\"do\":\"dance\"}");
        assertThat(client.status).isEqualTo(422);
        client.send("POST", "/api/parts/" + id + "/commands", "{not json");
        assertThat(client.status).isEqualTo(422);
        assertThat(client.look(id).get("volume").doubleValue()).isCloseTo(1200 * Math.PI, within(1e-9));
        client.send("GET", "/api/parts/987654", null);
        assertThat(client.status).isEqualTo(404);
        JsonNode huge = client.send("POST", "/api/import", " ".repeat(20_000_000));
        assertThat(client.status).isEqualTo(422);
        assertThat(huge.get("sentence").stringValue()).contains("16 MB");
        client.send("POST", "/api/import", "{\"format\":\"tall-ember-part\",\"version\":1}");
        assertThat(client.status).isEqualTo(422);
    }

    /** Whatever is asked wrongly is answered with a sentence of ours, and isn't a fault. */
    @Test
    void wrongRequestsGetSentences() {
        long id = client.newPart("Asked");
        String[][] asked = {
            {"DELETE", "/api/home", null, "405"},
            {"PUT", "/api/parts/" + id, "{}", "405"},
            {"POST", "/api/parts/" + id + "/commands", "{\"revision\":", "422"},
            {"POST", "/api/parts", "{\"name\":", "400"},
            {"POST", "/api/parts", "{\"name\":\"a\\u0000b\",\"unit\":\"mm\"}", "422"},
            {"POST", "/api/parts", "{\"name\":\"a\\ud800b\",\"unit\":\"mm\"}", "422"},
            {"GET", "/api/parts/x", null, "404"},
            {"GET", "/api/nowhere", null, "404"}
        };
        for (String[] a : asked) {
            JsonNode answer = client.send(a[0], a[1], a[2]);
            assertThat(client.status).as(a[0] + " " + a[1]).isEqualTo(Integer.parseInt(a[3]));
            assertThat(answer.get("sentence").stringValue())
                    .as(a[0] + " " + a[1])
                    .endsWith(".");
        }
    }

    /** Twenty messages of one pull end where one does: each is answered from where the hand took hold. */
    @Test
    void aPullDependsOnWhereTheHandIs() throws Exception {
        long id = client.newPart("Pulled");
        client.command(
                id,
                "{\"do\":\"add-step\",\"step\":{\"kind\":\"sketch\",\"name\":\"\",\"plane\":\"top\",\"entities\":[],\"constraints\":[]}}");
        client.command(
                id,
                "{\"do\":\"draw\",\"id\":\"s1\",\"entities\":[{\"kind\":\"point\",\"id\":\"p1\",\"x\":0,\"y\":0},"
                        + "{\"kind\":\"point\",\"id\":\"p2\",\"x\":20,\"y\":0},"
                        + "{\"kind\":\"line\",\"id\":\"c1\",\"start\":\"p1\",\"end\":\"p2\"}],\"constraints\":[]}");
        assertThat(client.status).isEqualTo(200);
        List<String> answers = new ArrayList<>();
        CompletableFuture<Void> all = new CompletableFuture<>();
        WebSocket socket = HttpClient.newHttpClient()
                .newWebSocketBuilder()
                .buildAsync(URI.create("ws://localhost:" + port + "/api/drag"), new WebSocket.Listener() {
                    @Override
                    public CompletionStage<?> onText(WebSocket w, CharSequence text, boolean last) {
                        answers.add(text.toString());
                        if (answers.size() == 20) {
                            all.complete(null);
                        }
                        return WebSocket.Listener.super.onText(w, text, last);
                    }
                })
                .get(10, TimeUnit.SECONDS);
        socket.sendText("{\"take\":" + id + ",\"step\":\"s1\"}", true).get(5, TimeUnit.SECONDS);
        for (int k = 1; k <= 20; k++) {
            socket.sendText(
                            "{\"pull\":\"c1\",\"from\":[10,0],\"to\":[" + (10 + 0.5 * k) + ",0],\"turn\":" + k + "}",
                            true)
                    .get(5, TimeUnit.SECONDS);
        }
        all.get(10, TimeUnit.SECONDS);
        JsonNode last = tools.jackson.databind.json.JsonMapper.builder().build().readTree(answers.get(19));
        assertThat(last.get("points").get("p2").get(0).doubleValue()).isCloseTo(30, within(1e-9));
        socket.abort();
    }

    /** An answer tells what has changed only, also of a face with many holes. */
    @Test
    void answersTellWhatHasChanged() {
        long id = client.newPart("Sieve");
        StringBuilder holes = new StringBuilder();
        for (int i = 0; i < 400; i++) {
            holes.append(
                    ",{\"kind\":\"point\",\"id\":\"q%d\",\"x\":%d,\"y\":%d},{\"kind\":\"circle\",\"id\":\"h%d\",\"centre\":\"q%d\",\"radius\":0.2}"
                            .formatted(i, i % 20 - 10, i / 20 - 10, i, i));
        }
        client.command(
                id,
                "{\"do\":\"add-step\",\"step\":{\"kind\":\"sketch\",\"plane\":\"top\",\"constraints\":[],\"entities\":["
                        + "{\"kind\":\"point\",\"id\":\"p1\",\"x\":0,\"y\":0},{\"kind\":\"circle\",\"id\":\"c1\",\"centre\":\"p1\",\"radius\":30}"
                        + holes + "]}}");
        JsonNode built = client.command(
                id, "{\"do\":\"add-step\",\"step\":" + Client.extrude("", "3").replace("[0,0]", "[29,0]") + "}");
        assertThat(client.status).isEqualTo(200);
        String seen = ",\"seen\":[" + built.get("token") + "],\"command\":";
        String renamed = client.send(
                        "POST",
                        "/api/parts/" + id + "/commands",
                        "{\"revision\":3" + seen + "{\"do\":\"rename-step\",\"id\":\"s2\",\"name\":\"Other\"}}")
                .toString();
        assertThat(client.status).as(renamed).isEqualTo(200);
        assertThat(renamed).hasSizeLessThan(600);
        JsonNode more = client.send(
                "POST",
                "/api/parts/" + id + "/commands",
                "{\"revision\":4" + seen
                        + "{\"do\":\"draw\",\"id\":\"s1\",\"entities\":[{\"kind\":\"point\",\"id\":\"p9\",\"x\":20,\"y\":0},{\"kind\":\"circle\",\"id\":\"c9\",\"centre\":\"p9\",\"radius\":1}],\"constraints\":[]}}");
        assertThat(client.status).isEqualTo(200);
        assertThat(more.toString()).hasSizeLessThan(30_000);
        assertThat(built.toString()).hasSizeGreaterThan(500_000);
    }

    /** A web between two circles, touching both, alone: a body with a knife edge is shown like any other. */
    @Test
    void aBodyWithAKnifeEdgeOpens() throws Exception {
        String file = new String(
                ServerTest.class
                        .getResourceAsStream("/cases/web-between-circles.json")
                        .readAllBytes(),
                StandardCharsets.UTF_8);
        long id = client.send("POST", "/api/import", file).get("id").longValue();
        JsonNode part = client.look(id);
        assertThat(client.status).isEqualTo(200);
        assertThat(part.get("volume").doubleValue()).isCloseTo(21_504.0901, within(1e-3));
        assertThat(part.get("bodies").get(0).has("unshown")).isFalse();
    }

    @Test
    void ofTwoWindowsTheLateOneIsTold() {
        long id = client.newPart("Shared");
        Client other = new Client(port);
        other.look(id);
        client.disc(id, "12");
        JsonNode refused = other.command(id, "{\"do\":\"rename-part\",\"name\":\"Mine\"}");
        assertThat(other.status).isEqualTo(409);
        assertThat(refused.get("sentence").stringValue()).contains("another window");
        assertThat(client.look(id).get("name").stringValue()).isEqualTo("Shared");
    }

    @Test
    void foreignSitesAreRefused() {
        assertThat(client.raw("GET", "/api/home", null, "Origin", "http://elsewhere.example")
                        .statusCode())
                .isEqualTo(403);
        assertThat(client.raw("GET", "/api/home", null, "Origin", "http://localhost:" + port)
                        .statusCode())
                .isEqualTo(200);
    }

    @Test
    void partsAreCopiedDeletedBroughtBackAndImported() {
        long id = client.newPart("Clip");
        client.disc(id, "3");
        long copy = client.send("POST", "/api/parts/" + id + "/duplicate", null)
                .get("id")
                .longValue();
        assertThat(client.look(copy).get("name").stringValue()).isEqualTo("Clip copy");
        client.send("DELETE", "/api/parts/" + copy, null);
        client.look(copy);
        assertThat(client.status).isEqualTo(404);
        client.send("POST", "/api/parts/" + copy + "/restore", null);
        assertThat(client.look(copy).get("volume").doubleValue()).isCloseTo(300 * Math.PI, within(1e-9));
        String file =
                new String(client.raw("GET", "/api/parts/" + id + "/file", null).body(), StandardCharsets.UTF_8);
        long again = client.send("POST", "/api/import", file).get("id").longValue();
        assertThat(client.look(again).get("volume").doubleValue()).isCloseTo(300 * Math.PI, within(1e-9));
        byte[] step = client.raw("GET", "/api/parts/" + id + "/step", null).body();
        assertThat(new String(step, StandardCharsets.US_ASCII)).contains("PRODUCT('Clip'", "CYLINDRICAL_SURFACE");
        assertThat(client.raw("GET", "/api/parts/" + id + "/stl", null).body().length)
                .isGreaterThan(1000);
    }

    @Test
    void aDragIsAnsweredAndNothingIsStored() throws Exception {
        long id = client.newPart("Dragged");
        client.disc(id, "3");
        BlockingQueue<String> answers = new LinkedBlockingQueue<>();
        WebSocket socket = HttpClient.newHttpClient()
                .newWebSocketBuilder()
                .buildAsync(URI.create("ws://localhost:" + port + "/api/drag"), new WebSocket.Listener() {
                    @Override
                    public CompletionStage<?> onText(WebSocket w, CharSequence text, boolean last) {
                        answers.add(text.toString());
                        return WebSocket.Listener.super.onText(w, text, last);
                    }
                })
                .get(5, TimeUnit.SECONDS);
        socket.sendText("{\"take\":" + id + ",\"step\":\"s1\"}", true).join();
        socket.sendText("{\"pull\":\"c1\",\"from\":[10,0],\"to\":[14,0],\"turn\":7}", true)
                .join();
        assertThat(answers.poll(5, TimeUnit.SECONDS)).contains("\"c1\":14.0", "\"turn\":7");
        // a sketch that isn't there can't be taken, and what was in hand isn't pulled in its stead
        socket.sendText("{\"take\":" + id + ",\"step\":\"s9\"}", true).join();
        socket.sendText("{\"pull\":\"c1\",\"from\":[10,0],\"to\":[15,0],\"turn\":8}", true)
                .join();
        socket.sendText("{\"take\":" + id + ",\"step\":\"s1\"}", true).join();
        socket.sendText("{\"pull\":\"c1\",\"from\":[10,0],\"to\":[16,0],\"turn\":9}", true)
                .join();
        String last = answers.poll(5, TimeUnit.SECONDS);
        while (last != null && !last.contains("\"turn\":9")) {
            assertThat(last).doesNotContain("\"turn\":8");
            last = answers.poll(5, TimeUnit.SECONDS);
        }
        assertThat(last).contains("\"c1\":16.0");
        socket.abort();
        assertThat(client.look(id).get("volume").doubleValue()).isCloseTo(300 * Math.PI, within(1e-9));
    }
}
