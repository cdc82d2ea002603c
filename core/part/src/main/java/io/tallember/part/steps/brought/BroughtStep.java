package io.tallember.part.steps.brought;

import io.tallember.part.Refusal;
import io.tallember.part.Step;
import java.util.List;

/**
 * The solids of a file that others have made.
 *
 * @param content by what the file's content is kept, see {@link io.tallember.part.solids.SolidFiles}
 * @param file what the file was called
 * @param names what the faces of its solids are called, in the file's order; none for by their number. Given when the file took the
 *     place of another, so that what is built on it lasts
 */
public record BroughtStep(String id, String name, boolean off, String content, String file, List<String> names)
        implements Step {
    private static final int LONGEST = 200;

    public BroughtStep {
        names = List.copyOf(names);
        if (!content.matches("[0-9a-f]{64}")) {
            throw Refusal.of("A file that is brought in needs the name under which its content is kept.");
        }
        if (file.isBlank() || file.length() > LONGEST) {
            throw Refusal.of("A file's name has between 1 and " + LONGEST + " characters.");
        }
    }

    @Override
    public BroughtStep numbered(String i, String n) {
        return new BroughtStep(i, n, off, content, file, names);
    }

    @Override
    public BroughtStep switched(boolean o) {
        return new BroughtStep(id, name, o, content, file, names);
    }

    @Override
    public List<String> uses() {
        return List.of();
    }
}
