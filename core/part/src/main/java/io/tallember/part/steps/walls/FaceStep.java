package io.tallember.part.steps.walls;

import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Works on single faces: moves, thickens, replaces or divides them, or takes them out.
 *
 * @param distance by which they are moved outward or thickened, in mm; idle elsewhere
 * @param by what else the way needs
 */
public record FaceStep(
        String id, String name, boolean off, List<FaceReference> faces, boolean chain, Way way, double distance, By by)
        implements WallStep {
    /** What becomes of the faces. */
    public enum Way {
        /** Along their normals, negative into the material. */
        MOVE("Move faces"),
        /** Taken out; their neighbours close the gap. */
        REMOVE("Take out"),
        /** New material on them. */
        THICKEN("Thicken"),
        /** They take the shape of a plane or another face. */
        REPLACE("Replace"),
        /** Along the lines of sketches, paths, or a plane. */
        DIVIDE("Divide");

        private final String kind;

        Way(String kind) {
            this.kind = kind;
        }

        boolean sized() {
            return this == MOVE || this == THICKEN;
        }
    }

    /**
     * What a way needs besides.
     *
     * @param plane whose shape replaces the faces', or along which they are divided; null for none
     * @param sketches along whose lines they are divided, and paths
     * @param apart whether new material is a body of its own
     */
    public record By(SketchPlane plane, List<String> sketches, boolean apart) {
        public static final By NOTHING = new By(null, List.of(), false);

        public By {
            sketches = List.copyOf(sketches);
        }
    }

    public FaceStep {
        faces = List.copyOf(faces);
        WallStep.picked(faces, "Pick at least one face.");
        if (!Double.isFinite(distance) || way == Way.MOVE && distance == 0) {
            throw Refusal.of("Faces are moved by a distance other than zero.");
        }
        if (way == Way.THICKEN && !(distance > 0)) {
            throw Refusal.of("New material needs a thickness above zero.");
        }
        if (way == Way.REPLACE && by.plane == null) {
            throw Refusal.of("Pick the face or plane whose shape the faces take.");
        }
        if (way == Way.DIVIDE && by.plane == null && by.sketches.isEmpty()) {
            throw Refusal.of("Pick a sketch, a path or a plane along which the faces are divided.");
        }
    }

    /** Faces moved, or taken out. */
    public FaceStep(
            String id,
            String name,
            boolean off,
            List<FaceReference> faces,
            boolean chain,
            boolean remove,
            double distance) {
        this(id, name, off, faces, chain, remove ? Way.REMOVE : Way.MOVE, distance, By.NOTHING);
    }

    @Override
    public String kind() {
        return way.kind;
    }

    @Override
    public List<String> numbers() {
        return way.sized() ? List.of("distance") : List.of();
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("distance") ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(WallStep.stepsOf(faces));
        all.addAll(by.sketches);
        if (by.plane != null) {
            all.addAll(by.plane.steps());
        }
        return List.copyOf(all);
    }

    @Override
    public FaceStep sized(String place, double v) {
        return new FaceStep(id, name, off, faces, chain, way, v, by);
    }

    @Override
    public FaceStep numbered(String i, String n) {
        return new FaceStep(i, n, off, faces, chain, way, distance, by);
    }

    @Override
    public FaceStep switched(boolean o) {
        return new FaceStep(id, name, o, faces, chain, way, distance, by);
    }

    @Override
    public boolean repeatable() {
        return true;
    }
}
