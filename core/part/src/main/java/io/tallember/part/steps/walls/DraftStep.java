package io.tallember.part.steps.walls;

import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.Layout;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import io.tallember.part.SketchPlane;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Leans faces to the pull of a mould.
 *
 * @param neutral where the faces keep their place; idle with a parting line of edges
 * @param parting edges of the part about which the faces turn, each about those that bound it; empty for about the plane
 * @param pull the line along which the part is pulled, or null for square to the plane
 * @param flipped whether the pull goes against the plane's normal, or against the pull's line with a parting line of edges
 * @param both whether the mould parts there: faces lean away from it on either side; a plane divides them
 * @param angle between each face and the pull, in radians; above zero the part narrows along the pull
 */
public record DraftStep(
        String id,
        String name,
        boolean off,
        List<FaceReference> faces,
        boolean chain,
        SketchPlane neutral,
        List<EdgeReference> parting,
        Layout.Axis pull,
        boolean flipped,
        boolean both,
        double angle)
        implements WallStep {
    private static final double MOST = Math.toRadians(60);

    public DraftStep {
        faces = List.copyOf(faces);
        parting = List.copyOf(parting);
        if (!parting.isEmpty() && pull == null) {
            throw Refusal.of("Choose the way of the pull: about edges it isn't given by a plane.");
        }
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
        return new DraftStep(id, name, off, faces, chain, neutral, parting, pull, flipped, both, v);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(WallStep.stepsOf(faces));
        if (parting.isEmpty()) {
            all.addAll(neutral.steps());
        }
        parting.forEach(e -> all.addAll(e.steps()));
        if (pull != null) {
            all.addAll(pull.steps());
        }
        return List.copyOf(all);
    }

    @Override
    public DraftStep numbered(String i, String n) {
        return new DraftStep(i, n, off, faces, chain, neutral, parting, pull, flipped, both, angle);
    }

    @Override
    public DraftStep switched(boolean o) {
        return new DraftStep(id, name, o, faces, chain, neutral, parting, pull, flipped, both, angle);
    }

    @Override
    public boolean repeatable() {
        return true;
    }
}
