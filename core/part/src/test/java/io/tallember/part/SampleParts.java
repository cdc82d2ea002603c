package io.tallember.part;

import io.tallember.part.MaterialStep.Mode;
import io.tallember.part.SketchPlane.Base;
import io.tallember.part.commands.Command;
import io.tallember.part.file.CommandJson;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.extrude.ExtrudeStep;
import io.tallember.sketch.Constraint.Kind;
import io.tallember.sketch.Sketch;
import java.util.LinkedHashMap;
import java.util.Map;

/** The demo parts of Larkmoor Weatherworks that today's operations can build, drawn as a designer would. */
final class SampleParts {
    private SampleParts() {}

    /** By file name. */
    static Map<String, PartDocument> all() {
        Map<String, PartDocument> out = new LinkedHashMap<>();
        out.put("vane-plate", vanePlate());
        out.put("bearing-block", bearingBlock());
        out.put("mast-yoke", mastYoke());
        out.put("louvre-carrier", louvreCarrier());
        out.put("splitter-block", splitterBlock());
        out.put("vane-hub", vaneHub());
        out.put("anemometer-cup", anemometerCup());
        out.put("sensor-hood", MouldedSamples.sensorHood());
        out.put("terminal-cover", MouldedSamples.terminalCover());
        out.put("cup-rotor", MouldedSamples.cupRotor());
        out.put("cable-conduit", cableConduit());
        out.put("balance-spring", balanceSpring());
        return out;
    }

    /** Steps as a request tells them, one after the other. */
    private static PartDocument told(String name, String... steps) {
        PartDocument doc = PartDocument.empty(name, Unit.MM);
        for (String step : steps) {
            doc = CommandJson.read(PartFile.parse("{\"do\":\"add-step\",\"step\":" + step + "}"), doc)
                    .done(doc);
        }
        return doc;
    }

    /** A bent tube: legs along the axes, the bends set for all at once. */
    private static PartDocument cableConduit() {
        return told("Cable conduit", """
                {"kind":"path","id":"","name":"Run","start":{"x":0,"y":0,"z":0},"bend":14,"closed":false,"legs":[
                {"id":"n1","way":"straight","toward":"z","length":46},
                {"id":"n2","way":"straight","toward":"x","length":64},
                {"id":"n3","way":"straight","toward":"y","length":52},
                {"id":"n4","way":"straight","toward":"-z","length":30}]}""", """
                {"kind":"sweep","id":"","name":"Tube","sketch":"","regions":[],"round":{"diameter":10,"wall":1.2},
                "along":{"step":"s1"},"keep":"square","twist":0,"mode":"body"}""");
    }

    /** A wound wire with a straight leg at either end, led smoothly out of the coil. */
    private static PartDocument balanceSpring() {
        return told("Vane balance spring", """
                {"kind":"path","id":"","name":"Wire","start":{"x":8,"y":-7,"z":-16},"bend":3,"closed":false,"legs":[
                {"id":"n1","way":"straight","toward":"z","length":16},
                {"id":"n2","way":"straight","toward":"y","length":7},
                {"id":"n3","way":"coil","about":"z","diameter":16,"start":0,"by":"wire-turns","pitch":3,"turns":9,
                "height":25,"wire":1.6,"gap":0.3,"left":false,"grow":0,"leave":"y"},
                {"id":"n4","way":"straight","toward":"y","length":7},
                {"id":"n5","way":"straight","toward":"z","length":16}]}""", """
                {"kind":"sweep","id":"","name":"Spring","sketch":"","regions":[],"round":{"diameter":1.6,"wall":0},
                "along":{"step":"s1"},"keep":"square","twist":0,"mode":"body"}""");
    }

    private static PartDocument vanePlate() {
        Sheet s = new Sheet("Vane plate", Unit.MM);
        Pen plate = new Pen()
                .rectangle(-60, -40, 120, 80)
                .circle(-48, -28, 9)
                .circle(48, -28, 9)
                .circle(48, 28, 9)
                .circle(-48, 28, 9)
                .slot(-15, 0, 30, 14);
        s.block("Plate", Base.TOP, plate, 10, false, Mode.BODY);
        return s.document();
    }

