package io.tallember.part.steps.walls;

import io.tallember.part.FaceReference;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** A step that works on picked faces of the bodies. */
public interface WallStep extends Step {
    /** The faces that were picked. */
    List<FaceReference> faces();

    /** Whether faces that the picked ones run smoothly into belong to them. */
    boolean chain();

    @Override
    default List<String> uses() {
        return stepsOf(faces());
    }

    static List<String> stepsOf(List<FaceReference> faces) {
        Set<String> all = new LinkedHashSet<>();
        faces.forEach(f -> all.addAll(f.steps()));
        return List.copyOf(all);
    }

    static void picked(List<FaceReference> faces, String what) {
        if (faces.isEmpty()) {
            throw Refusal.of(what);
        }
    }
}
