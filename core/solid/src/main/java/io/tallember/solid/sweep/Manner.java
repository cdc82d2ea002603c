package io.tallember.solid.sweep;

import io.tallember.geometry.Vec3;
import io.tallember.geometry.Way;
import java.util.List;

/**
 * How a profile is turned as it goes along a way.
 *
 * @param up for {@link Keep#UPRIGHT} the direction it is kept upright to, else null
 * @param twist by which it turns about the way over its whole length, in radians
 * @param guides one or two that lead it, or none
 * @param lead what guides do to it
 */
public record Manner(Keep keep, Vec3 up, double twist, List<Way> guides, Lead lead) {
    /** What it keeps to. */
    public enum Keep {
        /** It turns with the way, and about it no more than the way asks for; along a coil it keeps to the coil's axis. */
        SQUARE,
        /** It turns with the way, upright to a direction. */
        UPRIGHT,
        /** It keeps its direction. */
        FIXED
    }

    /** What a guide does to the profile. One leads from where the way passes through it, two move it too. */
    public enum Lead {
        /** It is turned only. */
        TURN,
        /** It is turned, and made larger or smaller alike both ways. */
        SCALE,
        /** It is turned, and stretched toward the guide, or from one to the other. */
        STRETCH
    }

    public static final Manner SQUARE = new Manner(Keep.SQUARE, null, 0);

    public Manner {
        guides = List.copyOf(guides);
    }

    public Manner(Keep keep, Vec3 up, double twist) {
        this(keep, up, twist, List.of(), Lead.SCALE);
    }
}
