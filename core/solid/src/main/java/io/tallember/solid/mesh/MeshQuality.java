package io.tallember.solid.mesh;

/**
 * How fine a mesh is.
 *
 * @param chord greatest distance in mm between a curve and its chord
 * @param angle greatest turn in radians along one chord
 */
public record MeshQuality(double chord, double angle) {
    public static final MeshQuality DISPLAY = new MeshQuality(0.05, Math.toRadians(10));
    public static final MeshQuality EXPORT = new MeshQuality(0.01, Math.toRadians(6));

    /** The greatest step of the angle parameter on a circle of the radius. */
    double step(double radius) {
        double byChord = chord >= radius ? Math.PI / 2 : 2 * Math.acos(1 - chord / radius);
        return Math.min(Math.min(angle, byChord), Math.PI / 2);
    }
}
