package io.tallember.inspect.sheet;

import io.tallember.geometry.Box3;
import io.tallember.geometry.Cylinder;
import io.tallember.geometry.Frame;
import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Plane;
import io.tallember.geometry.Tolerance;
import io.tallember.geometry.Vec2;
import io.tallember.geometry.Vec3;
import io.tallember.inspect.Probe;
import io.tallember.part.PartDocument;
import io.tallember.part.SheetPlan;
import io.tallember.part.Step;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.StepOutcome;
import io.tallember.part.steps.DrawnSize;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Body;
import io.tallember.solid.Face;
import io.tallember.solid.mass.MassProperties;
import io.tallember.solid.sweep.Split;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A drawing of a part: views that belong together with what is hidden dashed, the part cut open, its sizes where they are true, a
 * table of its holes and a title block.
 *
 * @param paper its name
 * @param width and {@code height} in mm
 * @param scale how much larger than the part things are drawn
 * @param notShown sentences on sizes that no view shows
 */
public record Sheet(String paper, double width, double height, double scale, List<Ink> ink, List<String> notShown) {
    static final double MARGIN = 10;
    private static final Tolerance TOL = Tolerance.DEFAULT;
    /** Between views, and between a view and the frame, at least, in mm. */
    private static final double LEAST = 10;

    private static final double[] SCALES = {50, 20, 10, 5, 2, 1, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01, 0.005, 0.002, 0.001};
    private static final double CORNER_SHARE = 0.8;
    private static final double[] CALM = {0.2, 0.5};
    /** A part that fills less of its box than this is one of walls, and a cut that is more material than this shows none. */
    private static final double HOLLOW = 0.5;

    private static final double FULL = 0.7;

    /**
     * Lays a part's sheet out, of no revision yet.
     *
     * @param date as it stands in the title block; may be blank
     * @throws GeometryException BAD_VALUE when there is nothing to draw, or it doesn't fit the paper that is asked for
     */
    public static Sheet of(PartDocument doc, PartState state, SheetPlan plan, String date) {
        return of(doc, state, plan, date, "");
    }

    /** The same, of a revision. */
    public static Sheet of(PartDocument doc, PartState state, SheetPlan plan, String date, String revision) {
        List<Body> bodies = state.solids();
        if (bodies.isEmpty()) {
            throw new GeometryException(Reason.BAD_VALUE, "There is no body yet to draw.");
        }
        return new Layout(doc, state, bodies, plan, date, revision).sheet();
    }

    /** The sizes of all steps that stand, as the part is built; not of those whose bodies are moved or scaled afterwards. */
    static List<DrawnSize> sizes(PartDocument doc, PartState state) {
        List<DrawnSize> out = new ArrayList<>();
        for (Step s : doc.steps()) {
            if (stands(s, state)) {
                if (Kinds.of(s).displaces(s)) {
                    out.clear();
                }
                out.addAll(Kinds.of(s).drawn(s, state.stand()));
            }
        }
        return out;
    }

    private static boolean stands(Step s, PartState state) {
        return state.outcome(s.id()).status() == StepOutcome.Status.BUILT;
    }

    private static final class Layout {
        private final PartDocument doc;
        private final PartState state;
        private final List<Body> bodies;
        private final SheetPlan plan;
        private final String date;
        private final String revision;
        private final Landmarks landmarks;
        private final Map<String, View> views = new LinkedHashMap<>();
        private final List<Face> laidOpen = new ArrayList<>();
        private final List<Integer> bodyOf = new ArrayList<>();
        private final Map<String, Double> rooms = new LinkedHashMap<>();
        private Frame cut;
        /** Why the part couldn't be cut open. */
        private String uncut = "";

        Layout(PartDocument doc, PartState state, List<Body> bodies, SheetPlan plan, String date, String revision) {
            this.revision = revision;
            this.landmarks = new Landmarks(bodies);
            this.doc = doc;
            this.state = state;
            this.bodies = bodies;
            this.plan = plan;
            this.date = date;
        }

