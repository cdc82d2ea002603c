package io.tallember.part;

import io.tallember.geometry.Vec3;
import java.util.List;

/**
 * A curve or point of a sketch that lies where something of the part is, and follows it.
 *
 * @param curve the id of the curve or point in the sketch
 */
public record Trace(String curve, Source source) {
    public Trace(String curve, EdgeReference edge) {
        this(curve, new OfEdge(edge));
    }

    /** What is followed. */
    public sealed interface Source {
        /** The steps that made it. */
        List<String> steps();
    }

    /** An edge, as seen square to the sketch. */
    public record OfEdge(EdgeReference edge) implements Source {
        @Override
        public List<String> steps() {
            return edge.steps();
        }
    }

    /**
     * Where a round face turns away from who looks square at the sketch.
     *
     * @param near a point of the part that tells pieces apart
     */
    public record Silhouette(FaceReference face, Vec3 near) implements Source {
        @Override
        public List<String> steps() {
            return face.steps();
        }
    }

    /** Where a face passes through the sketch's plane. */
    public record Crossing(FaceReference face, Vec3 near) implements Source {
        @Override
        public List<String> steps() {
            return face.steps();
        }
    }

    /** The point where a curve of another sketch passes through the sketch's plane. */
    public record Passing(String sketch, String curve, Vec3 near) implements Source {
        @Override
        public List<String> steps() {
            return List.of(sketch);
        }
    }
}
