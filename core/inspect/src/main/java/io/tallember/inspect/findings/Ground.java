package io.tallember.inspect.findings;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Leans;
import io.tallember.inspect.Probe;
import io.tallember.inspect.Samples;
import io.tallember.inspect.WallMap;
import io.tallember.part.Making;
import io.tallember.part.Making.Limit;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.rebuild.PartState;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.Key;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiFunction;
import java.util.function.DoubleFunction;

/** A body, or several, as they are looked at: measured once, asked by all rules. */
final class Ground {
    private final PartState state;
    private final Making making;
    private final List<Body> bodies;
    private final List<String> notes = new ArrayList<>();
    private Probe probe;
    private Samples samples;
    private WallMap walls;
    private Leans leans;

    /** @param bodies of the part that are looked at together */
    Ground(PartState state, Making making, List<Body> bodies) {
        this.state = state;
        this.making = making;
        this.bodies = bodies;
    }

    /** Each body by itself, as it is made. */
    static List<Ground> each(PartState state, Making making) {
        return state.solids().stream()
                .map(b -> new Ground(state, making, List.of(b)))
                .toList();
    }

    PartDocument doc() {
        return state.document();
    }

    List<Body> bodies() {
        return bodies;
    }

    Probe probe() {
        probe = probe == null ? new Probe(bodies) : probe;
        return probe;
    }

    /** Sentences on what could not be looked at. */
    List<String> notes() {
        return notes;
    }

    Vec3 pull() {
        return making.pull();
    }

    Optional<Double> limit(Limit l) {
        return Optional.ofNullable(making.all().get(l));
    }

    Making.Way way() {
        return making.way();
    }

    private Samples samples() {
        samples = samples == null ? new Samples(probe()) : samples;
        return samples;
    }

    List<Probe.Place> places() {
        return samples().all();
    }

    WallMap walls() {
        walls = walls == null ? new WallMap(probe(), samples()) : walls;
        return walls;
    }

    WallMap gaps(double limit) {
        return WallMap.gaps(probe(), samples(), limit);
    }

    Leans leans() {
        leans = leans == null ? new Leans(probe(), samples(), making.pull()) : leans;
        return leans;
    }

    /** What is found looking at one face after the other. */
    List<Finding> ofFaces(BiFunction<Body, Face, Finding> by) {
        List<Finding> out = new ArrayList<>();
        for (Body b : bodies) {
            for (Face f : b.faces()) {
                Finding found = by.apply(b, f);
                if (found != null) {
                    out.add(found);
                }
            }
        }
        return out;
    }

    /** A place inside a face, to point at. */
    static Vec3 on(Face f) {
        return f.region().interiorPoint(Tolerance.DEFAULT).orElse(f.bounds().centre());
    }

    Face face(Probe.Place p) {
        return probe().faces().get(p.face());
    }

    String key(int face) {
        return bodies.get(probe().bodyOf(face)).names().of(probe().faces().get(face));
    }

    String key(Body body, Face face) {
        return body.names().of(face);
    }

    /** The last step of the build sheet of those that faces come from; empty where none is known. */
    String step(List<String> keys) {
        Set<String> ids = new TreeSet<>();
        keys.forEach(k -> ids.addAll(Key.of(k).steps()));
        List<Step> steps = doc().steps();
        for (int i = steps.size() - 1; i >= 0; i--) {
            if (steps.get(i).makes().stream().anyMatch(ids::contains)) {
                return steps.get(i).id();
            }
        }
        return "";
    }

    Finding found(
            Rule rule,
            boolean stops,
            String sentence,
            double measured,
            double limit,
            Measure measure,
            List<Vec3> places,
            List<String> faces) {
        List<String> sorted = faces.stream().distinct().sorted().toList();
        return new Finding(rule, stops, sentence, measured, limit, measure, places, sorted, step(sorted), null);
    }

    /** Found without a measure. */
    Finding found(Rule rule, boolean stops, String sentence, List<Vec3> places, List<String> faces) {
        return found(rule, stops, sentence, Double.NaN, Double.NaN, Measure.PLAIN, places, faces);
    }

    /** What a rule finds where its limit holds for the way. */
    List<Finding> held(Limit limit, DoubleFunction<List<Finding>> by) {
        return limit(limit).map(by::apply).orElse(List.of());
    }
}