        Sheet sheet() {
            Probe probe = SeenLines.probe(bodies);
            Frame front = new Frame(Vec3.ZERO, Vec3.X, Vec3.Z, Vec3.Y.negated());
            Frame top = new Frame(Vec3.ZERO, Vec3.X, Vec3.Y, Vec3.Z);
            // the view on the right: what is seen from the left in the first angle, from the right in the third
            Frame side = plan.firstAngle()
                    ? new Frame(Vec3.ZERO, Vec3.Y.negated(), Vec3.Z, Vec3.X.negated())
                    : new Frame(Vec3.ZERO, Vec3.Y, Vec3.Z, Vec3.X);
            view("front", front, bodies, probe, true);
            view("top", top, bodies, probe, true);
            view("side", side, bodies, probe, true);
            view("corner", Frame.of(Vec3.ZERO, new Vec3(1, -1, 1), new Vec3(1, 1, 0)), bodies, probe, false);
            if (plan.section() && !plan.hidden().contains("view:section")) {
                section(front);
            }
            List<DrawnSize> sizes = new ArrayList<>(sizes(doc, state));
            overall(sizes);
            Holes holes = new Holes(sizes, new ArrayList<>(views.values()), doc, plan, landmarks);
            String paper = placed(sizes, holes);
            double[] size = SheetPlan.size(paper);
            Room room = new Room();
            List<Ink> ink = new ArrayList<>();
            for (View v : views.values()) {
                v.draw(ink);
                if (!v.name.equals("corner")) {
                    v.axes(ink);
                }
            }
            for (int i = 0; i < laidOpen.size(); i++) {
                Hatch.over(views.get("section"), laidOpen.get(i), bodyOf.get(i), ink);
            }
            cutLine(ink);
            ink.forEach(room::take);
            String part = doc.name() + (lacking().isEmpty() ? "" : ", as far as it stands");
            Title title = new Title(part, doc, plan, paper, size, views.get("front").scale, date, revision);
            title.draw(ink);
            double[] block = title.box();
            room.text(block);
            holes.table(ink, room, size, block);
            Sizes s = new Sizes(plan, doc, room, ink, views.containsKey("section"));
            holes.tags(ink, room, s);
            s.place(sizes, square(), landmarks);
            for (SheetPlan.Note n : plan.notes()) {
                ink.add(new Ink.Text(Ink.Layer.TEXT, "note:" + n.id(), n.x(), n.y(), 3, false, n.text()));
            }
            ink.removeIf(i -> plan.hidden().contains(i.of()));
            List<String> notShown = new ArrayList<>(lacking());
            doc.steps().stream()
                    .filter(k -> stands(k, state) && Kinds.of(k).displaces(k))
                    .reduce((a, b) -> b)
                    .ifPresent(k -> notShown.add("Sizes of steps above " + k.name()
                            + " aren't told: it moves or scales bodies, so they aren't true of them any more."));
            if (!uncut.isEmpty()) {
                notShown.add("The part isn't shown cut open: " + uncut);
            }
            notShown.addAll(holes.notShown());
            notShown.addAll(s.notShown());
            unwritable(ink).ifPresent(notShown::add);
            return new Sheet(paper, size[0], size[1], views.get("front").scale, List.copyOf(ink), notShown);
        }

        /** What of the part isn't there to be drawn, as sentences. */
        private List<String> lacking() {
            List<String> out = new ArrayList<>();
            for (Step k : doc.steps()) {
                StepOutcome.Status is = state.outcome(k.id()).status();
                if (is == StepOutcome.Status.FAILED) {
                    out.add(k.name() + " can't be built, so the drawing shows the part without it.");
                }
            }
            if (!state.toItsEnd()) {
                out.add(
                        "The work line stands above the last steps, so the drawing shows the part without those below it.");
            }
            return out;
        }

        private static Optional<String> unwritable(List<Ink> ink) {
            return ink.stream()
                    .filter(i -> i instanceof Ink.Text t && !Lettering.has(t.text()))
                    .map(i -> "\u201c" + ((Ink.Text) i).text()
                            + "\u201d has letters that the PDF can't show: it has ? for them. Write it with others.")
                    .findFirst();
        }

