package io.tallember.server;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.concurrent.Callable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A browser's stand-in: sends requests, reads answers. */
public final class Client {
    public static final String CIRCLE = """
            [{"kind":"point","id":"p1","x":0,"y":0},{"kind":"circle","id":"c1","centre":"p1","radius":10}]""";

    private final HttpClient http = HttpClient.newHttpClient();
    private final JsonMapper mapper = JsonMapper.builder().build();
    private final String base;
    private long revision;
    public int status;

    public Client(int port) {
        base = "http://localhost:" + port;
    }

    public HttpResponse<byte[]> raw(String method, String path, String body, String... headers) {
        HttpRequest.BodyPublisher publisher =
                body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body);
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path))
                .header("Content-Type", "application/json")
                .method(method, publisher);
        if (headers.length > 0) {
            request.headers(headers);
        }
        return unchecked(() -> http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray()));
    }

    public JsonNode send(String method, String path, String body) {
        HttpResponse<byte[]> r = raw(method, path, body);
        status = r.statusCode();
        return r.body().length == 0 ? mapper.createObjectNode() : unchecked(() -> mapper.readTree(r.body()));
    }

    public long newPart(String name) {
        long id = send("POST", "/api/parts", "{\"name\":\"" + name + "\",\"unit\":\"mm\"}")
                .get("id")
                .longValue();
        look(id);
        return id;
    }

    public JsonNode look(long id) {
        JsonNode n = send("GET", "/api/parts/" + id, null);
        if (status == 200) {
            revision = n.get("revision").longValue();
        }
        return n;
    }

    /** A command on what was last seen. */
    public JsonNode command(long id, String command) {
        return ask(id, "commands", ",\"command\":" + command);
    }

    public JsonNode ask(long id, String what, String more) {
        JsonNode n = send("POST", "/api/parts/" + id + "/" + what, "{\"revision\":" + revision + more + "}");
        if (status == 200) {
            revision = n.get("revision").longValue();
        }
        return n;
    }

    /** A disc of diameter 20, extruded by the text given. */
    public JsonNode disc(long id, String distance) {
        command(
                id,
                "{\"do\":\"add-step\",\"step\":{\"kind\":\"sketch\",\"plane\":\"top\",\"entities\":" + CIRCLE
                        + ",\"constraints\":[]}}");
        return command(id, "{\"do\":\"add-step\",\"step\":" + extrude("", distance) + "}");
    }

    public static String extrude(String id, String distance) {
        return "{\"kind\":\"extrude\",\"id\":\"" + id + "\",\"sketch\":\"s1\",\"distance\":\"" + distance
                + "\",\"mode\":\"body\",\"regions\":[{\"id\":\"" + (id.isEmpty() ? "" : "r3")
                + "\",\"boundary\":[\"+c1\"],\"inside\":[0,0]}]}";
    }

    private static <T> T unchecked(Callable<T> c) {
        try {
            return c.call();
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
