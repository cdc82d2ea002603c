package io.tallember.sketch.regions;

import java.util.List;

/**
 * What a sketch encloses and what keeps it from closing.
 *
 * @param openEnds ids of end points where an outline stops
 * @param doubled curves that lie on one another
 */
public record Reading(List<Region> regions, List<Gap> gaps, List<String> openEnds, List<Doubled> doubled) {}