        private void view(String name, Frame frame, List<Body> of, Probe probe, boolean hidden) {
            if (plan.hidden().contains("view:" + name) && !name.equals("front")) {
                return;
            }
            views.put(name, new View(name, frame, of, SeenLines.of(of, probe, frame, hidden)));
        }

        /** The part cut as the front view sees it, where that tells most. */
        private void section(Frame front) {
            Box3 all = bounds();
            double middle = all.centre().y();
            double bored = throughBores(middle);
            double whole = views.get("front").width() * views.get("front").height();
            boolean thin = MassProperties.of(bodies).volume()
                    < HOLLOW * whole * (all.max().y() - all.min().y());
            List<Body> behind = cutAt(front, bored);
            double open = laidOpen.stream().mapToDouble(MassProperties::area).sum();
            if (thin && open > FULL * whole) {
                // along a rib everything is material: beside it more is seen
                behind = cutAt(front, bored + (all.max().y() - all.min().y()) / 5);
                if (laidOpen.isEmpty()) {
                    behind = cutAt(front, bored);
                }
            }
            if (!laidOpen.isEmpty()) {
                view("section", front, behind, SeenLines.probe(behind), false);
            }
        }

        /** How far along y most of the walls of bores upright in the front view have their axes; {@code otherwise} without any. */
        private double throughBores(double otherwise) {
            Map<Long, Double> weights = new LinkedHashMap<>();
            for (Body b : bodies) {
                for (Face f : b.faces()) {
                    if (f.surface() instanceof Cylinder c
                            && !f.sense()
                            && Math.abs(c.frame().z().y()) < 1e-9) {
                        weights.merge(Math.round(1000 * c.frame().origin().y()), MassProperties.area(f), Double::sum);
                    }
                }
            }
            // of two alike the one nearer to the middle, then the one in front: not the one whose area is a rounding
            // larger
            return weights.entrySet().stream()
                    .max(Comparator.comparingLong((Map.Entry<Long, Double> e) -> Math.round(1e3 * e.getValue()))
                            .thenComparing(e -> -Math.round(1e3 * Math.abs(e.getKey() / 1000.0 - otherwise)))
                            .thenComparing(e -> -e.getKey()))
                    .map(e -> e.getKey() / 1000.0)
                    .orElse(otherwise);
        }

        /** What is left behind a plane, whose faces are listed; nothing where it can't be cut there. */
        private List<Body> cutAt(Frame front, double y) {
            laidOpen.clear();
            bodyOf.clear();
            cut = front.at(new Vec3(0, y, 0));
            List<Body> behind = new ArrayList<>();
            try {
                for (int i = 0; i < bodies.size(); i++) {
                    for (Body half : Split.by(bodies.get(i), new Plane(cut), "section", TOL)) {
                        if (cut.local(half.bounds().centre()).z() > 0) {
                            continue;
                        }
                        behind.add(half);
                        for (Face f : half.faces()) {
                            boolean open = f.surface() instanceof Plane p
                                    && Math.abs(Math.abs(p.normal().y()) - 1) < 1e-9
                                    && Math.abs(f.bounds().centre().y() - y) < 1e-6
                                    && f.origins().stream()
                                            .anyMatch(o -> o.step().equals("section"));
                            if (open) {
                                laidOpen.add(f);
                                bodyOf.add(i);
                            }
                        }
                    }
                }
                uncut = laidOpen.isEmpty() ? "nothing lies open there." : "";
            } catch (GeometryException e) {
                laidOpen.clear();
                bodyOf.clear();
                uncut = e.getMessage();
            }
            return behind;
        }

        private Box3 bounds() {
            Box3 all = Box3.EMPTY;
            for (Body b : bodies) {
                all = all.with(b.bounds());
            }
            return all;
        }

        /** The whole width, depth and height, unless sizes tell them already. */
        private void overall(List<DrawnSize> sizes) {
            View front = views.get("front");
            double near = bounds().min().y();
            add(
                    sizes,
                    "width",
                    new Vec3(front.lo, near, front.low),
                    new Vec3(front.hi, near, front.low),
                    Vec3.X,
                    Vec3.Y);
            add(
                    sizes,
                    "height",
                    new Vec3(front.lo, near, front.low),
                    new Vec3(front.lo, near, front.high),
                    Vec3.Z,
                    Vec3.Y);
            View top = views.get("top");
            if (top != null) {
                add(
                        sizes,
                        "depth",
                        new Vec3(top.lo, top.low, bounds().max().z()),
                        new Vec3(top.lo, top.high, bounds().max().z()),
                        Vec3.Y,
                        Vec3.Z);
            }
        }

