package io.tallember.sketch;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Grip;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** How long dragging and finding regions take in large sketches; the figures are printed, the limits are generous. */
class SketchTimesTest {
    /** A flight of stairs: each line level or plumb, all but a few dimensioned, so that its end can be pulled. */
    private static Sketch stairs(int lines) {
        List<Entity> entities = new ArrayList<>();
        List<Constraint> constraints = new ArrayList<>();
        entities.add(new SketchPoint("p0", 0, 0));
        constraints.add(Constraint.of("k0", Kind.COINCIDENT, "p0", Sketch.ORIGIN));
        for (int i = 1; i <= lines; i++) {
            entities.add(new SketchPoint("p" + i, 5.0 * ((i + 1) / 2), 3.0 * (i / 2)));
            entities.add(new SketchLine("c" + i, "p" + (i - 1), "p" + i, false));
            constraints.add(Constraint.of("k" + i, i % 2 == 1 ? Kind.HORIZONTAL : Kind.VERTICAL, "c" + i));
            if (i % 40 != 0) {
                constraints.add(Constraint.dimension("k" + (lines + i), Kind.DISTANCE, i % 2 == 1 ? 5 : 3, "c" + i));
            }
        }
        return new Sketch(entities, constraints);
    }

    @Test
    void draggingStaysSmooth() {
        for (int lines : new int[] {40, 100, 200, 300, 400}) {
            Sketch s = Solver.solve(stairs(lines)).orElseThrow();
            String end = "p" + lines;
            double[] ms = new double[60];
            SketchPoint p = (SketchPoint) s.find(end).orElseThrow();
            Vec2 at = new Vec2(p.x(), p.y());
            Grip grip = new Grip(s);
            Vec2 to = at;
            for (int i = 0; i < ms.length; i++) {
                to = new Vec2(to.x() + 0.3 * Math.sin(i), to.y() + 0.4);
                long begin = System.nanoTime();
                grip.pull(end, at, to);
                ms[i] = (System.nanoTime() - begin) / 1e6;
            }
            double[] warm = Arrays.copyOfRange(ms, 20, ms.length);
            Arrays.sort(warm);
            System.out.printf(
                    "drag: %d curves, %d constraints: %.1f ms a move at the median%n",
                    lines, s.constraints().size(), warm[warm.length / 2]);
        }
    }

    @Test
    void regionsOfManyCurves() {
        List<Entity> entities = new ArrayList<>();
        Random r = new Random(5);
        for (int i = 0; i < 500; i++) {
            double x = 1000 * r.nextDouble();
            double y = 1000 * r.nextDouble();
            entities.add(new SketchPoint("p" + 2 * i, x, y));
            if (i % 4 == 0) {
                entities.add(new SketchCircle("c" + i, "p" + 2 * i, 10 + 30 * r.nextDouble(), false));
            } else {
                double turn = 2 * Math.PI * r.nextDouble();
                entities.add(new SketchPoint("p" + (2 * i + 1), x + 120 * Math.cos(turn), y + 120 * Math.sin(turn)));
                entities.add(new SketchLine("c" + i, "p" + 2 * i, "p" + (2 * i + 1), false));
            }
        }
        Sketch s = new Sketch(entities, List.of());
        double[] ms = new double[15];
        Reading reading = null;
        for (int i = 0; i < ms.length; i++) {
            long begin = System.nanoTime();
            reading = SketchReader.read(s, Tolerance.DEFAULT);
            ms[i] = (System.nanoTime() - begin) / 1e6;
        }
        double[] warm = Arrays.copyOfRange(ms, 5, ms.length);
        Arrays.sort(warm);
        System.out.printf(
                "regions: 500 lines and circles, %d regions: %.0f ms%n",
                reading.regions().size(), warm[5]);
        assertThat(reading.regions()).isNotEmpty();
    }
}
