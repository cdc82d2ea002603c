package io.tallember.solid.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Interval;
import io.tallember.geometry.Line;
import io.tallember.geometry.Vec3;
import io.tallember.solid.Body;
import io.tallember.solid.Coedge;
import io.tallember.solid.Edge;
import io.tallember.solid.Face;
import io.tallember.solid.Loop;
import io.tallember.solid.Shapes;
import io.tallember.solid.Shell;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Bodies broken on purpose: the check must find each fault. */
class BodyCheckTest {
    private static final Body BOX = Shapes.box(0, 0, 0, 10, 10, 10);

    private static Body of(List<Face> faces) {
        return new Body(List.of(new Shell(faces)));
    }

    private static List<String> problems(Body b) {
        return BodyCheck.deep(b, Shapes.TOL).problems();
    }

    @Test
    void soundBodiesPass() {
        assertThat(problems(BOX)).isEmpty();
        assertThat(problems(Shapes.cylinder(0, 0, 3, 0, 5))).isEmpty();
    }

    @Test
    void aMissingFaceIsFound() {
        assertThat(problems(of(BOX.faces().subList(0, 5)))).isNotEmpty();
    }

    @Test
    void aFaceTurnedInsideOutIsFound() {
        List<Face> faces = new ArrayList<>(BOX.faces());
        Face f = faces.get(2);
        faces.set(2, new Face(f.surface(), !f.sense(), f.loops(), f.origins()));
        assertThat(problems(of(faces))).isNotEmpty();
    }

    @Test
    void aWholeBodyInsideOutIsFound() {
        assertThat(problems(of(turned(BOX)))).anyMatch(p -> p.contains("inside out"));
    }

    private static List<Face> turned(Body b) {
        return b.faces().stream()
                .map(f -> new Face(
                        f.surface(),
                        !f.sense(),
                        f.loops().stream().map(BodyCheckTest::reversed).toList(),
                        f.origins()))
                .toList();
    }

    private static Loop reversed(Loop l) {
        List<Coedge> back = new ArrayList<>();
        for (int i = l.coedges().size() - 1; i >= 0; i--) {
            back.add(l.coedges().get(i).reversed());
        }
        return new Loop(back);
    }

    @Test
    void anEdgeOffItsFaceIsFound() {
        List<Face> faces = new ArrayList<>(BOX.faces());
        Face f = faces.get(0);
        List<Coedge> loop = new ArrayList<>(f.loops().get(0).coedges());
        Edge e = loop.get(0).edge();
        Vec3 off = new Vec3(0.3, 0.3, 0.3);
        Line beside = Line.through(e.start().point().plus(off), e.end().point().plus(off));
        Edge wrong = new Edge(beside, new Interval(e.range().lo(), e.range().hi()), e.start(), e.end(), e.tolerance());
        loop.set(0, new Coedge(wrong, loop.get(0).forward()));
        faces.set(0, new Face(f.surface(), f.sense(), List.of(new Loop(loop)), f.origins()));
        assertThat(problems(of(faces))).isNotEmpty();
    }

    @Test
    void twoShellsThroughOneAnotherAreFoundOnlyByTheDeepCheck() {
        List<Face> hollow = turned(Shapes.box(5, 5, 5, 15, 15, 15));
        Body both = new Body(List.of(new Shell(BOX.faces()), new Shell(hollow)));
        assertThat(BodyCheck.quick(both, Shapes.TOL).valid()).isTrue();
        assertThat(problems(both)).anyMatch(p -> p.contains("pierces"));
    }

    @Test
    void aReportThrowsWithItsFirstProblem() {
        BodyCheck.Report r = BodyCheck.quick(of(BOX.faces().subList(0, 5)), Shapes.TOL);
        assertThatThrownBy(r::orThrow).isInstanceOf(GeometryException.class).hasMessageContaining("would not be sound");
    }
}
