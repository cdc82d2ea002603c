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
 * @param rounded whether corners are rounded on their outside instead of mitred
 */
public record Manner(Keep keep, Vec3 up, double twist, List<Way> guides, Lead lead, boolean rounded) {
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
        this(keep, up, twist, List.of(), Lead.SCALE, false);
    }

    public Manner(Keep keep, Vec3 up, double twist, List<Way> guides, Lead lead) {
        this(keep, up, twist, guides, lead, false);
    }

    /** With corners rounded on their outside, or mitred. */
    public Manner rounded(boolean r) {
        return new Manner(keep, up, twist, guides, lead, r);
    }

    /** With another twist. */
    public Manner twisted(double t) {
        return new Manner(keep, up, t, guides, lead, rounded);
    }
}
