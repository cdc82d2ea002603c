package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The server process is killed without warning right after an answer; nothing accepted may be lost. */
class KillTest {
    @TempDir
    Path data;

    private Process process;

    private Client start() throws IOException {
        Launched launched = Launched.start(data);
        process = launched.process();
        return new Client(launched.port());
    }

    @Test
    void acceptedCommandsAndUndoSurvive() throws Exception {
        try {
            Client client = start();
            assertThat(client.send("GET", "/api/home", null).get("parts")).isEmpty();
            long id = client.newPart("Peg");
            client.disc(id, "12");
            client.command(id, "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", "20") + "}");
            process.destroyForcibly().waitFor();

            client = start();
            JsonNode n = client.look(id);
            assertThat(n.get("volume").doubleValue()).isCloseTo(2000 * Math.PI, within(1e-9));
            n = client.ask(id, "undo", "");
            assertThat(n.get("volume").doubleValue()).isCloseTo(1200 * Math.PI, within(1e-9));
            process.destroyForcibly().waitFor();

            client = start();
            client.look(id);
            n = client.ask(id, "redo", "");
            assertThat(n.get("volume").doubleValue()).isCloseTo(2000 * Math.PI, within(1e-9));
        } finally {
            process.destroyForcibly().waitFor();
        }
    }

    /** Killed at any moment of scripted editing, of stopping and of starting. */
    @Test
    void killedWhileEditing() throws Exception {
        int rounds = Integer.getInteger("kill.rounds", Boolean.getBoolean("long") ? 150 : 3);
        Random random = new Random(11);
        try {
            Client client = start();
            long id = client.newPart("Peg");
            client.disc(id, "12");
            process.destroyForcibly().waitFor();
            int kept = 0;
            for (int round = 0; round < rounds; round++) {
                Client editing = start();
                JsonNode before = editing.look(id);
                assertThat(before.get("revision").longValue()).isGreaterThanOrEqualTo(kept);
                AtomicLong accepted = new AtomicLong(before.get("revision").longValue());
                AtomicReference<Double> volume =
                        new AtomicReference<>(before.get("volume").doubleValue());
                Thread editor = new Thread(() -> {
                    try {
                        for (int i = 0; ; i++) {
                            String distance = String.valueOf(10 + i % 40);
                            JsonNode n = editing.command(
                                    id, "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", distance) + "}");
                            if (editing.status != 200) {
                                // being stopped: it says that nothing was changed, which is held to below
                                continue;
                            }
                            volume.set(n.get("volume").doubleValue());
                            accepted.set(n.get("revision").longValue());
                        }
                    } catch (Exception | AssertionError e) {
                        // the server is gone
                    }
                });
                editor.start();
                Thread.sleep(random.nextInt(1500));
                if (round % 3 == 1) {
                    // in the midst of stopping
                    process.toHandle().destroy();
                    Thread.sleep(random.nextInt(300));
                }
                process.destroyForcibly().waitFor();
                editor.join();
                if (round % 3 == 2) {
                    // in the midst of starting
                    process = Launched.begin(data);
                    Thread.sleep(random.nextInt(2500));
                    process.destroyForcibly().waitFor();
                }
                JsonNode after = start().look(id);
                long revision = after.get("revision").longValue();
                // what was answered is there; one more may have been stored whose answer didn't come
                assertThat(revision).isBetween(accepted.get(), accepted.get() + 1);
                if (revision == accepted.get()) {
                    assertThat(after.get("volume").doubleValue()).isCloseTo(volume.get(), within(1e-6));
                }
                kept = (int) revision;
                process.destroyForcibly().waitFor();
            }
            System.out.println(rounds + " kills; " + kept + " revisions, none lost");
        } finally {
            process.destroyForcibly().waitFor();
        }
    }
}
