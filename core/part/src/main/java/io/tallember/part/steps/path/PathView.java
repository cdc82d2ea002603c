package io.tallember.part.steps.path;

import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.Step;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.PlaceHandle;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What of a path that is being told can be taken hold of in the view: its places, the ends of its legs, its strengths. */
final class PathView {
    private final Form f;
    private final List<BuildPath.Laid> laid;

    /** @param step as the sentence tells it; empty while something is missing */
    PathView(Form f, Optional<Step> step) {
        this.f = f;
        this.laid = step.map(s ->
                        BuildPath.laid((PathStep) s, f.context().built().get().stand()))
                .orElse(List.of());
    }

    List<PlaceHandle> grips() {
        List<PlaceHandle> all = new ArrayList<>();
        if (f.is("from", "at")) {
            all.add(PlaceHandle.free("", start()));
        }
        for (BuildPath.Laid leg : laid) {
            String row = "legs." + leg.id();
            switch (f.chosen(row + ".kind")) {
                case "straight" -> {
                    if (f.is(row + ".end", "length") && !f.is(row + ".toward", Toward.TO)) {
                        all.add(new PlaceHandle(row + ".length", leg.places().get(0), leg.from(), leg.first(), 1));
                    }
                }
                case "bow" -> places(row, leg, all);
                case "spline" -> {
                    places(row, leg, all);
                    strengths(row, leg, all);
                }
                default -> {}
            }
        }
        return all;
    }

    private Vec3 start() {
        return new Vec3(
                f.number("x", Measure.LENGTH, 0), f.number("y", Measure.LENGTH, 0), f.number("z", Measure.LENGTH, 0));
    }

    private void places(String row, BuildPath.Laid leg, List<PlaceHandle> all) {
        List<String> points = f.rows(row + ".points");
        for (int i = 0; i < points.size(); i++) {
            String at = row + ".points." + points.get(i);
            if (f.is(at + ".spot", "at") || f.is(at + ".spot", "by")) {
                all.add(PlaceHandle.free(at, leg.places().get(i)));
            }
        }
    }

    /** A strength of one reaches a third of the way to the next place. */
    private void strengths(String row, BuildPath.Laid leg, List<PlaceHandle> all) {
        List<Vec3> places = new ArrayList<>(leg.places());
        if (leg.from() != null) {
            places.add(0, leg.from());
        }
        int n = places.size();
        if (leg.first() != null && !f.is(row + ".out", "free")) {
            double reach = places.get(1).distance(places.get(0)) / 3;
            all.add(strength(row + ".first", places.get(0), leg.first(), reach));
        }
        if (leg.last() != null && !f.is(row + ".finish", "free")) {
            double reach = places.get(n - 1).distance(places.get(n - 2)) / 3;
            all.add(strength(row + ".last", places.get(n - 1), leg.last().negated(), reach));
        }
    }

    private PlaceHandle strength(String place, Vec3 foot, Vec3 way, double unit) {
        double v = f.number(place, Measure.PLAIN, 1);
        return new PlaceHandle(place, foot.plus(v * unit, way), foot, way, unit);
    }

    /** From where a further place is seen: the leg's last. */
    Optional<Vec3> placedFrom() {
        String row = f.aim().endsWith(".place") ? f.aim().substring(0, f.aim().length() - ".place".length()) : "";
        return laid.stream()
                .filter(leg -> row.equals("legs." + leg.id()))
                .map(leg -> leg.places().get(leg.places().size() - 1))
                .findFirst()
                .or(() -> Optional.of(Vec3.ZERO));
    }

    /** The place before one that is told from there. */
    Vec3 before(String place) {
        String row = place.substring(0, place.indexOf(".points."));
        int i = f.rows(row + ".points").indexOf(place.substring(place.lastIndexOf('.') + 1));
        return laid.stream()
                .filter(leg -> row.equals("legs." + leg.id()))
                .map(leg -> i > 0 ? leg.places().get(i - 1) : leg.from())
                .findFirst()
                .orElse(Vec3.ZERO);
    }
}
