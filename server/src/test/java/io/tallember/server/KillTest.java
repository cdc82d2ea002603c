package io.tallember.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The server process is killed without warning right after an answer; nothing accepted may be lost. */
class KillTest {
    private static final Pattern READY = Pattern.compile("ready: http://localhost:(\\d+)/");

    @TempDir
    Path data;

    private Process process;

    private Client start() throws IOException {
        process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        TallEmber.class.getName(),
                        "--empty",
                        "--data=" + data,
                        "--port=0")
                .redirectErrorStream(true)
                .start();
        BufferedReader out =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        StringBuilder said = new StringBuilder();
        for (String line = out.readLine(); line != null; line = out.readLine()) {
            said.append(line).append('\n');
            Matcher m = READY.matcher(line);
            if (m.find()) {
                return new Client(Integer.parseInt(m.group(1)));
            }
        }
        throw new IllegalStateException("the server did not start:\n" + said);
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
}
