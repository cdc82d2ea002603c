package io.tallember.solid.mesh;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.util.ArrayList;
import java.util.List;

/** A face laid out in the plane for triangulating, all of size about one. */
interface FlatFace {
    MeshCorner corner(Vec3 p, int point);

    /** The point of the surface that is laid out at a place. */
    Vec3 at(double x, double y);

    /** How far apart points may be laid out so that the surface between them is flat enough; infinite for a plane. */
    double step();

    /** The period of x, or zero. */
    default double period() {
        return 0;
    }

    /** The period of y, or zero. */
    default double periodY() {
        return 0;
    }

    /** Near what place one of the face's loops begins, for faces that are unrolled both ways; or null. */
    default Vec2 begin(int loop) {
        return null;
    }

    /** The surface's parameters of a point that the net made, or null for others: finding them again would take long. */
    default Vec2 known(Vec3 p) {
        return null;
    }

    /** Points of the surface, some of them inside the face, for faces that bend both ways. */
    default List<Net> nets() {
        return List.of();
    }

    /** The distance in mm between points of a net. */
    default double spacing() {
        return 0;
    }

    /** Loops along which a face that can't be laid out is cut; their points are added to the mesh's. */
    default List<List<MeshCorner>> seams(List<Vec3> points) {
        return List.of();
    }

    /** Points of the surface on the straight way between two corners where a face round an axis is cut open, ends left out. */
    default List<Vec3> alongCut(MeshCorner p, MeshCorner q) {
        int n = (int) Math.ceil(Math.max(Math.abs(q.x() - p.x()), Math.abs(q.y() - p.y())) / step());
        List<Vec3> out = new ArrayList<>();
        for (int i = 1; i < n; i++) {
            double f = i / (double) n;
            out.add(at(p.x() + f * (q.x() - p.x()), p.y() + f * (q.y() - p.y())));
        }
        return out;
    }

    /** Whether the surface's tip lies inside the face, away from its edges. */
    static boolean holdsTip(Face face) {
        Vec3 tip = face.surface().tip();
        return tip != null && face.region().locate(tip, Tolerance.DEFAULT) == SurfaceRegion.Place.INSIDE;
    }

    /** Whether a point is the tip of the surface, where all of x is one point. */
    default boolean isTip(Vec3 p) {
        return false;
    }

    /** The corner of a tip that lies inside the face, added to the mesh's points; or null. */
    default MeshCorner tip(List<Vec3> points) {
        return null;
    }
}
