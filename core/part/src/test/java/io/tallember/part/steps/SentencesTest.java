package io.tallember.part.steps;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.part.PartDocument;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.brought.BoxFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Sentences of all kinds: the laws for every sample, and talks with each kind. */
class SentencesTest {
    private static final Path TALKS = Path.of("src/test/resources/io/tallember/part/steps/talks");
    private static final Set<String> MET = new TreeSet<>();

    static Stream<Path> parts() throws IOException {
        return Stream.concat(Files.list(Path.of("../../samples")), Files.list(Path.of("src/test/resources/cases")))
                .filter(p -> p.toString().endsWith(".json"))
                .sorted();
    }

    static Stream<Path> talks() throws IOException {
        return Files.list(TALKS).sorted();
    }

    @BeforeAll
    static void filesAreKept() {
        BoxFiles.keep();
    }

    @ParameterizedTest
    @MethodSource("parts")
    void theLawsHoldForSamplesAndCases(Path file) throws IOException {
        PartDocument doc = PartFile.read(Files.readString(file));
        MET.addAll(Laws.hold(doc));
    }

    @ParameterizedTest
    @MethodSource("talks")
    void talksGoAsWritten(Path file) throws IOException {
        new Talk(doc -> MET.addAll(Laws.hold(doc))).run(Files.readString(file));
    }

    /** Every kind's words are all there, and there is a talk with every kind. */
    @Test
    void everyKindHasItsTalk() throws IOException {
        StringBuilder all = new StringBuilder();
        for (Path p : talks().toList()) {
            all.append(Files.readString(p));
        }
        for (Kind k : Kinds.all()) {
            if (!k.kinds().get(0).equals("sketch")) {
                assertThat(all.toString()).contains("begin " + k.kinds().get(0) + "/");
            }
        }
    }

    @AfterAll
    static void everyKindWasMet() {
        assertThat(MET)
                .contains(
                        "sketch", "extrude", "revolve", "rib", "ready", "split", "combine", "move", "mirror", "repeat")
                .contains("hole", "shell", "draft", "faces", "moulded", "blend", "plane", "axis", "point", "scale")
                .contains("path", "sweep", "loft", "brought");
    }
}
