package io.tallember.part;

import io.tallember.geometry.Terms;
import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchEllipse;
import io.tallember.sketch.SketchLine;
import io.tallember.sketch.SketchSpline;
import io.tallember.sketch.SketchText;
import java.math.BigDecimal;
import java.math.MathContext;

/** Sketch geometry in words. */
public final class SketchWords {
    private SketchWords() {}

    /** A constraint as a designer would say it, such as {@code horizontal line c3}; its length is still a value in it. */
    public static String of(Sketch s, Constraint c) {
        StringBuilder b = new StringBuilder(c.kind().word());
        if (c.kind().isDimension()) {
            b.append(' ')
                    .append(
                            c.kind() == Constraint.Kind.ANGLE
                                    ? new BigDecimal(Math.rint(Math.toDegrees(c.value()) * 1e4) / 1e4)
                                                    .round(new MathContext(10))
                                                    .stripTrailingZeros()
                                                    .toPlainString()
                                            + "°"
                                    : Terms.length(c.value()));
            b.append(" of");
        }
        return b + on(s, c);
    }

    /** A dimension without its number, such as {@code distance of line 3}. */
    public static String named(Sketch s, Constraint c) {
        return c.kind().word() + " of" + on(s, c);
    }

    private static String on(Sketch s, Constraint c) {
        StringBuilder b = new StringBuilder();
        String glue = " ";
        for (String on : c.on()) {
            b.append(glue).append(of(s, on));
            glue = " and ";
        }
        return b.toString();
    }

    public static String of(Sketch s, String id) {
        Entity e = s.find(id).orElse(null);
        if (Sketch.isGiven(id)) {
            return "the " + id.replace('-', ' ');
        }
        String kind = e instanceof SketchLine
                ? "line "
                : e instanceof SketchCircle
                        ? "circle "
                        : e instanceof SketchArc
                                ? "arc "
                                : e instanceof SketchEllipse
                                        ? "ellipse "
                                        : e instanceof SketchSpline
                                                ? "spline "
                                                : e instanceof SketchText ? "text " : "point ";
        return kind + (id.matches("[pc][0-9]+") ? id.substring(1) : id);
    }
}
