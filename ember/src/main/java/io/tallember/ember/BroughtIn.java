package io.tallember.ember;

import io.tallember.exchange.step.StepReader;
import io.tallember.geometry.Box3;
import io.tallember.geometry.Tolerance;
import io.tallember.solid.Body;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * What a STEP file holds that can be used.
 *
 * @param names one a body
 * @param notes sentences on what was set right, left out or is wrong
 * @param whole whether every solid of the file is among the bodies
 */
record BroughtIn(List<Body> bodies, List<String> names, List<String> notes, boolean whole) {
    private static final double FARTHEST = 10_000;

    /** @throws io.tallember.exchange.step.StepException where the file can't be used at all */
    static BroughtIn of(Path file) throws IOException {
        String text = new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
        StepReader.Read read = StepReader.read(text, Tolerance.DEFAULT);
        boolean whole = !read.bodies().isEmpty() && read.notes().stream().noneMatch(n -> n.contains("wasn't read"));
        List<Body> bodies = new ArrayList<>();
        List<String> names = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        for (int i = 0; i < read.bodies().size(); i++) {
            if (within(read.bodies().get(i).bounds())) {
                bodies.add(read.bodies().get(i));
                names.add(read.names().get(i));
            } else {
                notes.add(read.names().get(i) + " isn't used: it reaches farther than 10 m from the origin.");
                whole = false;
            }
        }
        notes.addAll(read.notes());
        return new BroughtIn(bodies, names, notes, whole);
    }

    private static boolean within(Box3 box) {
        return Stream.of(box.min(), box.max())
                .allMatch(p -> Math.max(Math.abs(p.x()), Math.max(Math.abs(p.y()), Math.abs(p.z()))) <= FARTHEST);
    }
}
