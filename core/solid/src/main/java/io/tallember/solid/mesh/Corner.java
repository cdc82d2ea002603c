package io.tallember.solid.mesh;

/** A corner of a triangulation: where it is in the flattened surface, and which point of the mesh it stands for. */
record Corner(double x, double y, int point) {
    Corner shifted(double dx) {
        return new Corner(x + dx, y, point);
    }

    Corner shifted(double dx, double dy) {
        return new Corner(x + dx, y + dy, point);
    }
}
