package io.tallember.geometry;

import java.util.List;

/**
 * A curve in which two surfaces meet, held as a chain of exact points. Between two points of the chain the parameter is the
 * length along their chord, and the curve's point there is where both surfaces and the plane square to the chord meet, found by
 * Newton's method: so the curve is as exact as its surfaces.
 */
public final class IntersectionCurve implements Curve {
    private static final int STEPS = 25;
    /** Below this sine of the angle between the surfaces at the chain's last point but one, its end may be a flat one. */
    private static final double FLAT = 0.01;

    private static final double CONVERGED = 1e-8;

    private final Surface a;
    private final Surface b;
    private final Vec3[] chain;
    private final Vec3[] tangents;
    private final double[] at;
    private final boolean closed;
    private final Chords chords;
    /** How far the first and last point of an open chain are off either surface: a touching point taken as made may be. */
    private final double[] offA = new double[2];

    private final double[] offB = new double[2];
    private final boolean[] flat = new boolean[2];

    /**
     * @param chain exact points in order, at least two; a closed curve's first point is not repeated
     * @param closed whether the last point is joined to the first
     */
    public IntersectionCurve(Surface a, Surface b, List<Vec3> chain, boolean closed) {
        if (chain.size() < 2) {
            throw new GeometryException(GeometryException.Reason.DEGENERATE, "A curve needs at least two points.");
        }
        this.a = a;
        this.b = b;
        this.closed = closed;
        int n = chain.size() + (closed ? 1 : 0);
        this.chain = new Vec3[n];
        this.at = new double[n];
        for (int i = 0; i < n; i++) {
            this.chain[i] = chain.get(i % chain.size());
            at[i] = i == 0 ? 0 : at[i - 1] + this.chain[i].distance(this.chain[i - 1]);
        }
        this.tangents = new Vec3[n];
        for (int i = 0; i < n; i++) {
            tangents[i] = tangentAt(i);
        }
        double deepest = 0;
        for (int i = 0; i + 1 < n; i++) {
            double length = at[i + 1] - at[i];
            double turn = Math.acos(Math.max(-1, Math.min(1, tangents[i].dot(tangents[i + 1]))));
            deepest = Math.max(deepest, 0.5 * length * Math.tan(Math.min(turn, 1.2) / 2));
        }
        this.chords = chords(deepest);
        for (int k = 0; k < 2 && !closed; k++) {
            flat[k] = flatAt(k == 0 ? 0 : n - 1, k == 0 ? 0 : n - 2);
        }
        if (!closed) {
            for (int k = 0; k < 2; k++) {
                Vec3 p = this.chain[k == 0 ? 0 : n - 1];
                offA[k] = a.signedDistance(p);
                offB[k] = b.signedDistance(p);
            }
        }
    }

    private IntersectionCurve(IntersectionCurve of, Frame f) {
        a = of.a.placed(f);
        b = of.b.placed(f);
        closed = of.closed;
        at = of.at;
        System.arraycopy(of.offA, 0, offA, 0, 2);
        System.arraycopy(of.offB, 0, offB, 0, 2);
        chain = new Vec3[of.chain.length];
        tangents = new Vec3[chain.length];
        for (int i = 0; i < chain.length; i++) {
            chain[i] = f.point(of.chain[i]);
            tangents[i] = f.direction(of.tangents[i]);
        }
        System.arraycopy(of.flat, 0, flat, 0, 2);
        chords = chords(of.chords.sagitta());
    }

    /**
     * Whether the surfaces are so flat to each other in an end that the angle between them falls with the square of the distance
     * from it: there several branches run along each other, and Newton's method would take one for another.
     */
    private boolean flatAt(int end, int segment) {
        if (across(chain[end]) > 1e-6 || a.atTip(chain[end], 1e-6) || b.atTip(chain[end], 1e-6)) {
            return false;
        }
        double far = across(chain[end == 0 ? 1 : end - 1]);
        return far < FLAT && across(hermite(segment, 0.5)) < far / 3;
    }

