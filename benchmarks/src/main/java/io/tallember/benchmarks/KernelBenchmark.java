package io.tallember.benchmarks;

import io.tallember.exchange.StepWriter;
import io.tallember.exchange.step.StepReader;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.blend.Blend;
import io.tallember.solid.blend.Size;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mesh.FaceMesh;
import io.tallember.solid.mesh.MeshQuality;
import io.tallember.solid.mesh.Tessellator;
import io.tallember.solid.sweep.Primitive;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** How long the kernel's operations take on small, everyday bodies. */
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 4, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
@State(Scope.Benchmark)
public class KernelBenchmark {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    private final Body rod = Primitive.cylinder(Frame.of(new Vec3(-30, 0, 0), Vec3.X), 10, 60, "a", TOL);
    private final Body equal = Primitive.cylinder(Frame.WORLD.movedAlongZ(-30), 10, 60, "b", TOL);
    private final Body thinner = Primitive.cylinder(Frame.WORLD.movedAlongZ(-30), 6, 60, "c", TOL);
    private final Body box = Primitive.box(Frame.WORLD, 30, 20, 10, "d", TOL);
    private final Body ring = Primitive.torus(Frame.WORLD, 20, 6, "e", TOL);
    private final Body boredRing =
            Fuse.subtract(List.of(ring), List.of(off(19)), TOL).get(0);
    private final String written = StepWriter.write("part", List.of(boredRing), List.of("part"), Instant.EPOCH);
    private double turn;

    private static Body off(double x) {
        return Primitive.cylinder(Frame.WORLD.at(new Vec3(x, 0, -20)), 3, 40, "f", TOL);
    }

    @Benchmark
    public List<Body> equalCylindersCrossing() {
        return Fuse.unite(List.of(rod, equal), TOL);
    }

    @Benchmark
    public List<Body> unequalCylindersCrossing() {
        return Fuse.subtract(List.of(rod), List.of(thinner), TOL);
    }

    @Benchmark
    public List<Body> ringBored() {
        return Fuse.subtract(List.of(ring), List.of(off(19)), TOL);
    }

    @Benchmark
    public List<Body> plateWithHundredHoles() {
        List<Body> holes = new ArrayList<>();
        for (int i = 0; i < 100; i++) {
            holes.add(Primitive.cylinder(
                    Frame.WORLD.at(new Vec3(5 + 10 * (i % 10), 5 + 10 * (i / 10), -1)), 3, 12, "h" + i, TOL));
        }
        return Fuse.subtract(List.of(Primitive.box(Frame.WORLD, 100, 100, 10, "p", TOL)), holes, TOL);
    }

    @Benchmark
    public List<Body> twelveEdgesRounded() {
        return Blend.edges(box, box.edges(), Size.round(2), "r");
    }

    /** A finer mesh each time, so that no triangles are known from before. */
    @Benchmark
    public List<FaceMesh> boredRingMeshed() {
        turn += 1e-6;
        return new Tessellator(new MeshQuality(0.002, 0.05 + turn)).mesh(boredRing);
    }

    @Benchmark
    public StepReader.Read stepRead() {
        return StepReader.read(written, TOL);
    }
}
