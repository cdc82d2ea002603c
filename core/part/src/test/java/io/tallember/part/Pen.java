package io.tallember.part;

import io.tallember.geometry.Tolerance;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.regions.Region;
import io.tallember.sketch.regions.SketchReader;
import io.tallember.sketch.solve.Solver;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;

/** Draws dimensioned sketches for tests and samples, as a designer would. */
public final class Pen {
    private final List<Entity> entities = new ArrayList<>();
    private final List<Constraint> constraints = new ArrayList<>();
    private int points;
    private int curves;
    private int holds;

    public String point(double x, double y) {
        String id = "p" + ++points;
        entities.add(new SketchPoint(id, x, y));
        return id;
    }

    public String line(String a, String b) {
        String id = "c" + ++curves;
        entities.add(new SketchLine(id, a, b, false));
        return id;
    }

    /** A construction line. */
    public String guide(String a, String b) {
        String id = "c" + ++curves;
        entities.add(new SketchLine(id, a, b, true));
        return id;
    }

    public String arc(String centre, String a, String b) {
        String id = "c" + ++curves;
        entities.add(new SketchArc(id, centre, a, b, false));
        return id;
    }

    public Pen hold(Kind kind, String... on) {
        constraints.add(Constraint.of("k" + ++holds, kind, on));
        return this;
    }

    public Pen size(Kind kind, double value, String... on) {
        constraints.add(Constraint.dimension("k" + ++holds, kind, value, on));
        return this;
    }

    /** Dimensions a point from the origin, along each axis where it isn't on the other. */
    public Pen place(String p, double x, double y) {
        if (x == 0 && y == 0) {
            return hold(Kind.COINCIDENT, p, Sketch.ORIGIN);
        }
        if (x == 0) {
            hold(Kind.ON_CURVE, p, Sketch.Y_AXIS);
        } else {
            size(Kind.HORIZONTAL_DISTANCE, Math.abs(x), Sketch.ORIGIN, p);
        }
        if (y == 0) {
            hold(Kind.ON_CURVE, p, Sketch.X_AXIS);
        } else {
            size(Kind.VERTICAL_DISTANCE, Math.abs(y), Sketch.ORIGIN, p);
        }
        return this;
    }

    /** A rectangle by its lower left corner and two dimensions; all settled. */
    public Pen rectangle(double x, double y, double w, double h) {
        String a = point(x, y);
        String b = point(x + w, y);
        String c = point(x + w, y + h);
        String d = point(x, y + h);
        String ab = line(a, b);
        String bc = line(b, c);
        hold(Kind.HORIZONTAL, ab).hold(Kind.VERTICAL, bc);
        hold(Kind.HORIZONTAL, line(c, d)).hold(Kind.VERTICAL, line(d, a));
        place(a, x, y);
        return size(Kind.DISTANCE, w, ab).size(Kind.DISTANCE, h, bc);
    }

    public Pen circle(double x, double y, double diameter) {
        String m = point(x, y);
        String id = "c" + ++curves;
        entities.add(new SketchCircle(id, m, diameter / 2, false));
        place(m, x, y);
        return size(Kind.DIAMETER, diameter, id);
    }

    /** A slot along x: the centre of its left end, the distance between the end centres, the width. */
    public Pen slot(double x, double y, double length, double width) {
        double r = width / 2;
        String m = point(x, y);
        String n = point(x + length, y);
        String a = point(x, y - r);
        String b = point(x + length, y - r);
        String c = point(x + length, y + r);
        String d = point(x, y + r);
        String low = line(a, b);
        String right = arc(n, b, c);
        String top = line(c, d);
        String left = arc(m, d, a);
        hold(Kind.TANGENT, low, right).hold(Kind.TANGENT, right, top);
        hold(Kind.TANGENT, top, left).hold(Kind.TANGENT, left, low);
        hold(Kind.HORIZONTAL, low).hold(Kind.EQUAL, left, right);
        place(m, x, y);
        return size(Kind.HORIZONTAL_DISTANCE, length, m, n).size(Kind.RADIUS, r, left);
    }

    /** A closed outline of straight lines; level and plumb ones held so, every corner placed by dimensions. */
    public Pen outline(double... xy) {
        int n = xy.length / 2;
        String[] p = new String[n];
        for (int i = 0; i < n; i++) {
            p[i] = point(xy[2 * i], xy[2 * i + 1]);
        }
        for (int i = 0; i < n; i++) {
            line(p[i], p[(i + 1) % n]);
            place(p[i], xy[2 * i], xy[2 * i + 1]);
        }
        return this;
    }

    public Sketch sketch() {
        return Solver.solve(new Sketch(entities, constraints)).orElseThrow();
    }

    /** References to the sketch's regions that the test picks. */
    public static List<RegionReference> regions(Sketch s, Predicate<Region> which) {
        return SketchReader.read(s, Tolerance.DEFAULT).regions().stream()
                .filter(which)
                .sorted(Comparator.comparingDouble(r -> -r.area()))
                .map(RegionReference::to)
                .toList();
    }

    /** What all regions cover. */
    public static double area(Sketch s) {
        return SketchReader.read(s, Tolerance.DEFAULT).regions().stream()
                .mapToDouble(Region::area)
                .sum();
    }

    /** The largest region. */
    public static List<RegionReference> largest(Sketch s) {
        return regions(s, r -> true).subList(0, 1);
    }
}
