package io.tallember.inspect;

import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Probe.Place;
import io.tallember.solid.SurfaceRegion;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.ToDoubleFunction;

/** Places spread over bodies, and from those on to where something is least. */
public final class Samples {
    /** Of a body's diagonal, how far places are apart. */
    private static final double SPREAD = 1.0 / 90;

    private static final int MOST_ALONG = 60;
    private static final int STEPS = 200;
    /** The last step on the way to where something is least, as a share of the first. */
    private static final double FINE = 1e-4;

    private final Probe probe;
    private final List<Place> all = new ArrayList<>();
    private final double spacing;

    /** Over all faces of a probe's bodies. */
    public Samples(Probe probe) {
        this.probe = probe;
        double wide = 0;
        for (int f = 0; f < probe.faces().size(); f++) {
            wide = Math.max(wide, probe.faces().get(f).bounds().diagonal());
        }
        spacing = Math.max(wide * SPREAD, 0.05);
        double[] left = new double[probe.faces().size()];
        Arrays.fill(left, 1);
        for (int t = 0; t < probe.triangles().size(); t++) {
            // of many small triangles only some have a place
            int f = probe.triangles().face(t);
            left[f] += probe.triangles().normal(t).length() / (spacing * spacing);
            if (left[f] >= 1) {
                left[f] = 0;
                over(t);
            }
        }
    }

    public List<Place> all() {
        return all;
    }

    /** How far places are apart at most, in mm. */
    public double spacing() {
        return spacing;
    }

    private void over(int t) {
        Triangles ts = probe.triangles();
        int longest = ts.longest(t);
        double most = ts.length(t, longest);
        if (most == 0) {
            return;
        }
        Vec3 a = ts.corner(t, longest);
        Vec3 b = ts.corner(t, (longest + 1) % 3);
        Vec3 c = ts.corner(t, (longest + 2) % 3);
        double high = ts.normal(t).length() / most;
        int along = count(most);
        int up = count(high);
        for (int j = 0; j < up; j++) {
            double h = (j + 0.5) / up;
            int here = Math.max(1, (int) Math.ceil(along * (1 - h)));
            for (int i = 0; i < here; i++) {
                Vec3 on = a.lerp(b, (i + 0.5) / here).lerp(c, h);
                all.add(probe.place(ts.face(t), on));
            }
        }
    }

    private int count(double length) {
        return Math.max(1, Math.min(MOST_ALONG, (int) Math.ceil(length / spacing)));
    }

    /**
     * Where something is least near a place, on the same face: steps that way while it falls, then smaller ones.
     *
     * @param of what is to be least; not a number where it can't be told
     */
    public Place least(Place from, ToDoubleFunction<Place> of) {
        Place best = from;
        double least = of.applyAsDouble(from);
        double step = spacing;
        for (int k = 0; k < STEPS && step > FINE * spacing; k++) {
            Vec3 x = best.outward().anyPerpendicular();
            Vec3 y = best.outward().cross(x);
            Place better = null;
            for (int i = 0; i < 8; i++) {
                double w = i * Math.PI / 4;
                Place p = probe.place(
                        best.face(), best.at().plus(step * Math.cos(w), x).plus(step * Math.sin(w), y));
                double v = of.applyAsDouble(p);
                if (v < least
                        && probe.faces().get(p.face()).region().locate(p.at(), Tolerance.DEFAULT)
                                != SurfaceRegion.Place.OUTSIDE) {
                    least = v;
                    better = p;
                }
            }
            if (better == null) {
                step /= 2;
            } else {
                best = better;
            }
        }
        return best;
    }
}
