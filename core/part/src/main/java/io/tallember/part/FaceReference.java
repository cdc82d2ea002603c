package io.tallember.part;

import io.tallember.geometry.Vec3;
import io.tallember.solid.Key;
import java.util.List;

/**
 * A face that a step refers to: its lineage key, and what it looked like when picked, for telling pieces of a split face
 * apart.
 *
 * @param point a point on the face when it was picked, in mm
 * @param normal its outward normal then
 */
public record FaceReference(String key, Vec3 point, Vec3 normal) {
    /** The steps whose faces the key names. */
    public List<String> steps() {
        return Key.of(key).steps();
    }

    /** The origins that the key is made of, without what tells split pieces apart. */
    public List<String> origins() {
        return Key.of(key).origins();
    }

    /** Whether it is one of several pieces of a face that was split. */
    public boolean piece() {
        return Key.of(key).piece();
    }
}
