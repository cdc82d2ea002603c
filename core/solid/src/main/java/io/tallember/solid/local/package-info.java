/**
 * Local operations: faces of a body get other surfaces and the body is built again around them ({@link
 * io.tallember.solid.local.Retarget}). Shells, drafts, moved and deleted faces are calls of it.
 */
package io.tallember.solid.local;
