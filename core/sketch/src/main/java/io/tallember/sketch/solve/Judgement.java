package io.tallember.sketch.solve;

import java.util.List;
import java.util.Set;

/**
 * What a sketch still leaves open, and what is wrong in it.
 *
 * @param freedoms in how many independent ways it can still move
 * @param loose the points and curves that can
 * @param redundant constraints that say what others say already
 * @param fighting constraints that can't hold together, newest first; empty when all hold
 * @param least whether none of the fighting ones is needless, as far as there was time to find out
 */
public record Judgement(int freedoms, Set<String> loose, List<String> redundant, List<String> fighting, boolean least) {
    /** Of a sketch that took too long to be judged: nothing is said of it. */
    public static final Judgement NONE = new Judgement(-1, Set.of(), List.of(), List.of(), false);
}
