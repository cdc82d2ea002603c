package io.tallember.part;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.stream.Stream;

/** Where a sketch lies. */
public sealed interface SketchPlane {
    /** The steps that made it or the face it lies on. */
    default List<String> steps() {
        if (this instanceof OnFace f) {
            return f.face().steps();
        }
        if (this instanceof Made m) {
            return List.of(m.step());
        }
        if (this instanceof Through t) {
            return Stream.concat(t.on().steps().stream(), t.edge().steps().stream())
                    .distinct()
                    .toList();
        }
        return this instanceof Standing s ? s.on().steps() : List.of();
    }

    /** One of the three planes through the origin. */
    enum Base implements SketchPlane {
        /** Seen from above, x to the right. */
        TOP(Frame.WORLD),
        /** Seen from the front, x to the right and z up. */
        FRONT(new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated())),
        /** Seen from the right, y to the right and z up. */
        SIDE(new Frame(Vec3.ZERO, Vec3.Y, Vec3.Z, Vec3.X));

        private final Frame frame;

        Base(Frame frame) {
            this.frame = frame;
        }

        public Frame frame() {
            return frame;
        }

        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT) + " plane";
        }
    }

    /**
     * Upright on another at a place of it in mm, its y along the other's normal.
     *
     * @param turn of its x from the other's, in radians
     */
    record Standing(SketchPlane on, double x, double y, double turn) implements SketchPlane {}

    /** Beside another, through an edge that lies level to it. */
    record Through(SketchPlane on, EdgeReference edge) implements SketchPlane {}

    /** A plane that a step of the build sheet made. */
    record Made(String step) implements SketchPlane {}

    /** A planar face of the part as it stands when the sketch's turn comes. */
    record OnFace(FaceReference face) implements SketchPlane {}

    /**
     * The sketch frame on a plane with the given outward normal: its origin is the part's origin dropped onto the plane,
     * its axes follow the base plane that it faces most, so that a face that moves or turns a little takes its sketch along.
     */
    static Frame frameOn(Vec3 pointOn, Vec3 normal) {
        Vec3 origin = normal.times(pointOn.dot(normal));
        double x = Math.abs(normal.x());
        double y = Math.abs(normal.y());
        double z = Math.abs(normal.z());
        if (z >= x - 1e-9 && z >= y - 1e-9) {
            return Frame.of(origin, normal, Vec3.X);
        }
        Vec3 right = y >= x - 1e-9 ? Vec3.X.times(-Math.signum(normal.y())) : Vec3.Y.times(Math.signum(normal.x()));
        return Frame.of(origin, normal, right);
    }
}
