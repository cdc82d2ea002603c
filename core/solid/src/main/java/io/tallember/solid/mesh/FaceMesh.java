package io.tallember.solid.mesh;

/**
 * Triangles of one face.
 *
 * @param positions x, y, z of each point in mm; points on edges are bit for bit those of the neighbouring face
 * @param normals outward unit normals, one a point
 * @param triangles three point numbers each, counter-clockwise seen from outside
 */
public record FaceMesh(double[] positions, double[] normals, int[] triangles) {}
