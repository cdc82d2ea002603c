package io.tallember.part;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Key;
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
        return Key.of(key).steps();
    }

    /** The two faces' origins, without what tells split pieces apart. */
    public List<List<String>> sides() {
        return Key.of(key).sides();
    }

    /** Whether it is one of several edges between two faces, or between pieces of faces. */
    public boolean piece() {
        return Key.of(key).piece();
    }
}
