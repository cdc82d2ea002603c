package io.tallember.sketch.regions;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Outlines with one planted fault, and clean ones: everything is found and nothing is invented. */
class PlantedFaultsTest {
    /** A closed star-like outline of lines and arcs, in places with a circle inside; corners by shared points. */
    private static final class Maker {
        final List<Entity> all = new ArrayList<>();
        final List<SketchLine> lines = new ArrayList<>();
        final List<Vec2> corners = new ArrayList<>();
        private final Random r;
        int points;
        int curves;

        Maker(Random r) {
            this.r = r;
            int n = 5 + r.nextInt(9);
            List<String> ids = new ArrayList<>();
            for (int i = 0; i < n; i++) {
                double t = 2 * Math.PI * (i + 0.4 * r.nextDouble()) / n;
                double size = 25 + 20 * r.nextDouble();
                corners.add(new Vec2(size * Math.cos(t), size * Math.sin(t)));
                ids.add(point(corners.get(i)));
            }
            for (int i = 0; i < n; i++) {
                String a = ids.get(i);
                String b = ids.get((i + 1) % n);
                if (r.nextInt(4) == 0) {
                    // a flat arc that bulges outwards
                    Vec2 p = corners.get(i);
                    Vec2 q = corners.get((i + 1) % n);
                    Vec2 d = q.minus(p);
                    Vec2 mid = p.plus(0.5, d);
                    Vec2 in = new Vec2(-d.y() / d.length(), d.x() / d.length());
                    String m = point(mid.plus(2.5 * d.length(), in));
                    all.add(new SketchArc("c" + ++curves, m, a, b, false));
                } else {
                    lines.add(line(a, b));
                }
            }
            if (r.nextBoolean()) {
                all.add(new SketchCircle("c" + ++curves, point(new Vec2(0, 0)), 2 + 3 * r.nextDouble(), false));
            }
        }

        String point(Vec2 at) {
            all.add(new SketchPoint("p" + ++points, at.x(), at.y()));
            return "p" + points;
        }

        SketchLine line(String a, String b) {
            SketchLine l = new SketchLine("c" + ++curves, a, b, false);
            all.add(l);
            return l;
        }

        Vec2 at(String p) {
            return all.stream()
                    .filter(e -> e.id().equals(p))
                    .map(e -> ((SketchPoint) e).at())
                    .findFirst()
                    .orElseThrow();
        }

        SketchLine any() {
            return lines.get(r.nextInt(lines.size()));
        }

        /** Swaps two neighbouring corners between lines, so that those cross; false when no two do. */
        boolean crossed() {
            int n = corners.size();
            for (int i = 0; i < n; i++) {
                Vec2 p = corners.get((i + n - 1) % n);
                Vec2 a = corners.get(i);
                Vec2 b = corners.get((i + 1) % n);
                Vec2 q = corners.get((i + 2) % n);
                boolean cross = side(p, b, a) * side(p, b, q) < -1 && side(a, q, p) * side(a, q, b) < -1;
                String first = "p" + (i + 1);
                String second = "p" + ((i + 1) % n + 1);
                boolean straight = all.stream()
                        .noneMatch(e -> e instanceof SketchArc w
                                && (w.points().contains(first) || w.points().contains(second)));
                if (cross && straight) {
                    all.replaceAll(e -> e.id().equals(first)
                            ? new SketchPoint(first, b.x(), b.y())
                            : e.id().equals(second) ? new SketchPoint(second, a.x(), a.y()) : e);
                    return true;
                }
            }
            return false;
        }

        private static double side(Vec2 a, Vec2 b, Vec2 p) {
            return b.minus(a).cross(p.minus(a));
        }

        Sketch sketch() {
            return new Sketch(all, List.of());
        }

        Reading read() {
            return SketchReader.read(sketch(), Tolerance.DEFAULT);
        }
    }

    private static boolean clean(Reading r) {
        return r.gaps().isEmpty()
                && r.openEnds().isEmpty()
                && r.doubled().isEmpty()
                && r.hidden().isEmpty()
                && r.stubs().isEmpty()
                && r.crossed().isEmpty();
    }

    private static Maker maker(long seed) {
        for (long s = seed; ; s += 100000) {
            Maker m = new Maker(new Random(s));
            if (m.lines.size() > 2) {
                return m;
            }
        }
    }

    @Test
    void nothingIsInventedInCleanOutlines() {
        for (int seed = 0; seed < 200; seed++) {
            Reading r = maker(seed).read();
            assertThat(clean(r)).as("seed %d: %s", seed, r).isTrue();
            assertThat(r.regions()).as("seed " + seed).isNotEmpty();
        }
    }

    @Test
    void plantedFaultsAreAllFound() {
        for (int seed = 0; seed < 200; seed++) {
            Maker m = maker(1000 + seed);
            Random r = new Random(seed);
            SketchLine l = m.any();
            int kind = seed % 4;
            String what = "seed " + seed;
            if (kind == 0) { // a gap from a ten-thousandth to half a millimetre
                double gap = Math.pow(10, -4 + 3.7 * r.nextDouble());
                double t = 2 * Math.PI * r.nextDouble();
                String end = m.point(m.at(l.end()).plus(gap, new Vec2(Math.cos(t), Math.sin(t))));
                m.all.replaceAll(e -> e == l ? new SketchLine(l.id(), l.start(), end, false) : e);
                Reading read = m.read();
                assertThat(read.gaps()).as(what).hasSize(1);
                assertThat(read.stubs()).as(what).isEmpty();
                read.gaps().forEach(g -> assertThat(g.distance()).isLessThan(0.51));
            } else if (kind == 1) { // a piece drawn twice, wholly or in part
                Vec2 a = m.at(l.start());
                Vec2 d = m.at(l.end()).minus(a);
                double from = r.nextBoolean() ? 0 : 0.4 * r.nextDouble();
                double to = r.nextBoolean() ? 1 : 0.6 + 0.4 * r.nextDouble();
                SketchLine twice = m.line(m.point(a.plus(from, d)), m.point(a.plus(to, d)));
                Reading read = m.read();
                assertThat(read.doubled()).as(what).containsExactly(new Doubled(l.id(), twice.id()));
                assertThat(read.hidden()).as(what).containsExactly(twice.id());
            } else if (kind == 2) { // a stub left over
                Vec2 a = m.at(l.start());
                Vec2 on = a.plus(0.3 + 0.4 * r.nextDouble(), m.at(l.end()).minus(a));
                double t = 2 * Math.PI * r.nextDouble();
                Vec2 d = m.at(l.end()).minus(a);
                Vec2 way = new Vec2(Math.cos(t), Math.sin(t));
                if (Math.abs(way.cross(d)) < 0.2 * d.length()) {
                    way = new Vec2(-d.y() / d.length(), d.x() / d.length());
                }
                SketchLine stub = m.line(m.point(on), m.point(on.plus(0.05 + 1.5 * r.nextDouble(), way)));
                Reading read = m.read();
                assertThat(read.stubs()).as(what).hasSize(1);
                assertThat(read.stubs().get(0).curve()).as(what).isEqualTo(stub.id());
            } else { // two neighbours of a corner change places, so that the outline crosses itself
                long next = 1000 + seed;
                while (!m.crossed()) {
                    next += 7919;
                    m = maker(next);
                }
                Reading read = m.read();
                assertThat(read.crossed()).as(what).isNotEmpty();
            }
        }
    }
}
