package io.tallember.solid.fuse;

import io.tallember.geometry.Surface;
import io.tallember.solid.Face;
import io.tallember.solid.Origin;
import java.util.List;

/**
 * A face of the result while it is still made of shared fragments.
 *
 * @param face set when it is taken over whole
 * @param source the input face that it is a piece of; null where several were merged
 */
record Built(
        Surface surface,
        boolean sense,
        List<List<Fragment.Half>> loops,
        List<Origin> origins,
        Face face,
        Face source) {}
