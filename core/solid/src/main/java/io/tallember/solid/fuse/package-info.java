/**
 * The general boolean. One pipeline over any number of bodies; unite, subtract and intersect are selections from it.
 *
 * <ol>
 *   <li>{@link io.tallember.solid.fuse.FacePairs}: faces of different bodies whose boxes overlap.
 *   <li>{@link io.tallember.solid.fuse.PointPool}: one number for every place, merged by tolerance once and for all.
 *   <li>{@link io.tallember.solid.fuse.Interferences}: where edges meet vertices, edges and faces; edges lying in faces.
 *   <li>{@link io.tallember.solid.fuse.Fragments}: edges cut at their points; coincident fragments become one.
 *   <li>{@link io.tallember.solid.fuse.SectionCurves}: where faces cross away from every edge.
 *   <li>{@link io.tallember.solid.fuse.FaceSplitter} with {@link io.tallember.solid.fuse.LoopWalker}: faces cut into regions.
 *   <li>{@link io.tallember.solid.fuse.Classifier}: each region inside, outside or on each other body.
 *   <li>{@link io.tallember.solid.fuse.Fuse}: the regions that bound the wanted result are chosen and turned.
 *   <li>{@link io.tallember.solid.fuse.Simplify}: faces of one surface and edges of one curve are merged.
 *   <li>{@link io.tallember.solid.fuse.Sewing}: faces are sewn to shells, shells to bodies; what isn't manifold is refused.
 * </ol>
 */
package io.tallember.solid.fuse;
