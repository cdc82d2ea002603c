package io.tallember.part.file;

import io.tallember.part.EdgeReference;
import io.tallember.part.FaceReference;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.commands.Command;
import io.tallember.part.fields.Fields;
import io.tallember.part.fields.References;
import io.tallember.part.fields.SketchJson;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.rebuild.Tracing;
import io.tallember.sketch.Constraint;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Facts about sketches that the browser asks for, to and from JSON. */
public final class SketchFacts {
    private SketchFacts() {}

    public static ObjectNode write(Constraint c) {
        return SketchJson.write(c);
    }

    /** What a request to trace something leads to. */
    public static Command trace(Rebuild rebuild, PartDocument doc, JsonNode node) {
        Fields f = new Fields(node, "trace");
        String id = f.text("id");
        String what = f.text("what");
        return switch (what) {
            case "edge" -> Tracing.edge(rebuild, doc, id, new EdgeReference(f.text("edge"), f.vec3("point")));
            case "outline" -> Tracing.outline(rebuild, doc, id, face(f));
            case "silhouettes" -> Tracing.silhouettes(rebuild, doc, id, face(f));
            case "crossings" -> Tracing.crossings(rebuild, doc, id);
            case "passing" -> Tracing.passing(rebuild, doc, id, f.text("sketch"));
            default -> throw Refusal.of("There is nothing to trace called " + Refusal.quoted(what) + ".");
        };
    }

    private static FaceReference face(Fields f) {
        return References.face(f.part("face", "face"));
    }
}
