package io.tallember.part.holes;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** The metric screw sizes, with the holes that belong to them; the table names the standards it is from. */
public final class ScrewSizes {
    private static final int COLUMNS = 11;
    /** How much deeper than the head a counterbore is, in mm. */
    private static final double SUNK = 0.5;
    /** How much wider than the head a counterbore is, as a part of it. */
    private static final double ROOM = 1.1;

    /**
     * One size; lengths in mm, zero where the standards have none.
     *
     * @param fine the pitch of the usual fine thread
     * @param drill for tapping the coarse thread
     * @param bore diameter of a counterbore for a socket head, and its depth
     * @param sink diameter of a 90 degree countersink for a sunk head
     */
    public record Screw(
            String size,
            double diameter,
            double pitch,
            double fine,
            double drill,
            double close,
            double normal,
            double loose,
            double bore,
            double boreDepth,
            double sink) {}

    private static final List<Screw> METRIC = read();

    private ScrewSizes() {}

    public static List<Screw> metric() {
        return METRIC;
    }

    public static List<Screw> all() {
        return METRIC;
    }

    private static List<Screw> read() {
        try (InputStream in = ScrewSizes.class.getResourceAsStream("/io/tallember/part/holes/metric.csv")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(l -> l.startsWith("M"))
                    .map(ScrewSizes::screw)
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Screw screw(String line) {
        String[] c = line.split(",", COLUMNS);
        double[] v = new double[COLUMNS];
        for (int i = 1; i < COLUMNS; i++) {
            v[i] = c[i].isEmpty() ? 0 : Double.parseDouble(c[i]);
        }
        double bore = Math.ceil(2 * ROOM * v[8]) / 2;
        return new Screw(c[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], bore, v[9] + SUNK, v[10]);
    }
}
