package io.tallember.part.steps.brought;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.part.solids.SolidFiles;
import io.tallember.solid.sweep.Primitive;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;

/** Files for tests: the three sizes of a box. */
public final class BoxFiles implements SolidFiles.Reader {
    /** Keeps the files that samples and talks bring in. */
    public static void keep() {
        for (String sizes : List.of("20 30 10", "25 30 10")) {
            SolidFiles.put(sizes.getBytes(StandardCharsets.UTF_8));
        }
    }

    @Override
    public SolidFiles.Read read(byte[] content) {
        double[] s = Arrays.stream(new String(content, StandardCharsets.UTF_8).split(" "))
                .mapToDouble(Double::parseDouble)
                .toArray();
        return new SolidFiles.Read(
                List.of(Primitive.box(Frame.WORLD, s[0], s[1], s[2], "box", Tolerance.DEFAULT)),
                List.of("Box"),
                List.of(""),
                List.of(),
                0);
    }
}
