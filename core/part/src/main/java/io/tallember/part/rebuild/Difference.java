package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.solid.Body;
import java.util.ArrayList;
import java.util.List;

/**
 * The material between two states of a part.
 *
 * @param come what the later one has and the earlier one hasn't
 * @param gone what the earlier one has and the later one hasn't
 */
public record Difference(List<Body> come, List<Body> gone) {
    /** @throws GeometryException when the two can't be told apart, being alike but for less than what can be built */
    public static Difference between(PartState before, PartState after) {
        List<Body> a = new ArrayList<>(before.solids());
        List<Body> b = new ArrayList<>(after.solids());
        // the very same bodies differ in nothing
        List<Body> both =
                a.stream().filter(x -> b.stream().anyMatch(y -> y == x)).toList();
        both.forEach(x -> {
            a.removeIf(y -> y == x);
            b.removeIf(y -> y == x);
        });
        return new Difference(Made.less(b, a), Made.less(a, b));
    }
}
