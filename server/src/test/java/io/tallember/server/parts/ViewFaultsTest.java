package io.tallember.server.parts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.server.Client;
import io.tallember.server.TallEmber;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/** Every stage of making a view fails once: the part opens all the same, undo works, and what can't be answered isn't stored. */
class ViewFaultsTest {
    @TempDir
    static Path data;

    @Test
    void aPartOpensWhateverFailsInItsView() {
        try (ConfigurableApplicationContext app = SpringApplication.run(
                TallEmber.class, "--tallember.data=" + data, "--server.port=0", "--tallember.rehearse=false")) {
            Client client = new Client(app.getEnvironment().getProperty("local.server.port", Integer.class));
            PartView view = app.getBean(PartView.class);
            long id = client.newPart("Peg");
            client.disc(id, "12");
            client.command(
                    id,
                    "{\"do\":\"add-step\",\"step\":{\"kind\":\"plane\",\"name\":\"\",\"way\":\"beside\",\"plane\":\"top\","
                            + "\"distance\":5,\"angle\":0}}");
            assertThat(client.status).isEqualTo(200);
            for (String stage : new String[] {"sketch", "plane", "body", "totals"}) {
                failOnce(view, stage);
                JsonNode part = client.look(id);
                assertThat(client.status).as(stage).isEqualTo(200);
                assertThat(part.get("unshown")).as(stage).hasSize(1);
                assertThat(part.get("steps")).hasSize(3);
                failOnce(view, stage);
                client.ask(id, "undo", "");
                assertThat(client.status).as("undo, " + stage).isEqualTo(200);
                client.ask(id, "redo", "");
                assertThat(client.look(id).get("unshown"))
                        .as("afterwards, " + stage)
                        .isEmpty();
            }
            long revision = client.look(id).get("revision").longValue();
            failOnce(view, "answer");
            client.command(id, "{\"do\":\"rename-part\",\"name\":\"Other\"}");
            assertThat(client.status).isEqualTo(500);
            JsonNode now = client.look(id);
            assertThat(now.get("revision").longValue()).isEqualTo(revision);
            assertThat(now.get("name").stringValue()).isEqualTo("Peg");
            assertThat(now.get("volume").doubleValue()).isCloseTo(1200 * Math.PI, within(1e-9));
        }
    }

    private static void failOnce(PartView view, String stage) {
        AtomicBoolean left = new AtomicBoolean(true);
        view.stages = s -> {
            if (s.equals(stage) && left.getAndSet(false)) {
                throw new IllegalStateException("made to fail: " + s);
            }
        };
    }
}
