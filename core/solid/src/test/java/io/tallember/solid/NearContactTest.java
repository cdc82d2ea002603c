package io.tallember.solid;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Vec3;
import org.junit.jupiter.api.Test;

/**
 * Contacts that are nearly made: off by tenths to tens of the tolerance, shifted or tilted. Every operation must give a
 * sound solid whose volumes fit together, or refuse.
 */
class NearContactTest {
    private static final Body BLOCK = Shapes.box(0, 0, 0, 20, 20, 10);
    private static final Body PEG = Shapes.cylinder(10, 10, 6, 0, 10);

    private static Body box(double x0, double y0, double z0, double x1, double y1, double z1) {
        return Shapes.box(Frame.WORLD, x0, y0, z0, x1, y1, z1, "tool");
    }

    private static Body round(double x, double y, double r, double z0, double z1) {
        return Shapes.cylinder(x, y, r, z0, z1);
    }

    /** A frame tilted about x so that over 10 mm it is off by {@code d}. */
    private static Frame tilted(double x, double y, double z, double d) {
        return Frame.of(new Vec3(x, y, z), new Vec3(0, d / 10, 1), Vec3.X);
    }

    private static ContactTable contacts() {
        ContactTable c = new ContactTable();
        c.put("box on the top face", BLOCK, d -> box(5, 5, 10 + d, 15, 15, 16));
        c.put("box as large on the top face", BLOCK, d -> box(0, 0, 10 + d, 20, 20, 16));
        c.put("box shifted sideways, as high", BLOCK, d -> box(20 + d, 0, 0, 30, 20, 10));
        c.put("overlapping, tops flush", BLOCK, d -> box(15, 5, 2, 30, 15, 10 + d));
        c.put("overlapping, sides and tops flush", BLOCK, d -> box(15, 0 + d, 2, 30, 15, 10 + d));
        c.put("inside, bottom flush", BLOCK, d -> box(5, 5, 0 + d, 15, 15, 6));
        c.put("through, both ends flush", BLOCK, d -> box(5, 5, 0 + d, 15, 15, 10 - d));
        c.put("the same box", BLOCK, d -> box(d, 0, 0, 20 + d, 20, 10));
        c.put("edge along edge", BLOCK, d -> box(20 + d, 20 + d, 0, 30, 30, 10));
        c.put("corner on corner", BLOCK, d -> box(20 + d, 20 + d, 10 + d, 30, 30, 20));
        c.put("edge along the top face", BLOCK, d -> box(20 + d, 5, 10 + d, 30, 15, 20));
        c.put("peg on the top", BLOCK, d -> round(10, 10, 4, 10 + d, 15));
        c.put("peg through, flush", BLOCK, d -> round(10, 10, 4, 0 + d, 10));
        c.put("peg tangent to a wall outside", BLOCK, d -> round(24 + d, 10, 4, 2, 8));
        c.put("peg tangent to a wall inside", BLOCK, d -> round(16 + d, 10, 4, 2, 8));
        c.put("peg tangent inside, through", BLOCK, d -> round(16 + d, 10, 4, 0, 10));
        c.put("peg tangent to two walls", BLOCK, d -> round(16 + d, 16 + d, 4, 0, 10));
        c.put("peg centred on an edge", BLOCK, d -> round(20 + d, 20, 4, 0, 10));
        c.put("peg centred on a wall, flush", BLOCK, d -> round(20 + d, 10, 4, 0 + d, 10));
        c.put("peg through a corner", BLOCK, d -> round(20 + d, 15, 5, 0, 10));
        c.put("coaxial, end to end", PEG, d -> round(10, 10, 6, 10 + d, 15));
        c.put("coaxial, overlapping", PEG, d -> round(10, 10, 6 + d, 5, 15));
        c.put("coaxial, axis off", PEG, d -> round(10 + d, 10, 6, 5, 15));
        c.put("the same peg", PEG, d -> round(10, 10, 6 + d, 0, 10));
        c.put("pegs tangent outside", PEG, d -> round(20 + d, 10, 4, 0, 10));
        c.put("pegs tangent inside", PEG, d -> round(12 + d, 10, 4, 0, 10));
        c.put("pegs tangent inside, lower", PEG, d -> round(12 + d, 10, 4, 2, 8));
        c.put("box tangent to a peg", PEG, d -> box(16 + d, 5, 0, 25, 15, 10));
        c.put("box corner on a peg's wall", PEG, d -> box(16 + d, 10, 0, 25, 20, 10));
        c.put("box tilted on the top", BLOCK, d -> Shapes.box(tilted(5, 5, 10, d), 0, 0, 0, 10, 10, 6, "tool"));
        c.put("box tilted beside", BLOCK, d -> Shapes.box(tilted(20, 0, 0, d), 0, 0, 0, 10, 20, 10, "tool"));
        c.put("peg tilted in its hole's place", PEG, d -> Shapes.cylinder(tilted(10, 10, 0, d), 6, 0, 10));
        c.put("peg tilted on the top", BLOCK, d -> Shapes.cylinder(tilted(10, 10, 10, d), 4, 0, 6));
        return c;
    }

    @Test
    void everyNearContactIsSoundOrRefused() {
        contacts().run("near contacts", 60 * 60, 0.09);
    }
}
