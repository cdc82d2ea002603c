package io.tallember.part.steps.path;

import io.tallember.part.Layout;
import io.tallember.part.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Round about an axis.
 *
 * @param diameter in mm; counts only where the path begins with the coil
 * @param start the angle at which it begins then, in radians from the axis' own x
 * @param pitch in mm a turn
 * @param wire the diameter in mm of the wire that the turns are as close for as can be
 * @param gap how far apart the wire's turns are, in mm
 * @param left whether it turns the other way round
 * @param grow by which its diameter grows a turn, in mm; negative to narrow
 * @param table for a pitch that changes: pitches at turns, rising; else empty
 * @param leave the direction along which its end points, seen along the axis, or null for just as many turns as given
 */
record CoilLeg(
        String id,
        Double bend,
        Layout.Axis axis,
        double diameter,
        double start,
        By by,
        double pitch,
        double turns,
        double height,
        double wire,
        double gap,
        boolean left,
        double grow,
        List<Rate> table,
        Toward leave)
        implements PathLeg {
    static final double MOST_TURNS = 400;

    /** Which of its numbers a coil goes by. */
    enum By {
        PITCH_TURNS,
        PITCH_HEIGHT,
        TURNS_HEIGHT,
        /** As close as a round wire lets it, or so far apart. */
        WIRE_TURNS,
        /** A little closer, so that the turns of a round wire run into each other and are one. */
        WIRE_JOINED,
        /** A pitch that changes from turn to turn. */
        TABLE
    }

    /**
     * A pitch, in mm a turn, at a number of turns.
     */
    record Rate(double turn, double pitch) {}

    CoilLeg {
        PathLeg.bent(bend);
        PathLeg.above(diameter, "diameter of a coil");
        table = List.copyOf(table);
        if (by == By.TABLE) {
            rates(table);
        } else if (by != By.PITCH_HEIGHT && !(turns > 0 && turns <= MOST_TURNS)) {
            throw Refusal.of("A coil has more than no turns, and at most 400.");
        }
        if (by == By.PITCH_HEIGHT) {
            PathLeg.above(pitch, "pitch");
            PathLeg.above(height, "height");
        }
        if (by == By.PITCH_TURNS && (!(pitch >= 0) || pitch == 0 && grow == 0)) {
            throw Refusal.of("A coil needs a pitch above zero, unless its diameter grows.");
        }
        if (by == By.TURNS_HEIGHT && (!(height >= 0) || height == 0 && grow == 0)) {
            throw Refusal.of("A coil needs a height above zero, unless its diameter grows.");
        }
        if (by == By.WIRE_TURNS || by == By.WIRE_JOINED) {
            PathLeg.above(wire, "diameter of the wire");
            if (!(gap >= 0)) {
                throw Refusal.of("The gap between turns can't be below zero.");
            }
        }
    }

    @Override
    public Map<String, Number> sizes() {
        Map<String, Number> out = PathLeg.sizes(bend, "diameter", diameter, "start", start);
        if (by == By.PITCH_TURNS || by == By.PITCH_HEIGHT) {
            out.put("pitch", pitch);
        }
        if (by != By.PITCH_HEIGHT && by != By.TABLE) {
            out.put("turns", turns);
        }
        for (int i = 0; i < table.size() && by == By.TABLE; i++) {
            out.put("turn" + (i + 1), table.get(i).turn);
            out.put("pitch" + (i + 1), table.get(i).pitch);
        }
        if (by == By.PITCH_HEIGHT || by == By.TURNS_HEIGHT) {
            out.put("height", height);
        }
        if (by == By.WIRE_TURNS || by == By.WIRE_JOINED) {
            out.put("wire", wire);
        }
        if (by == By.WIRE_TURNS) {
            out.put("gap", gap);
        }
        if (grow != 0) {
            out.put("grow", grow);
        }
        return out;
    }

    private static void rates(List<Rate> table) {
        if (table.size() < 2 || table.size() > 100) {
            throw Refusal.of("A pitch that changes is given at two to 100 turns.");
        }
        for (int i = 0; i < table.size(); i++) {
            Rate r = table.get(i);
            PathLeg.above(r.pitch, "pitch");
            boolean rising = i == 0 ? r.turn == 0 : r.turn > table.get(i - 1).turn + 1e-9;
            if (!rising || r.turn > MOST_TURNS) {
                throw Refusal.of("The turns at which pitches are given begin with 0 and rise, to at most 400.");
            }
        }
    }

    private List<Rate> table(String name, double v) {
        boolean turn = name.matches("turn[0-9]+");
        if (!turn && !name.matches("pitch[0-9]+")) {
            return table;
        }
        int i = Integer.parseInt(name.replaceAll("[a-z]", "")) - 1;
        List<Rate> more = new ArrayList<>(table);
        more.set(i, turn ? new Rate(v, table.get(i).pitch) : new Rate(table.get(i).turn, v));
        return more;
    }

    @Override
    public CoilLeg sized(String name, double v) {
        return new CoilLeg(
                id,
                name.equals("bend") ? Double.valueOf(v) : bend,
                axis,
                name.equals("diameter") ? v : diameter,
                name.equals("start") ? v : start,
                by,
                name.equals("pitch") ? v : pitch,
                name.equals("turns") ? v : turns,
                name.equals("height") ? v : height,
                name.equals("wire") ? v : wire,
                name.equals("gap") ? v : gap,
                left,
                name.equals("grow") ? v : grow,
                table(name, v),
                leave);
    }

    @Override
    public List<String> steps() {
        List<String> all = new ArrayList<>(axis.steps());
        all.addAll(leave == null ? List.of() : leave.steps());
        return all;
    }
}