    private double across(Vec3 p) {
        return a.gradient(p).cross(b.gradient(p)).length();
    }

    private Chords chords(double sagitta) {
        return new Chords(at, chain, sagitta, closed, new Chords.Stretch() {
            @Override
            public Vec3 point(int chord, double t) {
                return onSegment(chord, t);
            }

            @Override
            public Vec3 derivative(int chord, double t, Vec3 point) {
                return derivativeAt(chord, t, point);
            }

            @Override
            public Vec3 second(int chord, double t) {
                return null;
            }
        });
    }

    public Surface first() {
        return a;
    }

    public Surface second() {
        return b;
    }

    /** The chain's points; a closed curve's first is repeated as the last. */
    public List<Vec3> chain() {
        return List.of(chain);
    }

    public boolean closed() {
        return closed;
    }

    /** The whole range of the parameter. */
    @Override
    public Interval whole() {
        return new Interval(0, at[at.length - 1]);
    }

    private Vec3 chord(int i) {
        return chain[i + 1].minus(chain[i]).unit();
    }

    /** The curve's direction at a point of the chain; by neighbours where the surfaces touch and have no common direction. */
    private Vec3 tangentAt(int i) {
        int n = chain.length;
        Vec3 along;
        if (closed) {
            along = chain[(i + 1) % (n - 1)].minus(chain[(i + n - 2) % (n - 1)]);
        } else {
            along = chain[Math.min(n - 1, i + 1)].minus(chain[Math.max(0, i - 1)]);
        }
        Vec3 t = a.gradient(chain[i]).cross(b.gradient(chain[i]));
        if (t.length() < 1e-6 || a.atTip(chain[i], 1e-6) || b.atTip(chain[i], 1e-6)) {
            if (closed || i > 0 && i < n - 1) {
                return along.unit();
            }
            // at an end: the neighbour's direction mirrored in the chord, exact for an arc
            int k = i == 0 ? 1 : n - 2;
            Vec3 d = along.unit();
            Vec3 tk = a.gradient(chain[k]).cross(b.gradient(chain[k]));
            if (tk.length() < 1e-6) {
                return d;
            }
            tk = tk.unit();
            tk = tk.dot(d) < 0 ? tk.negated() : tk;
            return d.times(2 * tk.dot(d)).minus(tk).unit();
        }
        t = t.unit();
        return t.dot(along) < 0 ? t.negated() : t;
    }

    private double wrapped(double t) {
        double end = at[at.length - 1];
        return closed && (t < 0 || t > end) ? t - end * Math.floor(t / end) : t;
    }

    @Override
    public Vec3 point(double t) {
        double w = wrapped(t);
        return onSegment(chords.segment(w), w);
    }

    private Vec3 onSegment(int i, double t) {
        double length = at[i + 1] - at[i];
        double s = t - at[i];
        if (s == 0) {
            return chain[i];
        }
        if (s == length || Math.abs(s - length) < 1e-15 * at[at.length - 1]) {
            return chain[i + 1];
        }
        Vec3 d = chord(i);
        Vec3 start = hermite(i, Math.max(0, Math.min(1, s / length)));
        start = start.plus(s - start.minus(chain[i]).dot(d), d);
        if (flat[0] && i == 0 || flat[1] && i == chain.length - 2) {
            return start;
        }
        Vec3 x = start;
        for (int k = 0; k < STEPS; k++) {
            Vec3 ga = a.gradient(x);
            Vec3 gb = b.gradient(x);
            Vec3 gbd = gb.cross(d);
            double det = ga.dot(gbd);
            if (Math.abs(det) < 1e-9) {
                return start;
            }
            double fa = a.signedDistance(x) - off(offA, i, s / length);
            double fb = b.signedDistance(x) - off(offB, i, s / length);
            double fc = x.minus(chain[i]).dot(d) - s;
            Vec3 step = gbd.times(-fa)
                    .plus(-fb, d.cross(ga))
                    .plus(-fc, ga.cross(gb))
                    .times(1 / det);
            x = x.plus(step);
            if (step.length() < CONVERGED) {
                break; // the next step would be of the order of its square
            }
        }
        // Next to a point where the surfaces only just touch there may be no exact solution; the chain is within
        // tolerance.
        return x.distance(start) < 0.25 * length + 1e-9 ? x : start;
    }

