package io.tallember.part;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Key;
import java.util.List;

/**
 * A corner of a body, by lineage: the faces round it; or a point that a step made.
 *
 * @param key as in a body's names, or the step's id
 * @param point where it was when it was picked, in mm
 */
public record PointReference(String key, Vec3 point) {
    /** The steps whose faces the key names. */
    public List<String> steps() {
        return made() ? List.of(key) : Key.of(key).steps();
    }

    /** Whether it is a point that a step made. */
    public boolean made() {
        return key.matches("s[0-9]{1,6}");
    }
}