        private static void add(List<DrawnSize> sizes, String name, Vec3 from, Vec3 to, Vec3 along, Vec3 plane) {
            double v = to.minus(from).dot(along);
            boolean told = sizes.stream()
                    .anyMatch(d -> d instanceof DrawnSize.Length l
                            && l.value() >= v - 1e-6
                            && Math.abs(Math.abs(Sizes.way(l).dot(along)) - 1) < 1e-9);
            if (!told && v > 1e-6) {
                sizes.add(new DrawnSize.Length(Sizes.WHOLE, name, from, to, along, plane, v));
            }
        }

        /** Chooses paper and scale, and puts the views there. */
        private String placed(List<DrawnSize> sizes, Holes holes) {
            GeometryException none = null;
            for (String paper : plan.paper().isEmpty() ? SheetPlan.SIZES : List.of(plan.paper())) {
                double[] size = SheetPlan.size(paper);
                for (double scale : plan.scale() > 0 ? new double[] {plan.scale()} : SCALES) {
                    boolean last = !plan.paper().isEmpty() || paper.equals("A1");
                    rooms.clear();
                    boolean does = (last || plan.scale() > 0 || calm(scale, paper)) && fits(size, scale, holes);
                    if (does) {
                        measured(sizes);
                        does = fits(size, scale, holes);
                    }
                    if (does) {
                        return paper;
                    }
                }
                none = new GeometryException(
                        Reason.BAD_VALUE,
                        "The views don't fit on " + paper + " at this scale. Take a larger sheet or a smaller scale.");
            }
            throw none;
        }

        /** How much room the sizes of each view need on its sides, tried where the views stand by now. */
        private void measured(List<DrawnSize> sizes) {
            Room room = new Room();
            List<Ink> drawn = new ArrayList<>();
            views.values().forEach(v -> v.draw(drawn));
            drawn.forEach(room::take);
            Sizes s = new Sizes(plan, doc, room, new ArrayList<>(), views.containsKey("section"));
            s.place(sizes, square(), landmarks);
            for (View v : views.values()) {
                for (String side : List.of(":left", ":right", ":above", ":below")) {
                    rooms.put(v.name + side, s.reach(v.name + side));
                }
            }
        }

        /** The views in which sizes are told. */
        private List<View> square() {
            return views.values().stream()
                    .filter(v -> !v.name.equals("corner") && !v.name.equals("section"))
                    .toList();
        }

        /** What a view needs beside it, in mm. */
        private double beside(String side) {
            double marks = views.containsKey("section") && side.startsWith("top:") ? 14 : 0;
            return Math.max(Math.max(LEAST, marks), rooms.getOrDefault(side, LEAST) + 4);
        }

        /** Whether a scale is large enough that a larger sheet needn't be taken. */
        private static boolean calm(double scale, String paper) {
            return scale >= (paper.equals("A4") ? CALM[1] : paper.equals("A3") ? CALM[0] : 0);
        }

