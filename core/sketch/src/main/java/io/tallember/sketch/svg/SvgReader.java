package io.tallember.sketch.svg;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec2;
import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;

/**
 * Reads outlines: paths, rectangles, circles, ellipses, lines and polylines with their transforms, in mm, y up; also those used
 * again, and drawings within the drawing. Fills, strokes, pictures and texts are left out, and so is a path with an error in it.
 */
final class SvgReader {
    private static final Set<String> ASIDE = Set.of(
            "defs", "symbol", "clipPath", "mask", "marker", "pattern", "metadata", "style", "script", "title", "desc");
    private static final int DEEPEST = 60;
    private static final int MOST = 50_000;

    /**
     * What was read.
     *
     * @param trouble what is wrong with what was left out for an error, one sentence; empty when nothing was
     */
    record Read(List<Shape> shapes, int leftOut, String trouble) {}

    private final List<Shape> shapes = new ArrayList<>();
    private final Map<String, Element> named = new HashMap<>();
    private final Style style;
    private int leftOut;
    private int taken;
    private String trouble = "";

    private SvgReader(Element root) {
        style = new Style(root);
        name(root);
    }

    private void name(Element e) {
        named.putIfAbsent(e.getAttribute("id"), e);
        for (Node n = e.getFirstChild(); n != null; n = n.getNextSibling()) {
            if (n instanceof Element child) {
                name(child);
            }
        }
    }

    /** @param unit mm of a unit of a file that gives no size in units of length; zero takes the standard's 1/96 inch */
    static Read read(String svg, double unit) {
        Element root = parsed(svg);
        if (!"svg".equals(root.getLocalName())) {
            throw bad("This isn't an SVG file: it begins with " + root.getLocalName() + ".");
        }
        SvgReader r = new SvgReader(root);
        Viewport whole = Viewport.whole(root, unit);
        r.children(root, whole.map(), whole, true, 0);
        return new Read(r.shapes, r.leftOut, r.trouble);
    }

