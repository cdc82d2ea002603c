package io.tallember.part.shows;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.part.PartDocument;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.solid.mass.MassProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What is shown is sound: each entry is taken, and the last frame has the step built. */
class ShowsTest {
    private static PartDocument sample(String name) {
        try {
            return PartFile.read(Files.readString(Path.of("../../samples/" + name + ".json")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static List<String> all() {
        return Shows.all();
    }

    @ParameterizedTest
    @MethodSource("all")
    void eachGoesThroughAndEndsWithItsStepBuilt(String offer) {
        List<Shows.Frame> frames = Shows.of(offer, ShowsTest::sample).orElseThrow();
        assertThat(frames.size()).isGreaterThan(3);
        for (Shows.Frame f : frames) {
            assertThat(f.answer() == null || !f.answer().has("refused"))
                    .as(offer + ": " + f.said())
                    .isTrue();
        }
        Shows.Frame last = frames.get(frames.size() - 1);
        String made =
                last.document().steps().get(last.document().workLine() - 1).id();
        assertThat(last.state().outcome(made).status())
                .as(last.state().outcome(made).message())
                .isEqualTo(StepOutcome.Status.BUILT);
        double volume = MassProperties.of(last.state().solids()).volume();
        double before = MassProperties.of(frames.get(0).state().solids()).volume();
        assertThat(volume).isNotEqualTo(before);
    }

    @Test
    void thereIsOneForTheUsualOperations() {
        assertThat(Shows.all())
                .contains("extrude/extrude", "hole/hole", "blend/round", "shell/shell", "rib/rib", "repeat/row");
        assertThat(Shows.of("nothing", ShowsTest::sample)).isEmpty();
    }
}
