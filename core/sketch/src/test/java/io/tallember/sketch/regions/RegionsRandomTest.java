package io.tallember.sketch.regions;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveCurve;
import io.tallember.sketch.Draw;
import io.tallember.sketch.Sketch;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Sketches of all kinds of curves, splines that cross themselves among them, against a flood of the plane between dense chains. */
class RegionsRandomTest {
    /** Cells along the picture; the finer ones where a gap is too narrow for the coarser. */
    private static final int[] GRIDS = {240, 720, 2160};

    private static final double SIZE = 120;

    private static int CELLS;
    private static double CELL;

    private static Draw random(Random r) {
        Draw d = new Draw();
        int n = 1 + r.nextInt(4);
        int points = 0;
        for (int i = 0; i < n; i++) {
            int kind = r.nextInt(6);
            int many = kind < 3 ? 3 + r.nextInt(5) : 3;
            List<String> p = new ArrayList<>();
            for (int k = 0; k < many; k++) {
                String id = "p" + points++;
                d.point(id, 20 + 80 * r.nextDouble(), 20 + 80 * r.nextDouble());
                p.add(id);
            }
            String id = "c" + i;
            if (kind == 0) {
                d.spline(id, p.toArray(String[]::new));
            } else if (kind == 1) { // its last point is its first
                p.add(p.get(0));
                d.spline(id, p.toArray(String[]::new));
            } else if (kind == 2) {
                d.closedSpline(id, p);
            } else if (kind == 3) {
                d.circle(id, p.get(0), 3 + 14 * r.nextDouble());
            } else {
                d.line(id + "a", p.get(0), p.get(1))
                        .line(id + "b", p.get(1), p.get(2))
                        .line(id + "c", p.get(2), p.get(0));
            }
        }
        return d;
    }

    /** Cells of the plane that no curve keeps apart have one number. */
    private static int[][] flood(Sketch s) {
        boolean[][] right = new boolean[CELLS][CELLS]; // a curve between a cell and the next to the right
        boolean[][] up = new boolean[CELLS][CELLS];
        s.curves()
                .forEach(c -> s.strands(c).values().forEach(k -> {
                    int n = 6000;
                    Vec3 a = k.curve().point(k.range().lo());
                    for (int i = 1; i <= n; i++) {
                        Vec3 b = k.curve().point(k.range().at(i / (double) n));
                        mark(a, b, right, true);
                        mark(a, b, up, false);
                        a = b;
                    }
                }));
        int[][] number = new int[CELLS][CELLS];
        for (int[] row : number) {
            java.util.Arrays.fill(row, -1);
        }
        int next = 0;
        for (int i = 0; i < CELLS; i++) {
            for (int j = 0; j < CELLS; j++) {
                if (number[i][j] < 0) {
                    fill(number, i, j, next++, right, up);
                }
            }
        }
        return number;
    }

    /** The ways between cells' middles that a short chord crosses. */
    private static void mark(Vec3 a, Vec3 b, boolean[][] wall, boolean along) {
        double u0 = (along ? a.y() : a.x()) / CELL - 0.5;
        double u1 = (along ? b.y() : b.x()) / CELL - 0.5;
        double v0 = (along ? a.x() : a.y()) / CELL - 0.5;
        double v1 = (along ? b.x() : b.y()) / CELL - 0.5;
        for (int row = (int) Math.ceil(Math.min(u0, u1)); row <= Math.floor(Math.max(u0, u1)); row++) {
            if (u0 == u1) {
                continue;
            }
            int at = (int) Math.floor(v0 + (v1 - v0) * (row - u0) / (u1 - u0));
            if (row >= 0 && row < CELLS && at >= 0 && at < CELLS) {
                wall[along ? at : row][along ? row : at] = true;
            }
        }
    }

    private static void fill(int[][] number, int i, int j, int n, boolean[][] right, boolean[][] up) {
        Deque<int[]> todo = new ArrayDeque<>(List.of(new int[] {i, j}));
        number[i][j] = n;
        while (!todo.isEmpty()) {
            int[] c = todo.pop();
            int x = c[0];
            int y = c[1];
            go(number, x + 1, y, n, x + 1 < CELLS && !right[x][y], todo);
            go(number, x - 1, y, n, x > 0 && !right[x - 1][y], todo);
            go(number, x, y + 1, n, y + 1 < CELLS && !up[x][y], todo);
            go(number, x, y - 1, n, y > 0 && !up[x][y - 1], todo);
        }
    }

    private static void go(int[][] number, int x, int y, int n, boolean free, Deque<int[]> todo) {
        if (free && number[x][y] < 0) {
            number[x][y] = n;
            todo.push(new int[] {x, y});
        }
    }

