package io.tallember.sketch.svg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Tolerance;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.regions.SketchReader;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The same outlines written in the many ways that the standard allows: where they lie and how large they are, worked out by hand. */
class SvgVariantsTest {
    private static final String XMLNS =
            "xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' ";

    /** A file, the area of all regions in mm2, and the lower left and upper right corners in mm. */
    private record Case(String name, String svg, double unit, double area, double... box) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static Case mm(String name, String inside, double area, double... box) {
        return new Case(
                name,
                "<svg " + XMLNS + "width='100mm' height='60mm' viewBox='0 0 100 60'>" + inside + "</svg>",
                0,
                area,
                box);
    }

    private static Case root(String name, String attributes, String inside, double area, double... box) {
        return new Case(name, "<svg " + XMLNS + attributes + ">" + inside + "</svg>", 0, area, box);
    }

    private static Case unit(String name, double unit, String attributes, String inside, double area, double... box) {
        return new Case(name, "<svg " + XMLNS + attributes + ">" + inside + "</svg>", unit, area, box);
    }

    static Stream<Case> cases() {
        String r = "<rect x='10' y='10' width='20' height='10'/>";
        String defined = "<defs><rect id='r' x='1' y='2' width='20' height='10'/></defs>";
        double px = 25.4 / 96;
        return Stream.of(
                mm("plain", r, 200, 10, 40, 30, 50),
                mm("use", defined + "<use href='#r' x='9' y='8'/>", 200, 10, 40, 30, 50),
                mm("use by the older link", defined + "<use xlink:href='#r' x='9' y='8'/>", 200, 10, 40, 30, 50),
                mm(
                        "use turned",
                        defined + "<use href='#r' transform='translate(40 10) rotate(90)'/>",
                        200,
                        28,
                        29,
                        38,
                        49),
                mm("use twice", defined + "<use href='#r'/><use href='#r' x='30'/>", 400, 1, 48, 51, 58),
                mm(
                        "use of a group",
                        "<defs><g id='g' transform='scale(2)'>" + r + "</g></defs><use href='#g' y='-20'/>",
                        800,
                        20,
                        40,
                        60,
                        60),
                mm("use of what isn't there", "<use href='#none'/>" + r, 200, 10, 40, 30, 50),
                mm("use of itself is no outline", "<g id='a'><use href='#b'/></g>" + r, 200, 10, 40, 30, 50),
                mm(
                        "symbol with its own box",
                        "<symbol id='s' viewBox='0 0 10 10'><rect width='10' height='5'/></symbol>"
                                + "<use href='#s' x='10' y='10' width='20' height='20'/>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "symbol alone isn't drawn",
                        "<symbol id='s'><rect width='10' height='5'/></symbol>" + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "drawing within",
                        "<svg x='10' y='10' width='20' height='20' viewBox='0 0 2 2'><rect width='2' height='1'/></svg>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "drawing within, to the middle",
                        "<svg x='0' y='0' width='40' height='20' viewBox='0 0 10 10'><rect width='10' height='10'/></svg>",
                        400,
                        10,
                        40,
                        30,
                        60),
                mm(
                        "drawing within, at the end",
                        "<svg width='40' height='20' viewBox='0 0 10 10' preserveAspectRatio='xMaxYMin'><rect width='10' height='10'/></svg>",
                        400,
                        20,
                        40,
                        40,
                        60),
                mm(
                        "drawing within, stretched",
                        "<svg width='40' height='20' viewBox='0 0 10 10' preserveAspectRatio='none'><rect width='10' height='10'/></svg>",
                        800,
                        0,
                        40,
                        40,
                        60),
                mm(
                        "drawing within, filling",
                        "<svg width='40' height='20' viewBox='0 0 10 10' preserveAspectRatio='xMinYMin slice'><rect width='10' height='5'/></svg>",
                        800,
                        0,
                        40,
                        40,
                        60),
                mm(
                        "part of the drawing within",
                        "<svg width='50%' height='50%'><rect width='100%' height='100%'/></svg>",
                        1500,
                        0,
                        30,
                        50,
                        60),
                root(
                        "only the width has a unit",
                        "width='100mm' viewBox='0 0 200 120'",
                        "<rect width='40' height='20'/>",
                        200,
                        0,
                        50,
                        20,
                        60),
                root(
                        "only the height has a unit",
                        "height='60mm' viewBox='0 0 200 120'",
                        "<rect width='40' height='20'/>",
                        200,
                        0,
                        50,
                        20,
                        60),
                root("units in capitals", "width='10CM' height='6CM' viewBox='0 0 100 60'", r, 200, 10, 40, 30, 50),
                root(
                        "quarters of a millimetre",
                        "width='400Q' height='240q' viewBox='0 0 100 60'",
                        r,
                        200,
                        10,
                        40,
                        30,
                        50),
                root(
                        "points",
                        "width='288pt' height='144pt' viewBox='0 0 4 2'",
                        "<rect width='1' height='1'/>",
                        25.4 * 25.4,
                        0,
                        25.4,
                        25.4,
                        50.8),
                root(
                        "picas",
                        "width='24pc' height='12pc' viewBox='0 0 4 2'",
                        "<rect width='1' height='1'/>",
                        25.4 * 25.4,
                        0,
                        25.4,
                        25.4,
                        50.8),
                root(
                        "another shape than the box, to the middle",
                        "width='100mm' height='100mm' viewBox='0 0 100 60'",
                        r,
                        200,
                        10,
                        60,
                        30,
                        70),
                root(
                        "another shape than the box, stretched",
                        "width='100mm' height='120mm' viewBox='0 0 100 60' preserveAspectRatio='none'",
                        r,
                        400,
                        10,
                        80,
                        30,
                        100),
                root(
                        "a box that doesn't begin at zero",
                        "width='100mm' height='60mm' viewBox='-50 -30 100 60'",
                        "<rect width='20' height='10'/>",
                        200,
                        50,
                        20,
                        70,
                        30),
                root(
                        "no box, size in mm",
                        "width='100mm' height='60mm'",
                        "<rect width='96' height='96'/>",
                        25.4 * 25.4,
                        0,
                        34.6,
                        25.4,
                        60),
                root(
                        "no box, size in inches",
                        "width='4in' height='2in'",
                        "<rect width='96' height='96'/>",
                        25.4 * 25.4,
                        0,
                        25.4,
                        25.4,
                        50.8),
                root(
                        "plain numbers are pixels",
                        "width='96' height='96' viewBox='0 0 1 1'",
                        "<rect width='1' height='1'/>",
                        25.4 * 25.4,
                        0,
                        0,
                        25.4,
                        25.4),
                unit(
                        "plain numbers in the unit asked for",
                        1,
                        "width='200' height='120' viewBox='0 0 100 60'",
                        r,
                        800,
                        20,
                        80,
                        60,
                        100),
                unit("no size at all in the unit asked for", 2, "viewBox='0 0 100 60'", r, 800, 20, 80, 60, 100),
                unit(
                        "a size in mm isn't overruled",
                        7,
                        "width='100mm' height='60mm' viewBox='0 0 100 60'",
                        r,
                        200,
                        10,
                        40,
                        30,
                        50),
                root(
                        "in per cent means nothing here",
                        "width='100%' height='100%' viewBox='0 0 96 96'",
                        "<rect width='96' height='96'/>",
                        25.4 * 25.4,
                        0,
                        0,
                        25.4,
                        25.4),
                mm("hidden", "<rect width='9' height='9' visibility='hidden'/>" + r, 200, 10, 40, 30, 50),
                mm(
                        "shown in a hidden group",
                        "<g visibility='hidden'><rect width='9' height='9'/><g visibility='visible'>" + r + "</g></g>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "not displayed by its style",
                        "<rect width='9' height='9' style='fill:red; display : none'/>" + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "not displayed by a sheet, by class",
                        "<style>.aid, .x { display: none }</style><rect class='a aid' width='9' height='9'/>" + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "not displayed by a sheet, by id",
                        "<style>/* aid */ #aid{display:none}</style><rect id='aid' width='9' height='9'/>" + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "not displayed by a sheet, by kind and class",
                        "<style>rect.aid{display:none} circle{display:none}</style><rect class='aid' width='9' height='9'/><circle r='3'/>"
                                + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "its own style wins",
                        "<style>rect{display:none}</style>" + r.replace("/>", " style='display:inline'/>"),
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "hidden by a sheet",
                        "<style type='text/css'>.a{visibility:hidden}</style><rect class='a' width='9' height='9'/>"
                                + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "transform as a style",
                        "<rect width='20' height='10' style='transform: translate(10px, 10px)'/>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "a style's transform takes the attribute's place",
                        "<rect width='20' height='10' transform='scale(9)' style='transform:translate(10px,10px)'/>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "angles with units",
                        "<rect width='10' height='20' style='transform:translateX(30px) translateY(10px) rotate(0.25turn)'/>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "angles in radians",
                        "<rect width='10' height='20' style='transform:translate(30px,10px) rotate(1.5707963267948966rad)'/>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "a transform that isn't known loses its shape",
                        "<rect width='9' height='9' style='transform:perspective(9px)'/>" + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                mm("one bad command loses its path", "<path d='M0 0 L9 0 X9 9 Z'/>" + r, 200, 10, 40, 30, 50),
                mm("numbers before a command lose their path", "<path d='10 10 L9 0 9 9 Z'/>" + r, 200, 10, 40, 30, 50),
                mm("a path that doesn't begin with a place is lost", "<path d='L9 0 9 9 Z'/>" + r, 200, 10, 40, 30, 50),
                mm(
                        "lengths with units in shapes",
                        "<rect x='10' y='10' width='20px' height='10.0'/>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm(
                        "only one radius",
                        "<rect x='10' y='10' width='20' height='10' rx='2'/>",
                        200 - (4 - Math.PI) * 4,
                        10,
                        40,
                        30,
                        50),
                mm("polygon", "<polygon points='10,10 30,10 30,20 10,20'/>", 200, 10, 40, 30, 50),
                mm("below nought", "<rect x='-10' y='-10' width='20' height='10'/>", 200, -10, 60, 10, 70),
                mm(
                        "mirrored",
                        "<rect x='10' y='10' width='20' height='10' transform='matrix(-1 0 0 1 40 0)'/>",
                        200,
                        10,
                        40,
                        30,
                        50),
                mm("leaning", "<rect x='0' y='0' width='20' height='10' transform='skewX(45)'/>", 200, 0, 50, 30, 60),
                mm("anchors and switches are groups", "<a><switch>" + r + "</switch></a>", 200, 10, 40, 30, 50),
                mm(
                        "clips and masks aren't outlines",
                        "<clipPath id='c'><rect width='9' height='9'/></clipPath><mask><rect width='5' height='5'/></mask>"
                                + r,
                        200,
                        10,
                        40,
                        30,
                        50),
                root(
                        "small units",
                        "width='1mm' height='1mm' viewBox='0 0 1 1'",
                        "<rect width='" + 1 + "' height='1'/>",
                        1,
                        0,
                        0,
                        1,
                        1),
                mm("pixels in a path", "<path d='m10,10h20v10h-20z'/>", 200, 10, 40, 30, 50),
                unit(
                        "pixels",
                        0,
                        "viewBox='0 0 100 100'",
                        "<rect width='100' height='100'/>",
                        1e4 * px * px,
                        0,
                        0,
                        100 * px,
                        100 * px));
    }

    @ParameterizedTest
    @MethodSource("cases")
    void itLiesWhereItShould(Case c) {
        Sketch s = Outline.read(c.svg(), c.unit(), 0.001);
        var regions = SketchReader.read(s, Tolerance.DEFAULT).regions();
        assertThat(regions.stream().mapToDouble(r -> r.area()).sum()).isCloseTo(c.area(), within(1e-6));
        Box3 box = Box3.EMPTY;
        for (var r : regions) {
            for (var e : r.outer()) {
                box = box.with(e.curve().point(e.range().lo()))
                        .with(e.curve().point(e.range().hi()));
            }
        }
        assertThat(new double[] {
                    box.min().x(), box.min().y(), box.max().x(), box.max().y()
                })
                .containsExactly(c.box(), within(1e-6));
    }
}
