package io.tallember.part.steps.walls;

import io.tallember.part.FaceReference;
import io.tallember.part.Measure;
import io.tallember.part.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Hollows a body to walls.
 *
 * @param faces the faces left open; of a closed hollow, any face of the body meant
 * @param alone further faces left open, each by itself while the others go with all that run on smoothly
 * @param closed whether nothing is left open
 * @param thickness of the walls inside the faces, in mm; zero for none there
 * @param outside of the walls outside of the faces
 * @param groups faces with walls of their own
 * @param rounded whether corners of walls outside are round by their thickness, else sharp
 */
public record ShellStep(
        String id,
        String name,
        boolean off,
        List<FaceReference> faces,
        boolean chain,
        List<FaceReference> alone,
        boolean closed,
        double thickness,
        double outside,
        List<Group> groups,
        boolean rounded)
        implements WallStep {
    /**
     * Faces with a wall of another thickness, in mm, on the side or sides where the others have theirs.
     *
     * @param chain whether with all that run on smoothly
     */
    public record Group(double thickness, List<FaceReference> faces, boolean chain) {
        public Group {
            faces = List.copyOf(faces);
            if (!(thickness > 0) || !Double.isFinite(thickness)) {
                throw Refusal.of("The thickness of a wall must be above zero.");
            }
        }
    }

    public ShellStep {
        faces = List.copyOf(faces);
        alone = List.copyOf(alone);
        groups = List.copyOf(groups);
        WallStep.picked(
                faces,
                closed
                        ? "Pick a face of the body to hollow."
                        : "Pick at least one face to leave open, or choose to leave none.");
        if (!(thickness >= 0) || !(outside >= 0) || !Double.isFinite(thickness + outside)) {
            throw Refusal.of("The thickness of a wall must be above zero.");
        }
        if (thickness + outside == 0) {
            throw Refusal.of("A wall needs a thickness, inside or outside of the faces.");
        }
    }

    private ShellStep with(double in, double out, List<Group> g) {
        return new ShellStep(id, name, off, faces, chain, alone, closed, in, out, g, rounded);
    }

    @Override
    public List<String> numbers() {
        List<String> all = new ArrayList<>();
        if (thickness > 0) {
            all.add("thickness");
        }
        if (outside > 0) {
            all.add("outside");
        }
        for (int i = 0; i < groups.size(); i++) {
            all.add("group" + (i + 1));
        }
        return all;
    }

    @Override
    public Optional<Measure> measure(String place) {
        boolean known = place.equals("thickness") || place.equals("outside") || group(place) >= 0;
        return known ? Optional.of(Measure.LENGTH) : Optional.empty();
    }

    private int group(String place) {
        for (int i = 0; i < groups.size(); i++) {
            if (place.equals("group" + (i + 1))) {
                return i;
            }
        }
        return -1;
    }

    @Override
    public ShellStep sized(String place, double v) {
        int g = group(place);
        if (g >= 0) {
            List<Group> more = new ArrayList<>(groups);
            more.set(g, new Group(v, groups.get(g).faces(), groups.get(g).chain()));
            return with(thickness, outside, more);
        }
        return place.equals("outside") ? with(thickness, v, groups) : with(v, outside, groups);
    }

    @Override
    public List<String> uses() {
        List<FaceReference> all = new ArrayList<>(faces);
        all.addAll(alone);
        groups.forEach(g -> all.addAll(g.faces()));
        return WallStep.stepsOf(all);
    }

    @Override
    public ShellStep numbered(String i, String n) {
        return new ShellStep(i, n, off, faces, chain, alone, closed, thickness, outside, groups, rounded);
    }

    @Override
    public ShellStep switched(boolean o) {
        return new ShellStep(id, name, o, faces, chain, alone, closed, thickness, outside, groups, rounded);
    }
}
