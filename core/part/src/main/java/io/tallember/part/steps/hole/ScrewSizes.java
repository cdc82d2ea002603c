package io.tallember.part.steps.hole;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;

/** Screw sizes, metric and unified inch, with the holes that belong to them; the tables name the standards they are from. */
public final class ScrewSizes {
    private static final double INCH = 25.4;
    /** How much deeper than the head a counterbore is, in mm. */
    private static final double SUNK = 0.5;
    /** How much wider than the head a counterbore is, as a part of it. */
    private static final double ROOM = 1.1;

    /**
     * One size; lengths in mm, zero where the standards have none.
     *
     * @param system {@code metric} or {@code inch}
     * @param pitch of the coarse thread
     * @param fine the pitch of the usual fine thread
     * @param drill for tapping the coarse thread
     * @param fineDrill for tapping the fine thread
     * @param bore diameter of a counterbore for a socket head, and its depth
     * @param sink diameter of a countersink for a sunk head
     * @param sinkAngle the countersink's whole angle in degrees
     * @param coarseName and {@code fineName} what the threads are called
     */
    public record Screw(
            String size,
            String system,
            double diameter,
            double pitch,
            double fine,
            double drill,
            double fineDrill,
            double close,
            double normal,
            double loose,
            double bore,
            double boreDepth,
            double sink,
            double sinkAngle,
            String coarseName,
            String fineName) {}

    private static final List<Screw> METRIC =
            rows("metric.csv", 11).map(ScrewSizes::metric).toList();
    private static final List<Screw> INCHES =
            rows("unified.csv", 12).map(ScrewSizes::inch).toList();

    private ScrewSizes() {}

    public static List<Screw> metric() {
        return METRIC;
    }

    public static List<Screw> inch() {
        return INCHES;
    }

    public static List<Screw> all() {
        return Stream.concat(METRIC.stream(), INCHES.stream()).toList();
    }

    /** The name in the first cell, then the numbers of the others; zero where a cell is empty. */
    private record Row(String name, double[] v) {}

    private static Stream<Row> rows(String file, int columns) {
        try (InputStream in = ScrewSizes.class.getResourceAsStream("/io/tallember/part/steps/hole/" + file)) {
            List<String> lines = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(l -> !l.startsWith("# ") && !l.startsWith("size,"))
                    .toList();
            return lines.stream().map(l -> {
                String[] c = l.split(",", columns);
                double[] v = new double[columns];
                for (int i = 1; i < columns; i++) {
                    v[i] = c[i].isEmpty() ? 0 : Double.parseDouble(c[i]);
                }
                return new Row(c[0], v);
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Screw metric(Row r) {
        double[] v = r.v();
        // drills come in tenths of a millimetre
        double fineDrill = v[3] > 0 ? Math.ceil(10 * (v[1] - v[3]) - 1e-9) / 10 : 0;
        return new Screw(
                r.name(),
                "metric",
                v[1],
                v[2],
                v[3],
                v[4],
                fineDrill,
                v[5],
                v[6],
                v[7],
                Math.ceil(2 * ROOM * v[8]) / 2,
                v[9] + SUNK,
                v[10],
                90,
                r.name(),
                v[3] > 0 ? r.name() + "x" + (v[3] == Math.rint(v[3]) ? "" + (int) v[3] : "" + v[3]) : "");
    }

    private static Screw inch(Row r) {
        double[] v = r.v();
        return new Screw(
                r.name(),
                "inch",
                v[1] * INCH,
                INCH / v[2],
                INCH / v[3],
                v[4] * INCH,
                v[5] * INCH,
                v[6] * INCH,
                v[7] * INCH,
                v[8] * INCH,
                Math.ceil(64 * ROOM * v[9]) / 64 * INCH,
                v[10] * INCH + SUNK,
                v[11] * INCH,
                82,
                r.name() + "-" + (int) v[2] + " UNC",
                r.name() + "-" + (int) v[3] + " UNF");
    }
}
