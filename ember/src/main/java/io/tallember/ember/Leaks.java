package io.tallember.ember;

import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.sketch.regions.Near;
import io.tallember.sketch.regions.Reading;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What keeps outlines of a sketch from being closed or clean, in sentences. */
final class Leaks {
    private Leaks() {}

    static List<String> of(PlacedSketch sketch) {
        Reading r = sketch.reading();
        List<String> all = new ArrayList<>();
        r.gaps()
                .forEach(g -> all.add(String.format(
                        Locale.ROOT,
                        "there is a gap of %s mm between %s and %s.",
                        length(g.distance()),
                        g.first(),
                        g.second())));
        r.stubs()
                .forEach(s -> all.add(String.format(
                        Locale.ROOT,
                        "a stub of %s mm of %s sticks out at %s, %s.",
                        length(s.length()),
                        s.curve(),
                        length(s.at().x()),
                        length(s.at().y()))));
        r.doubled().forEach(d -> all.add(d.first() + " and " + d.second() + " lie on each other."));
        r.hidden().forEach(h -> all.add(h + " lies on another curve."));
        r.crossed()
                .forEach(c -> all.add(String.format(
                        Locale.ROOT,
                        "%s and %s cross at %s, %s.",
                        c.first(),
                        c.second(),
                        length(c.at().x()),
                        length(c.at().y()))));
        r.near().forEach(n -> all.add(near(n)));
        return all;
    }

    private static String near(Near n) {
        String place = length(n.at().x()) + ", " + length(n.at().y());
        return switch (n.kind()) {
            case SHORT -> n.first() + " stops " + length(n.distance()) + " mm short of " + n.second() + ".";
            case BESIDE -> n.first() + " runs within " + length(n.distance()) + " mm of " + n.second() + ".";
            case BEYOND ->
                n.first() + " touches " + n.second() + " only " + length(n.distance()) + " mm beyond its end.";
            case TOUCHING -> "two regions touch only at " + place + ".";
        };
    }

    private static String length(double mm) {
        String text = String.format(Locale.ROOT, "%.6g", mm);
        return text.contains("e") || !text.contains(".")
                ? text
                : text.replaceAll("0+$", "").replaceAll("\\.$", "");
    }
}
