package io.tallember.part.steps.path;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec3;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.Typed;
import io.tallember.part.steps.Form;
import io.tallember.part.steps.Grip;
import io.tallember.part.steps.Kind;
import io.tallember.part.steps.Own;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.node.ObjectNode;

/** What of a path that is being told can be taken hold of in the view: its places, the ends of its legs, its strengths. */
final class PathView {
    private PathView() {}

    private static List<BuildPath.Laid> laid(Form f) {
        ObjectNode n = Kind.MAKE.objectNode();
        try {
            PathKind.told(f, n);
            PartDocument doc = f.context().doc();
            Typed typed = new Typed(doc);
            PathStep step = PathJson.read(new Own("path", "", false), new Fields(n, "path"), typed, "path");
            return BuildPath.laid(step, f.context().built().get().stand());
        } catch (GeometryException e) {
            return List.of(); // something is still missing or wrong
        }
    }

    static List<Grip> grips(Form f) {
        List<Grip> all = new ArrayList<>();
        if (f.is("from", "at")) {
            all.add(Grip.free("", start(f)));
        }
        for (BuildPath.Laid leg : laid(f)) {
            String row = "legs." + leg.id();
            switch (f.chosen(row + ".kind")) {
                case "straight" -> {
                    if (f.is(row + ".end", "length") && !f.is(row + ".toward", Toward.TO)) {
                        all.add(new Grip(row + ".length", leg.places().get(0), leg.from(), leg.first(), 1));
                    }
                }
                case "bow" -> places(f, row, leg, all);
                case "spline" -> {
                    places(f, row, leg, all);
                    strengths(f, row, leg, all);
                }
                default -> {}
            }
        }
        return all;
    }

    private static Vec3 start(Form f) {
        return new Vec3(
                f.number("x", Measure.LENGTH, 0),
                f.number("y", Measure.LENGTH, 0),
                f.number("z", Measure.LENGTH, 0));
    }

    private static void places(Form f, String row, BuildPath.Laid leg, List<Grip> all) {
        List<String> points = f.rows(row + ".points");
        for (int i = 0; i < points.size(); i++) {
            String at = row + ".points." + points.get(i);
            if (f.is(at + ".spot", "at") || f.is(at + ".spot", "by")) {
                all.add(Grip.free(at, leg.places().get(i)));
            }
        }
    }

    /** A strength of one reaches a third of the way to the next place. */
    private static void strengths(Form f, String row, BuildPath.Laid leg, List<Grip> all) {
        List<Vec3> places = new ArrayList<>(leg.places());
        if (leg.from() != null) {
            places.add(0, leg.from());
        }
        int n = places.size();
        if (leg.first() != null && !f.is(row + ".out", "free")) {
            double reach = places.get(1).distance(places.get(0)) / 3;
            all.add(strength(f, row + ".first", places.get(0), leg.first(), reach));
        }
        if (leg.last() != null && !f.is(row + ".finish", "free")) {
            double reach = places.get(n - 1).distance(places.get(n - 2)) / 3;
            all.add(strength(f, row + ".last", places.get(n - 1), leg.last().negated(), reach));
        }
    }

    private static Grip strength(Form f, String place, Vec3 foot, Vec3 way, double unit) {
        double v = f.number(place, Measure.PLAIN, 1);
        return new Grip(place, foot.plus(v * unit, way), foot, way, unit);
    }

    /** From where a further place is seen: the leg's last. */
    static Optional<Vec3> placedFrom(Form f) {
        String row = f.aim().endsWith(".place") ? f.aim().substring(0, f.aim().length() - ".place".length()) : "";
        return laid(f).stream()
                .filter(leg -> row.equals("legs." + leg.id()))
                .map(leg -> leg.places().get(leg.places().size() - 1))
                .findFirst()
                .or(() -> Optional.of(Vec3.ZERO));
    }

    /** The place before one that is told from there. */
    static Vec3 before(Form f, String place) {
        String row = place.substring(0, place.indexOf(".points."));
        int i = f.rows(row + ".points").indexOf(place.substring(place.lastIndexOf('.') + 1));
        return laid(f).stream()
                .filter(leg -> row.equals("legs." + leg.id()))
                .map(leg -> i > 0 ? leg.places().get(i - 1) : leg.from())
                .findFirst()
                .orElse(Vec3.ZERO);
    }
}