        private boolean fits(double[] size, double scale, Holes holes) {
            View front = views.get("front");
            View top = views.get("top");
            View side = views.get("side");
            double w = scale * front.width();
            double h = scale * front.height();
            double d = top == null ? 0 : scale * top.height();
            double sw = side == null ? 0 : scale * side.width();
            View section = views.get("section");
            View corner = views.get("corner");
            double leftOf = Math.max(beside("front:left"), top == null ? 0 : beside("top:left"));
            double right = Math.max(beside("front:right"), top == null ? 0 : beside("top:right"));
            double between = plan.firstAngle()
                    ? beside("front:below") + beside("top:above")
                    : beside("front:above") + beside("top:below");
            double over = top == null || plan.firstAngle() ? beside("front:above") : beside("top:above");
            double under = top == null || !plan.firstAngle() ? beside("front:below") : beside("top:below");
            double toSide = right + beside("side:left");
            double row = leftOf
                    + w
                    + (side == null ? right : toSide + sw + beside("side:right"))
                    + (section == null ? 0 : w + 2 * LEAST);
            double column = over + h + (top == null ? 0 : between + d) + under;
            double inX = size[0] - 2 * MARGIN - 5;
            double inY = size[1] - 2 * MARGIN;
            boolean overTitle = leftOf + w + right > inX - Title.WIDTH;
            if (row > inX || column + (overTitle ? Title.HEIGHT : 0) > inY) {
                return false;
            }
            double left = MARGIN + 5 + leftOf + Math.max(0, (inX - row) / 4);
            double upper = size[1] - MARGIN - over - Math.max(0, inY - column - Title.HEIGHT) / 3;
            boolean topAbove = !plan.firstAngle() && top != null;
            double frontTop = topAbove ? upper - d - between : upper;
            place(front, left + w / 2, frontTop - h / 2, scale);
            double x = left + w + right;
            if (side != null) {
                x = left + w + toSide;
                place(side, x + sw / 2, frontTop - h / 2, scale);
                x += sw + beside("side:right");
            }
            if (section != null) {
                place(section, x + LEAST + w / 2, frontTop - h / 2, scale);
            }
            double lower = frontTop - h - between;
            if (top != null) {
                place(top, left + w / 2, topAbove ? upper - d / 2 : lower - d / 2, scale);
            }
            if (corner != null
                    && !placedCorner(corner, size, scale, left + w + right + LEAST, topAbove, upper, frontTop - h)) {
                return false;
            }
            return holes.fits(size);
        }

        /** Puts the corner view beside the view from above, over the title block or left of it. */
        private boolean placedCorner(
                View corner, double[] size, double scale, double from, boolean topAbove, double upper, double below) {
            double share = CORNER_SHARE * scale;
            double cw = share * corner.width();
            double ch = share * corner.height();
            double high = topAbove ? upper : below - beside("side:below");
            boolean leftOfTitle = from + cw <= size[0] - MARGIN - Title.WIDTH - 4;
            double low = topAbove ? below : leftOfTitle ? MARGIN + 4 : MARGIN + Title.HEIGHT + 4;
            if (from + cw > size[0] - MARGIN || high - ch < low) {
                return false;
            }
            place(
                    corner,
                    from + cw / 2,
                    Math.max(low + ch / 2, high - ch / 2 - Math.min(10, (high - low - ch) / 2)),
                    share);
            return true;
        }

        private void place(View v, double x, double y, double scale) {
            Vec2 by = plan.by("view:" + v.name);
            v.x = x + by.x();
            v.y = y + by.y();
            v.scale = scale;
        }

        /** Where the section is cut, on the view from above, and what the section is called. */
        private void cutLine(List<Ink> out) {
            View section = views.get("section");
            View top = views.get("top");
            if (section == null || cut == null) {
                return;
            }
            double[] box = section.box();
            String called = "A \u2013 A";
            double w = Lettering.width(called, 3.5);
            out.add(new Ink.Text(
                    Ink.Layer.TEXT, "view:section", 0.5 * (box[0] + box[2] - w), box[3] + 5, 3.5, false, called));
            if (top == null) {
                return;
            }
            double y = top.on(cut.origin()).y();
            double[] t = top.box();
            double a = t[0] - 6;
            double b = t[2] + 6;
            out.add(new Ink.Path(Ink.Layer.CUT, "view:section", new double[] {a, y, b, y}, false));
            for (double x : new double[] {a, b}) {
                // seen along y: the arrows point up on the view from above
                out.add(new Ink.Path(Ink.Layer.CUT, "view:section", new double[] {x, y, x, y - 7}, false));
                out.add(new Ink.Path(
                        Ink.Layer.CUT,
                        "view:section",
                        new double[] {x, y, x - 0.7, y - 3, x + 0.7, y - 3, x, y},
                        true));
                out.add(new Ink.Text(Ink.Layer.TEXT, "view:section", x + (x == a ? -4.5 : 2), y - 7, 3.5, false, "A"));
            }
        }
    }
}
