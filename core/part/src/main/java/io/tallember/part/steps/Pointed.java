package io.tallember.part.steps;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;

/** The point of a face by which steps refer to it. */
public final class Pointed {
    private Pointed() {}

    /** Within the face, where one is found; else the middle of its bounds. */
    public static Vec3 of(Face f) {
        return f.region().interiorPoint(Tolerance.DEFAULT).orElse(f.bounds().centre());
    }
}
