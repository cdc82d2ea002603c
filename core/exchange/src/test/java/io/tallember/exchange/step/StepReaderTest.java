package io.tallember.exchange.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.tallember.exchange.StepWriter;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Ellipse;
import io.tallember.geometry.Frame;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Nurbs;
import io.tallember.geometry.Profile;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.check.BodyCheck;
import io.tallember.solid.fuse.Fuse;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Extrude;
import io.tallember.solid.sweep.Primitive;
import io.tallember.solid.sweep.Revolve;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class StepReaderTest {
    private static final Tolerance TOL = Tolerance.DEFAULT;

    record Case(String name, List<Body> bodies) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static Body box(double size) {
        return Primitive.box(Frame.WORLD.at(new Vec3(-size / 2, -size / 2, -size / 2)), size, size, size, "s1", TOL);
    }

    private static Body cylinder(Vec3 from, Vec3 along, double r, double h) {
        return Primitive.cylinder(Frame.of(from, along), r, h, "s2", TOL);
    }

    private static Body ball(double x, double r) {
        return Primitive.sphere(Frame.WORLD.at(new Vec3(x, 0, 0)), r, "s3", TOL);
    }

    private static Body ring() {
        return Primitive.torus(Frame.WORLD, 20, 6, "s4", TOL);
    }

    private static Profile oval(double x) {
        Ellipse e = new Ellipse(Frame.WORLD.at(new Vec3(x, 0, 0)), 8, 5);
        return new Profile(
                Frame.WORLD,
                List.of(new Profile.Edge(e, new Interval(0, 2 * Math.PI), true, "c")),
                List.of(),
                "Region");
    }

    private static Profile halfOval() {
        Ellipse e = new Ellipse(Frame.of(Vec3.ZERO, Vec3.Z, Vec3.Y), 9, 5);
        return new Profile(
                Frame.WORLD,
                List.of(
                        new Profile.Edge(e, new Interval(Math.PI, 2 * Math.PI), true, "c"),
                        edge(new Vec3(0, 9, 0), new Vec3(0, -9, 0))),
                List.of(),
                "Region");
    }

    private static Profile wave() {
        Nurbs n = Nurbs.of(
                3,
                new double[] {0, 0, 0, 0, 1, 1, 1, 1},
                List.of(new Vec3(10, 0, 0), new Vec3(16, 8, 0), new Vec3(6, 14, 0), new Vec3(14, 20, 0)));
        Vec3[] p = {new Vec3(14, 20, 0), new Vec3(5, 20, 0), new Vec3(5, 0, 0), new Vec3(10, 0, 0)};
        return new Profile(
                Frame.WORLD,
                List.of(
                        new Profile.Edge(n, n.whole(), true, "wave"),
                        edge(p[0], p[1]),
                        edge(p[1], p[2]),
                        edge(p[2], p[3])),
                List.of(),
                "Region");
    }

    private static Profile.Edge edge(Vec3 a, Vec3 b) {
        return new Profile.Edge(Line.through(a, b), new Interval(0, a.distance(b)), true, "line");
    }

    static Stream<Case> bodies() {
        Body cross = cylinder(new Vec3(-30, 0, 0), Vec3.X, 5, 60);
        Line y = new Line(Vec3.ZERO, Vec3.Y);
        return Stream.of(
                new Case("box", List.of(box(10))),
                new Case("cylinder", List.of(cylinder(Vec3.ZERO, Vec3.Z, 5, 12))),
                new Case("cone", List.of(Primitive.cone(Frame.WORLD, 6, 0, 9, "s", TOL))),
                new Case("frustum", List.of(Primitive.cone(Frame.WORLD, 6, 3, 9, "s", TOL))),
                new Case("ball", List.of(ball(3, 7))),
                new Case("ring", List.of(ring())),
                new Case("two bodies", List.of(box(4), ball(20, 3))),
                new Case("hollow ball", Fuse.subtract(List.of(ball(0, 9)), List.of(ball(1, 4)), TOL)),
                new Case("bored box", Fuse.subtract(List.of(box(20)), List.of(cross), TOL)),
                new Case(
                        "crossing cylinders",
                        Fuse.unite(List.of(cross, cylinder(new Vec3(0, 0, -20), Vec3.Z, 7, 40)), TOL)),
                new Case(
                        "equal cylinders",
                        Fuse.unite(List.of(cross, cylinder(new Vec3(0, 0, -20), Vec3.Z, 5, 40)), TOL)),
                new Case(
                        "bored ring",
                        Fuse.subtract(List.of(ring()), List.of(cylinder(new Vec3(19, 0, -20), Vec3.Z, 3, 40)), TOL)),
                new Case(
                        "ball less a corner",
                        Fuse.subtract(
                                List.of(ball(0, 9)), List.of(Primitive.box(Frame.WORLD, 20, 20, 20, "s", TOL)), TOL)),
                new Case(
                        "bored ball",
                        Fuse.subtract(List.of(ball(0, 9)), List.of(cylinder(new Vec3(0, 1, -20), Vec3.Z, 3, 40)), TOL)),
                new Case("oval prism", List.of(Extrude.of(oval(0), 0, 9, "s", "r", TOL))),
                new Case(
                        "oval prism with a cross bore",
                        Fuse.subtract(
                                List.of(Extrude.of(oval(0), -9, 9, "s", "r", TOL)),
                                List.of(cylinder(new Vec3(-30, 1, 0), Vec3.X, 3, 60)),
                                TOL)),
                new Case("wave prism", List.of(Extrude.of(wave(), 0, 9, "s", "r", TOL))),
                new Case("turned wave", List.of(Revolve.of(wave(), y, 0, 2 * Math.PI, "s", "r", TOL))),
                new Case("part of a turned wave", List.of(Revolve.of(wave(), y, 0.2, 2, "s", "r", TOL))),
                new Case("oval ball", List.of(Revolve.of(halfOval(), y, 0, 2 * Math.PI, "s", "r", TOL))),
                new Case("part of an oval ball", List.of(Revolve.of(halfOval(), y, 1, 3, "s", "r", TOL))),
                new Case("oval ring", List.of(Revolve.of(oval(30), y, 0, 2 * Math.PI, "s", "r", TOL))));
    }

    private static String written(List<Body> bodies) {
        return StepWriter.write("Part", bodies, bodies.stream().map(b -> "b").toList(), Instant.EPOCH);
    }

    @ParameterizedTest
    @MethodSource("bodies")
    void whatIsWrittenIsReadBackTheSame(Case c) {
        StepReader.Read read = StepReader.read(written(c.bodies()), TOL);
        assertThat(read.notes()).isEmpty();
        assertThat(read.bodies()).hasSameSizeAs(c.bodies());
        for (int i = 0; i < c.bodies().size(); i++) {
            Body was = c.bodies().get(i);
            Body is = read.bodies().get(i);
            BodyCheck.deep(is, TOL).orThrow();
            double v = MassProperties.of(was).volume();
            assertThat(MassProperties.of(is).volume()).isCloseTo(v, within(1e-9 * v));
            assertThat(is.faces()).hasSameSizeAs(was.faces());
            assertThat(is.edges()).hasSameSizeAs(was.edges());
        }
    }

    /** A cylinder of half an inch radius and one inch height, with a seam, angles in degrees. */
    private static String seamed() {
        return """
                ISO-10303-21;
                HEADER;FILE_DESCRIPTION((''),'2;1');FILE_NAME('','',(''),(''),'','','');FILE_SCHEMA(('X'));ENDSEC;
                DATA;
                #1=(CONVERSION_BASED_UNIT('INCH',#2)LENGTH_UNIT()NAMED_UNIT(#4));
                #2=LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),#3);
                #3=(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.));
                #4=DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.);
                #5=(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNIT_ASSIGNED_CONTEXT((#1))REPRESENTATION_CONTEXT('',''));
                #6=ADVANCED_BREP_SHAPE_REPRESENTATION('',(#7),#5);
                #7=MANIFOLD_SOLID_BREP('Pin',#8);
                #8=CLOSED_SHELL('',(#10,#11,#12));
                #10=ADVANCED_FACE('',(#13),#14,.T.);
                #11=ADVANCED_FACE('',(#15),#16,.F.); /* bottom, its plane looks up */
                #12=ADVANCED_FACE('',(#17),#18,.T.);
                #13=FACE_OUTER_BOUND('',#19,.T.);
                #19=EDGE_LOOP('',(#20,#21,#22,#23));
                #20=ORIENTED_EDGE('',*,*,#30,.T.);
                #21=ORIENTED_EDGE('',*,*,#32,.T.);
                #22=ORIENTED_EDGE('',*,*,#31,.F.);
                #23=ORIENTED_EDGE('',*,*,#32,.F.);
                #30=EDGE_CURVE('',#40,#40,#50,.T.);
                #31=EDGE_CURVE('',#41,#41,#51,.T.);
                #32=EDGE_CURVE('',#40,#41,#52,.T.);
                #40=VERTEX_POINT('',#60);
                #41=VERTEX_POINT('',#61);
                #50=CIRCLE('',#70,0.5);
                #51=CIRCLE('',#71,0.5);
                #52=LINE('',#60,#53);
                #53=VECTOR('',#80,1.);
                #60=CARTESIAN_POINT('',(0.5,0.,0.));
                #61=CARTESIAN_POINT('',(0.5,0.,1.));
                #70=AXIS2_PLACEMENT_3D('',#72,#80,#81);
                #71=AXIS2_PLACEMENT_3D('',#73,#80,#81);
                #72=CARTESIAN_POINT('',(0.,0.,0.));
                #73=CARTESIAN_POINT('',(0.,0.,1.));
                #80=DIRECTION('',(0.,0.,1.));
                #81=DIRECTION('',(1.,0.,0.));
                #14=CYLINDRICAL_SURFACE('',#70,0.5);
                #16=PLANE('',#70);
                #18=PLANE('',#71);
                #15=FACE_BOUND('',#90,.T.);
                #90=EDGE_LOOP('',(#91));
                #91=ORIENTED_EDGE('',*,*,#30,.F.);
                #17=FACE_BOUND('',#92,.T.);
                #92=EDGE_LOOP('',(#93));
                #93=ORIENTED_EDGE('',*,*,#31,.T.);
                ENDSEC;
                END-ISO-10303-21;
                """;
    }

    @Test
    void seamsAreTakenOutAndInchesBecomeMillimetres() {
        StepReader.Read read = StepReader.read(seamed(), TOL);
        assertThat(read.notes()).isEmpty();
        assertThat(read.names()).containsExactly("Pin");
        Body b = read.bodies().get(0);
        assertThat(b.faces()).hasSize(3);
        assertThat(b.edges()).hasSize(2);
        assertThat(b.faces()).filteredOn(f -> f.surface() instanceof Cylinder).hasSize(1);
        double v = Math.PI * 12.7 * 12.7 * 25.4;
        assertThat(MassProperties.of(b).volume()).isCloseTo(v, within(1e-12 * v));
    }

    @Test
    void aFlatSplineSurfaceIsReadAsAPlane() {
        String s = seamed().replace("#18=PLANE('',#71);", """
                #18=B_SPLINE_SURFACE_WITH_KNOTS('',1,1,((#101,#102),(#103,#104)),.UNSPECIFIED.,.F.,.F.,.F.,(2,2),(2,2),(0.,1.),(0.,1.),.UNSPECIFIED.);
                #101=CARTESIAN_POINT('',(-1.,-1.,1.));
                #102=CARTESIAN_POINT('',(-1.,1.,1.));
                #103=CARTESIAN_POINT('',(1.,-1.,1.));
                #104=CARTESIAN_POINT('',(1.,1.,1.));
                """);
        StepReader.Read read = StepReader.read(s, TOL);
        assertThat(read.notes()).isEmpty();
        assertThat(read.bodies().get(0).faces().get(2).surface().kind()).isEqualTo("plane");
    }

    /** What a damaged line must be told about. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "#50=CIRCLE('',#70,0.5);|#50=CIRCLE('',#79,0.5);|#79",
                "#50=CIRCLE('',#70,0.5);|#50=CIRCLE('',#70,-1.);|#50",
                "#50=CIRCLE('',#70,0.5);|#50=HELIX('',#70,0.5);|HELIX",
                "#50=CIRCLE('',#70,0.5);|#50=TRIMMED_CURVE('',#50,(),(),.T.,.T.);|#50",
                "#80=DIRECTION('',(0.,0.,1.));|#80=DIRECTION('',(0.,0.,0.));|#80",
                "#8=CLOSED_SHELL('',(#10,#11,#12));|#8=CLOSED_SHELL('',(#10,#11));|#31",
                "#92=EDGE_LOOP('',(#93));|#92=EDGE_LOOP('',(#93,#21));|#92",
                "#14=CYLINDRICAL_SURFACE('',#70,0.5);|#14=CYLINDRICAL_SURFACE('',#70,0.6);|#30",
                "#22=ORIENTED_EDGE('',*,*,#31,.F.);|#22=ORIENTED_EDGE('',*,*,#31);|#22",
                "#2=LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),#3);|#2=LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),#1);|#1"
            })
    void aDamagedSolidIsLeftOutAndSaidWhy(String change) {
        String[] c = change.split("\\|");
        assertThat(seamed()).contains(c[0]);
        StepReader.Read read = StepReader.read(seamed().replace(c[0], c[1]), TOL);
        assertThat(read.bodies()).isEmpty();
        assertThat(read.notes()).hasSize(1);
        assertThat(read.notes().get(0)).contains(c[2]);
    }

    private static StepReader.Read read(String name) throws IOException {
        return StepReader.read(Files.readString(Path.of("src/test/resources/step/" + name + ".step")), TOL);
    }

    /** Two boxes that only share an edge are two bodies; a bore that touches a side leaves one with a wall of no thickness. */
    @Test
    void whatTouchesItselfAlongAnEdgeComesApartOrIsNamed() throws IOException {
        StepReader.Read boxes = read("boxes-share-an-edge");
        assertThat(boxes.bodies()).hasSize(2);
        boxes.bodies().forEach(b -> {
            BodyCheck.deep(b, TOL).orThrow();
            assertThat(MassProperties.of(b).volume()).isCloseTo(1000, within(1e-9));
            assertThat(b.vertices()).hasSize(8);
        });
        assertThat(boxes.notes().toString()).contains("it is read as 2 bodies");
        StepReader.Read bored = read("bore-touches-a-side");
        assertThat(bored.bodies()).isEmpty();
        assertThat(bored.notes().toString()).contains("touches itself along the edge near (15.000, 0.000, 5.000)");
    }

    @Test
    void aFileCutOffAnywhereIsRefusedWithTheLine() {
        String s = seamed();
        for (int end = 200; end < s.indexOf("ENDSEC;\nEND"); end += 37) {
            String part = s.substring(0, end);
            assertThatThrownBy(() -> StepReader.read(part, TOL))
                    .isInstanceOf(StepException.class)
                    .hasMessageContaining("Line");
        }
        assertThatThrownBy(() -> StepReader.read("solid x", TOL)).hasMessageContaining("ISO-10303-21");
    }

    /** Random damage is refused or told; it never hangs or gives an unsound body. */
    @Test
    void randomDamageGivesASoundBodyOrAReason() {
        Random r = new Random(7);
        String s = written(Fuse.subtract(List.of(box(20)), List.of(cylinder(new Vec3(0, 0, -20), Vec3.Z, 5, 40)), TOL));
        String letters = "0123456789.,#()TF";
        for (int i = 0; i < 300; i++) {
            StringBuilder b = new StringBuilder(s);
            for (int k = 0; k < 3; k++) {
                b.setCharAt(
                        s.indexOf("DATA;") + r.nextInt(s.length() - 700), letters.charAt(r.nextInt(letters.length())));
            }
            try {
                StepReader.read(b.toString(), TOL)
                        .bodies()
                        .forEach(x -> BodyCheck.quick(x, TOL).orThrow());
            } catch (StepException e) {
                assertThat(e).hasMessageMatching("(?s).{15,}");
            }
        }
    }
}
