package io.tallember.part.rebuild;

import io.tallember.geometry.Frame;
import io.tallember.geometry.Patience;
import io.tallember.part.SketchStep;
import io.tallember.sketch.edit.Instances;
import io.tallember.sketch.regions.Reading;
import io.tallember.sketch.solve.Judgement;
import io.tallember.sketch.solve.Solver;

/** A sketch where it lies, with what it encloses and what it leaves open. */
public final class PlacedSketch {
    /** How long a sketch may take to be judged. */
    private static final long JUDGED_MILLIS = 4000;

    private final SketchStep step;
    private final Frame frame;
    private final Reading reading;
    private final String fault;
    private volatile Judgement judgement;
    private volatile Instances instances;

    public PlacedSketch(SketchStep step, Frame frame, Reading reading, String fault) {
        this.fault = fault;
        this.step = step;
        this.frame = frame;
        this.reading = reading;
    }

    public SketchStep step() {
        return step;
    }

    public Frame frame() {
        return frame;
    }

    public Reading reading() {
        return reading;
    }

    /** Why its constraints don't hold as it lies, as a sentence; empty when they do. Steps on it wait until then. */
    public String fault() {
        return fault;
    }

    /** Which of its curves are instances of repeats; worked out when first asked for. */
    public Instances instances() {
        Instances i = instances;
        if (i == null) {
            i = Instances.of(step.sketch());
            instances = i;
        }
        return i;
    }

    /** Loose, settled, fighting; worked out when first asked for. {@link Judgement#NONE} when that takes too long. */
    public Judgement judgement() {
        Judgement j = judgement;
        if (j == null) {
            try {
                j = Patience.within(JUDGED_MILLIS, () -> false, () -> Solver.judge(step.sketch()));
            } catch (Patience.TooLong e) {
                j = Judgement.NONE;
            }
            judgement = j;
        }
        return j;
    }
}
