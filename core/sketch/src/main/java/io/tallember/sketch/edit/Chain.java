package io.tallember.sketch.edit;

import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.sketch.Round;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchArc;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchCurve;
import io.tallember.sketch.SketchLine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Lines and arcs that run on one after the other through shared points, or one circle. */
final class Chain {
    private final List<Link> links;
    private final boolean closed;

    private Chain(List<Link> links, boolean closed) {
        this.links = links;
        this.closed = closed;
    }

    /** A curve as the chain runs through it. */
    record Link(Sketch sketch, SketchCurve curve, boolean forward) {
        String point(boolean atStart) {
            boolean first = atStart == forward;
            return curve instanceof SketchLine l
                    ? first ? l.start() : l.end()
                    : curve instanceof SketchArc a ? first ? a.start() : a.end() : ((SketchCircle) curve).centre();
        }

        Vec2 from() {
            return sketch.point(point(true)).at();
        }

        Vec2 to() {
            return sketch.point(point(false)).at();
        }

        Vec2 centre() {
            return sketch.point(((Round) curve).centre()).at();
        }

        double radius() {
            return Offset.radius(sketch, curve);
        }

        String said() {
            return (curve instanceof SketchLine ? "line " : curve instanceof SketchArc ? "arc " : "circle ")
                    + curve.id();
        }

        /** Unit direction of the run at one end. */
        Vec2 direction(boolean atStart) {
            if (curve instanceof SketchLine) {
                return unit(to().minus(from()));
            }
            Vec2 r = unit((atStart ? from() : to()).minus(centre()));
            return forward ? new Vec2(-r.y(), r.x()) : new Vec2(r.y(), -r.x());
        }

        /** How far a place lies from the whole line or circle. */
        double beyond(Vec2 p) {
            return curve instanceof SketchLine
                    ? Math.abs(direction(true).cross(p.minus(from())))
                    : Math.abs(p.distance(centre()) - radius());
        }

        boolean smoothInto(Link next) {
            Vec2 a = direction(false);
            Vec2 b = next.direction(true);
            return Math.abs(a.cross(b)) < 1e-6 && a.dot(b) > 0;
        }

        /** One end moved to the left of the run. */
        Vec2 beside(boolean atStart, double d) {
            if (curve instanceof SketchCircle) {
                return centre();
            }
            Vec2 t = direction(atStart);
            return (atStart ? from() : to()).plus(d, new Vec2(-t.y(), t.x()));
        }

        /** Where this curve and the next, both moved to the left, meet nearest to their corner; null when they don't. */
        Vec2 meeting(Link next, double d) {
            Vec2 near = to();
            List<Vec2> all = new ArrayList<>();
            Link line = curve instanceof SketchLine ? this : next;
            Link other = line == this ? next : this;
            if (curve instanceof SketchLine && next.curve instanceof SketchLine) {
                Vec2 a = beside(false, d);
                Vec2 u = direction(false);
                Vec2 b = next.beside(true, d);
                Vec2 v = next.direction(true);
                all.add(a.plus(b.minus(a).cross(v) / u.cross(v), u));
            } else if (line.curve instanceof SketchLine) {
                Vec2 p = line.beside(true, d);
                Vec2 u = line.direction(true);
                double r = other.radius() - (other.forward ? d : -d);
                double along = other.centre().minus(p).dot(u);
                Vec2 foot = p.plus(along, u);
                double h2 = r * r - Math.pow(foot.distance(other.centre()), 2);
                if (h2 >= 0 && r > 0) {
                    all.add(foot.plus(Math.sqrt(h2), u));
                    all.add(foot.plus(-Math.sqrt(h2), u));
                }
            } else {
                all.addAll(Rounds.meet(
                        centre(),
                        radius() - (forward ? d : -d),
                        next.centre(),
                        next.radius() - (next.forward ? d : -d)));
            }
            return all.stream().min(Comparator.comparingDouble(near::distance)).orElse(null);
        }
    }

    List<Link> links() {
        return links;
    }

    boolean closed() {
        return closed;
    }

    /** All picked curves as chains. */
    static List<Chain> of(Sketch sketch, List<String> ids) {
        List<SketchCurve> left = new ArrayList<>();
        for (String id : ids) {
            if (!(sketch.find(id).orElse(null) instanceof SketchCurve c)
                    || Sketch.isGiven(id)
                    || !(c instanceof SketchLine || c instanceof Round)) {
                throw EditedSketch.refused(
                        "Only lines, circles and arcs can be drawn again beside themselves; " + id + " isn't one.");
            }
            if (sketch.strand(c).isEmpty()) {
                throw EditedSketch.refused("The curve " + id + " has no length.");
            }
            left.add(c);
        }
        if (left.isEmpty()) {
            throw EditedSketch.refused("Pick the curves to draw again beside themselves first.");
        }
        List<Chain> out = new ArrayList<>();
        while (!left.isEmpty()) {
            SketchCurve c = left.remove(0);
            List<Link> links = new ArrayList<>(List.of(new Link(sketch, c, true)));
            if (c instanceof SketchCircle) {
                out.add(new Chain(links, true));
                continue;
            }
            while (grow(links, left, true) || grow(links, left, false)) {
                // one curve a round
            }
            boolean closes = links.size() > 1
                    && links.get(0)
                            .point(true)
                            .equals(links.get(links.size() - 1).point(false));
            out.add(new Chain(links, closes));
        }
        return out;
    }

    private static boolean grow(List<Link> links, List<SketchCurve> left, boolean atEnd) {
        Link k = links.get(atEnd ? links.size() - 1 : 0);
        String p = k.point(!atEnd);
        if (links.size() > 1 && p.equals(links.get(atEnd ? 0 : links.size() - 1).point(atEnd))) {
            return false;
        }
        for (SketchCurve c : left) {
            for (boolean forward : new boolean[] {true, false}) {
                Link next = new Link(k.sketch(), c, forward);
                if (!(c instanceof SketchCircle) && next.point(atEnd).equals(p)) {
                    left.remove(c);
                    links.add(atEnd ? links.size() : 0, next);
                    return true;
                }
            }
        }
        return false;
    }

    /** Whether a place lies to the left of the chain's run, where it is nearest. */
    boolean isLeft(Vec2 p) {
        Link best = null;
        double near = Double.POSITIVE_INFINITY;
        Vec2 foot = p;
        for (Link k : links) {
            Optional<Sketch.Strand> s = k.sketch().strand(k.curve());
            Vec3 q = p.flat();
            Vec3 f = s.orElseThrow()
                    .curve()
                    .point(s.get().curve().project(q, s.get().range()));
            // at a corner the curve that the place lies more squarely beside decides
            boolean tie = Math.abs(f.distance(q) - near) < 1e-9;
            if (f.distance(q) < near - 1e-9 || tie && k.beyond(p) > best.beyond(p)) {
                near = f.distance(q);
                best = k;
                foot = new Vec2(f.x(), f.y());
            }
        }
        if (best.curve() instanceof SketchLine) {
            return best.direction(true).cross(p.minus(best.from())) > 0;
        }
        double out = p.distance(best.centre()) - foot.distance(best.centre());
        return out < 0 == best.forward();
    }

    private static Vec2 unit(Vec2 v) {
        double l = v.length();
        return new Vec2(v.x() / l, v.y() / l);
    }
}
