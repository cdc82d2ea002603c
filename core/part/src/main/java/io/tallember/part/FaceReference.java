package io.tallember.part;

import io.tallember.geometry.Vec3;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;

/**
 * A face that a step refers to: its lineage key, and what it looked like when picked, for telling pieces of a split face
 * apart.
 *
 * @param point a point on the face when it was picked, in mm
 * @param normal its outward normal then
 */
public record FaceReference(String key, Vec3 point, Vec3 normal) {
    private static final Pattern STEP = Pattern.compile("(?:^|[+~,|])([A-Za-z0-9-]+)\\.");

    /** The steps whose faces the key names. */
    public List<String> steps() {
        return stepsIn(key.split("~")[0]);
    }

    /** The steps named in a key, in their order. */
    static List<String> stepsIn(String key) {
        return STEP.matcher(key).results().map(r -> r.group(1)).distinct().toList();
    }

    /** The origins that the key is made of, without what tells split pieces apart. */
    public List<String> origins() {
        return Arrays.asList(key.split("~")[0].split("#")[0].split("\\+(?=[A-Za-z0-9-]+\\.)"));
    }
}
