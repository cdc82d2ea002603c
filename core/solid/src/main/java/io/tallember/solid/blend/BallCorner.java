package io.tallember.solid.blend;

import io.tallember.geometry.Circle;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Origin;
import io.tallember.solid.Shell;
import io.tallember.solid.Vertex;
import java.util.ArrayList;
import java.util.List;

/**
 * The tool at a corner of three planes whose three edges get one radius: between the corner and a ball that touches all three. It
 * ends where the balls' centre lies square to each edge; there the edges' own tools begin.
 */
final class BallCorner {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final Vec3 corner;
    private final Vec3[] normals;
    private final Vec3 centre;
    private final double radius;
    private final Vertex tip;
    private final Vertex[] onFace = new Vertex[3];
    private final Vertex[] onEdge = new Vertex[3];

    /** @param normals of the three faces, out of the material when convex, else into it */
    BallCorner(Vec3 corner, List<Vec3> normals, double radius) {
        this.corner = corner;
        this.normals = normals.toArray(Vec3[]::new);
        this.radius = radius;
        Vec3 n0 = this.normals[0];
        Vec3 n1 = this.normals[1];
        Vec3 n2 = this.normals[2];
        double det = n0.dot(n1.cross(n2));
        Vec3 off = n1.cross(n2).plus(n2.cross(n0)).plus(n0.cross(n1)).times(-radius / det);
        centre = corner.plus(off);
        tip = new Vertex(corner, TOL.linear());
        for (int i = 0; i < 3; i++) {
            onFace[i] = new Vertex(centre.plus(radius, this.normals[i]), TOL.linear());
            Vec3 d = direction(i);
            onEdge[i] = new Vertex(corner.plus(centre.minus(corner).dot(d), d), TOL.linear());
        }
    }

    /** Direction of the edge opposite of a face, between the two others. */
    private Vec3 direction(int i) {
        return normals[(i + 1) % 3].cross(normals[(i + 2) % 3]).unit();
    }

    /** How far from the corner the tools of edges along a direction begin. */
    double reach(Vec3 along) {
        return Math.abs(centre.minus(corner).dot(along.unit()));
    }

    Body tool(String step, String source) {
        List<Face> faces = new ArrayList<>();
        Edge[] spokes = new Edge[3];
        Edge[][] lands = new Edge[3][3];
        Edge[] arcs = new Edge[3];
        for (int k = 0; k < 3; k++) {
            spokes[k] = line(tip, onEdge[k]);
            for (int i = 0; i < 3; i++) {
                if (i != k) {
                    lands[k][i] = line(onEdge[k], onFace[i]);
                }
            }
            int i = (k + 1) % 3;
            int j = (k + 2) % 3;
            arcs[k] = arc(onFace[i], onFace[j]);
        }
        for (int i = 0; i < 3; i++) {
            int k = (i + 1) % 3;
            int m = (i + 2) % 3;
            // on face i: corner, foot on edge k, touching point, foot on edge m
            List<Coedge> quad = List.of(
                    new Coedge(spokes[k], true),
                    new Coedge(lands[k][i], true),
                    new Coedge(lands[m][i], false),
                    new Coedge(spokes[m], false));
            faces.add(face(new Plane(Frame.of(corner, normals[i])), quad, normals[i], step, "land" + i));
            // square to edge i: its foot, touching points on the two faces beside it
            List<Coedge> side =
                    List.of(new Coedge(lands[i][k], true), new Coedge(arcs[i], true), new Coedge(lands[i][m], false));
            Vec3 away = onEdge[i].point().minus(corner).unit();
            faces.add(face(new Plane(Frame.of(onEdge[i].point(), away)), side, away, step, "side" + i));
        }
        List<Coedge> patch = List.of(new Coedge(arcs[2], true), new Coedge(arcs[0], true), new Coedge(arcs[1], true));
        Vec3 inward = centre.minus(corner).unit();
        faces.add(face(new Sphere(Frame.of(centre, inward), radius), patch, inward, step, source));
        return new Body(List.of(new Shell(faces)));
    }

    private static Edge line(Vertex a, Vertex b) {
        return new Edge(
                Line.through(a.point(), b.point()), new Interval(0, a.point().distance(b.point())), a, b, TOL.linear());
    }

    private Edge arc(Vertex a, Vertex b) {
        Vec3 x = a.point().minus(centre);
        Vec3 y = b.point().minus(centre);
        Circle c = new Circle(Frame.of(centre, x.cross(y), x), radius);
        double turn = Math.acos(Math.max(-1, Math.min(1, x.dot(y) / (radius * radius))));
        return new Edge(c, new Interval(0, turn), a, b, TOL.linear());
    }

    /** A face whose outward normal is near {@code out}, its loop turned so that the face lies on its left. */
    private Face face(Surface s, List<Coedge> loop, Vec3 out, String step, String source) {
        Vec3 mid = Vec3.ZERO;
        for (Coedge c : loop) {
            mid = mid.plus(1.0 / loop.size(), c.start().point());
        }
        double area = 0;
        for (Coedge c : loop) {
            area += c.start()
                    .point()
                    .minus(mid)
                    .cross(c.end().point().minus(mid))
                    .dot(out);
        }
        List<Coedge> placed = new ArrayList<>();
        for (Coedge c : loop) {
            placed.add(area < 0 ? 0 : placed.size(), area < 0 ? c.reversed() : c);
        }
        boolean sense =
                s.normalAt(s instanceof Sphere ? mid : loop.get(0).start().point())
                                .dot(out)
                        > 0;
        return new Face(s, sense, List.of(new Loop(placed)), List.of(new Origin(step, "side", source)));
    }
}