    static PartDocument bearingBlock() {
        Sheet s = new Sheet("Bearing block", Unit.MM);
        s.block("Foot", Base.TOP, new Pen().rectangle(-60, -44, 120, 44), 14, false, Mode.BODY);
        Pen arch = new Pen();
        String a = arch.point(-32, 0);
        String b = arch.point(32, 0);
        String c = arch.point(32, 46);
        String d = arch.point(-32, 46);
        String m = arch.point(0, 46);
        String base = arch.line(a, b);
        String right = arch.line(b, c);
        String round = arch.arc(m, c, d);
        String left = arch.line(d, a);
        arch.hold(Kind.HORIZONTAL, base).hold(Kind.VERTICAL, right).hold(Kind.VERTICAL, left);
        arch.hold(Kind.TANGENT, right, round).hold(Kind.TANGENT, round, left);
        arch.hold(Kind.ON_CURVE, a, Sketch.X_AXIS).hold(Kind.ON_CURVE, m, Sketch.Y_AXIS);
        arch.size(Kind.VERTICAL_DISTANCE, 46, Sketch.ORIGIN, m).size(Kind.RADIUS, 32, round);
        s.block("Arch", Base.FRONT, arch, 44, false, Mode.ADD);
        s.cut("Bore", Base.FRONT, new Pen().circle(0, 46, 38), 44, false);
        s.cut("Feet holes", s.on("s2.end(r3)"), new Pen().circle(-47, -22, 11).circle(47, -22, 11), 14, true);
        s.block("Oil boss", Base.TOP, new Pen().circle(0, -22, 16), 84, false, Mode.ADD);
        ExtrudeStep boss =
                (ExtrudeStep) s.document().steps().get(s.document().steps().size() - 1);
        s.with(new Command.SwitchStep(boss.id(), true));
        return s.document();
    }

    static PartDocument mastYoke() {
        Sheet s = new Sheet("Mast yoke", Unit.MM);
        s.block("Hub", Base.TOP, new Pen().circle(0, 0, 56), 46, false, Mode.BODY);
        s.block("Long arm", Base.TOP, new Pen().rectangle(0, -11, 84, 22), 16, false, Mode.ADD);
        s.block("Side arm", Base.TOP, new Pen().rectangle(-12, 0, 24, 62), 22, false, Mode.ADD);
        s.block("Short arm", Base.TOP, new Pen().rectangle(-54, -15, 54, 30), 12, false, Mode.ADD);
        s.block("Long pad", Base.TOP, new Pen().circle(84, 0, 34), 28, false, Mode.ADD);
        s.block("Side pad", Base.TOP, new Pen().circle(0, 62, 30), 34, false, Mode.ADD);
        s.block("Short pad", Base.TOP, new Pen().circle(-54, 0, 38), 20, false, Mode.ADD);
        s.cut("Mast bore", Base.TOP, new Pen().circle(0, 0, 34), 46, false);
        s.cut(
                "Pad bores",
                Base.TOP,
                new Pen().circle(84, 0, 14).circle(0, 62, 12).circle(-54, 0, 16),
                40,
                false);
        return s.document();
    }

    private static PartDocument louvreCarrier() {
        Sheet s = new Sheet("Louvre carrier", Unit.MM);
        Pen frame = new Pen().rectangle(-70, -36, 140, 72);
        for (int i = 0; i < 5; i++) {
            frame.slot(-44, -24 + 12 * i, 88, 7);
        }
        s.block("Frame", Base.TOP, frame, 8, false, Mode.BODY);
        s.block("Left lug", s.on("s2.end(r3)"), new Pen().rectangle(-70, -14, 10, 28), 18, false, Mode.ADD);
        s.block("Right lug", s.on("s2.end(r3)"), new Pen().rectangle(60, -14, 10, 28), 18, false, Mode.ADD);
        s.cut("Pivot", Base.SIDE, new Pen().circle(0, 18, 6), 80, false);
        ExtrudeStep pivot =
                (ExtrudeStep) s.document().steps().get(s.document().steps().size() - 1);
        s.with(new Command.ChangeStep(new ExtrudeStep(
                pivot.id(), "", false, pivot.sketch(), pivot.regions(), 160, true, false, Mode.REMOVE)));
        return s.document();
    }

