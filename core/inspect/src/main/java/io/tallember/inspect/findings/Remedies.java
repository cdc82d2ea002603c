package io.tallember.inspect.findings;

import io.tallember.geometry.GeometryException;
import io.tallember.inspect.findings.Finding.Remedy;
import io.tallember.part.Making;
import io.tallember.part.Measure;
import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.rebuild.PartState;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import io.tallember.solid.Key;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Numbers that mend what was found when they are changed. Each is tried: the part is built with it and looked at again. */
public final class Remedies {
    /** Steps of typed values, so that a suggested one looks like one. */
    private static final double LENGTH_STEP = 0.1;

    private static final double ANGLE_STEP = Math.toRadians(0.5);
    private static final int MOST_TRIED = 8;

    private final Rebuild rebuild;
    private final PartState state;
    private final Checkup now;
    private final Making making;

    /** @param now what was found in the part as it stands */
    public Remedies(Rebuild rebuild, PartState state, Checkup now) {
        this.rebuild = rebuild;
        this.state = state;
        this.now = now;
        this.making = now.making();
    }

    /** A finding with the first number that mends it and doesn't break the part, where one is found. */
    public Finding tried(Finding f) {
        int tries = 0;
        for (Remedy r : candidates(f)) {
            if (tries++ == MOST_TRIED) {
                break;
            }
            Optional<PartState> mended = mended(f, r);
            if (mended.isPresent()) {
                return f.with(r.but(but(mended.get())));
            }
        }
        return f;
    }

    /** The part with a number changed, where it can be built and the fault is gone. */
    private Optional<PartState> mended(Finding f, Remedy r) {
        PartDocument doc = state.document();
        try {
            PartState then = rebuild.build(doc.replaced(doc.step(r.step()).sized(r.field(), r.value())));
            // a fault that only goes by another name, or turns up beside, isn't mended
            boolean gone = f.rule().look(new Ground(then, making, then.solids()), Ground.each(then, making)).stream()
                    .allMatch(o -> o.faces().stream().noneMatch(f.faces()::contains)
                            && now.findings().stream().anyMatch(o::noWorse));
            return gone && (then.sound() || !state.sound()) ? Optional.of(then) : Optional.empty();
        } catch (GeometryException e) {
            return Optional.empty();
        }
    }

    /** What would stop release then and doesn't now, or not as much. */
    private String but(PartState then) {
        return Checkup.of(then, making).findings().stream()
                .filter(o -> o.stops() && now.findings().stream().noneMatch(o::noWorse))
                .map(Finding::sentence)
                .findFirst()
                .orElse("");
    }

    /** The numbers of the steps that the faces come from, each with the value that would make up for what is missing. */
    private List<Remedy> candidates(Finding f) {
        List<Remedy> out = new ArrayList<>();
        if (Double.isNaN(f.limit())) {
            return out;
        }
        Set<String> ids = new LinkedHashSet<>();
        f.faces().forEach(k -> ids.addAll(Key.of(k).steps()));
        List<Step> steps = state.document().steps();
        for (int i = steps.size() - 1; i >= 0; i--) {
            Step s = steps.get(i);
            if (s.makes().stream().noneMatch(ids::contains)) {
                continue;
            }
            Kinds.numbers(s)
                    .forEach((field, was) -> s.measure(field)
                            .flatMap(m -> value(f, m, was))
                            .filter(v -> v > 0 && v != was)
                            // a number by a formula is mended where its values are
                            .filter(v -> !state.document().formulas().containsKey(s.id() + "/" + field))
                            .ifPresent(v -> out.add(
                                    new Remedy(s.id(), field, s.measure(field).orElseThrow(), was, v, ""))));
        }
        return out;
    }

    private static Optional<Double> value(Finding f, Measure m, double was) {
        boolean more = f.measured() < f.limit();
        if (f.measure() == Measure.PLAIN && m == Measure.LENGTH && f.rule() == Rule.RIB_THICK) {
            return Optional.of(rounded(was * f.limit() / f.measured(), LENGTH_STEP, false));
        }
        if (m != f.measure()) {
            return Optional.empty();
        }
        double step = m == Measure.ANGLE ? ANGLE_STEP : LENGTH_STEP;
        return Optional.of(rounded(was + f.limit() - f.measured(), step, more));
    }

    private static double rounded(double v, double step, boolean up) {
        double n = v / step;
        double whole = Math.rint(n);
        double at = Math.abs(n - whole) < 1e-6 ? whole : up ? Math.ceil(n) : Math.floor(n);
        // written with few digits again
        return step == LENGTH_STEP ? Math.rint(at) / Math.rint(1 / step) : at * step;
    }
}
