package onward.sentry.server.plan;

import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import onward.sentry.core.plan.PlanTask;
import onward.sentry.planner.PlanProcess;
import onward.sentry.planner.Progress;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** The search for a better plan that goes on at present: one at a time. */
@Component
class Improvement implements SmartLifecycle {

    /** A search takes no longer. */
    static final Duration AT_MOST = Duration.ofSeconds(60);

    private static final Logger LOG = LoggerFactory.getLogger(Improvement.class);

    /** @param latest empty until the first word of it */
    record Search(PlanProcess process, AtomicReference<Optional<Progress>> latest, long beganNanos) {
        double seconds() {
            return (System.nanoTime() - beganNanos) / 1e9;
        }
    }

    private final AtomicReference<Search> running = new AtomicReference<>();
    private volatile boolean started;

    /** Begins a search in the place of one that may be going on. @param ended hears of the best plan, on another thread */
    void begin(PlanTask task, Consumer<Progress> ended) {
        halt();
        try {
            var search = new Search(
                    PlanProcess.begin(task, AT_MOST), new AtomicReference<>(Optional.empty()), System.nanoTime());
            running.set(search);
            var thread = new Thread(() -> follow(search, ended), "plan-search");
            thread.setDaemon(true);
            thread.start();
        } catch (IOException e) {
            LOG.warn("No search for a better plan could begin; the plan by rule stays", e);
        }
    }

    private void follow(Search search, Consumer<Progress> ended) {
        try {
            search.process().follow(progress -> search.latest().set(Optional.of(progress)));
        } catch (IOException | RuntimeException e) {
            LOG.warn("A search for a better plan ended early; the plan that it had found stays", e);
        }
        try {
            if (running.get() == search) {
                search.latest().get().ifPresent(ended);
            }
        } finally {
            running.compareAndSet(search, null);
        }
    }

    Optional<Search> running() {
        return Optional.ofNullable(running.get());
    }

    /** Ends the search; what it has found is taken. */
    void enough() {
        running().ifPresent(search -> search.process().stop());
    }

    /** Ends the search; what it has found is of no use any more. */
    void halt() {
        var search = running.getAndSet(null);
        if (search != null) {
            search.process().stop();
        }
    }

    @Override
    public void start() {
        started = true;
    }

    @Override
    public void stop() {
        halt();
        started = false;
    }

    @Override
    public boolean isRunning() {
        return started;
    }
}
