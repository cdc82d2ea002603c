package io.tallember.part;

import io.tallember.geometry.Line;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.PlacedSketch;
import io.tallember.part.rebuild.StepOutcome.Status;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.part.steps.hole.HoleStep;
import io.tallember.part.steps.repeat.RepeatStep;
import io.tallember.sketch.SketchPoint;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.BiPredicate;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;

/**
 * Parts of 15 to 40 steps put together by chance: a plate with bosses, pockets, holes and blends, each in a cell of its own so
 * that any one number may change by a tenth. The maker knows by construction what every reference means.
 */
final class StormParts {
    private static final double CELL = 36;
    /** So much larger is the plate than its cells, so that it may shrink by a tenth. */
    private static final double MARGIN = 16;

    /**
     * Whether what a step refers to is the thing that was meant, judged by where it must be.
     *
     * @param holds given the document and what was built of it
     */
    record Meant(String step, BiPredicate<PartDocument, PartState> holds) {}

    /** A part, and what its references mean. */
    record Part(PartDocument document, List<Meant> meant) {}

    private final Random random;
    private final Sheet sheet;
    private final List<Meant> meant = new ArrayList<>();
    private final int columns;
    private final int rows;
    private final String base;
    private final String top;

    private StormParts(int seed, int columns, int rows) {
        random = new Random(seed);
        this.columns = columns;
        this.rows = rows == 0 ? 2 + random.nextInt(2) : rows;
        sheet = new Sheet("Storm " + seed, Unit.MM);
        base = sheet.block(
                "Plate",
                Base.TOP,
                new Pen().rectangle(0, 0, columns * CELL + MARGIN, this.rows * CELL + MARGIN),
                18 + random.nextInt(8),
                false,
                Mode.BODY);
        top = origin(base, "end");
    }

    static Part of(int seed) {
        StormParts p = new StormParts(seed, 3, 0);
        return p.made(15 + p.random.nextInt(22), 39);
    }

    /** One of at least so many steps. */
    static PartDocument large(int seed, int steps) {
        return new StormParts(seed, 6, 5).made(steps, steps).document();
    }

    private Part made(int least, int most) {
        for (int cell = 0; cell < columns * rows && sheet.document().steps().size() < most; cell++) {
            if (cell > 2 && sheet.document().steps().size() >= least) {
                break;
            }
            double x = CELL * (cell % columns + 0.5);
            double y = CELL * (cell / columns + 0.5);
            // what stands on something else may not move away from under it by a tenth of its place
            boolean near = x < 2 * CELL && y < 2 * CELL;
            switch (random.nextInt(near ? 6 : 5)) {
                case 0 -> boss(x, y, true);
                case 1 -> boss(x, y, false);
                case 2 -> pocket(x, y);
                case 3 -> hole(x, y);
                case 4 -> pegs(x, y);
                default -> stack(x, y);
            }
        }
        for (int i = 0; sheet.document().steps().size() < 15; i++) {
            side(CELL * (0.5 + i % columns));
        }
        if (random.nextBoolean()) {
            corners();
        }
        return new Part(sheet.document(), meant);
    }

    private static String origin(String step, String role) {
        return step + "." + role + "(r" + (Integer.parseInt(step.substring(1)) + 1) + ")";
    }

    private static double distance(PartDocument doc, String step) {
        return ((ExtrudeStep) doc.step(step)).distance();
    }

    private double plate(PartDocument doc) {
        return distance(doc, base);
    }

    /** A sketch by its own frame, which must lie at a height and look a way. */
    private void lies(String sketch, ToDoubleFunction<PartDocument> height) {
        meant.add(new Meant(
                sketch,
                (doc, state) -> state.stand()
                        .sketch(sketch)
                        .map(PlacedSketch::frame)
                        .filter(f ->
                                Math.abs(f.origin().dot(f.z()) - height.applyAsDouble(doc)) < 1e-6 && f.z().z() > 0.999)
                        .isPresent()));
    }

