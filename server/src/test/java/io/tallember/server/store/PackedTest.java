package io.tallember.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;

class PackedTest {
    private static String text(Random random, int lines) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < lines; i++) {
            s.append("  \"p")
                    .append(i)
                    .append("\": ")
                    .append(random.nextInt(100))
                    .append(",\n");
        }
        return s.toString();
    }

    /** Whatever is put in, taken out or changed somewhere, what is unpacked is what was packed. */
    @Test
    void whatIsPackedComesOutAgain() {
        for (int seed = 0; seed < 500; seed++) {
            Random random = new Random(seed);
            String old = text(random, random.nextInt(3000));
            int a = random.nextInt(old.length() + 1);
            int b = Math.min(old.length(), a + random.nextInt(1 + random.nextInt(60_000)));
            String now = old.substring(0, a)
                    + (random.nextBoolean() ? text(random, random.nextInt(50)) : "äöü→")
                    + old.substring(b);
            assertThat(Packed.read(old, Packed.after(old, now)))
                    .as("seed %d", seed)
                    .isEqualTo(now);
            assertThat(Packed.read(Packed.whole(now))).as("seed %d", seed).isEqualTo(now);
        }
    }

    @Test
    void aChangedNumberTakesFewBytes() {
        String old = text(new Random(1), 2000);
        String now = old.replace("\"p1000\": ", "\"p1000\": 9");
        assertThat(Packed.after(old, now)).hasSizeLessThan(40);
    }

    /** Beside another text than it was packed beside, nothing wrong comes out. */
    @Test
    void theWrongTextIsNoticed() {
        String old = text(new Random(1), 200);
        String now = old.replace("\"p100\": ", "\"p100\": 9");
        String other = text(new Random(2), 200);
        assertThatThrownBy(() -> Packed.read(other, Packed.after(old, now))).isInstanceOf(IllegalStateException.class);
        assertThatThrownBy(() -> Packed.read("", Packed.after(old, now))).isInstanceOf(IllegalStateException.class);
    }
}
