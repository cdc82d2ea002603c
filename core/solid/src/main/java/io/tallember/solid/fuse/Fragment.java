package io.tallember.solid.fuse;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Edge;
import io.tallember.solid.Piece;

/** A stretch of an edge or of a section curve between two numbered places; shared by all faces it borders. */
final class Fragment {
    final Curve curve;
    final Interval range;
    final int start;
    final int end;
    /** The whole input edge this is, or null. */
    final Edge whole;

    Fragment(Curve curve, Interval range, int start, int end, Edge whole) {
        this.curve = curve;
        this.range = range;
        this.start = start;
        this.end = end;
        this.whole = whole;
    }

    Vec3 middle() {
        return curve.point(range.middle());
    }

    /** A fragment run through in one direction, with the face on its left. */
    record Half(Fragment fragment, boolean forward) implements Piece {
        @Override
        public Curve curve() {
            return fragment.curve;
        }

        @Override
        public Interval range() {
            return fragment.range;
        }

        int from() {
            return forward ? fragment.start : fragment.end;
        }

        int to() {
            return forward ? fragment.end : fragment.start;
        }

        Half twin() {
            return new Half(fragment, !forward);
        }

        @Override
        public Half reversed() {
            return twin();
        }
    }
}
