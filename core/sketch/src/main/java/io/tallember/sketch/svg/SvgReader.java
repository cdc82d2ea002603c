package io.tallember.sketch.svg;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Vec2;
import java.io.StringReader;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Set;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Reads outlines: paths, rectangles, circles, ellipses, lines and polylines with their transforms, in mm, y up. Fills, strokes,
 * pictures and texts are left out.
 */
final class SvgReader {
    private static final Set<String> ASIDE =
            Set.of("defs", "symbol", "clipPath", "mask", "marker", "pattern", "metadata", "style", "script", "title");
    private static final double PIXEL = 25.4 / 96;

    /** What was read. */
    record Read(List<Shape> shapes, int leftOut) {}

    private final List<Shape> shapes = new ArrayList<>();
    private int leftOut;

    private SvgReader() {}

    /** @param unit mm of a unit of a file that gives no size in units of length; zero takes the standard's 1/96 inch */
    static Read read(String svg, double unit) {
        SvgReader r = new SvgReader();
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        try {
            XMLStreamReader x = factory.createXMLStreamReader(new StringReader(svg));
            r.run(x, unit);
            x.close();
        } catch (XMLStreamException e) {
            int line = e.getLocation() == null ? 0 : e.getLocation().getLineNumber();
            throw bad("This isn't an SVG file that can be read; it is broken at line " + line + ".");
        }
        return new Read(r.shapes, r.leftOut);
    }

    private void run(XMLStreamReader x, double unit) throws XMLStreamException {
        Deque<Affine> maps = new ArrayDeque<>();
        int aside = 0;
        while (x.hasNext()) {
            int event = x.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                String name = x.getLocalName();
                if (maps.isEmpty()) {
                    if (!name.equals("svg")) {
                        throw bad("This isn't an SVG file: it begins with " + name + ".");
                    }
                    maps.push(whole(x, unit));
                    continue;
                }
                boolean hidden = "none".equals(x.getAttributeValue(null, "display"))
                        || attribute(x, "style", "").replace(" ", "").contains("display:none");
                aside += aside > 0 || ASIDE.contains(name) || hidden ? 1 : 0;
                Affine map = maps.peek().after(Affine.read(attribute(x, "transform", "")));
                maps.push(map);
                if (aside == 0) {
                    take(x, name, map);
                }
            } else if (event == XMLStreamConstants.END_ELEMENT) {
                maps.pop();
                aside = Math.max(0, aside - 1);
            }
        }
    }

    /** From the file's units to mm, y up. */
    private static Affine whole(XMLStreamReader x, double unit) {
        String width = attribute(x, "width", "");
        double[] box = PathData.numbers(attribute(x, "viewBox", ""));
        double mm = length(width);
        double scale;
        if (box.length == 4 && box[2] > 0 && mm > 0) {
            scale = mm / box[2];
        } else {
            scale = unit > 0 ? unit : PIXEL;
        }
        double high = box.length == 4
                ? box[3]
                : PathData.numbers(attribute(x, "height", "0")).length > 0
                        ? PathData.numbers(attribute(x, "height", "0"))[0]
                        : 0;
        double left = box.length == 4 ? box[0] : 0;
        double top = box.length == 4 ? box[1] : 0;
        return new Affine(scale, 0, 0, -scale, -left * scale, (top + high) * scale);
    }

    /** A length with a unit in mm; zero for one without. */
    private static double length(String text) {
        String t = text.strip();
        double[] n = PathData.numbers(t);
        if (n.length == 0) {
            return 0;
        }
        double v = n[0];
        return t.endsWith("mm")
                ? v
                : t.endsWith("cm")
                        ? 10 * v
                        : t.endsWith("in")
                                ? 25.4 * v
                                : t.endsWith("pt")
                                        ? v * 25.4 / 72
                                        : t.endsWith("pc") ? v * 25.4 / 6 : t.endsWith("px") ? v * PIXEL : 0;
    }

    private static String attribute(XMLStreamReader x, String name, String otherwise) {
        String v = x.getAttributeValue(null, name);
        return v == null ? otherwise : v;
    }

    private static double number(XMLStreamReader x, String name) {
        String v = attribute(x, name, "0");
        double[] n = PathData.numbers(v);
        double mm = length(v);
        return mm > 0 && !v.strip().endsWith("px") ? mm / PIXEL : n.length == 0 ? 0 : n[0];
    }

    private void take(XMLStreamReader x, String name, Affine map) {
        List<Shape> made = new ArrayList<>();
        switch (name) {
            case "path" -> made.addAll(PathData.read(attribute(x, "d", "")));
            case "rect" -> rect(x, made);
            case "circle" -> oval(x, number(x, "r"), number(x, "r"), made);
            case "ellipse" -> oval(x, number(x, "rx"), number(x, "ry"), made);
            case "line" ->
                made.add(new Shape.Straight(
                        new Vec2(number(x, "x1"), number(x, "y1")), new Vec2(number(x, "x2"), number(x, "y2"))));
            case "polyline", "polygon" -> poly(x, name.equals("polygon"), made);
            case "text", "image", "use" -> leftOut++;
            default -> {
                // groups and what has no outline
            }
        }
        made.forEach(s -> shapes.add(s.mapped(map)));
    }

    private static void oval(XMLStreamReader x, double rx, double ry, List<Shape> out) {
        if (rx > 0 && ry > 0) {
            Vec2 m = new Vec2(number(x, "cx"), number(x, "cy"));
            out.add(new Shape.Oval(m, new Vec2(rx, 0), new Vec2(0, ry), 0, 2 * Math.PI));
        }
    }

    private static void poly(XMLStreamReader x, boolean closed, List<Shape> out) {
        double[] n = PathData.numbers(attribute(x, "points", ""));
        StringBuilder d = new StringBuilder("M");
        for (int i = 0; i + 1 < n.length; i += 2) {
            d.append(' ').append(n[i]).append(' ').append(n[i + 1]);
        }
        if (n.length >= 4) {
            out.addAll(PathData.read(d + (closed ? "Z" : "")));
        }
    }

    private static void rect(XMLStreamReader x, List<Shape> out) {
        double w = number(x, "width");
        double h = number(x, "height");
        if (w <= 0 || h <= 0) {
            return;
        }
        boolean hasX = x.getAttributeValue(null, "rx") != null;
        boolean hasY = x.getAttributeValue(null, "ry") != null;
        double rx = Math.min(w / 2, hasX ? number(x, "rx") : number(x, "ry"));
        double ry = Math.min(h / 2, hasY ? number(x, "ry") : number(x, "rx"));
        double u = number(x, "x");
        double v = number(x, "y");
        String corner = rx > 0 && ry > 0 ? "a" + rx + " " + ry + " 0 0 1 " : null;
        double r = corner == null ? 0 : rx;
        double s = corner == null ? 0 : ry;
        StringBuilder d = new StringBuilder("M" + (u + r) + " " + v + "h" + (w - 2 * r));
        d.append(corner == null ? "" : corner + r + " " + s).append("v").append(h - 2 * s);
        d.append(corner == null ? "" : corner + -r + " " + s).append("h").append(-(w - 2 * r));
        d.append(corner == null ? "" : corner + -r + " " + -s).append("v").append(-(h - 2 * s));
        d.append(corner == null ? "" : corner + r + " " + -s).append("Z");
        out.addAll(PathData.read(d.toString()));
    }

    static GeometryException bad(String sentence) {
        return new GeometryException(GeometryException.Reason.BAD_VALUE, sentence);
    }
}