    /** What a blend made must be in its cell and between two heights, and not elsewhere. */
    private void stays(
            String step,
            Function<PartDocument, Vec2> middle,
            ToDoubleFunction<PartDocument> low,
            ToDoubleFunction<PartDocument> high) {
        meant.add(new Meant(step, (doc, state) -> {
            double x = middle.apply(doc).x();
            double y = middle.apply(doc).y();
            List<Face> faces = state.solids().stream()
                    .flatMap(b -> b.faces().stream())
                    .filter(f -> f.origins().stream().anyMatch(o -> o.step().equals(step)))
                    .toList();
            double slack = 0.5;
            return !faces.isEmpty()
                    && faces.stream()
                            .map(Face::bounds)
                            .allMatch(b -> b.min().x() > x - CELL / 2
                                    && b.max().x() < x + CELL / 2
                                    && b.min().y() > y - CELL / 2
                                    && b.max().y() < y + CELL / 2
                                    && b.min().z() > low.applyAsDouble(doc) - slack
                                    && b.max().z() < high.applyAsDouble(doc) + slack);
        }));
    }

    /** Where what an extrusion's sketch on the plate's top draws has its middle. */
    private Function<PartDocument, Vec2> middle(String extrude) {
        String sketch = sketchOf(extrude);
        return doc -> {
            List<SketchPoint> points = ((SketchStep) doc.step(sketch))
                    .sketch().entities().stream()
                            .filter(SketchPoint.class::isInstance)
                            .map(SketchPoint.class::cast)
                            .toList();
            return new Vec2(
                    points.stream().mapToDouble(SketchPoint::x).average().orElseThrow(),
                    points.stream().mapToDouble(SketchPoint::y).average().orElseThrow());
        };
    }

    private List<EdgeReference> edges(double x, double y, double z) {
        return sheet.edges(e -> within(e, x, y) && Math.abs(e.middle().z() - z) < 1e-6);
    }

    private static boolean within(Edge e, double x, double y) {
        Vec3 m = e.middle();
        return Math.abs(m.x() - x) < CELL / 2 - 2 && Math.abs(m.y() - y) < CELL / 2 - 2;
    }

    private double now() {
        return plate(sheet.document());
    }

    /** A round or square boss with a blend at its foot or its top. */
    private String boss(double x, double y, boolean round) {
        double h = 6 + random.nextInt(7);
        Pen pen = round ? new Pen().circle(x, y, 14) : new Pen().rectangle(x - 7, y - 6, 14, 12);
        String boss = sheet.block("Boss", sheet.on(top), pen, h, false, Mode.ADD);
        lies(sketchOf(boss), this::plate);
        boolean foot = random.nextBoolean();
        String blend = sheet.blend(random.nextInt(3) == 0, 1.5, edges(x, y, foot ? now() : now() + h));
        stays(
                blend,
                middle(boss),
                doc -> plate(doc) + (foot ? 0 : distance(doc, boss) - 4),
                doc -> plate(doc) + (foot ? 4 : distance(doc, boss)));
        return boss;
    }

    private String sketchOf(String extrude) {
        return ((ExtrudeStep) sheet.document().step(extrude)).sketch();
    }

    /** A boss on which another stands, drilled through. */
    private void stack(double x, double y) {
        double h = 5 + random.nextInt(4);
        String lower =
                sheet.block("Foot", sheet.on(top), new Pen().rectangle(x - 10, y - 10, 20, 20), h, false, Mode.ADD);
        lies(sketchOf(lower), this::plate);
        String upper =
                sheet.block("Stub", sheet.on(origin(lower, "end")), new Pen().circle(x, y, 11), h, false, Mode.ADD);
        lies(sketchOf(upper), doc -> plate(doc) + distance(doc, lower));
        String bore = sheet.cut("Bore", sheet.on(origin(upper, "end")), new Pen().circle(x, y, 4), h, true);
        lies(sketchOf(bore), doc -> plate(doc) + distance(doc, lower) + distance(doc, upper));
    }

