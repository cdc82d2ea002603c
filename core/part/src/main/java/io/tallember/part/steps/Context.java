package io.tallember.part.steps;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Terms;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.Unit;
import io.tallember.part.rebuild.PartBody;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * What a sentence is written in.
 *
 * @param doc the part as it is written down
 * @param shown the same as the chosen variant has it
 * @param built the part as it is seen; asked only where geometry is needed
 */
public record Context(PartDocument doc, PartDocument shown, Supplier<PartState> built) {
    public Unit unit() {
        return doc.unit();
    }

    /** A refusal as it is told in the part's unit. */
    public String told(GeometryException e) {
        return Terms.told(e.sentence(), unit().telling(id -> name(id, id)));
    }

    public List<PartBody> bodies() {
        return built.get().stand().bodies();
    }

    /** The steps down to the work line. */
    public List<Step> steps() {
        return shown.steps().subList(0, shown.workLine());
    }

    public Optional<PlacedSketch> sketch(String step) {
        return built.get().stand().sketch(step);
    }

    /** The ids of the sketches that are built. */
    public List<String> sketches() {
        return steps().stream()
                .map(Step::id)
                .filter(id -> sketch(id).isPresent())
                .toList();
    }

    /** The paths above a step, to choose from; all of them when it is new. */
    public List<Slot.Option> paths(String above) {
        return steps().stream()
                .takeWhile(s -> !s.id().equals(above))
                .filter(Step::makesPath)
                .map(s -> new Slot.Option(s.id(), s.name()))
                .toList();
    }

    /** What a step is called; something else when it is gone. */
    public String name(String step, String otherwise) {
        return shown.find(step).map(Step::name).orElse(otherwise);
    }

    public Optional<Face> face(String body, String key) {
        return bodies().stream()
                .filter(b -> b.id().equals(body))
                .findFirst()
                .flatMap(b -> b.body().names().face(key));
    }

    public Optional<Edge> edge(String body, String key) {
        return bodies().stream()
                .filter(b -> b.id().equals(body))
                .findFirst()
                .flatMap(b -> b.body().names().edge(key));
    }

    /** What a body is called: by its own name, or by the step that made it. */
    public String bodyName(String id) {
        String own = Optional.ofNullable(doc.arrangement().looks().get(id))
                .map(l -> l.name())
                .orElse("");
        if (!own.isEmpty()) {
            return own;
        }
        int dot = id.indexOf('.');
        String maker = name(dot < 0 ? id : id.substring(0, dot), id);
        return dot < 0 ? maker : maker + " (" + id.substring(dot + 1) + ")";
    }
}
