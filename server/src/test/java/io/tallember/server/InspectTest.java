package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/** A part is looked into: cut open, measured, weighed; by closed forms. */
class InspectTest {
    @TempDir
    static Path data;

    private static ConfigurableApplicationContext app;
    private static int port;

    private final Client client = new Client(port);

    @BeforeAll
    static void start() {
        app = Started.on(data);
        port = Started.port(app);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    /** A block of 40 x 30 x 20 about the origin's axis. */
    private long block() {
        long id = client.newPart("Block");
        client.command(
                id,
                "{\"do\":\"add-step\",\"step\":{\"kind\":\"ready\",\"id\":\"\",\"name\":\"\",\"plane\":\"top\",\"shape\":\"box\","
                        + "\"at\":[0,0],\"width\":40,\"depth\":30,\"height\":20,\"flipped\":false,\"mode\":\"body\"}}");
        return id;
    }

    private JsonNode asked(long id, String what, String more) {
        long revision = client.look(id).get("revision").longValue();
        return client.send("POST", "/api/parts/" + id + "/" + what, "{\"revision\":" + revision + more + "}");
    }

    @Test
    void cutOpen() {
        long id = block();
        JsonNode n = asked(id, "section", ",\"planes\":[{\"origin\":[0,5,0],\"normal\":[0,-1,0]}]");
        assertThat(n.get("area").doubleValue()).isCloseTo(800, within(1e-9));
        assertThat(n.get("regions").get(0).get("path").stringValue()).startsWith("M");
        assertThat(n.get("regions").get(0).get("centroid").get(2).doubleValue()).isCloseTo(10, within(1e-9));
        JsonNode beside = asked(id, "section", ",\"planes\":[{\"origin\":[0,25.4,0],\"normal\":[0,1,0]}]");
        assertThat(beside.get("message").stringValue()).contains("lies 10.4 mm beside it");
        assertThat(beside.get("regions").size()).isZero();
        asked(id, "section", ",\"planes\":[{\"origin\":[0,5],\"normal\":[0,-1,0]}]");
        assertThat(client.status).isEqualTo(422);
    }

    /** A block without lean: judged as told, mended where it can be, accepted with a reason, and coloured. */
    @Test
    void judged() {
        long id = block();
        JsonNode n = asked(id, "check", "");
        assertThat(n.get("way").stringValue()).isEqualTo("moulded");
        assertThat(n.get("stopped").booleanValue()).isTrue();
        JsonNode draft = n.get("findings").get(0);
        assertThat(draft.get("rule").stringValue()).isEqualTo("draft");
        assertThat(draft.get("faces").size()).isEqualTo(4);
        // nothing in a ready block leans its sides
        assertThat(asked(id, "check/remedy", ",\"found\":\"" + draft.get("id").stringValue() + "\"")
                        .has("command"))
                .isFalse();
        client.command(
                id, "{\"do\":\"accept\",\"found\":\"" + draft.get("id").stringValue() + "\",\"why\":\"a dummy\"}");
        assertThat(asked(id, "check", "").get("stopped").booleanValue()).isFalse();
        client.command(id, "{\"do\":\"make\",\"way\":\"machined\",\"pull\":[0,0,1],\"limits\":{\"least_wall_mm\":25}}");
        n = asked(id, "check", "");
        assertThat(n.get("findings").get(0).get("sentence").stringValue()).contains("20 mm thick");
        JsonNode remedy = asked(
                id,
                "check/remedy",
                ",\"found\":\"" + n.get("findings").get(0).get("id").stringValue() + "\"");
        assertThat(remedy.get("said").stringValue()).contains("25 mm");
        client.command(id, remedy.get("command").toString());
        assertThat(asked(id, "check", "").get("stopped").booleanValue()).isFalse();
        JsonNode map = asked(id, "map", ",\"by\":\"wall\"").get("maps").get(0);
        byte[] values = java.util.Base64.getDecoder().decode(map.get("values").stringValue());
        float first = java.nio.ByteBuffer.wrap(values)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                .getFloat();
        assertThat((double) first).isIn(25.0, 30.0, 40.0);
        client.command(id, "{\"do\":\"make\",\"way\":\"machined\",\"pull\":[0,0,1],\"limits\":{\"least_wall_mm\":0}}");
        assertThat(client.status).isEqualTo(422);
    }

    @Test
    void measuredAndWeighed() {
        long id = block();
        JsonNode view = client.look(id);
        JsonNode body = view.get("bodies").get(0);
        String of = body.get("id").stringValue();
        String top = key(body, 20);
        String below = key(body, 0);
        String picked = ",\"picked\":[{\"what\":\"face\",\"of\":\"" + of + "\",\"key\":\"" + top
                + "\"},{\"what\":\"face\",\"of\":\"" + of + "\",\"key\":\"" + below + "\"}]";
        JsonNode n = asked(id, "measure", picked);
        assertThat(n.get("rows").get(0).get("value").doubleValue()).isCloseTo(20, within(1e-9));
        JsonNode bare = asked(id, "mass", "");
        assertThat(bare.get("volume").doubleValue()).isCloseTo(24_000, within(1e-6));
        assertThat(bare.has("mass")).isFalse();
        client.command(
                id,
                "{\"do\":\"set-look\",\"id\":\"" + of
                        + "\",\"name\":\"\",\"material\":\"Steel\",\"colour\":\"\",\"hidden\":false}");
        JsonNode steel = asked(id, "mass", "");
        assertThat(steel.get("mass").doubleValue()).isCloseTo(24_000 * 7.85e-6, within(1e-9));
        assertThat(steel.get("principal").get(0).doubleValue())
                .isCloseTo(24_000 * 7.85e-6 / 12 * (900 + 400), within(1e-6));
    }

    private static String key(JsonNode body, double z) {
        for (JsonNode f : body.get("faces")) {
            if (f.has("normal") && Math.abs(f.get("point").get(2).doubleValue() - z) < 1e-6) {
                return f.get("key").stringValue();
            }
        }
        throw new AssertionError("no face at " + z);
    }
}
