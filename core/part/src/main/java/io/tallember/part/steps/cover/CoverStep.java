package io.tallember.part.steps.cover;

import io.tallember.part.Along;
import io.tallember.part.FaceReference;
import io.tallember.part.MaterialStep;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Covers a closed loop with a smooth face, as thick as asked.
 *
 * @param loop of edges, of a path or a drawn line
 * @param beside faces along the loop from which it runs on smoothly
 * @param thickness in mm
 * @param flipped whether the material is on the other side
 */
public record CoverStep(
        String id,
        String name,
        boolean off,
        Along loop,
        List<FaceReference> beside,
        double thickness,
        boolean flipped,
        Mode mode)
        implements MaterialStep {
    public CoverStep {
        beside = List.copyOf(beside);
        if (!(thickness > 0) || !Double.isFinite(thickness)) {
            throw Refusal.of("The thickness of a cover must be above zero.");
        }
    }

    @Override
    public List<String> numbers() {
        return List.of("thickness");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("thickness") ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    @Override
    public CoverStep sized(String place, double v) {
        return new CoverStep(id, name, off, loop, beside, v, flipped, mode);
    }

    @Override
    public CoverStep numbered(String i, String n) {
        return new CoverStep(i, n, off, loop, beside, thickness, flipped, mode);
    }

    @Override
    public CoverStep switched(boolean o) {
        return new CoverStep(id, name, o, loop, beside, thickness, flipped, mode);
    }

    @Override
    public List<String> outlines() {
        return loop.outlines();
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(loop.steps());
        List<String> faces = new ArrayList<>();
        beside.forEach(f -> faces.addAll(f.steps()));
        all.addAll(faces);
        return List.copyOf(all);
    }
}