    private static PartDocument splitterBlock() {
        Sheet s = new Sheet("Splitter block", Unit.MM);
        s.block("Block", Base.TOP, new Pen().rectangle(0, 0, 96, 64), 40, false, Mode.BODY);
        Pen wells = new Pen();
        for (int i = 0; i < 3; i++) {
            wells.rectangle(9 + 28 * i, 8, 22, 20).rectangle(9 + 28 * i, 36, 22, 20);
        }
        s.cut("Wells", s.on("s2.end(r3)"), wells, 14, true);
        s.cut("Long bore", Base.SIDE, new Pen().circle(32, 12, 10), 96, false);
        s.cut("Cross bore", s.on("s2.side(c1)"), new Pen().circle(48, 12, 10), 64, true);
        return s.document();
    }

    private static PartDocument vaneHub() {
        Sheet s = new Sheet("Vane hub", Unit.MM);
        Pen half = new Pen().outline(9, 0, 40, 0, 40, 10, 22, 10, 16, 32, 16, 46, 9, 46);
        s.turn("Hub", Base.FRONT, half, Sketch.Y_AXIS, Mode.BODY);
        Pen holes = new Pen();
        for (int i = 0; i < 6; i++) {
            double a = Math.toRadians(30 + 60 * i);
            double x = Math.round(31e6 * Math.cos(a)) / 1e6;
            holes.circle(x, Math.round(31e6 * Math.sin(a)) / 1e6, 5.5);
        }
        s.cut("Flange holes", Base.TOP, holes, 10, false);
        s.cut("Keyway", Base.TOP, new Pen().rectangle(-2, 0, 4, 11.5), 46, false);
        return s.document();
    }

    /** A hollow half ball on an arm, with the ring that clamps it. */
    private static PartDocument anemometerCup() {
        Sheet s = new Sheet("Anemometer cup", Unit.MM);
        Pen cup = new Pen();
        String m = cup.point(54, 0);
        String a = cup.point(54, 18);
        String d = cup.point(72, 0);
        String b = cup.point(54, 16);
        String c = cup.point(70, 0);
        String axis = cup.guide(m, a);
        String rim = cup.guide(m, d);
        cup.arc(m, d, a);
        String inner = cup.arc(m, c, b);
        cup.line(a, b);
        cup.line(c, d);
        cup.place(m, 54, 0).hold(Kind.VERTICAL, axis).hold(Kind.HORIZONTAL, rim);
        cup.hold(Kind.ON_CURVE, b, axis).hold(Kind.ON_CURVE, c, rim);
        cup.size(Kind.RADIUS, 16, inner).size(Kind.DISTANCE, 18, axis);
        s.turn("Cup", Base.TOP, cup, axis, Mode.BODY);
        Sketch arm = new Pen().circle(6, 0, 6).sketch();
        String outline = s.sketch("Arm outline", Base.SIDE, arm);
        s.with(new Command.AddStep(new ExtrudeStep(
                "", "Arm", false, outline, Pen.largest(arm), ExtrudeStep.Extent.NEXT, 36, false, false, Mode.ADD)));
        Sketch ring = new Pen().circle(0, 0, 22).sketch();
        s.extrude("Ring", s.sketch("Ring outline", Base.TOP, ring), Pen.largest(ring), 14, true, false, Mode.ADD);
        Sketch bore = new Pen().circle(0, 0, 12).sketch();
        s.extrude("Bore", s.sketch("Bore outline", Base.TOP, bore), Pen.largest(bore), 14, true, false, Mode.REMOVE);
        return s.document();
    }
}
