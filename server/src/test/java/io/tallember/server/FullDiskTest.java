package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import org.h2.store.fs.FilePath;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/** What happens while the disk takes nothing more, when there is room again, and what a stored command costs. */
class FullDiskTest {
    @TempDir
    Path data;

    private ConfigurableApplicationContext app;
    private Client client;

    @BeforeEach
    void start() {
        FilePath.register(new BrimFile());
        BrimFile.full = false;
        app = SpringApplication.run(
                TallEmber.class,
                "--tallember.data=" + data,
                "--tallember.scheme=brim:",
                "--tallember.empty=true",
                "--tallember.rehearse=false",
                "--server.port=0");
        client = new Client(app.getEnvironment().getProperty("local.server.port", Integer.class));
    }

    @AfterEach
    void stop() {
        BrimFile.full = false;
        BrimFile.late = false;
        app.close();
    }

    private double volume(JsonNode part) {
        return part.get("volume").doubleValue() / Math.PI;
    }

    private static String thick(int by) {
        return "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", String.valueOf(by)) + "}";
    }

    @Test
    void itRefusesGoesOnReadingAndTakesCommandsAgain() {
        long id = client.newPart("Peg");
        client.disc(id, "12");
        for (int round = 1; round <= 3; round++) {
            BrimFile.full = true;
            for (int i = 0; i < 3; i++) {
                JsonNode refused = client.command(id, thick(20));
                assertThat(client.status).isEqualTo(507);
                assertThat(refused.get("sentence").stringValue()).contains(data.toString(), "nothing was changed");
                client.ask(id, "undo", "");
                assertThat(client.status).isEqualTo(507);
                client.send("POST", "/api/folders", "{\"name\":\"Spares\"}");
                assertThat(client.status).isEqualTo(507);
                assertThat(client.raw("GET", "/api/parts/" + id + "/picture", null)
                                .statusCode())
                        .isEqualTo(200);
                assertThat(volume(client.look(id))).isCloseTo(1200 + 100 * (round - 1), within(1e-8));
            }
            BrimFile.full = false;
            assertThat(volume(client.command(id, thick(12 + round)))).isCloseTo(1200 + 100 * round, within(1e-8));
        }
        assertThat(volume(client.ask(id, "undo", ""))).isCloseTo(1400, within(1e-8));
        assertThat(client.send("GET", "/api/home", null).get("folders")).isEmpty();
    }

    /** The disk takes what is written and tells an error all the same: what is said of it is what is there afterwards. */
    @Test
    void whatIsSaidIsTrueAlsoWhenTheErrorComesLate() {
        long id = client.newPart("Peg");
        client.disc(id, "12");
        for (int round = 1; round <= 4; round++) {
            long before = client.look(id).get("revision").longValue();
            BrimFile.late = true;
            JsonNode answer = client.command(id, thick(20 + round));
            int status = client.status;
            BrimFile.late = false;
            assertThat(status).as(answer.toString()).isIn(200, 507);
            long after = client.look(id).get("revision").longValue();
            assertThat(after).as(answer.toString()).isEqualTo(status == 200 ? before + 1 : before);
            assertThat(volume(client.command(id, thick(12 + round)))).isCloseTo(1200 + 100 * round, within(1e-8));
        }
    }

    /** A storm of commands takes little room each, and all can be undone and done again across restarts. */
    @Test
    void commandsAreStoredAsWhatTheyChange() throws Exception {
        int commands = Boolean.getBoolean("long") ? 2000 : 150;
        long id = client.newPart("Storm");
        client.disc(id, "12");
        Path file = data.resolve("parts.mv.db");
        for (int i = 0; i < commands; i++) {
            client.command(id, thick(10 + i % 50));
            assertThat(client.status).isEqualTo(200);
        }
        app.close();
        System.out.printf("%d commands: %.0f bytes each in the file%n", commands, (double) Files.size(file) / commands);
        start();
        client.look(id);
        for (int i = commands - 2; i >= 0; i--) {
            assertThat(volume(client.ask(id, "undo", "")))
                    .as("undo to %d", i)
                    .isCloseTo(100 * (10 + i % 50), within(1e-8));
        }
        app.close();
        start();
        client.look(id);
        for (int i = 1; i < commands; i++) {
            assertThat(volume(client.ask(id, "redo", "")))
                    .as("redo to %d", i)
                    .isCloseTo(100 * (10 + i % 50), within(1e-8));
        }
    }
}
