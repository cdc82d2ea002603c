package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.PointReference;
import io.tallember.part.Refusal;
import io.tallember.part.Step;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A path through space: legs one after the other, each told by what it goes by.
 *
 * @param start where it begins
 * @param bend the radius of all corners that have none of their own, in mm; zero for sharp ones
 * @param closed whether a straight leg leads back to where it began
 */
public record PathStep(
        String id, String name, boolean off, Start start, List<PathLeg> legs, double bend, boolean closed)
        implements Step {
    private static final int MOST = 500;
    /** Numbers that a leg has only while they count. */
    private static final Set<String> OTHERS = Set.of("bend", "grow", "length", "angle", "turn", "first", "last");

    /** Where a path begins. */
    public sealed interface Start {
        /** At a place, in mm from the part's origin. */
        record At(Vec3 place) implements Start {}

        /** At a corner of a body or a point that a step made. */
        record Corner(PointReference corner) implements Start {}

        /** Where another path ends, going on its way. */
        record End(String path) implements Start {}

        /** Where its first leg begins: a coil, edges or drawn lines. */
        record Own() implements Start {}
    }

    public PathStep {
        legs = List.copyOf(legs);
        if (legs.isEmpty() || legs.size() > MOST) {
            throw Refusal.of("A path has one to " + MOST + " legs.");
        }
        Set<String> ids = new HashSet<>();
        if (!legs.stream().allMatch(l -> l.id().matches("n[0-9]{1,4}") && ids.add(l.id()))) {
            throw Refusal.of("Each leg of a path has a name of its own, such as n1.");
        }
        if (!(bend >= 0) || !Double.isFinite(bend)) {
            throw Refusal.of("A bend's radius can't be below zero.");
        }
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>();
        if (start instanceof Start.At) {
            all.addAll(List.of("x", "y", "z"));
        }
        for (PathLeg l : legs) {
            boolean begins = start instanceof Start.Own && l == legs.get(0);
            l.sizes().keySet().stream()
                    .filter(k -> begins || !k.equals("diameter") && !k.equals("start"))
                    .forEach(k -> all.add(l.id() + "." + k));
        }
        if (bend > 0) {
            all.add("bend");
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        if (place.equals("bend") || start instanceof Start.At && place.matches("[xyz]")) {
            return Optional.of(Measure.LENGTH);
        }
        return leg(place)
                .filter(l -> l.sizes().containsKey(size(place)) || OTHERS.contains(size(place)))
                .map(l -> l.measure(size(place)));
    }

    private Optional<PathLeg> leg(String place) {
        int dot = place.indexOf('.');
        return dot < 0
                ? Optional.empty()
                : legs.stream()
                        .filter(l -> l.id().equals(place.substring(0, dot)))
                        .findFirst();
    }

    private static String size(String place) {
        return place.substring(place.indexOf('.') + 1);
    }

    @Override
    public PathStep sized(String place, double v) {
        if (place.equals("bend")) {
            return new PathStep(id, name, off, start, legs, v, closed);
        }
        if (start instanceof Start.At at && place.matches("[xyz]")) {
            Vec3 p = at.place();
            Vec3 q = new Vec3(
                    place.equals("x") ? v : p.x(), place.equals("y") ? v : p.y(), place.equals("z") ? v : p.z());
            return new PathStep(id, name, off, new Start.At(q), legs, bend, closed);
        }
        PathLeg meant = leg(place).orElseThrow();
        List<PathLeg> more = new ArrayList<>(legs);
        more.set(more.indexOf(meant), meant.sized(size(place), v));
        return new PathStep(id, name, off, start, more, bend, closed);
    }

    @Override
    public List<String> outlines() {
        return legs.stream()
                .flatMap(l -> l.alongs().stream())
                .flatMap(a -> a.outlines().stream())
                .toList();
    }

    @Override
    public List<String> uses() {
        Set<String> all = new LinkedHashSet<>();
        if (start instanceof Start.Corner c) {
            all.addAll(c.corner().steps());
        } else if (start instanceof Start.End e) {
            all.add(e.path());
        }
        legs.forEach(l -> all.addAll(l.steps()));
        return List.copyOf(all);
    }

    @Override
    public boolean makesPath() {
        return true;
    }

    @Override
    public PathStep numbered(String i, String n) {
        return new PathStep(i, n, off, start, legs, bend, closed);
    }

    @Override
    public PathStep switched(boolean o) {
        return new PathStep(id, name, o, start, legs, bend, closed);
    }
}
