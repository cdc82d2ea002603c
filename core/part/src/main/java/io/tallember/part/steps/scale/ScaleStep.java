package io.tallember.part.steps.scale;

import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.PointReference;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Makes whole bodies larger or smaller, evenly in all directions.
 *
 * @param bodies their ids; none for all
 * @param times how many times as large
 * @param about the corner or point that stays where it is; null for the origin
 */
public record ScaleStep(String id, String name, boolean off, List<String> bodies, double times, PointReference about)
        implements Step {
    private static final double MOST = 1_000;

    public ScaleStep {
        bodies = List.copyOf(new LinkedHashSet<>(bodies));
        if (!(times >= 1 / MOST && times <= MOST)) {
            throw Refusal.of("A body is made between a thousandth and a thousand times as large.");
        }
    }

    @Override
    public List<String> numbers() {
        return List.of("times");
    }

    @Override
    public Optional<Measure> measure(String place) {
        return place.equals("times") ? Optional.of(Measure.PLAIN) : Optional.empty();
    }

    @Override
    public ScaleStep sized(String place, double v) {
        return new ScaleStep(id, name, off, bodies, v, about);
    }

    @Override
    public ScaleStep numbered(String i, String n) {
        return new ScaleStep(i, n, off, bodies, times, about);
    }

    @Override
    public ScaleStep switched(boolean o) {
        return new ScaleStep(id, name, o, bodies, times, about);
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>(PartDocument.makers(bodies));
        if (about != null) {
            all.addAll(about.steps());
        }
        return List.copyOf(all);
    }
}
