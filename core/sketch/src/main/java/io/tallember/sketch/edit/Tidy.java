package io.tallember.sketch.edit;

import io.tallember.geometry.Tolerance;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.regions.Stub;
import java.util.List;
import java.util.Optional;

/** Takes away what trimming leaves over: stubs that stick out of outlines, and curves wholly hidden under others. */
public final class Tidy {
    private static final int ROUNDS = 300;

    private Tidy() {}

    /** @throws io.tallember.geometry.GeometryException BAD_VALUE when there is nothing to take away */
    public static Sketch of(Sketch sketch) {
        Sketch at = sketch;
        for (int i = 0; i < ROUNDS; i++) {
            Optional<Sketch> next = once(at);
            if (next.isEmpty()) {
                break;
            }
            at = next.get();
        }
        if (at == sketch) {
            throw EditedSketch.refused("There is nothing left over to tidy up.");
        }
        return at;
    }

    private static Optional<Sketch> once(Sketch s) {
        Reading r = SketchReader.read(s, Tolerance.DEFAULT);
        if (!r.hidden().isEmpty()) {
            return Optional.of(s.without(List.of(r.hidden().get(0))));
        }
        for (Stub stub : r.stubs()) {
            Sketch next = stub.whole() ? s.without(List.of(stub.curve())) : Trim.trim(s, stub.curve(), stub.at());
            if (!next.equals(s)) {
                return Optional.of(next);
            }
        }
        return Optional.empty();
    }
}
