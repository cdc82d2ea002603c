package io.tallember.sketch.solve;

import java.util.List;
import java.util.Set;

/**
 * What a sketch still leaves open, and what is wrong in it.
 *
 * @param freedoms in how many independent ways it can still move
 * @param loose the points and curves that can
 * @param redundant constraints that say what others say already
 * @param fighting the smallest set of constraints that can't hold together, newest first; empty when all hold
 */
public record Judgement(int freedoms, Set<String> loose, List<String> redundant, List<String> fighting) {}
