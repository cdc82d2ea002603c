package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.slf4j.LoggerFactory;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Whatever is asked, sound or not, every answer is ours, none is a fault, and what is sound is done. */
class FuzzTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String[] METHODS = {"GET", "POST", "PUT", "DELETE", "PATCH", "HEAD", "OPTIONS", "TRACE", "BREW"
    };
    private static final String[] ODD = {
        "null",
        "[]",
        "{}",
        "-1",
        "1e999",
        "\"\"",
        "\"\\u0000\"",
        "\"\\ud800\"",
        "true",
        "99999999999999999999",
        "{\"a\":[{}]}",
        "\"s1\"",
        "[[[[[[]]]]]]",
        "0.1",
        "\"; drop table part\"",
        "\"12 mm\"",
        "\"1/0\""
    };

    @TempDir
    static Path data;

    private static ConfigurableApplicationContext app;
    private static int port;
    private static final ListAppender<ILoggingEvent> LOG = new ListAppender<>();

    private final Client client = new Client(port);
    private long part;
    private long folder;

    @BeforeAll
    static void start() {
        app = Started.on(data);
        port = Started.port(app);
        LOG.start();
        ((Logger) LoggerFactory.getLogger("io.tallember")).addAppender(LOG);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private record Asked(String method, String path, String body, boolean sound) {}

    /** A request that is sound as the part stands. */
    private Asked sound(Random r) {
        long revision = client.look(part).get("revision").longValue();
        String p = "/api/parts/" + part;
        String head = "{\"revision\":" + revision;
        String thick = Client.extrude("s2", String.valueOf(5 + r.nextInt(20)));
        return switch (r.nextInt(18)) {
            case 0 -> new Asked("GET", "/api/home", null, true);
            case 1 ->
                new Asked(
                        "POST",
                        p + "/commands",
                        head + ",\"command\":{\"do\":\"change-step\",\"step\":" + thick + "}}",
                        true);
            case 2 ->
                new Asked(
                        "POST",
                        p + "/preview",
                        head + ",\"command\":{\"do\":\"change-step\",\"step\":" + thick + "}}",
                        true);
            case 3 -> new Asked("POST", p + "/undo", head + "}", true);
            case 4 -> new Asked("POST", p + "/redo", head + "}", true);
            case 5 -> new Asked("GET", p + "/step", null, true);
            case 6 -> new Asked("GET", p + "/stl", null, true);
            case 7 -> new Asked("GET", p + "/file", null, true);
            case 8 -> new Asked("POST", p + "/versions", "{\"name\":\"v" + r.nextInt(9) + "\"}", true);
            case 9 -> new Asked("GET", p + "/compare?with=last", null, true);
            case 10 ->
                new Asked("POST", "/api/parts", "{\"name\":\"F\",\"unit\":\"in\",\"folder\":" + folder + "}", true);
            case 11 -> new Asked("PUT", p + "/folder", "{\"folder\":" + folder + "}", true);
            case 12 -> new Asked("GET", p + "/sketches/s1/settle", null, true);
            case 13 -> new Asked("GET", p + "/sketches/s1/svg", null, true);
            case 14 -> new Asked("GET", p + "/picture", null, true);
            case 15 -> new Asked("GET", p + "/values", null, true);
            case 16 -> new Asked("GET", "/api/materials", null, true);
            default ->
                new Asked(
                        "POST",
                        p + "/commands",
                        head + ",\"command\":{\"do\":\"rename-part\",\"name\":\"Peg " + r.nextInt(99) + "\"}}",
                        true);
        };
    }

    private static Asked spoilt(Asked a, Random r) {
        return switch (r.nextInt(6)) {
            case 0 -> new Asked(METHODS[r.nextInt(METHODS.length)], a.path(), a.body(), false);
            case 1 -> new Asked(a.method(), spoiltPath(a.path(), r), a.body(), false);
            case 2 -> new Asked(a.method(), a.path(), a.body() == null ? "{" : cut(a.body(), r), false);
            case 3 -> new Asked(a.method(), a.path(), odd(a.body(), r), false);
            case 4 -> new Asked(a.method(), a.path(), ODD[r.nextInt(ODD.length)], false);
            default -> new Asked(a.method(), a.path(), garbled(a.body(), r), false);
        };
    }

    private static String spoiltPath(String path, Random r) {
        String[] others = {
            "/x", "/-1", "/99999999999999999999", "/%00", "//", "/../..", "/s1;a=b", "/%zz", "?with=variant:x", "?with="
        };
        int cut = 1 + r.nextInt(path.length());
        return r.nextBoolean()
                ? path + others[r.nextInt(others.length)]
                : path.substring(0, cut) + others[r.nextInt(others.length)];
    }

    private static String cut(String body, Random r) {
        return body.substring(0, r.nextInt(body.length()));
    }

    /** Some value replaced by another. */
    private static String odd(String body, Random r) {
        if (body == null) {
            return ODD[r.nextInt(ODD.length)];
        }
        List<Integer> at = new ArrayList<>();
        for (int i = 0; i < body.length(); i++) {
            if (body.charAt(i) == ':') {
                at.add(i + 1);
            }
        }
        int from = at.get(r.nextInt(at.size()));
        int to = from;
        int depth = 0;
        for (; to < body.length(); to++) {
            char c = body.charAt(to);
            if (depth == 0 && (c == ',' || c == '}' || c == ']')) {
                break;
            }
            depth += c == '{' || c == '[' ? 1 : c == '}' || c == ']' ? -1 : 0;
        }
        return body.substring(0, from) + ODD[r.nextInt(ODD.length)] + body.substring(to);
    }

    private static String garbled(String body, Random r) {
        StringBuilder s = new StringBuilder(body == null ? "x" : body);
        for (int i = 0; i < 3; i++) {
            s.setCharAt(r.nextInt(s.length()), (char) (32 + r.nextInt(95)));
        }
        return s.toString();
    }

    /** The answer's status and body. */
    private record Answer(int status, String body) {}

    private static Answer ask(Asked a) throws IOException {
        byte[] body = a.body() == null ? new byte[0] : a.body().getBytes(StandardCharsets.UTF_8);
        String head = a.method() + " " + a.path().replace(" ", "%20") + " HTTP/1.1\r\nHost: localhost:" + port
                + "\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: " + body.length
                + "\r\n\r\n";
        return raw(head.getBytes(StandardCharsets.ISO_8859_1), body);
    }

    private static Answer raw(byte[] head, byte[] body) throws IOException {
        try (Socket socket = new Socket("127.0.0.1", port)) {
            socket.setSoTimeout(20_000);
            socket.getOutputStream().write(head);
            socket.getOutputStream().write(body);
            InputStream in = socket.getInputStream();
            String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            int at = all.indexOf("\r\n\r\n");
            return new Answer(Integer.parseInt(all.substring(9, 12)), at < 0 ? "" : all.substring(at + 4));
        }
    }

    private static void check(Asked a, Answer answer) {
        String what = a + " gave " + answer.status() + " " + answer.body();
        assertThat(answer.status()).as(what).isNotEqualTo(500);
        if (a.sound()) {
            assertThat(answer.status()).as(what).isBetween(200, 299);
        }
        if (answer.status() >= 300 && !a.method().equals("HEAD")) {
            int from = answer.body().indexOf('{');
            assertThat(from).as(what).isGreaterThanOrEqualTo(0);
            JsonNode n =
                    JSON.readTree(answer.body().substring(from, answer.body().lastIndexOf('}') + 1));
            assertThat(n.path("sentence").asString("")).as(what).endsWith(".");
        }
    }

    @Test
    void everyAnswerIsOurs() throws Exception {
        int requests = Integer.getInteger("fuzz", Boolean.getBoolean("long") ? 20_000 : 800);
        folder = client.send("POST", "/api/folders", "{\"name\":\"F\"}")
                .get("id")
                .longValue();
        part = client.newPart("Peg");
        client.disc(part, "12");
        for (int seed = 0; seed < requests; seed++) {
            Random r = new Random(seed);
            if (seed % 200 == 199 || client.look(part).path("steps").size() < 2) {
                part = client.newPart("Peg");
                client.disc(part, "12");
            }
            Asked a = sound(r);
            check(a, ask(a));
            Asked b = spoilt(sound(r), r);
            check(b, ask(b));
        }
        assertThat(LOG.list.stream().filter(e -> e.getLevel().isGreaterOrEqual(Level.ERROR)))
                .as("faults of ours in the log")
                .isEmpty();
    }

    /** What isn't even a request, or is too large in what comes rather than in what it says. */
    @Test
    void brokenRequestsAreAnsweredToo() throws Exception {
        String host = "Host: localhost:" + port + "\r\nConnection: close\r\n";
        String post = "POST /api/parts HTTP/1.1\r\n" + host + "Content-Type: application/json\r\n";
        String[][] broken = {
            {"GET /api/home?a={b} HTTP/1.1\r\n" + host + "\r\n", ""},
            {"GET /%c0%af HTTP/1.1\r\n" + host + "\r\n", ""},
            {"GET / HTTP/7.3\r\n" + host + "\r\n", ""},
            {"GET /api/home HTTP/1.1\r\nConnection: close\r\n\r\n", ""},
            {"GET /api/home HTTP/1.1\r\nHost: else.where\r\nConnection: close\r\n\r\n", ""},
            {"GET /api/drag HTTP/1.1\r\n" + host + "\r\n", ""},
            {post + "Transfer-Encoding: chunked\r\n\r\n", "zz\r\n{}\r\n0\r\n\r\n"},
            {post + "Transfer-Encoding: gzip, chunked\r\n\r\n", "0\r\n\r\n"},
            {post + "Content-Length: abc\r\n\r\n", "{}"},
            {post.replace("json", "xml") + "Content-Length: 2\r\n\r\n", "{}"},
            {"GET /api/home HTTP/1.1\r\n" + host + "X: " + "y".repeat(20_000) + "\r\n\r\n", ""},
        };
        for (String[] b : broken) {
            Answer answer = raw(b[0].getBytes(StandardCharsets.ISO_8859_1), b[1].getBytes(StandardCharsets.ISO_8859_1));
            check(new Asked("GET", b[0].lines().findFirst().orElse(""), b[1], false), answer);
            assertThat(answer.status()).as(b[0]).isBetween(400, 505);
        }
    }

    @Test
    void whatIsTooLargeIsNotReadToTheEnd() throws Exception {
        try (Socket socket = new Socket("127.0.0.1", port)) {
            socket.getOutputStream()
                    .write(("POST /api/import HTTP/1.1\r\nHost: localhost:" + port
                                    + "\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            byte[] chunk = ("100000\r\n" + " ".repeat(0x100000) + "\r\n").getBytes(StandardCharsets.US_ASCII);
            int sent = 0;
            try {
                for (; sent < 200; sent++) {
                    socket.getOutputStream().write(chunk);
                }
            } catch (IOException e) {
                // it isn't taken any more
            }
            assertThat(sent).isLessThan(120);
        }
        client.send("GET", "/api/home", null);
        assertThat(client.status).isEqualTo(200);
    }
}