    /**
     * How far off its surface the curve runs there. Where two branches cross in a point that is only nearly on both surfaces, the
     * true branches turn away from it within a hair's breadth; the curve instead fades smoothly into the point.
     */
    private double off(double[] ends, int i, double f) {
        double g = i == chain.length - 2 ? 1 - f : f;
        double end = i == 0 ? ends[0] : ends[1];
        return end == 0 || i != 0 && i != chain.length - 2 ? 0 : end * (1 - g) * (1 - g) * (1 + 2 * g);
    }

    private Vec3 hermite(int i, double f) {
        double length = at[i + 1] - at[i];
        Vec3 m0 = tangents[i].times(length);
        Vec3 m1 = tangents[i + 1].times(length);
        double f2 = f * f;
        double f3 = f2 * f;
        return chain[i].times(2 * f3 - 3 * f2 + 1)
                .plus(f3 - 2 * f2 + f, m0)
                .plus(-2 * f3 + 3 * f2, chain[i + 1])
                .plus(f3 - f2, m1);
    }

    @Override
    public Vec3 derivative(double t) {
        double w = wrapped(t);
        int i = chords.segment(w);
        return derivativeAt(i, w, onSegment(i, w));
    }

    /** The derivative at a parameter whose point is known. */
    Vec3 derivativeFrom(double t, Vec3 point) {
        double w = wrapped(t);
        return derivativeAt(chords.segment(w), w, point);
    }

    private Vec3 derivativeAt(int i, double t, Vec3 p) {
        Vec3 g = a.gradient(p).cross(b.gradient(p));
        if (g.length() < 1e-6) {
            g = tangents[i].lerp(tangents[i + 1], (t - at[i]) / (at[i + 1] - at[i]));
        }
        return g.times(1 / g.dot(chord(i)));
    }

    /** By central differences of the first derivative, inside one segment of the chain. */
    @Override
    public Vec3 second(double t) {
        double w = wrapped(t);
        int i = chords.segment(w);
        double h = 1e-4 * (at[i + 1] - at[i]);
        double mid = Math.max(at[i] + h, Math.min(at[i + 1] - h, w));
        Vec3 before = derivativeAt(i, mid - h, onSegment(i, mid - h));
        return derivativeAt(i, mid + h, onSegment(i, mid + h)).minus(before).times(0.5 / h);
    }

    @Override
    public double speed() {
        return 1.25;
    }

    @Override
    public double period() {
        return closed ? at[at.length - 1] : 0;
    }

    @Override
    public double project(Vec3 p) {
        return project(p, whole());
    }

    @Override
    public double project(Vec3 p, Interval range) {
        return chords.nearest(p, range, this::point);
    }

    /** The number of the chord over a parameter. */
    int piece(double t) {
        return chords.segment(wrapped(t));
    }

    /** Whether a point is on the curve, within a distance; quicker than projecting it. */
    public boolean passes(Vec3 p, double within) {
        return chords.passes(p, within);
    }

    @Override
    public Box3 bounds(Interval range) {
        return chords.bounds(range, speed(), this::point);
    }

    /** Parameters at which the chain has its points inside the range, with the range's ends: between two the curve is smooth. */
    @Override
    public double[] breaks(Interval range) {
        return Surface.within(at, period(), range);
    }

    @Override
    public boolean evaluated() {
        return true;
    }

    @Override
    public IntersectionCurve placed(Frame frame) {
        return new IntersectionCurve(this, frame);
    }
}
