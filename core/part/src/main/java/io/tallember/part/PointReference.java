package io.tallember.part;

import io.tallember.geometry.Vec3;
import java.util.List;

/**
 * A corner of a body, by lineage: the faces round it.
 *
 * @param key as in a body's names
 * @param point where it was when it was picked, in mm
 */
public record PointReference(String key, Vec3 point) {
    /** The steps whose faces the key names. */
    public List<String> steps() {
        return FaceReference.stepsIn(key);
    }
}
