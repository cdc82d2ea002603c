package io.tallember.exchange.step;

import io.tallember.geometry.Box3;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.part.solids.SolidFiles;
import io.tallember.solid.Body;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** The solids of STEP files, for parts that bring them in. */
public final class StepSolids implements SolidFiles.Reader {
    private static final double FARTHEST = 10_000;

    @Override
    public SolidFiles.Read read(byte[] content) {
        try {
            return of(content);
        } catch (StepException e) {
            throw new GeometryException(Reason.BAD_VALUE, e.getMessage());
        }
    }

    /**
     * What of a file can be used: what is sound and lies within 10 m of the origin.
     *
     * @throws StepException where the file can't be used at all, with the line
     */
    public static SolidFiles.Read of(byte[] content) {
        StepReader.Read read = StepReader.read(new String(content, StandardCharsets.ISO_8859_1), Tolerance.DEFAULT);
        List<Body> bodies = new ArrayList<>();
        List<String> names = new ArrayList<>();
        List<String> colours = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        for (int i = 0; i < read.bodies().size(); i++) {
            if (within(read.bodies().get(i).bounds())) {
                bodies.add(read.bodies().get(i));
                names.add(read.names().get(i));
                colours.add(read.colours().get(i));
            } else {
                notes.add(read.names().get(i) + " isn't used: it reaches farther than 10 m from the origin.");
            }
        }
        notes.addAll(read.notes());
        return new SolidFiles.Read(
                bodies, names, colours, notes, read.left() + read.bodies().size() - bodies.size());
    }

    private static boolean within(Box3 box) {
        return Stream.of(box.min(), box.max())
                .allMatch(p -> Math.max(Math.abs(p.x()), Math.max(Math.abs(p.y()), Math.abs(p.z()))) <= FARTHEST);
    }
}
