package io.tallember.sketch.svg;

import io.tallember.geometry.Vec2;
import java.util.List;

/** A piece of an outline. */
sealed interface Shape {
    Vec2 start();

    Vec2 end();

    Shape mapped(Affine m);

    record Straight(Vec2 start, Vec2 end) implements Shape {
        @Override
        public Straight mapped(Affine m) {
            return new Straight(m.point(start), m.point(end));
        }
    }

    /** A cubic by its four poles. */
    record Cubic(Vec2 start, Vec2 b, Vec2 c, Vec2 end) implements Shape {
        private static Vec2 middle(Vec2 p, Vec2 q) {
            return p.plus(0.5, q.minus(p));
        }

        /** The same curve in two pieces (P. de Casteljau). */
        List<Shape> halves() {
            Vec2 p = middle(start, b);
            Vec2 q = middle(b, c);
            Vec2 r = middle(c, end);
            Vec2 u = middle(p, q);
            Vec2 v = middle(q, r);
            Vec2 m = middle(u, v);
            return List.of(new Cubic(start, p, u, m), new Cubic(m, v, r, end));
        }

        @Override
        public Cubic mapped(Affine m) {
            return new Cubic(m.point(start), m.point(b), m.point(c), m.point(end));
        }
    }

    /** {@code centre + cos t p + sin t q} from one angle on; conjugate half axes, so that any plane map keeps the form. */
    record Oval(Vec2 centre, Vec2 p, Vec2 q, double from, double turn) implements Shape {
        Vec2 at(double t) {
            return centre.plus(Math.cos(t), p).plus(Math.sin(t), q);
        }

        @Override
        public Vec2 start() {
            return at(from);
        }

        @Override
        public Vec2 end() {
            return at(from + turn);
        }

        boolean whole() {
            return Math.abs(turn) > 2 * Math.PI - 1e-9;
        }

        @Override
        public Oval mapped(Affine m) {
            return new Oval(m.point(centre), m.direction(p), m.direction(q), from, turn);
        }

        /** The same with half axes square to each other, the first the longer. */
        Oval square() {
            double t = 0.5 * Math.atan2(2 * p.dot(q), p.dot(p) - q.dot(q));
            Vec2 u = new Vec2(0, 0).plus(Math.cos(t), p).plus(Math.sin(t), q);
            Vec2 v = new Vec2(0, 0).plus(-Math.sin(t), p).plus(Math.cos(t), q);
            return new Oval(centre, u, v, from - t, turn);
        }
    }
}
