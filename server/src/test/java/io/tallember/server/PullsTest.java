package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Vec2;
import io.tallember.part.SketchStep;
import io.tallember.part.file.PartFile;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.solve.Grip;
import io.tallember.sketch.solve.Solver;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Pulls over the socket end where one pull in the core ends, however many messages told of the hand on its way. */
class PullsTest {
    private static final int PULLS = Boolean.getBoolean("long") ? 1000 : 100;
    private static final int STEPS = 50;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    static Path data;

    private static ConfigurableApplicationContext app;
    private static int port;

    private final Client client = new Client(port);
    private final BlockingQueue<String> answers = new LinkedBlockingQueue<>();

    @BeforeAll
    static void start() {
        app = Started.on(data);
        port = Started.port(app);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    /** A chain of lines, with an arc, a circle, a spline and an ellipse on it, and some of what may hold between them. */
    private static String sketch(Random r) {
        StringBuilder e = new StringBuilder();
        int n = 4 + r.nextInt(4);
        for (int i = 0; i <= n; i++) {
            e.append(point("p" + i, 12 * i + 3 * r.nextDouble(), (i % 2 == 0 ? 0 : 9) + 3 * r.nextDouble()));
        }
        for (int i = 1; i <= n; i++) {
            e.append("{\"kind\":\"line\",\"id\":\"l%d\",\"start\":\"p%d\",\"end\":\"p%d\"},".formatted(i, i - 1, i));
        }
        e.append(point("m", 5, 30)).append(point("a", 15, 30)).append(point("b", 5, 40));
        e.append("{\"kind\":\"arc\",\"id\":\"w\",\"centre\":\"m\",\"start\":\"a\",\"end\":\"b\"},");
        e.append(point("k", 40, 35)).append(point("u", 52, 36)).append(point("v", 39, 41));
        e.append("{\"kind\":\"ellipse\",\"id\":\"e\",\"centre\":\"k\",\"a\":\"u\",\"b\":\"v\"},");
        e.append(point("s", 60, 30)).append(point("t", 70, 42));
        e.append("{\"kind\":\"spline\",\"id\":\"f\",\"closed\":false,\"through\":[\"p2\",\"s\",\"t\"]},");
        e.append("{\"kind\":\"circle\",\"id\":\"o\",\"centre\":\"p1\",\"radius\":4}");
        String[] holds = {
            "\"kind\":\"horizontal\",\"on\":[\"l1\"]",
            "\"kind\":\"perpendicular\",\"on\":[\"l2\",\"l3\"]",
            "\"kind\":\"equal\",\"on\":[\"l1\",\"l3\"]",
            "\"kind\":\"fixed\",\"on\":[\"p0\"]",
            "\"kind\":\"distance\",\"on\":[\"p2\",\"p3\"],\"value\":14",
            "\"kind\":\"coincident\",\"on\":[\"a\",\"p0\"]",
            "\"kind\":\"on-curve\",\"on\":[\"t\",\"l4\"]",
            "\"kind\":\"radius\",\"on\":[\"w\"],\"value\":9",
            "\"kind\":\"tangent\",\"on\":[\"l3\",\"f\"]"
        };
        StringBuilder c = new StringBuilder();
        for (int i = 0; i < holds.length; i++) {
            if (r.nextInt(3) == 0) {
                c.append(c.isEmpty() ? "" : ",").append("{\"id\":\"k%d\",%s}".formatted(i, holds[i]));
            }
        }
        return "{\"do\":\"draw\",\"id\":\"s1\",\"entities\":[" + e + "],\"constraints\":[" + c + "]}";
    }

    private static String point(String id, double x, double y) {
        return "{\"kind\":\"point\",\"id\":\"%s\",\"x\":%s,\"y\":%s},".formatted(id, x, y);
    }

    /** Tells fifty times of the hand on its way; gives the last answer. */
    private JsonNode pull(WebSocket socket, String id, Vec2 from, Vec2 way) throws Exception {
        for (int i = 1; i <= STEPS; i++) {
            Vec2 to = from.plus(i, way);
            String at = "\"from\":[%s,%s],\"to\":[%s,%s]".formatted(from.x(), from.y(), to.x(), to.y());
            socket.sendText("{\"pull\":\"" + id + "\"," + at + ",\"turn\":" + i + "}", true)
                    .get(5, TimeUnit.SECONDS);
        }
        for (int i = 1; i < STEPS; i++) {
            assertThat(answers.poll(20, TimeUnit.SECONDS)).contains("\"turn\":" + i);
        }
        return JSON.readTree(answers.poll(20, TimeUnit.SECONDS)).get("points");
    }

    @Test
    void theOutcomeDependsOnWhereTheHandIs() throws Exception {
        WebSocket socket = HttpClient.newHttpClient()
                .newWebSocketBuilder()
                .buildAsync(URI.create("ws://localhost:" + port + "/api/drag"), new WebSocket.Listener() {
                    private final StringBuilder text = new StringBuilder();

                    @Override
                    public CompletionStage<?> onText(WebSocket w, CharSequence part, boolean last) {
                        text.append(part);
                        if (last) {
                            answers.add(text.toString());
                            text.setLength(0);
                        }
                        return WebSocket.Listener.super.onText(w, part, last);
                    }
                })
                .get(10, TimeUnit.SECONDS);
        int done = 0;
        for (int seed = 0; done < PULLS; seed++) {
            Random r = new Random(seed);
            long id = client.newPart("Pulled " + seed);
            client.command(
                    id,
                    "{\"do\":\"add-step\",\"step\":{\"kind\":\"sketch\",\"plane\":\"top\",\"entities\":[],\"constraints\":[]}}");
            client.command(id, sketch(r));
            if (client.status == 409 || client.status == 422) {
                continue; // what was drawn can't all hold, and that was said
            }
            assertThat(client.status).as("seed %d", seed).isEqualTo(200);
            String file = new String(
                    client.raw("GET", "/api/parts/" + id + "/file", null).body(), StandardCharsets.UTF_8);
            Sketch s = ((SketchStep) PartFile.read(file).step("s1")).sketch();
            assertThat(Solver.holds(s)).as("seed %d", seed).isTrue();
            socket.sendText("{\"take\":" + id + ",\"step\":\"s1\"}", true).get(5, TimeUnit.SECONDS);
            List<Entity> all = s.entities();
            for (int k = 0; k < 4; k++) {
                Entity e = all.get(r.nextInt(all.size()));
                Vec2 from = e instanceof SketchPoint p ? p.at() : middle(s, (SketchCurve) e);
                double turn = 2 * Math.PI * r.nextDouble();
                Vec2 way = new Vec2(0.3 * Math.cos(turn), 0.3 * Math.sin(turn));
                JsonNode last = pull(socket, e.id(), from, way);
                Sketch once = new Grip(s).pull(e.id(), from, from.plus(STEPS, way));
                for (Entity p : all) {
                    if (p instanceof SketchPoint) {
                        JsonNode at = last.get(p.id());
                        assertThat(once.point(p.id())
                                        .at()
                                        .distance(new Vec2(
                                                at.get(0).doubleValue(),
                                                at.get(1).doubleValue())))
                                .as("seed %d, %s pulled, %s", seed, e.id(), p.id())
                                .isCloseTo(0, within(1e-9));
                    }
                }
                done++;
            }
        }
        socket.abort();
    }

    private static Vec2 middle(Sketch s, SketchCurve c) {
        Sketch.Strand t = s.strand(c).orElseThrow();
        var p = t.curve().point(t.range().middle());
        return new Vec2(p.x(), p.y());
    }
}
