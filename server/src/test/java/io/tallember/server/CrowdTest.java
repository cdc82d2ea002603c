package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.server.parts.SlowStage;
import java.io.OutputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/** One part that takes long keeps nobody else waiting, and its work ends with whoever asked for it. */
class CrowdTest {
    @TempDir
    static Path data;

    private static ConfigurableApplicationContext app;
    private static int port;
    private static SlowStage slow;

    private final Client client = new Client(port);

    @BeforeAll
    static void start() {
        app = Started.on(data);
        port = Started.port(app);
        slow = new SlowStage(app);
    }

    @AfterAll
    static void stop() {
        slow.over();
        app.close();
    }

    @BeforeEach
    void quick() {
        slow.over();
    }

    private long disc(String name) {
        long id = client.newPart(name);
        client.disc(id, "12");
        return id;
    }

    private Socket asked(long id) throws Exception {
        Socket socket = new Socket("127.0.0.1", port);
        OutputStream out = socket.getOutputStream();
        out.write(("GET /api/parts/" + id + " HTTP/1.1\r\nHost: localhost:" + port + "\r\n\r\n")
                .getBytes(StandardCharsets.US_ASCII));
        out.flush();
        return socket;
    }

    private static void until(BooleanSupplier true_) throws InterruptedException {
        for (int i = 0; i < 200 && !true_.getAsBoolean(); i++) {
            Thread.sleep(10);
        }
        assertThat(true_.getAsBoolean()).isTrue();
    }

    @Test
    void othersGoOnWhileOnePartTakesLong() throws Exception {
        long busy = disc("Busy");
        long other = disc("Other");
        slow.begin(busy);
        List<Socket> asking = List.of(asked(busy), asked(busy));
        try {
            until(() -> slow.underWay() == 2);
            for (int i = 0; i < 5; i++) {
                JsonNode n = client.command(
                        other,
                        "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", String.valueOf(20 + i)) + "}");
                assertThat(n.get("volume").doubleValue()).isGreaterThan(0);
            }
            assertThat(slow.underWay()).isEqualTo(2);
        } finally {
            for (Socket s : asking) {
                s.close();
            }
        }
        // both have left: their work ends
        until(() -> slow.underWay() == 0);
    }

    /** More than waits at a part is refused with a sentence, at once; the rest of the house is open. */
    @Test
    void theQueueAtAPartIsShort() throws Exception {
        long busy = disc("Beset");
        long other = disc("Quiet");
        slow.begin(busy);
        List<Socket> all = new ArrayList<>();
        try {
            for (int i = 0; i < 15; i++) {
                all.add(asked(busy));
            }
            until(() -> slow.underWay() == 3);
            Thread.sleep(200);
            JsonNode refused = client.send("GET", "/api/parts/" + busy, null);
            assertThat(client.status).isEqualTo(503);
            assertThat(refused.get("sentence").stringValue()).contains("at once");
            client.look(other);
            assertThat(client.status).isEqualTo(200);
        } finally {
            for (Socket s : all) {
                s.close();
            }
        }
        until(() -> slow.underWay() == 0);
    }

    /** A command whose asker leaves is not stored, and what follows it goes on. */
    @Test
    void whoLeavesLeavesNothingBehind() throws Exception {
        long id = disc("Left");
        long revision = client.look(id).get("revision").longValue();
        slow.begin(id);
        String body = "{\"revision\":" + revision + ",\"command\":{\"do\":\"rename-part\",\"name\":\"Gone\"}}";
        try (Socket socket = new Socket("127.0.0.1", port)) {
            socket.getOutputStream()
                    .write(("POST /api/parts/" + id + "/commands HTTP/1.1\r\nHost: localhost:" + port
                                    + "\r\nContent-Type: application/json\r\nContent-Length: " + body.length()
                                    + "\r\n\r\n"
                                    + body)
                            .getBytes(StandardCharsets.US_ASCII));
            until(() -> slow.underWay() == 1);
        }
        until(() -> slow.underWay() == 0);
        slow.over();
        assertThat(client.look(id).get("name").stringValue()).isEqualTo("Left");
        assertThat(client.command(id, "{\"do\":\"rename-part\",\"name\":\"Kept\"}")
                        .get("name")
                        .stringValue())
                .isEqualTo("Kept");
    }

    /** A job that asks for more memory than there is ends by itself; nothing else is touched. */
    @Test
    void wantOfMemoryEndsThatJobOnly() {
        long hungry = disc("Hungry");
        long other = disc("Modest");
        slow.hungry(hungry);
        JsonNode refused = client.send("GET", "/api/parts/" + hungry, null);
        assertThat(client.status).isEqualTo(422);
        assertThat(refused.get("sentence").stringValue()).contains("more memory");
        slow.over();
        client.look(other);
        assertThat(client.status).isEqualTo(200);
        client.look(hungry);
        assertThat(client.status).isEqualTo(200);
    }

    /** Many at once on parts of their own: each gets its own answers, in the order it asked. */
    @Test
    void manyWorkOnTheirOwnParts() throws Exception {
        int clients = 12;
        int commands = Boolean.getBoolean("long") ? 400 : 12;
        ExecutorService all = Executors.newFixedThreadPool(clients);
        CountDownLatch done = new CountDownLatch(clients);
        List<String> wrong = Collections.synchronizedList(new ArrayList<>());
        AtomicInteger answers = new AtomicInteger();
        for (int c = 0; c < clients; c++) {
            all.execute(() -> {
                Client mine = new Client(port);
                long id = mine.newPart("Own");
                mine.disc(id, "12");
                for (int i = 0; i < commands; i++) {
                    int thick = 5 + i % 20;
                    double v = mine.command(
                                    id,
                                    "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", String.valueOf(thick))
                                            + "}")
                            .path("volume")
                            .doubleValue(0);
                    if (Math.abs(v - 100 * Math.PI * thick) > 1e-6) {
                        wrong.add(thick + " gave " + v);
                    }
                    answers.incrementAndGet();
                }
                done.countDown();
            });
        }
        assertThat(done.await(clients * commands, TimeUnit.SECONDS)).isTrue();
        all.shutdown();
        assertThat(wrong).isEmpty();
        assertThat(answers.get()).isEqualTo(clients * commands);
    }
}