    private static Element parsed(String svg) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
            factory.setFeature("http://xml.org/sax/features/external-general-entities", false);
            factory.setFeature("http://xml.org/sax/features/external-parameter-entities", false);
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(null);
            return builder.parse(new InputSource(new StringReader(svg))).getDocumentElement();
        } catch (SAXException e) {
            int line = e instanceof SAXParseException p ? p.getLineNumber() : 0;
            throw bad("This isn't an SVG file that can be read; it is broken at line " + line + ".");
        } catch (IOException | ParserConfigurationException e) {
            throw new IllegalStateException(e);
        }
    }

    private void children(Element e, Affine map, Viewport view, boolean shown, int depth) {
        for (Node n = e.getFirstChild(); n != null; n = n.getNextSibling()) {
            if (n instanceof Element child && !ASIDE.contains(child.getLocalName())) {
                element(child, map, view, shown, depth + 1);
            }
        }
    }

    private void element(Element e, Affine round, Viewport view, boolean visible, int depth) {
        Patience.check();
        if (depth > DEEPEST || ++taken > MOST) {
            throw bad("This file draws things within things too deep, or more than " + MOST + " things.");
        }
        if (style.of(e, "display").equals("none")) {
            return;
        }
        String says = style.of(e, "visibility");
        boolean shown = says.isEmpty() || says.equals("inherit") ? visible : says.equals("visible");
        try {
            Affine map = round.after(transform(e));
            switch (e.getLocalName()) {
                case "svg" -> {
                    Viewport inner = Viewport.within(e, view, e.getAttribute("width"), e.getAttribute("height"));
                    children(e, map.after(inner.map()), inner, shown, depth);
                }
                case "use" -> use(e, map, view, shown, depth);
                case "text", "image", "foreignObject" -> leftOut += shown ? 1 : 0;
                default -> {
                    if (shown) {
                        new Basic(e, view).outline().forEach(s -> shapes.add(s.mapped(map)));
                    }
                    children(e, map, view, shown, depth);
                }
            }
        } catch (BrokenPath p) {
            leftOut++;
            trouble = trouble.isEmpty() ? p.getMessage() : trouble;
        }
    }

    /** An error in one outline, which loses that one only. */
    static final class BrokenPath extends RuntimeException {
        private static final long serialVersionUID = 1L;

        BrokenPath(String sentence) {
            super(sentence);
        }
    }

    private Affine transform(Element e) {
        return style.said(e, "transform")
                .filter(t -> !t.equals("none"))
                .map(Affine::read)
                .orElseGet(() -> Affine.read(e.getAttribute("transform")));
    }

    private void use(Element e, Affine map, Viewport view, boolean shown, int depth) {
        String link = e.hasAttribute("href")
                ? e.getAttribute("href")
                : e.getAttributeNS("http://www.w3.org/1999/xlink", "href");
        Element what = link.startsWith("#") ? named.get(link.substring(1)) : null;
        if (what == null) {
            leftOut++;
            return;
        }
        double x = Viewport.or(Viewport.length(e.getAttribute("x"), view.width()), 0);
        double y = Viewport.or(Viewport.length(e.getAttribute("y"), view.height()), 0);
        Affine there = map.after(new Affine(1, 0, 0, 1, x, y));
        String name = what.getLocalName();
        if (name.equals("symbol") || name.equals("svg")) {
            String width = e.hasAttribute("width") ? e.getAttribute("width") : what.getAttribute("width");
            String height = e.hasAttribute("height") ? e.getAttribute("height") : what.getAttribute("height");
            Viewport inner = Viewport.within(what, view, width, height);
            children(what, there.after(transform(what)).after(inner.map()), inner, shown, depth + 1);
        } else {
            element(what, there, view, shown, depth + 1);
        }
    }

    /** One of the basic shapes as an outline. */
    private record Basic(Element e, Viewport view) {
        List<Shape> outline() {
            List<Shape> made = new ArrayList<>();
            switch (e.getLocalName()) {
                case "path" -> made.addAll(PathData.read(e.getAttribute("d")));
                case "rect" -> rect(made);
                case "circle" ->
                    oval(across("r", Math.hypot(view.width(), view.height()) / Math.sqrt(2)), Double.NaN, made);
                case "ellipse" -> oval(across("rx", view.width()), across("ry", view.height()), made);
                case "line" -> made.add(new Shape.Straight(at("x1", "y1"), at("x2", "y2")));
                case "polyline", "polygon" -> poly(made);
                default -> {
                    // groups and what has no outline
                }
            }
            return made;
        }

        private double across(String name, double whole) {
            return Viewport.or(Viewport.length(e.getAttribute(name), whole), 0);
        }

        private Vec2 at(String x, String y) {
            return new Vec2(across(x, view.width()), across(y, view.height()));
        }

        private void oval(double rx, double ry, List<Shape> out) {
            double high = Double.isNaN(ry) ? rx : ry;
            if (rx > 0 && high > 0) {
                out.add(new Shape.Oval(at("cx", "cy"), new Vec2(rx, 0), new Vec2(0, high), 0, 2 * Math.PI));
            }
        }

        private void poly(List<Shape> out) {
            double[] n = PathData.numbers(e.getAttribute("points"));
            StringBuilder d = new StringBuilder("M");
            for (int i = 0; i + 1 < n.length; i += 2) {
                d.append(' ').append(n[i]).append(' ').append(n[i + 1]);
            }
            if (n.length >= 4) {
                out.addAll(PathData.read(d + (e.getLocalName().equals("polygon") ? "Z" : "")));
            }
        }

        private void rect(List<Shape> out) {
            double w = across("width", view.width());
            double h = across("height", view.height());
            if (w <= 0 || h <= 0) {
                return;
            }
            boolean hasX =
                    !e.getAttribute("rx").isBlank() && !e.getAttribute("rx").equals("auto");
            boolean hasY =
                    !e.getAttribute("ry").isBlank() && !e.getAttribute("ry").equals("auto");
            double rx = Math.min(w / 2, hasX ? across("rx", view.width()) : across("ry", view.height()));
            double ry = Math.min(h / 2, hasY ? across("ry", view.height()) : across("rx", view.width()));
            Vec2 at = at("x", "y");
            String corner = rx > 0 && ry > 0 ? "a" + rx + " " + ry + " 0 0 1 " : null;
            double r = corner == null ? 0 : rx;
            double s = corner == null ? 0 : ry;
            StringBuilder d = new StringBuilder("M" + (at.x() + r) + " " + at.y() + "h" + (w - 2 * r));
            d.append(corner == null ? "" : corner + r + " " + s).append("v").append(h - 2 * s);
            d.append(corner == null ? "" : corner + -r + " " + s).append("h").append(-(w - 2 * r));
            d.append(corner == null ? "" : corner + -r + " " + -s).append("v").append(-(h - 2 * s));
            d.append(corner == null ? "" : corner + r + " " + -s).append("Z");
            out.addAll(PathData.read(d.toString()));
        }
    }

    static GeometryException bad(String sentence) {
        return new GeometryException(GeometryException.Reason.BAD_VALUE, sentence);
    }
}
