package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.solid.fuse.Fuse;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Lineage keys: unique in a body, the same again after a rebuild, and unmoved by changes of size. */
class NamesTest {
    private static Body slotted(double width, double depth, double at) {
        Body block = Shapes.box(Frame.WORLD, 0, 0, 0, 60, 20, 12, "block");
        Body slot = Shapes.box(Frame.WORLD, at, -1, 12 - depth, at + width, 21, 13, "slot");
        return Fuse.subtract(List.of(block), List.of(slot), Shapes.TOL).get(0);
    }

    private static Set<String> faces(Body b) {
        Set<String> keys = new HashSet<>();
        b.faces().forEach(f -> keys.add(b.names().of(f)));
        return keys;
    }

    private static Set<String> all(Body b) {
        Set<String> keys = faces(b);
        b.edges().forEach(e -> keys.add(b.names().of(e)));
        b.vertices().forEach(v -> keys.add(b.names().of(v)));
        return keys;
    }

    @Test
    void everyFaceEdgeAndCornerHasAKeyOfItsOwn() {
        Body b = slotted(8, 4, 20);
        assertThat(all(b))
                .hasSize(b.faces().size() + b.edges().size() + b.vertices().size());
        for (Face f : b.faces()) {
            assertThat(b.names().face(b.names().of(f))).containsSame(f);
        }
        for (Edge e : b.edges()) {
            assertThat(b.names().edge(b.names().of(e))).containsSame(e);
        }
    }

    @Test
    void changedSizesKeepTheKeys() {
        Set<String> first = all(slotted(8, 4, 20));
        assertThat(all(slotted(8, 4, 20))).isEqualTo(first);
        assertThat(all(slotted(15, 7, 33))).isEqualTo(first);
    }

    @Test
    void piecesOfASplitFaceAreToldApartByTheirNeighbours() {
        Body b = slotted(8, 4, 20);
        List<String> top =
                faces(b).stream().filter(k -> k.startsWith("block.end(r)")).toList();
        assertThat(top).hasSize(2).allMatch(k -> k.contains("~"));
        Body moved = slotted(8, 4, 40);
        for (Face f : b.faces()) {
            String key = b.names().of(f);
            if (key.startsWith("block.end(r)~")) {
                Face again = moved.names().face(key).orElseThrow();
                boolean left = f.bounds().centre().x() < 24;
                assertThat(again.bounds().centre().x() < 44).isEqualTo(left);
            }
        }
    }

    @Test
    void mergedFacesCarryBothOrigins() {
        Body a = Shapes.box(Frame.WORLD, 0, 0, 0, 10, 10, 10, "left");
        Body b = Shapes.box(Frame.WORLD, 10, 0, 0, 20, 10, 10, "right");
        Body one = Fuse.unite(List.of(a, b), Shapes.TOL).get(0);
        assertThat(one.faces()).hasSize(6);
        assertThat(faces(one)).contains("left.end(r)+right.end(r)");
    }
}
