package io.tallember.part.steps.walls;

import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Leans faces to the pull of a mould.
 *
 * @param neutral where the faces keep their place; the pull is square to it
 * @param flipped whether the pull goes against the plane's normal
 * @param both whether the neutral plane is where a mould parts: the faces are divided there and lean away from it on either side
 * @param angle between each face and the pull, in radians; above zero the part narrows along the pull
 */
public record DraftStep(
        String id,
        String name,
        boolean off,
        List<FaceReference> faces,
        boolean chain,
        SketchPlane neutral,
        boolean flipped,
        boolean both,
        double angle)
        implements WallStep {
    private static final double MOST = Math.toRadians(60);

    public DraftStep {
        faces = List.copyOf(faces);
        WallStep.picked(faces, "Pick at least one face to lean.");
        if (!(Math.abs(angle) <= MOST)) {
            throw Refusal.of("Faces can lean by up to 60° either way.");
        }
    }

    @Override
    public List<String> numbers() {
        return List.of("angle");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("angle") ? Optional.of(Measure.ANGLE) : Optional.empty();
    }

    @Override
    public DraftStep sized(String place, double v) {
        return new DraftStep(id, name, off, faces, chain, neutral, flipped, both, v);
    }

    @Override
    public List<String> uses() {
        List<String> all = new ArrayList<>(WallStep.stepsOf(faces));
        neutral.steps().stream().filter(s -> !all.contains(s)).forEach(all::add);
        return List.copyOf(all);
    }

    @Override
    public DraftStep numbered(String i, String n) {
        return new DraftStep(i, n, off, faces, chain, neutral, flipped, both, angle);
    }

    @Override
    public DraftStep switched(boolean o) {
        return new DraftStep(id, name, o, faces, chain, neutral, flipped, both, angle);
    }

    @Override
    public boolean repeatable() {
        return true;
    }
}
