package io.tallember.server.parts;

import io.tallember.server.guard.Works;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.lang.management.MemoryUsage;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * Watches what is left of memory after it was tidied: when it grows short, first what is only kept for speed is let go, then
 * the work that has gone on longest is ended. So one job that needs too much doesn't take the others with it.
 */
@Component
class Memory implements DisposableBean {
    private static final double SHORT = 0.75;
    private static final double VERY_SHORT = 0.88;
    private static final long LOOK_MILLIS = 250;

    private final Workshop workshop;
    private final Works works;
    private final List<MemoryPoolMXBean> pools;
    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor(r -> {
        Thread t = new Thread(r, "memory");
        t.setDaemon(true);
        return t;
    });
    private double before;

    Memory(Workshop workshop, Works works) {
        this.workshop = workshop;
        this.works = works;
        pools = ManagementFactory.getMemoryPoolMXBeans().stream()
                .filter(p -> p.getType() == MemoryType.HEAP && p.getCollectionUsage() != null)
                .filter(p -> p.isUsageThresholdSupported())
                .toList();
        clock.scheduleWithFixedDelay(this::look, LOOK_MILLIS, LOOK_MILLIS, TimeUnit.MILLISECONDS);
    }

    private void look() {
        double used = 0;
        for (MemoryPoolMXBean p : pools) {
            MemoryUsage u = p.getCollectionUsage();
            if (u.getMax() > 0) {
                used = Math.max(used, (double) u.getUsed() / u.getMax());
            }
        }
        // only when it was tidied since the last look
        if (used != before && used > SHORT) {
            workshop.forget();
            if (used > VERY_SHORT) {
                works.endLongest();
            }
        }
        before = used;
    }

    @Override
    public void destroy() {
        clock.shutdownNow();
    }
}
