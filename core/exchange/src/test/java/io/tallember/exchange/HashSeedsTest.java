package io.tallember.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Body;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is built doesn't depend on where objects happen to lie: the same file, names and messages whatever their hashes are. */
class HashSeedsTest {
    /** Prints what a part gives; run in processes of their own. */
    public static final class Print {
        public static void main(String[] args) throws IOException {
            PartState s = Kinds.rebuild().build(PartFile.read(Files.readString(Path.of(args[0]))));
            StringBuilder out = new StringBuilder(Handover.step(s, Instant.EPOCH));
            for (Body b : s.solids()) {
                b.faces().forEach(f -> out.append(b.names().of(f)).append('\n'));
                b.edges().forEach(e -> out.append(b.names().of(e)).append('\n'));
            }
            s.outcomes().forEach(o -> out.append(o.message()).append(o.notes()));
            System.out.print(out.length() + " " + out.toString().hashCode());
        }
    }

    private static String printed(String sample, int hashes) throws IOException, InterruptedException {
        Process p = new ProcessBuilder(List.of(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-XX:+UnlockExperimentalVMOptions",
                        "-XX:hashCode=" + hashes,
                        "-cp",
                        System.getProperty("java.class.path"),
                        Print.class.getName(),
                        sample))
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        String out = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(p.waitFor()).isZero();
        return out;
    }

    @Test
    void theHoodIsTheSameUnderAnyHashes() throws IOException, InterruptedException {
        String sample = Path.of("..", "..", "samples", "sensor-hood.json").toString();
        String first = printed(sample, 0);
        assertThat(first).contains(" ");
        assertThat(printed(sample, 2)).isEqualTo(first);
    }
}
