package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What keeps the application from starting is told in one sentence, and stopping it loses nothing. */
class StartTest {
    @TempDir
    Path data;

    private static void refused(String says, String... args) {
        assertThatThrownBy(() -> Start.settings(args))
                .isInstanceOf(Start.Impossible.class)
                .hasMessageContaining(says)
                .hasMessageEndingWith(".");
    }

    @Test
    void whatCantBeUsedIsSaid() throws Exception {
        Path file = Files.createFile(data.resolve("file"));
        refused("isn't a folder", "--data=" + file, "--port=0");
        refused("can't be written to", "--data=" + file.resolve("below"), "--port=0");
        refused("can't be written to", "--data=/proc/ember", "--port=0");
        refused("semicolon", "--data=" + data + ";TRACE_LEVEL_FILE=3", "--port=0");
        refused("semicolon", "--data=", "--port=0");
        refused("isn't a number", "--data=" + data, "--port=99999");
        refused("isn't a number", "--data=" + data, "--port=eighty");
        refused("isn't understood", "dance");
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            refused("can't be taken", "--data=" + data, "--port=" + taken.getLocalPort());
        }
    }

    @Test
    void aRelativeFolderIsTakenFromHere() throws Exception {
        assertThat(List.of(Start.settings(new String[] {"--data=target/relative", "--port=0"})))
                .contains("--tallember.data=" + Path.of("target/relative").toAbsolutePath());
    }

    /** A second one in the same folder says so and ends; the first, asked to stop in the midst of editing, loses nothing. */
    @Test
    void twoInOneFolderAndAnOrderlyStop() throws Exception {
        Launched launched = Launched.start(data);
        Process first = launched.process();
        try {
            Process second = Launched.begin(data);
            String said = new String(second.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(second.waitFor()).isEqualTo(2);
            assertThat(said.strip()).contains("in use").doesNotContain("\n").doesNotContain("Exception");

            Client client = new Client(launched.port());
            long id = client.newPart("Peg");
            client.disc(id, "12");
            long[] accepted = {client.look(id).get("revision").longValue()};
            Thread editor = new Thread(() -> {
                try {
                    for (int i = 0; ; i++) {
                        client.command(
                                id,
                                "{\"do\":\"change-step\",\"step\":" + Client.extrude("s2", String.valueOf(10 + i))
                                        + "}");
                        if (client.status == 200) {
                            accepted[0]++;
                        }
                    }
                } catch (IllegalStateException e) {
                    // it has stopped
                }
            });
            editor.start();
            Thread.sleep(400);
            first.toHandle().destroy();
            assertThat(first.waitFor(20, TimeUnit.SECONDS)).isTrue();
            editor.join();
            assertThat(launched.out().lines()).noneMatch(l -> l.contains("Exception"));
            Launched again = Launched.start(data);
            try {
                Client next = new Client(again.port());
                // what was answered is there, and nothing of which it was said that it isn't
                assertThat(next.look(id).get("revision").longValue()).isBetween(accepted[0], accepted[0] + 1);
            } finally {
                again.process().destroyForcibly();
            }
        } finally {
            first.destroyForcibly();
        }
    }
}
