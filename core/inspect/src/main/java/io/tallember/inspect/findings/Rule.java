package io.tallember.inspect.findings;

import io.tallember.part.Making.Way;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;

/** Rules, each with the ways of making that it is for. */
public enum Rule {
    WALL_THIN(WallRules::thin, Way.MOULDED, Way.CAST, Way.MACHINED, Way.PRINTED),
    WALL_THICK(WallRules::thick, Way.MOULDED, Way.CAST),
    RIB_THICK(WallRules::ribs, Way.MOULDED, Way.CAST),
    GAP_NARROW(WallRules::gaps, Way.MOULDED, Way.CAST, Way.MACHINED, Way.PRINTED),
    DRAFT(PullRules::draft, Way.MOULDED, Way.CAST),
    UNDERCUT(PullRules::undercuts, Way.MOULDED, Way.CAST),
    OVERHANG(PullRules::overhangs, Way.PRINTED),
    CORNER_SHARP(EdgeRules::sharpInside, Way.MOULDED, Way.CAST, Way.MACHINED),
    CORNER_TIGHT(EdgeRules::tightInside, Way.MACHINED),
    EDGE_SHARP(EdgeRules::sharpOutside, Way.MACHINED, Way.BENT),
    BORES_MEET(EdgeRules::boresMeet, Way.MACHINED),
    HOLE_DEEP(ShapeRules::deepHoles, Way.MACHINED),
    HOLLOW(ShapeRules::hollows, Way.MOULDED, Way.CAST, Way.MACHINED, Way.PRINTED),
    BEND_TIGHT(ShapeRules::tightBends, Way.BENT),
    STRAIGHT_SHORT(ShapeRules::shortStraights, Way.BENT),
    CLASH(ShapeRules::clashes, Way.values()),
    LOOSE(ShapeRules::loose, Way.values());

    private final Function<Ground, List<Finding>> look;
    private final List<Way> ways;

    Rule(Function<Ground, List<Finding>> look, Way... ways) {
        this.look = look;
        this.ways = List.of(ways);
    }

    /** As reports name it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    boolean isFor(Way way) {
        return ways.contains(way);
    }

    /** Whether it looks at bodies together, not at each by itself. */
    private boolean together() {
        return this == CLASH || this == LOOSE;
    }

    /**
     * What it finds.
     *
     * @param all bodies together
     * @param each by itself
     */
    List<Finding> look(Ground all, List<Ground> each) {
        return together()
                ? look.apply(all)
                : each.stream().flatMap(g -> look.apply(g).stream()).toList();
    }
}
