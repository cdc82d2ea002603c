package io.tallember.ember;

import io.tallember.exchange.step.StepSolids;
import io.tallember.part.solids.SolidFiles;
import io.tallember.solid.Body;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * What a STEP file holds that can be used.
 *
 * @param names one a body
 * @param notes sentences on what was set right, left out or is wrong
 * @param whole whether every solid of the file is among the bodies
 */
record BroughtIn(List<Body> bodies, List<String> names, List<String> notes, boolean whole) {
    /** @throws io.tallember.exchange.step.StepException where the file can't be used at all */
    static BroughtIn of(Path file) throws IOException {
        SolidFiles.Read read = StepSolids.of(Files.readAllBytes(file));
        boolean whole = !read.bodies().isEmpty() && read.left() == 0;
        return new BroughtIn(read.bodies(), read.names(), read.notes(), whole);
    }
}
