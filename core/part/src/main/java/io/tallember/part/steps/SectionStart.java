package io.tallember.part.steps;

import io.tallember.geometry.Vec3;
import java.util.List;

/**
 * Where a section begins in the view.
 *
 * @param place of its start among the sentence's places
 * @param at where it begins, in mm
 * @param way the unit direction in which its outline is gone along there
 * @param spots where else it could begin; none where it is led by something else or is round
 */
public record SectionStart(String place, int number, Vec3 at, Vec3 way, List<Vec3> spots) {
    public static final String FLIP = ".flip";
    public static final String EARLIER = ".earlier";

    /** What can be pressed at it: that it goes the other way round, and that it comes before the one before it. */
    List<String> acts() {
        return number > 1 ? List.of(place + FLIP, place + EARLIER) : List.of(place + FLIP);
    }
}
