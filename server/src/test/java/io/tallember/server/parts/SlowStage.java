package io.tallember.server.parts;

import io.tallember.geometry.Patience;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.context.ApplicationContext;

/** Makes the view of one part take as long, or as much memory, as is wanted. */
public final class SlowStage {
    private final PartView view;
    private final AtomicInteger underWay = new AtomicInteger();
    private volatile boolean over;

    public SlowStage(ApplicationContext app) {
        view = app.getBean(PartView.class);
    }

    /** From now on views of the part go on until they are ended. */
    public void begin(long part) {
        over = false;
        view.telling = id -> {
            if (id == part) {
                underWay.incrementAndGet();
                try {
                    while (!over) {
                        Patience.check();
                    }
                } finally {
                    underWay.decrementAndGet();
                }
            }
        };
    }

    /** From now on views of the part take all the memory that they can get. */
    public void hungry(long part) {
        view.telling = id -> {
            List<long[]> all = new ArrayList<>();
            while (id == part) {
                all.add(new long[4_000_000]);
                Patience.checkNow();
            }
        };
    }

    public void over() {
        over = true;
        view.telling = id -> {};
    }

    public int underWay() {
        return underWay.get();
    }
}
