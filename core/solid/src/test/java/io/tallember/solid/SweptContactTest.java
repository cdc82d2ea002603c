package io.tallember.solid;

import static io.tallember.solid.Shapes.TOL;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import io.tallember.solid.sweep.Primitive;
import org.junit.jupiter.api.Test;

/** Contacts of bodies with extruded and revolved surfaces, exactly and nearly made. */
class SweptContactTest {
    private static final Body OVAL = FreeformTest.oval();
    private static final Body BOW = FreeformTest.parabola();

    private static Body box(double x0, double y0, double z0, double x1, double y1, double z1) {
        return Shapes.box(Frame.WORLD, x0, y0, z0, x1, y1, z1, "tool");
    }

    private static Body ball(double x, double y, double z, double r) {
        return Primitive.sphere(Frame.WORLD.at(new Vec3(x, y, z)), r, "tool", TOL);
    }

    private static Body moved(double x, double y, double z) {
        return FreeformTest.oval(Frame.WORLD.at(new Vec3(x, y, z)));
    }

    @Test
    void sweptBodiesMeetSoundlyOrRefuse() {
        ContactTable c = new ContactTable();
        c.put("box on an oval prism", OVAL, d -> box(-5, -5, 15 + d, 5, 5, 20));
        c.put("box through it, flush", OVAL, d -> box(-5, -5, 0 + d, 5, 5, 15));
        c.put("wall touching its narrow side", OVAL, d -> box(20 + d, -10, 2, 30, 10, 10));
        c.put("oval prism touching a block's walls inside", OVAL, d -> box(-20 - d, -15, -5, 20 + d, 15, 20));
        c.put("peg touching its narrow side", OVAL, d -> Shapes.cylinder(24 + d, 0, 4, 2, 10));
        c.put("the same oval prism", OVAL, d -> moved(d, 0, 0));
        c.put("oval prisms end to end", OVAL, d -> moved(0, 0, 15 + d));
        c.put("oval prisms crossing, ends flush", OVAL, d -> moved(10, 0, d));
        c.put("oval prism halved by a wall", OVAL, d -> box(d, -30, -5, 30, 30, 20));
        c.put("peg as wide as the oval is narrow", OVAL, d -> Shapes.cylinder(0, 0, 12 + d, 0, 15));
        c.put("peg centred on its side", OVAL, d -> Shapes.cylinder(20 + d, 0, 4, 0, 15));
        c.put("ball resting on it", OVAL, d -> ball(3, 2, 20 + d, 5));
        c.put("ball half in its top", OVAL, d -> ball(3, 2, 15 + d, 5));
        c.put("ball touching its side outside", OVAL, d -> ball(25 + d, 0, 7, 5));
        c.put("box on the string of a bow", BOW, d -> box(-8, 20 + d, 2, 8, 30, 8));
        c.put("wall touching a bow's tip", BOW, d -> box(-10, -10, 2, 10, d, 8));
        c.put("wall cutting a bow short, flush", BOW, d -> box(-30, 10, 0 + d, 30, 30, 10));
        c.put("corner of a box on a bow", BOW, d -> box(10, -10, 0, 20, 5 + d, 10));
        c.run("swept contacts", 1200, 0.09);
    }
}
