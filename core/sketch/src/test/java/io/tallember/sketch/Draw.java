package io.tallember.sketch;

import io.tallember.sketch.Constraint.Kind;
import java.util.ArrayList;
import java.util.List;

/** A small pen for tests: points, curves and constraints with short ids. */
public final class Draw {
    private final List<Entity> entities = new ArrayList<>();
    private final List<Constraint> constraints = new ArrayList<>();

    public Draw() {}

    /** On from a sketch. */
    public Draw(Sketch sketch) {
        entities.addAll(sketch.entities());
        constraints.addAll(sketch.constraints());
    }

    public Draw point(String id, double x, double y) {
        entities.add(new SketchPoint(id, x, y));
        return this;
    }

    public Draw line(String id, String a, String b) {
        entities.add(new SketchLine(id, a, b, false));
        return this;
    }

    public Draw circle(String id, String centre, double r) {
        entities.add(new SketchCircle(id, centre, r, false));
        return this;
    }

    public Draw arc(String id, String centre, String a, String b) {
        entities.add(new SketchArc(id, centre, a, b, false));
        return this;
    }

    public Draw ellipse(String id, String centre, String a, String b) {
        entities.add(new SketchEllipse(id, centre, a, b, false));
        return this;
    }

    /** A stretch of an ellipse. */
    public Draw ellipse(String id, String centre, String a, String b, String start, String end) {
        entities.add(new SketchEllipse(id, centre, a, b, start, end, false));
        return this;
    }

    public Draw spline(String id, String... through) {
        entities.add(new SketchSpline(id, List.of(through), false, false));
        return this;
    }

    public Draw closedSpline(String id, List<String> through) {
        entities.add(new SketchSpline(id, through, true, false));
        return this;
    }

    public Draw spline(String id, List<String> through, String startHandle, String endHandle) {
        entities.add(new SketchSpline(id, through, false, startHandle, endHandle, "", "", false));
        return this;
    }

    /** A stretch of an open spline. */
    public Draw stretch(String id, List<String> through, String start, String end) {
        entities.add(new SketchSpline(id, through, false, "", "", start, end, false));
        return this;
    }

    public Draw text(String id, String start, String along, String text, double height) {
        entities.add(new SketchText(id, start, along, text, height, false));
        return this;
    }

    public Draw hold(Kind kind, String... on) {
        constraints.add(Constraint.of("k" + constraints.size(), kind, on));
        return this;
    }

    public Draw size(String id, Kind kind, double value, String... on) {
        constraints.add(Constraint.dimension(id, kind, value, on));
        return this;
    }

    public Sketch sketch() {
        return new Sketch(entities, constraints);
    }

    /** A closed rectangle from four lines with shared corners a, b, c, d, drawn somewhat askew, level and plumb. */
    public static Draw rectangle(double x0, double y0, double x1, double y1) {
        return new Draw()
                .point("a", x0, y0)
                .point("b", x1, y0 + 0.3)
                .point("c", x1 + 0.2, y1)
                .point("d", x0, y1)
                .line("ab", "a", "b")
                .line("bc", "b", "c")
                .line("cd", "c", "d")
                .line("da", "d", "a")
                .hold(Kind.HORIZONTAL, "ab")
                .hold(Kind.VERTICAL, "bc")
                .hold(Kind.HORIZONTAL, "cd")
                .hold(Kind.VERTICAL, "da");
    }
}