    /** A pocket with rounded corners, then a rounded floor. */
    private void pocket(double x, double y) {
        double deep = 6 + random.nextInt(4);
        String cut = sheet.cut("Pocket", sheet.on(top), new Pen().rectangle(x - 8, y - 7, 16, 14), deep, true);
        lies(sketchOf(cut), this::plate);
        String upright = sheet.blend(
                false,
                4,
                sheet.edges(e -> within(e, x, y)
                        && e.curve() instanceof Line l
                        && Math.abs(l.direction().z()) > 0.9));
        stays(upright, middle(cut), doc -> plate(doc) - distance(doc, cut), this::plate);
        if (random.nextBoolean()) {
            String floor = sheet.blend(false, 1.5, edges(x, y, now() - deep));
            stays(
                    floor,
                    middle(cut),
                    doc -> plate(doc) - distance(doc, cut),
                    doc -> plate(doc) - distance(doc, cut) + 4);
        }
    }

    private void hole(double x, double y) {
        HoleStep.Mouth mouth = HoleStep.Mouth.values()[random.nextInt(3)];
        FaceReference face = sheet.face(top);
        String id = sheet.document().freshId();
        sheet.with(new Command.AddStep(Plain.hole(
                "",
                "",
                false,
                mouth,
                6,
                random.nextBoolean() ? HoleStep.Extent.THROUGH : HoleStep.Extent.BLIND,
                11,
                null,
                random.nextBoolean(),
                HoleStep.USUAL_POINT,
                11,
                4,
                Math.toRadians(90),
                "",
                List.of(new HoleStep.Place("", face, new Vec2(x, y))))));
        stays(id, doc -> new Vec2(x, y), doc -> -1, this::plate);
    }

    /** A peg repeated round a line of the part, all in the cell, with its foot rounded. */
    private void pegs(double x, double y) {
        String peg = sheet.block("Peg", sheet.on(top), new Pen().circle(x - 8, y, 5), 7, false, Mode.ADD);
        lies(sketchOf(peg), this::plate);
        String foot = sheet.blend(false, 0.8, edges(x, y, now()));
        stays(foot, middle(peg), this::plate, doc -> plate(doc) + 2);
        String id = sheet.document().freshId();
        sheet.with(new Command.AddStep(new RepeatStep(
                "",
                "",
                false,
                List.of(peg, foot),
                List.of(),
                List.of(),
                new Layout.Row(Layout.Axis.Base.X, 2, 13, false, null),
                false,
                List.of())));
        stays(id, middle(peg), doc -> plate(doc) - 0.1, doc -> plate(doc) + distance(doc, peg));
    }

    /** A slot in the front of the plate. */
    private void side(double x) {
        Pen pen = new Pen().rectangle(x - 6, 5, 12, 5);
        String cut = sheet.cut("Slot", sheet.on(origin(base, "side").replaceAll("\\(.*", "(c1)")), pen, 6, true);
        meant.add(new Meant(
                sketchOf(cut),
                (doc, state) -> state.stand()
                        .sketch(sketchOf(cut))
                        .map(PlacedSketch::frame)
                        .filter(f -> f.z().y() < -0.999 && Math.abs(f.origin().y()) < 1e-9)
                        .isPresent()));
    }

    /** All four upright corners of the plate rounded. */
    private void corners() {
        double w = columns * CELL + MARGIN;
        double d = rows * CELL + MARGIN;
        String id = sheet.blend(
                false,
                5,
                sheet.edges(e -> e.curve() instanceof Line l
                        && Math.abs(l.direction().z()) > 0.9
                        && (e.middle().x() < 1e-6 || e.middle().x() > w - 1e-6)
                        && (e.middle().y() < 1e-6 || e.middle().y() > d - 1e-6)));
        meant.add(new Meant(
                id,
                (doc, state) -> state.solids().stream()
                                .flatMap(b -> b.faces().stream())
                                .filter(f -> f.origins().stream()
                                        .anyMatch(o -> o.step().equals(id)))
                                .count()
                        == 4));
    }

    /** Whether a step was built, so that what it refers to can be judged. */
    static boolean built(PartState state, String step) {
        return state.outcome(step).status() == Status.BUILT;
    }
}
