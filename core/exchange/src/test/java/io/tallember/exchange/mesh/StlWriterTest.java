package io.tallember.exchange.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.tallember.part.file.PartFile;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Body;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class StlWriterTest {
    /** What would make too large a file is refused with the bound; at the bound it is made. */
    @Test
    void aMeshBeyondBoundsIsRefused() throws Exception {
        List<Body> plate = Kinds.rebuild()
                .build(PartFile.read(Files.readString(Path.of("../../samples/vane-plate.json"))))
                .solids();
        int facets = (StlWriter.write(plate).length - 84) / 50;
        assertThat(facets).isGreaterThan(100);
        assertThat(StlWriter.write(plate, facets)).hasSize(84 + 50 * facets);
        assertThatThrownBy(() -> StlWriter.write(plate, facets - 1)).hasMessageContaining("more than " + (facets - 1));
    }
}
