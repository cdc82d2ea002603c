package io.tallember.solid.mesh;

/** A corner of a triangulation: where it is in the flattened surface, and which point of the mesh it stands for. */
record MeshCorner(double x, double y, int point) {
    MeshCorner shifted(double dx) {
        return new MeshCorner(x + dx, y, point);
    }

    MeshCorner shifted(double dx, double dy) {
        return new MeshCorner(x + dx, y + dy, point);
    }
}
