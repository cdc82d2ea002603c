package io.tallember.part.steps;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Line;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** PlaneWords and axes that steps refer to, in words and as clicks give them. */
public final class PlaneWords {
    private PlaneWords() {}

    /** A plane in words: by its name, or as a face. */
    public static String said(JsonNode plane, Context c, WordList words) {
        if (plane.isString()) {
            return words.text("plane." + plane.stringValue());
        }
        if (plane.has("step")) {
            return c.name(plane.get("step").asString(""), words.text("plane.made"));
        }
        if (plane.has("through")) {
            return words.text("plane.through").replace("@", said(plane.get("on"), c, words));
        }
        return plane.has("on")
                ? words.text("plane.upright").replace("@", said(plane.get("on"), c, words))
                : words.text("plane.face");
    }

    public static String axisSaid(JsonNode axis, Context c, WordList words) {
        if (axis == null) {
            return words.text("axis.none");
        }
        if (axis.isString()) {
            return words.text("axis." + axis.stringValue());
        }
        if (axis.has("step")) {
            return c.name(axis.get("step").asString(""), words.text("axis.made"));
        }
        return words.text(axis.has("edge") ? "axis.edge" : "axis.face");
    }

    /** What was clicked as an axis: a face, or an edge that is straight or round. */
    public static Optional<JsonNode> axis(Hit h, Context c) {
        return h.what() == Hit.What.FACE
                ? h.faceRef(c)
                : h.edge(c)
                        .filter(e -> e.curve() instanceof Line || e.curve() instanceof Circle)
                        .flatMap(e -> h.edgeRef(c));
    }
}
