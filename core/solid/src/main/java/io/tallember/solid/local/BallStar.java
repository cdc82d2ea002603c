package io.tallember.solid.local;

import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Sphere;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Face;
import io.tallember.solid.Vertex;
import io.tallember.solid.local.Skin.Corner;
import io.tallember.solid.local.Skin.Seam;
import io.tallember.solid.local.Skin.Sheet;
import io.tallember.solid.local.Skin.Use;
import io.tallember.solid.local.Strip.Elsewhere;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Three or more rounded edges, all outer or all inner: one ball that touches all faces at once closes the corner. Where none
 * does, balls that touch three of them each, and between two balls that have two faces in common the one that rolls along both of
 * these: the corner of the body's own parallel at the radius, which comes apart in the same way.
 */
final class BallStar extends Star {
    private record Ball(Vec3 centre, Map<Face, Corner> touches) {
        boolean has(Face f) {
            return touches.containsKey(f);
        }
    }

    /** The ball that rolls from one to another along two faces. */
    private record Ridge(Ball from, Ball to, Face f, Face g, Seam onF, Seam onG, Seam start, Seam end) {}

    private final List<Ball> balls = new ArrayList<>();
    private final List<Ridge> ridges = new ArrayList<>();
    private final boolean convex;

    BallStar(Rounding in, Vertex v, List<Strip> here, Map<Face, Corner> own) {
        super(in, v, here, List.of(), own);
        convex = here.get(0).convex;
    }

    @Override
    void open() {
        List<Face> faces = List.copyOf(own.keySet());
        if (faces.size() != here.size()) {
            throw new Elsewhere();
        }
        Ball one = touching(faces);
        if (one != null) {
            balls.add(one);
            return;
        }
        for (int i = 0; i < faces.size(); i++) {
            for (int j = i + 1; j < faces.size(); j++) {
                for (int k = j + 1; k < faces.size(); k++) {
                    add(touching(List.of(faces.get(i), faces.get(j), faces.get(k))), faces);
                }
            }
        }
        for (int i = 0; i < balls.size(); i++) {
            for (int j = i + 1; j < balls.size(); j++) {
                between(balls.get(i), balls.get(j));
            }
        }
        int touched = balls.stream().mapToInt(b -> b.touches().size()).sum();
        // a tree of balls: each ridge has two, each strip's way ends in one of them
        if (balls.isEmpty() || ridges.size() != balls.size() - 1 || touched != here.size() + 2 * ridges.size()) {
            throw new Elsewhere();
        }
    }

    /** The ball that touches all of some faces at once; null where there is none. */
    private Ball touching(List<Face> faces) {
        List<Surface> offsets = faces.stream().map(f -> in.offset(f, convex)).toList();
        Vec3 centre = Projected.onto(v.point(), offsets);
        if (offsets.stream().anyMatch(o -> !(Math.abs(o.signedDistance(centre)) <= 0.1 * TOL.linear()))) {
            return null;
        }
        Map<Face, Corner> touches = new LinkedHashMap<>();
        faces.forEach(f -> touches.put(f, new Corner(Strip.dropped(centre, f))));
        return new Ball(centre, touches);
    }

    /** Adds a ball that is on the right side of all faces, unless it is one of those known. */
    private void add(Ball b, List<Face> faces) {
        if (b == null) {
            return;
        }
        for (Face f : faces) {
            double beyond = in.offset(f, convex).signedDistance(b.centre()) * (f.sense() == convex ? 1 : -1);
            if (!b.has(f) && beyond > TOL.linear()) {
                return;
            }
        }
        for (Ball k : balls) {
            if (k.centre().distance(b.centre()) <= TOL.linear()) {
                b.touches().forEach(k.touches()::putIfAbsent);
                return;
            }
        }
        balls.add(b);
    }

    private void between(Ball a, Ball b) {
        List<Face> both = a.touches().keySet().stream().filter(b::has).toList();
        boolean strip = both.size() == 2 && here.stream().anyMatch(s -> both.contains(s.f) && both.contains(s.g));
        if (both.size() < 2) {
            return;
        }
        if (both.size() > 2 || strip || both.stream().anyMatch(f -> !(f.surface() instanceof Plane))) {
            throw new Elsewhere();
        }
        Face f = both.get(0);
        Face g = both.get(1);
        ridges.add(new Ridge(
                a,
                b,
                f,
                g,
                straight(a.touches().get(f), b.touches().get(f)),
                straight(a.touches().get(g), b.touches().get(g)),
                arc(a.touches().get(f), a.touches().get(g), a.centre()),
                arc(b.touches().get(f), b.touches().get(g), b.centre())));
    }

    private Ball of(Strip s) {
        List<Ball> both = balls.stream().filter(b -> b.has(s.f) && b.has(s.g)).toList();
        if (both.size() != 1) {
            throw new Elsewhere();
        }
        return both.get(0);
    }

    @Override
    Corner corner(Face f, Strip s) {
        return of(s).touches().get(f);
    }

    @Override
    void close() {
        for (Strip s : here) {
            Ball b = of(s);
            s.ends.put(v, List.of(arc(corner(s.f, s), corner(s.g, s), b.centre())));
        }
        for (Face f : own.keySet()) {
            Set<Seam> rails = new LinkedHashSet<>();
            ridges.forEach(r -> {
                if (r.f() == f || r.g() == f) {
                    rails.add(r.f() == f ? r.onF() : r.onG());
                }
            });
            if (!rails.isEmpty()) {
                Seams.insert(in.sheet(f), rails);
            }
        }
    }

    @Override
    void finish() {
        Map<Ball, List<Use>> arcs = new LinkedHashMap<>();
        balls.forEach(b -> arcs.put(b, new ArrayList<>()));
        for (Strip s : here) {
            arcs.get(of(s)).add(Seams.against(s.sheet, s.ends.get(v).get(0)));
        }
        for (Ridge r : ridges) {
            Cylinder k = new Cylinder(
                    Frame.of(r.from().centre(), r.to().centre().minus(r.from().centre())), in.all.radius());
            Sheet sheet = in.made(k, convex, in.named("ridge"), "side", r.f());
            sheet.loops.add(Seams.chain(Seams.against(in.sheet(r.f()), r.onF()), List.of(r.start(), r.end(), r.onG())));
            arcs.get(r.from()).add(Seams.against(sheet, r.start()));
            arcs.get(r.to()).add(Seams.against(sheet, r.end()));
        }
        arcs.forEach((b, uses) -> {
            Sphere k = new Sphere(Frame.WORLD.at(b.centre()), in.all.radius());
            in.made(k, convex, in.named("corner"), "side", here.get(0).f).loops.add(Seams.inOrder(uses));
        });
    }
}
