package io.tallember.part;

import io.tallember.geometry.Vec3;
import java.util.Arrays;
import java.util.List;

/**
 * An edge of a body, by lineage: the faces on either side of it.
 *
 * @param key as in a body's names, the two faces' keys joined by a bar, with what tells it from others between the same two
 * @param point the middle of the edge when it was picked, in mm
 */
public record EdgeReference(String key, Vec3 point) {
    /** The steps whose faces the key names. */
    public List<String> steps() {
        return FaceReference.stepsIn(key);
    }

    /** The two faces' origins, without what tells split pieces apart. */
    public List<List<String>> sides() {
        return Arrays.stream(key.split("\\|"))
                .map(side -> Arrays.asList(side.split("[~#]")[0].split("\\+(?=[A-Za-z0-9-]+\\.)")))
                .toList();
    }
}