    @Test
    void regionsAreWhatAFloodFinds() {
        int sketches = Boolean.getBoolean("long") ? 5000 : 500;
        for (int seed = 0; seed < sketches; seed++) {
            Sketch s = random(new Random(seed)).sketch();
            Reading reading = SketchReader.read(s, Tolerance.DEFAULT);
            if (nearMiss(s)) {
                continue; // even the finest flood can't tell a gap from a touch
            }
            String wrong = "";
            for (int grid : GRIDS) {
                CELLS = grid;
                CELL = SIZE / grid;
                wrong = wrong(s, reading);
                if (wrong.isEmpty()) {
                    break;
                }
            }
            assertThat(wrong).as("seed " + seed).isEmpty();
        }
    }

    /** Whether two curves come so near to each other, without meeting there, that the finest flood sees no gap. */
    private static boolean nearMiss(Sketch s) {
        double near = 3 * SIZE / GRIDS[GRIDS.length - 1];
        for (var c : s.curves()) {
            for (var other : s.curves()) {
                if (c != other
                        && nearMiss(s.strand(c).orElseThrow(), s.strand(other).orElseThrow(), near)) {
                    return true;
                }
            }
        }
        return false;
    }

    private static boolean nearMiss(Sketch.Strand a, Sketch.Strand b, double near) {
        var met = CurveCurve.meet(a.curve(), a.range(), b.curve(), b.range(), Tolerance.DEFAULT);
        for (int i = 0; i <= 1000; i++) {
            Vec3 p = a.curve().point(a.range().at(i / 1000.0));
            if (b.curve().point(b.curve().project(p, b.range())).distance(p) < near
                    && met.stream().allMatch(m -> a.curve().point(m.t()).distance(p) > 12 * near)) {
                return true;
            }
        }
        return false;
    }

    /** What differs from the flood, or nothing. */
    private static String wrong(Sketch s, Reading reading) {
        int[][] number = flood(s);
        int[] size = new int[CELLS * CELLS];
        for (int[] row : number) {
            for (int n : row) {
                size[n]++;
            }
        }
        double enclosed = CELL * CELL * (CELLS * CELLS - outside(number, size));
        double all = reading.regions().stream().mapToDouble(Region::area).sum();
        if (Math.abs(all - enclosed) > 0.1 * perimeter(reading) * CELL + 1) {
            return "regions of " + all + ", the flood " + enclosed;
        }
        for (Region r : reading.regions()) {
            Vec2 p = r.inside();
            int n = number[(int) (p.x() / CELL)][(int) (p.y() / CELL)];
            double near = 0.5 * perimeter(r) * CELL + 1;
            // the middle of a narrow one may well lie in a cell of a neighbour
            if (r.area() > 40 * near && Math.abs(size[n] * CELL * CELL - r.area()) > near) {
                return r.name() + " at " + p + " of " + r.area() + ", the flood " + size[n] * CELL * CELL;
            }
        }
        return "";
    }

    /** Cells joined to the border: the outside, which a curve that runs out of the picture may divide. */
    private static int outside(int[][] number, int[] size) {
        Set<Integer> border = new LinkedHashSet<>();
        for (int i = 0; i < CELLS; i++) {
            border.addAll(List.of(number[i][0], number[i][CELLS - 1], number[0][i], number[CELLS - 1][i]));
        }
        return border.stream().mapToInt(n -> size[n]).sum();
    }

    private static double perimeter(Reading reading) {
        return reading.regions().stream()
                .mapToDouble(RegionsRandomTest::perimeter)
                .sum();
    }

    private static double perimeter(Region r) {
        List<Profile.Edge> edges = new ArrayList<>(r.outer());
        r.holes().forEach(edges::addAll);
        double sum = 0;
        for (Profile.Edge e : edges) {
            for (int i = 0; i < 50; i++) {
                sum += e.curve()
                        .point(e.range().at(i / 50.0))
                        .distance(e.curve().point(e.range().at((i + 1) / 50.0)));
            }
        }
        return sum;
    }

    /** A spline that crosses itself once has one region, its loop; its ends stay open. */
    @Test
    void theLoopOfAnOpenSplineIsARegion() {
        Reading r = SketchReader.read(
                new Draw()
                        .point("a", 0, 0)
                        .point("b", 30, 20)
                        .point("c", 20, 40)
                        .point("d", 10, 20)
                        .point("e", 40, 0)
                        .spline("s", "a", "b", "c", "d", "e")
                        .sketch(),
                Tolerance.DEFAULT);
        assertThat(r.regions()).hasSize(1);
        assertThat(r.openEnds()).containsExactlyInAnyOrder("a", "e");
    }
}
