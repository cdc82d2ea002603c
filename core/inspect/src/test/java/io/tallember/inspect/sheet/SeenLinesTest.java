package io.tallember.inspect.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.geometry.intersect.CurveSurface;
import io.tallember.geometry.intersect.Meeting;
import io.tallember.inspect.Probe;
import io.tallember.part.PartDocument;
import io.tallember.part.file.PartFile;
import io.tallember.part.steps.Kinds;
import io.tallember.part.values.Variants;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.SurfaceRegion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What views show of the demo parts, against rays on their exact faces and against a grid of rays from who looks. */
class SeenLinesTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;
    /** How near a change of what is seen a place is not judged, in mm. */
    private static final double NEAR = 0.02;

    static Stream<String> parts() {
        return Stream.of("bearing-block", "mast-yoke", "terminal-cover", "vane-hub", "sensor-hood", "cup-rotor");
    }

    /** Those too whose faces take long to be met by rays exactly. */
    static Stream<String> judged() {
        Stream<String> quick = Stream.of("bearing-block", "mast-yoke", "louvre-carrier", "splitter-block", "vane-hub");
        return Boolean.getBoolean("long")
                ? Stream.concat(
                        quick, Stream.of("cable-conduit", "rain-inlet", "sample-flask", "shutter-lever", "cup-rotor"))
                : quick;
    }

    static List<Body> built(String sample) throws IOException {
        PartDocument doc = PartFile.read(Files.readString(Path.of("../../samples/" + sample + ".json")));
        return Kinds.rebuild().build(Variants.shown(doc)).solids();
    }

    static List<Frame> views() {
        return List.of(
                new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated()),
                new Frame(Vec3.ZERO, Vec3.X, Vec3.Y, Vec3.Z),
                Frame.of(Vec3.ZERO, new Vec3(1, -1, 1), new Vec3(1, 1, 0)));
    }

    @ParameterizedTest
    @MethodSource("judged")
    void whatIsHiddenHasSomethingBeforeIt(String part) throws IOException {
        List<Body> bodies = built(part);
        Probe probe = SeenLines.probe(bodies);
        for (Frame view : views()) {
            List<SeenLines.Line> lines = SeenLines.of(bodies, probe, view, true);
            List<SeenLines.Line> seen = lines.stream().filter(l -> !l.hidden()).toList();
            Random random = new Random(3);
            int judged = 0;
            List<String> first = new ArrayList<>();
            for (int i = 0; i < 150; i++) {
                SeenLines.Line l = lines.get(random.nextInt(lines.size()));
                int k = random.nextInt(l.x().length - 1);
                double share = random.nextDouble();
                if (nearAnEnd(l, k, share)) {
                    continue;
                }
                Vec3 at = new Vec3(
                        l.x()[k] + share * (l.x()[k + 1] - l.x()[k]),
                        l.y()[k] + share * (l.y()[k + 1] - l.y()[k]),
                        l.z()[k] + share * (l.z()[k + 1] - l.z()[k]));
                if (l.hidden() && near(seen, at.x(), at.y(), 1.5 * NEAR)) {
                    continue; // beside the border of what covers it
                }
                judged++;
                // a line that is seen: nothing is before it but beside where it is itself
                boolean covered = covered(bodies, view, at, l.hidden());
                if (covered != l.hidden()) {
                    first.add(at + (l.hidden() ? " hidden" : " seen"));
                }
            }
            assertThat(judged).isGreaterThan(50);
            assertThat(first).as(part + " " + view.z()).isEmpty();
        }
    }

    private static boolean nearAnEnd(SeenLines.Line l, int k, double share) {
        int n = l.x().length - 1;
        double toStart = k > 0 ? 1 : share * Math.hypot(l.x()[1] - l.x()[0], l.y()[1] - l.y()[0]);
        double toEnd = k < n - 1 ? 1 : (1 - share) * Math.hypot(l.x()[n] - l.x()[n - 1], l.y()[n] - l.y()[n - 1]);
        return Math.min(toStart, toEnd) < NEAR;
    }

    /** Whether material is before a place: tried from all sides round it, since it lies on the faces' own border. */
    private static boolean covered(List<Body> bodies, Frame view, Vec3 at, boolean hidden) {
        for (int i = 0; i < 8; i++) {
            double a = Math.PI * i / 4 + 0.1;
            Vec3 p = view.point(at.x() + NEAR * Math.cos(a), at.y() + NEAR * Math.sin(a), at.z() + NEAR);
            if (!blocked(bodies, new Line(p, view.z()))) {
                return false;
            }
        }
        return true;
    }

    private static boolean blocked(List<Body> bodies, Line ray) {
        for (Body b : bodies) {
            for (Face f : b.faces()) {
                Vec3 centre = f.bounds().centre();
                if (ray.distance(centre) > 0.51 * f.bounds().diagonal()) {
                    continue;
                }
                Interval range = new Interval(1e-6, 1000);
                for (Meeting m : CurveSurface.meet(ray, range, f.surface(), TOL)) {
                    if (f.region().locate(ray.point(m.t()), TOL) != SurfaceRegion.Place.OUTSIDE) {
                        return true;
                    }
                }
            }
        }
        return false;
    }

    @ParameterizedTest
    @MethodSource("parts")
    void noBorderOfWhatIsSeenIsMissing(String part) throws IOException {
        List<Body> bodies = built(part);
        Probe probe = SeenLines.probe(bodies);
        for (Frame view : views()) {
            List<SeenLines.Line> lines = SeenLines.of(bodies, probe, view, false);
            double lo = Double.POSITIVE_INFINITY;
            double hi = Double.NEGATIVE_INFINITY;
            double low = lo;
            double high = hi;
            double top = hi;
            for (Body b : bodies) {
                for (Vec3 c : b.bounds().corners()) {
                    Vec3 l = view.local(c);
                    lo = Math.min(lo, l.x());
                    hi = Math.max(hi, l.x());
                    low = Math.min(low, l.y());
                    high = Math.max(high, l.y());
                    top = Math.max(top, l.z());
                }
            }
            int n = 90;
            double cell = Math.max(hi - lo, high - low) / n;
            double[] before = new double[n];
            for (int i = 0; i < n; i++) {
                double[] now = new double[n];
                for (int k = 0; k < n; k++) {
                    Vec3 from = view.point(lo + (i + 0.37) * cell, low + (k + 0.41) * cell, top + 10);
                    now[k] = probe.ray(from, view.z().negated()).mm();
                    double x = lo + (i + 0.37) * cell;
                    double y = low + (k + 0.41) * cell;
                    if (k > 0 && Double.isInfinite(now[k]) != Double.isInfinite(now[k - 1])) {
                        assertThat(near(lines, x, y - cell / 2, cell))
                                .as(part + " " + view.z() + " at " + x + " " + y)
                                .isTrue();
                    }
                    if (i > 0 && Double.isInfinite(now[k]) != Double.isInfinite(before[k])) {
                        assertThat(near(lines, x - cell / 2, y, cell))
                                .as(part + " " + view.z() + " at " + x + " " + y)
                                .isTrue();
                    }
                }
                before = now;
            }
        }
    }

    private static boolean near(List<SeenLines.Line> lines, double x, double y, double within) {
        for (SeenLines.Line l : lines) {
            for (int k = 0; k + 1 < l.x().length; k++) {
                double dx = l.x()[k + 1] - l.x()[k];
                double dy = l.y()[k + 1] - l.y()[k];
                double l2 = dx * dx + dy * dy;
                double t = l2 == 0 ? 0 : Math.max(0, Math.min(1, ((x - l.x()[k]) * dx + (y - l.y()[k]) * dy) / l2));
                if (Math.hypot(l.x()[k] + t * dx - x, l.y()[k] + t * dy - y) <= within) {
                    return true;
                }
            }
        }
        return false;
    }
}
