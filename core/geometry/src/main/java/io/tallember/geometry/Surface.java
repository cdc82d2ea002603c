package io.tallember.geometry;

/** An exact surface without bounds; a face adds loops of edges and a sense. */
public sealed interface Surface permits Plane, Cylinder {
    Vec3 point(double u, double v);

    Vec3 du(double u, double v);

    Vec3 dv(double u, double v);

    /** Unit normal, {@code du x dv}. */
    Vec3 normal(double u, double v);

    /** Parameters of the point nearest to {@code p}. */
    Vec2 project(Vec3 p);

    /** The period of u, or zero. (No surface yet is periodic in v.) */
    double uPeriod();

    /** Distance of a point from the surface, positive on the side of the normal. */
    double signedDistance(Vec3 p);

    /** The frame the surface is written in. */
    Frame frame();

    /** The trade's word for the kind, in lower case, as reports give it. */
    String kind();

    /** Unit normal at the surface point nearest to {@code p}. */
    default Vec3 normalAt(Vec3 p) {
        Vec2 uv = project(p);
        return normal(uv.x(), uv.y());
    }
}
