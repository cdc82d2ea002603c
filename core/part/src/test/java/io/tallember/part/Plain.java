package io.tallember.part;

import io.tallember.part.steps.hole.HoleStep;
import io.tallember.part.steps.rib.RibStep;
import io.tallember.part.steps.walls.DraftStep;
import io.tallember.part.steps.walls.ShellStep;
import io.tallember.solid.sweep.Wall;
import java.util.List;

/** Steps without what most tests don't speak of. */
public final class Plain {
    private Plain() {}

    /** Square to its faces, without a thread. */
    public static HoleStep hole(
            String id,
            String name,
            boolean off,
            HoleStep.Mouth mouth,
            double diameter,
            HoleStep.Extent extent,
            double depth,
            FaceReference target,
            boolean pointed,
            double point,
            double head,
            double headDepth,
            double sink,
            String use,
            List<HoleStep.Place> places) {
        return new HoleStep(
                id, name, off, mouth, diameter, extent, depth, target, pointed, point, head, headDepth, sink, use, null,
                null, places);
    }

    /** With all ends alike, and no bosses at points. */
    static RibStep rib(
            String id,
            String name,
            boolean off,
            String sketch,
            List<RegionReference> regions,
            boolean upright,
            double thickness,
            Wall.Side side,
            boolean atBase,
            double draft,
            boolean carriedOn,
            double depth,
            boolean flipped) {
        return new RibStep(
                id,
                name,
                off,
                sketch,
                regions,
                upright,
                thickness,
                side,
                atBase,
                draft,
                carriedOn,
                List.of(),
                RibStep.Bosses.NONE,
                depth,
                flipped);
    }

    /** About a plane, square to which the part is pulled. */
    static DraftStep draft(
            String id,
            String name,
            boolean off,
            List<FaceReference> faces,
            boolean chain,
            SketchPlane neutral,
            boolean flipped,
            boolean both,
            double angle) {
        return new DraftStep(id, name, off, faces, chain, neutral, List.of(), null, flipped, both, angle);
    }

    /** With sharp corners. */
    static ShellStep shell(
            String id,
            String name,
            boolean off,
            List<FaceReference> faces,
            boolean chain,
            boolean closed,
            double thickness,
            double outside,
            List<ShellStep.Group> groups) {
        return shell(id, name, off, faces, chain, closed, thickness, outside, groups, false);
    }

    /** With no face that goes by itself while others go with their neighbours. */
    static ShellStep shell(
            String id,
            String name,
            boolean off,
            List<FaceReference> faces,
            boolean chain,
            boolean closed,
            double thickness,
            double outside,
            List<ShellStep.Group> groups,
            boolean rounded) {
        return new ShellStep(id, name, off, faces, chain, List.of(), closed, thickness, outside, groups, rounded);
    }

    /** Each face by itself. */
    static ShellStep.Group group(double thickness, List<FaceReference> faces) {
        return new ShellStep.Group(thickness, faces, false);
    }
}
