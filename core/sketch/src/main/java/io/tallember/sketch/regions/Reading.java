package io.tallember.sketch.regions;

import java.util.List;

/**
 * What a sketch encloses and what keeps it from closing.
 *
 * @param lines what bounds no region
 * @param drawn the lines as drawn, whole, also where they cross or bound regions
 * @param openEnds ids of end points where an outline stops
 * @param doubled curves that lie on one another
 * @param hidden curves that lie on others all along
 * @param stubs short ends that stick out
 * @param crossed where an outline crosses itself
 * @param near what curves nearly do, or do where it isn't meant
 */
public record Reading(
        List<Region> regions,
        List<OpenLine> lines,
        List<OpenLine> drawn,
        List<Gap> gaps,
        List<String> openEnds,
        List<Doubled> doubled,
        List<String> hidden,
        List<Stub> stubs,
        List<Crossed> crossed,
        List<Near> near) {
    /** Of a sketch that couldn't be read. */
    public static final Reading NONE = new Reading(
            List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of(),
            List.of());
}
