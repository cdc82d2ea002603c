package io.tallember.part;

import java.util.List;
import java.util.Optional;

/**
 * Moves faces along their normals, or takes them out and lets their neighbours close the gap.
 *
 * @param remove take out; else move
 * @param distance outward in mm, negative into the material; idle when they are taken out
 */
public record FaceStep(
        String id, String name, boolean off, List<FaceReference> faces, boolean chain, boolean remove, double distance)
        implements WallStep {
    public FaceStep {
        faces = List.copyOf(faces);
        WallStep.picked(faces, "Pick at least one face.");
        if (!Double.isFinite(distance) || !remove && distance == 0) {
            throw Refusal.of("Faces are moved by a distance other than zero.");
        }
    }

    @Override
    public String kind() {
        return remove ? "Take out" : "Move faces";
    }

    @Override
    public List<String> numbers() {
        return remove ? List.of() : List.of("distance");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("distance") ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    @Override
    public FaceStep sized(String place, double v) {
        return new FaceStep(id, name, off, faces, chain, remove, v);
    }

    @Override
    public FaceStep numbered(String i, String n) {
        return new FaceStep(i, n, off, faces, chain, remove, distance);
    }

    @Override
    public FaceStep switched(boolean o) {
        return new FaceStep(id, name, o, faces, chain, remove, distance);
    }
}
