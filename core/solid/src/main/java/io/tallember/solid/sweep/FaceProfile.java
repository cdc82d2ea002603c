package io.tallember.solid.sweep;

import io.tallember.geometry.Curve;
import io.tallember.geometry.Frame;
import io.tallember.geometry.IntersectionCurve;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.intersect.Between;
import io.tallember.solid.Coedge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Flat faces as profiles. */
public final class FaceProfile {
    private static final int SAMPLES = 8;

    /** How far off a fitted spline may be, in mm. */
    private static final double FIT = 2e-9;

    private FaceProfile() {}

    /**
     * A flat face's outline and holes.
     *
     * @param frame in the face's plane, its z out of the material
     */
    public static Profile of(Face face, Frame frame, String name) {
        List<List<Profile.Edge>> loops = new ArrayList<>();
        for (Loop l : face.loops()) {
            List<Profile.Edge> edges = new ArrayList<>();
            for (Coedge c : l.coedges()) {
                String source = "c" + (edges.size() + 1);
                Curve curve = c.curve().placed(frame.inverse());
                edges.add(new Profile.Edge(
                        curve instanceof IntersectionCurve k ? told(k, c.range()) : curve,
                        c.range(),
                        c.forward(),
                        source));
            }
            loops.add(edges);
        }
        loops.sort(Comparator.comparingDouble(FaceProfile::width).reversed());
        return new Profile(frame, loops.get(0), loops.subList(1, loops.size()), name);
    }

    /** A curve that is only followed along two faces, as a spline with its parameter. */
    private static Nurbs told(IntersectionCurve k, Interval r) {
        return Between.fitted(k::point, k.breaks(r), FIT);
    }

    /** Of two loops of one face the one outside is wider. */
    private static double width(List<Profile.Edge> loop) {
        double lo = Double.POSITIVE_INFINITY;
        double hi = Double.NEGATIVE_INFINITY;
        for (Profile.Edge e : loop) {
            for (int i = 0; i <= SAMPLES; i++) {
                double x = e.curve().point(e.range().at(i / (double) SAMPLES)).x();
                lo = Math.min(lo, x);
                hi = Math.max(hi, x);
            }
        }
        return hi - lo;
    }
}
