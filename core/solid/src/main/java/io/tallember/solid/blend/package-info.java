/**
 * Rounds and bevels.
 *
 * <p>A blend is made of tools. {@link io.tallember.solid.blend.Chains} puts the edges that were picked in order, with those that go on
 * smoothly. For each edge {@link io.tallember.solid.blend.EdgeTool} makes a body that fills what a ball rolling along it (or a bevel's
 * section) leaves out, bounded by the two faces and the surface that the ball sweeps; corners where several edges meet get a ball of
 * their own ({@link io.tallember.solid.blend.BallCorner}) or are mitred. Tools of edges that stand out are taken away, those of edges
 * that stand in are added, in one boolean. So what a blend does is what {@code fuse} can do, and everything that it makes is checked
 * the same way. {@link io.tallember.solid.blend.Changing} lets the radius change along the way, {@link
 * io.tallember.solid.blend.FaceBlend} rolls between faces that share no edge, {@link io.tallember.solid.blend.FullRound} between
 * three. Where a size doesn't do, {@link io.tallember.solid.blend.Feasible} finds the largest that was built, by halving.
 */
package io.tallember.solid.blend;
