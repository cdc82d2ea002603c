package io.tallember.solid.local;

import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Edge;
import io.tallember.solid.Edges;
import io.tallember.solid.Face;
import io.tallember.solid.Shapes;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Taper;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.function.ToDoubleFunction;

/** Bodies to be hollowed, by seeds: an outline, leant or not, with a boss or a pocket, some of its edges round or bevelled. */
final class ShellSeedTable {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private ShellSeedTable() {}

    static List<ShellTable.Case> all(int seeds) {
        List<ShellTable.Case> out = new ArrayList<>();
        for (int i = 1; i <= seeds; i++) {
            out.add(one(i));
        }
        return out;
    }

    private static ShellTable.Case one(int seed) {
        Random r = new Random(seed);
        StringBuilder said = new StringBuilder("seed " + seed + ":");
        Body b = outline(r, said);
        b = adorned(b, r, said);
        double wall = 0.8 + Math.rint(12 * r.nextDouble()) / 10;
        b = blended(b, r, wall, said);
        List<Face> flat = b.faces().stream()
                .filter(f -> f.surface() instanceof Plane)
                .sorted(Comparator.comparingDouble(f -> f.bounds().centre().z()))
                .toList();
        int open = r.nextInt(5);
        List<Face> opened =
                open == 0 ? List.of() : open < 3 ? List.of(flat.get(0)) : List.of(flat.get(flat.size() - 1));
        int way = r.nextInt(4);
        ToDoubleFunction<Face> in = f -> way == 3 ? 0 : wall;
        ToDoubleFunction<Face> outside = f -> way < 2 ? 0 : wall / 2;
        said.append(", ").append(opened.isEmpty() ? "hollow" : open < 3 ? "open below" : "open above");
        said.append(way < 2 ? ", inward " : way == 2 ? ", both ways " : ", outward ")
                .append(wall);
        return new ShellTable.Case(said.toString(), b, opened, in, outside, Double.NaN);
    }

    private static Body outline(Random r, StringBuilder said) {
        double w = 30 + r.nextInt(20);
        double d = 22 + r.nextInt(12);
        double h = 14 + r.nextInt(12);
        double lean = r.nextInt(3) == 0 ? Math.toRadians(1 + r.nextInt(6)) : 0;
        var profile = switch (r.nextInt(5)) {
            case 0 -> Shapes.polygon(Frame.WORLD, 0, 0, w, 0, w, d / 2, w / 2, d / 2, w / 2, d, 0, d);
            case 1 -> Shapes.polygon(Frame.WORLD, 0, 0, w, 0, w, d, w / 3, d, 0, d / 2);
            case 2 -> Shapes.slot(w / 3, d / 2);
            default -> Shapes.polygon(Frame.WORLD, 0, 0, w, 0, w, d, 0, d);
        };
        said.append(lean > 0 ? " leant" : " upright")
                .append(" of ")
                .append(profile.outer().size())
                .append(" sides");
        return lean > 0 ? Taper.of(profile, h, lean, "t", "t", TOL) : Extrude.of(profile, 0, h, "t", "t", TOL);
    }

    private static Body adorned(Body b, Random r, StringBuilder said) {
        var box = b.bounds();
        double h = box.max().z();
        Vec3 c = new Vec3(box.min().x() + 0.3 * box.diagonal() / 2, box.centre().y() - 3, 0);
        return switch (r.nextInt(4)) {
            case 0 -> {
                said.append(" with a boss");
                yield Fuse.unite(List.of(b, Shapes.cylinder(c.x(), c.y(), 5, h / 2, h + 6)), TOL)
                        .get(0);
            }
            case 1 -> {
                said.append(" with a well");
                yield Fuse.subtract(List.of(b), List.of(Shapes.cylinder(c.x(), c.y(), 4.5, h / 2, h + 6)), TOL)
                        .get(0);
            }
            default -> b;
        };
    }

    private static Body blended(Body b, Random r, double wall, StringBuilder said) {
        int which = r.nextInt(4);
        if (which == 0) {
            return b;
        }
        double size = wall + 0.5 + Math.rint(10 * r.nextDouble()) / 10;
        boolean bevel = r.nextInt(5) == 0;
        List<Edge> edges = b.edges().stream()
                .filter(e -> !Edges.smooth(b, e) && Edges.convex(b, e))
                .filter(e -> which == 3
                        || e.start() != null
                                && which
                                        == 1
                                        == Math.abs(e.start().point().z()
                                                        - e.end().point().z())
                                                > 1)
                .toList();
        try {
            Body out = Blend.edges(b, edges, bevel ? Size.bevel(size) : Size.round(size), "r")
                    .get(0);
            said.append(bevel ? ", bevels of " : ", rounds of ")
                    .append(size)
                    .append(" on ")
                    .append(edges.size());
            return out;
        } catch (GeometryException e) {
            said.append(", sharp");
            return b;
        }
    }
}
