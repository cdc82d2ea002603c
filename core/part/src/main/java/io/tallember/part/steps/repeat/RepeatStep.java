package io.tallember.part.steps.repeat;

import io.tallember.part.FaceReference;
import io.tallember.part.Layout;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Makes what other steps made, whole bodies, or what some faces enclose again at other places. What a step added is added
 * there, what it took away is taken away; the blends among the steps come with them.
 *
 * @param steps the steps repeated, in any order; they are repeated in the order of the build sheet
 * @param bodies ids of the bodies repeated
 * @param faces of a pocket or boss that is repeated, with the blends in it
 * @param flipped the other way along or round
 * @param skip numbers of the places left out, the original being 1
 */
public record RepeatStep(
        String id,
        String name,
        boolean off,
        List<String> steps,
        List<String> bodies,
        List<FaceReference> faces,
        Layout layout,
        boolean flipped,
        List<Integer> skip)
        implements Step {
    public RepeatStep {
        steps = List.copyOf(new LinkedHashSet<>(steps));
        bodies = List.copyOf(new LinkedHashSet<>(bodies));
        faces = List.copyOf(faces);
        skip = List.copyOf(skip);
        if (steps.isEmpty() && bodies.isEmpty() && faces.isEmpty()) {
            throw Refusal.of("Pick what to repeat: a face that a step made, a body, or the faces of a pocket or boss.");
        }
        for (int s : skip) {
            if (s < 2 || s > layout.places()) {
                throw Refusal.of("Only the places 2 to " + layout.places() + " can be left out.");
            }
        }
    }

    private RepeatStep made(String i, String n, boolean o, Layout l) {
        return new RepeatStep(i, n, o, steps, bodies, faces, l, flipped, skip);
    }

    @Override
    public String kind() {
        return layout instanceof Layout.Mirror ? "Mirror" : "Repeat";
    }

    @Override
    public Optional<Measure> measure(String place) {
        return layout.measure(place);
    }

    @Override
    public List<String> numbers() {
        return java.util.stream.Stream.of("spacing", "spacing2", "angle")
                .filter(p -> measure(p).isPresent())
                .toList();
    }

    @Override
    public RepeatStep sized(String place, double v) {
        return made(id, name, off, layout.sized(place, v));
    }

    @Override
    public RepeatStep numbered(String i, String n) {
        return made(i, n, off, layout);
    }

    @Override
    public RepeatStep switched(boolean o) {
        return made(id, name, o, layout);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(steps);
        faces.forEach(f -> all.addAll(f.steps()));
        all.addAll(PartDocument.makers(bodies));
        all.addAll(layout.steps());
        return List.copyOf(all);
    }

    @Override
    public boolean repeatable() {
        return true;
    }

    @Override
    public void fits(PartDocument doc) {
        if (doc.steps().stream().anyMatch(t -> steps.contains(t.id()) && !t.repeatable())) {
            throw Refusal.of(name + " can repeat only steps that make or change material.");
        }
    }
}
