package io.tallember.geometry;

/**
 * When two things count as one. Passed along, so that every stage of an operation decides alike.
 *
 * @param linear distance in mm below which points coincide
 * @param angular angle in radians below which directions are parallel
 */
public record Tolerance(double linear, double angular) {
    public static final Tolerance DEFAULT = new Tolerance(1e-6, 1e-10);

    /** Half the side of the cube, in mm, in which a part lives. */
    public static final double REACH = 5_000;

    /** Whether a deviation that grows with distance stays below the linear tolerance over an extent. */
    public boolean parallelOver(double sine, double extent) {
        return sine <= angular || sine * extent <= linear;
    }
}
