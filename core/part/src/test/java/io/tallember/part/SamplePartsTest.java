package io.tallember.part;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Tolerance;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.check.BodyCheck;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The files in samples/ are what the drawings give, build soundly, and are fully dimensioned. */
class SamplePartsTest {
    private static final Path FOLDER = Path.of("../../samples");

    static Stream<String> names() {
        return SampleParts.all().keySet().stream();
    }

    /** With {@code -Dsamples.write=true} the files are written anew first. */
    @ParameterizedTest
    @MethodSource("names")
    void isSoundAndSettled(String name) throws Exception {
        PartDocument drawn = SampleParts.all().get(name);
        Path file = FOLDER.resolve(name + ".json");
        if (Boolean.getBoolean("samples.write")) {
            Files.createDirectories(FOLDER);
            Files.writeString(file, PartFile.write(drawn));
        }
        PartDocument read = PartFile.read(Files.readString(file));
        assertThat(read).isEqualTo(drawn);
        sound(read);
    }

    /** Those made in the application itself. */
    @ParameterizedTest
    @ValueSource(strings = {"wind-duct", "rain-inlet", "sample-flask", "shutter-lever", "vent-grille"})
    void whatWasMadeByHandIsSoundToo(String name) throws Exception {
        String text = Files.readString(FOLDER.resolve(name + ".json"));
        PartDocument read = PartFile.read(text);
        assertThat(PartFile.write(read)).isEqualTo(text);
        sound(read);
    }

    private static void sound(PartDocument read) {
        PartState state = Kinds.rebuild().build(read);
        assertThat(state.outcomes())
                .allMatch(o -> o.message().isEmpty() && o.notes().isEmpty());
        assertThat(state.solids()).hasSize(1);
        assertThat(BodyCheck.deep(state.solids().get(0), Tolerance.DEFAULT).problems())
                .isEmpty();
        state.stand().sketches().forEach(s -> {
            assertThat(s.judgement().fighting()).isEmpty();
            assertThat(s.judgement().loose()).as(s.step().name()).isEqualTo(Set.of());
        });
    }
}
