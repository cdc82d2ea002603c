package io.tallember.solid;

import java.util.List;

/** A closed connected set of faces: the outside of a body, or a void in it. */
public record Shell(List<Face> faces) {
    public Shell {
        faces = List.copyOf(faces);
    }
}
