package io.tallember.solid;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Surface;
import io.tallember.geometry.Vec3;
import java.util.List;
import java.util.TreeSet;

/** A bounded piece of a surface. Equality is identity. */
public final class Face {
    private final Surface surface;
    private final boolean sense;
    private final List<Loop> loops;
    private final List<Origin> origins;
    private final List<Coedge> coedges;
    private volatile SurfaceRegion region;

    /**
     * @param sense true when the surface's normal points out of the material
     * @param loops the boundary; the order carries no meaning
     * @param origins where the face comes from; several when coplanar faces were merged
     */
    public Face(Surface surface, boolean sense, List<Loop> loops, List<Origin> origins) {
        this.surface = surface;
        this.sense = sense;
        this.loops = List.copyOf(loops);
        this.origins = List.copyOf(new TreeSet<>(origins));
        this.coedges = loops.stream().flatMap(l -> l.coedges().stream()).toList();
    }

    public Surface surface() {
        return surface;
    }

    public boolean sense() {
        return sense;
    }

    public List<Loop> loops() {
        return loops;
    }

    public List<Origin> origins() {
        return origins;
    }

    public List<Coedge> coedges() {
        return coedges;
    }

    /** The face as a bounded region of its surface, for asking what lies in it. */
    public SurfaceRegion region() {
        SurfaceRegion r = region;
        if (r == null) {
            r = new SurfaceRegion(
                    surface, sense, loops.stream().map(Loop::coedges).toList());
            region = r;
        }
        return r;
    }

    public Box3 bounds() {
        return region().bounds();
    }

    /** Unit normal out of the material at the surface point nearest to {@code p}. */
    public Vec3 outward(Vec3 p) {
        Vec3 n = surface.normalAt(p);
        return sense ? n : n.negated();
    }
}
