package io.tallember.part.steps;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Vec3;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.rebuild.PartBody;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/** What faces, edges and other things that are picked are called: their form, and the steps that made them. */
public final class PickWords {
    private static final WordList WORDS = WordList.of(WordList.class, "called");

    private PickWords() {}

    static String word(String key) {
        return WORDS.text(key);
    }

    /**
     * A face in words.
     *
     * @param named how the steps that made it are called
     */
    public static String face(Face f, PartDocument doc, Function<Step, String> named) {
        String form = WORDS.find("face." + f.surface().kind()).orElseGet(() -> WORDS.text("face.other"));
        String facing =
                f.surface() instanceof Plane ? facing(f.outward(f.bounds().centre())) : "";
        return of(form, List.of(f), doc, named) + facing;
    }

    /** To which side of the part a direction goes, when it goes straight to one. */
    private static String facing(Vec3 out) {
        for (Axis a : Axis.values()) {
            double along = out.dot(a.way);
            if (Math.abs(along) > 1 - 1e-9) {
                return WORDS.text("facing." + a.name().toLowerCase(Locale.ROOT) + (along > 0 ? "" : ".back"));
            }
        }
        return "";
    }

    /** An edge between two faces in words. */
    public static String edge(Edge e, List<Face> sides, PartDocument doc, Function<Step, String> named) {
        if (e.curve() instanceof Circle c) {
            return of(WORDS.text("edge.circle"), sides, doc, named) + sized("size.circle", 2 * c.radius(), doc);
        }
        return e.curve() instanceof Line
                ? of(WORDS.text("edge.line"), sides, doc, named)
                        + sized("size.line", e.start().point().distance(e.end().point()), doc)
                : of(WORDS.text("edge.other"), sides, doc, named);
    }

    private static String sized(String key, double mm, PartDocument doc) {
        return WORDS.text(key).replace("@", Texts.sized(mm, doc.unit()));
    }

    private static String of(String form, List<Face> faces, PartDocument doc, Function<Step, String> named) {
        String makers = faces.stream()
                .flatMap(f -> f.origins().stream().limit(1))
                .map(o -> doc.owner(o.step()))
                .distinct()
                .flatMap(id -> doc.find(id).stream())
                .map(named)
                .collect(Collectors.joining(WORDS.text("and")));
        return makers.isEmpty() ? form : WORDS.text("of").replace("#", form).replace("@", makers);
    }

    /** One of a plane's own directions, by the axis of the part that it runs along or against. */
    static String way(Frame plane, boolean second) {
        Vec3 d = second ? plane.y() : plane.x();
        for (Axis a : Axis.values()) {
            double along = d.dot(a.way);
            if (Math.abs(along) > 1 - 1e-9) {
                return WORDS.text(along > 0 ? "way.along" : "way.against")
                        .replace("@", a.name().toLowerCase(Locale.ROOT));
            }
        }
        return WORDS.text(second ? "way.up" : "way.right");
    }

    /** The axis of the part along which a direction runs, either way; empty when it runs along none. */
    public static Optional<String> axis(Vec3 d) {
        return Arrays.stream(Axis.values())
                .filter(a -> Math.abs(d.dot(a.way)) > 1 - 1e-9)
                .map(a -> a.name().toLowerCase(Locale.ROOT))
                .findFirst();
    }

    private enum Axis {
        X(Vec3.X),
        Y(Vec3.Y),
        Z(Vec3.Z);

        private final Vec3 way;

        Axis(Vec3 way) {
            this.way = way;
        }
    }

    /** What a reference of a part file means, in words; what is gone is said to be. */
    public static String ref(JsonNode ref, Context c) {
        for (PartBody b : c.bodies()) {
            if (ref.isString() && b.id().equals(ref.stringValue())) {
                return c.bodyName(b.id());
            }
            Optional<Face> face = text(ref, "face").flatMap(b.body().names()::face);
            if (face.isPresent()) {
                return face(face.get(), c.shown(), Step::name);
            }
            Optional<Edge> edge = text(ref, "edge").flatMap(b.body().names()::edge);
            if (edge.isPresent()) {
                return edge(edge.get(), b.body().facesOf(edge.get()), c.shown(), Step::name);
            }
        }
        if (ref.isString()) {
            return c.name(ref.stringValue(), WORDS.text("gone"));
        }
        if (ref.has("boundary")) {
            return WORDS.text("region");
        }
        return WORDS.text(ref.has("face") || ref.has("edge") ? "gone" : ref.has("corner") ? "corner" : "thing");
    }

    private static Optional<String> text(JsonNode ref, String field) {
        return ref.path(field).isString() ? Optional.of(ref.get(field).stringValue()) : Optional.empty();
    }
}
