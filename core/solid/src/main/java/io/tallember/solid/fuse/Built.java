package io.tallember.solid.fuse;

import io.tallember.geometry.Surface;
import io.tallember.solid.Origin;
import java.util.List;

/** A face of the result while it is still made of shared fragments. {@code face} is set when it is taken over whole. */
record Built(
        Surface surface,
        boolean sense,
        List<List<Fragment.Half>> loops,
        List<Origin> origins,
        io.tallember.solid.Face face) {}
