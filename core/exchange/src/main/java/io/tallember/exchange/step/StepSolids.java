package io.tallember.exchange.step;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.part.steps.brought.SolidFiles;
import java.nio.charset.StandardCharsets;

/** The solids of STEP files, for parts that bring them in. */
public final class StepSolids implements SolidFiles.Reader {
    @Override
    public SolidFiles.Read read(byte[] content) {
        try {
            StepReader.Read r = StepReader.read(new String(content, StandardCharsets.ISO_8859_1), Tolerance.DEFAULT);
            return new SolidFiles.Read(r.bodies(), r.names(), r.notes());
        } catch (StepException e) {
            throw new GeometryException(Reason.BAD_VALUE, e.getMessage());
        }
    }
}
