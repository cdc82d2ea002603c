package io.tallember.solid;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
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

    /** A plate with many pegs: its faces' neighbours don't go into a key one by one. */
    @Test
    void manyNeighboursAreToldByAHashAndKeysStayBounded() {
        Body plate = Shapes.box(Frame.WORLD, 0, 0, 0, 400, 20, 5, "plate");
        List<Body> pegs = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            pegs.add(Shapes.box(Frame.WORLD, 5 + 9 * i, 5, 5, 8 + 9 * i, 10, 12, "peg-number-" + i));
        }
        // a cut along the middle splits the top in two, each with pegs of its own beside it
        Body cut = Shapes.box(Frame.WORLD, 185.5, -1, 3, 186.5, 21, 6, "cut");
        List<Body> all = new ArrayList<>(List.of(plate));
        all.addAll(pegs);
        Body whole = Fuse.unite(all, Shapes.TOL).get(0);
        Body b = Fuse.subtract(List.of(whole), List.of(cut), Shapes.TOL).get(0);
        assertThat(all(b))
                .hasSize(b.faces().size() + b.edges().size() + b.vertices().size())
                .allMatch(k -> k.length() <= Key.LONGEST);
        List<String> tops =
                faces(b).stream().filter(k -> k.startsWith("plate.end(r)")).toList();
        assertThat(tops).hasSize(2).allMatch(k -> k.matches("plate\\.end\\(r\\)~=[0-9a-f]{16}"));
        assertThat(Key.of(tops.get(0)).origins()).containsExactly("plate.end(r)");
        assertThat(Key.of(tops.get(0)).piece()).isTrue();
        for (Edge e : b.edges()) {
            assertThat(Key.of(b.names().of(e)).sides()).hasSize(2);
            assertThat(b.names().edge(b.names().of(e))).containsSame(e);
        }
    }

    @Test
    void aKeyTellsItsStepsAndOrigins() {
        Key face = Key.of("s1.end(r2)+s3.end(r4)~s5.side(c1),s6.side(c2)#2");
        assertThat(face.origins()).containsExactly("s1.end(r2)", "s3.end(r4)");
        assertThat(face.steps()).containsExactly("s1", "s3");
        Key edge = Key.of("s1.end(r2)~s9.side(c1)|s3.side(c-4)+s7.side(c+5)");
        assertThat(edge.sides()).containsExactly(List.of("s1.end(r2)"), List.of("s3.side(c-4)", "s7.side(c+5)"));
        assertThat(edge.steps()).containsExactly("s1", "s9", "s3", "s7");
        List<String> many = new ArrayList<>();
        for (int i = 0; i < 90; i++) {
            many.add("s" + i + ".end(r" + i + ")");
        }
        String written = Key.written(false, List.of(String.join("+", many)), null, 0);
        assertThat(written).hasSizeLessThan(Key.LONGEST);
        assertThat(Key.of(written).origins())
                .startsWith("s0.end(r0)", "s1.end(r1)")
                .doesNotContain("s89.end(r89)");
        assertThat(Key.of(Key.written(true, many, List.of("x.y", "z.w"), 3)).steps())
                .startsWith("s0", "s1");
    }
}
