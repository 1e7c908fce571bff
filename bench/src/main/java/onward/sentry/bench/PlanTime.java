package onward.sentry.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import onward.sentry.core.plan.DueDayPlanner;
import onward.sentry.core.plan.PlanCheck;
import onward.sentry.core.plan.PlanCost;
import onward.sentry.core.plan.PlanTask;
import onward.sentry.core.plan.SimplePlanner;
import onward.sentry.core.sim.SimFleet;
import onward.sentry.planner.PlanProcess;
import onward.sentry.planner.Progress;

/** How good bench plans for fleets of three sizes get, and what the search takes. */
public final class PlanTime {

    private static final LocalDate FIRST_DAY = LocalDate.of(2026, 3, 2);
    private static final int BENCH_DAYS = 30;
    private static final long[] SEEDS = {1, 2, 3};

    private PlanTime() {}

    public static void main(String[] args) throws IOException {
        fleet(64, Duration.ofSeconds(20), 0);
        fleet(500, Duration.ofSeconds(60), 0.03);
        fleet(2_000, Duration.ofSeconds(90), 0.10);
    }

    private static void fleet(int detectors, Duration atMost, double aim) throws IOException {
        for (long seed : SEEDS) {
            plan(SimFleet.task(detectors, BENCH_DAYS, FIRST_DAY, seed), seed, atMost, aim);
        }
    }

    private static void plan(PlanTask task, long seed, Duration atMost, double aim) throws IOException {
        var nobody = DueDayPlanner.plan(task);
        long began = System.nanoTime();
        var byRule = PlanCost.of(task, SimplePlanner.plan(task));
        long ruleMillis = (System.nanoTime() - began) / 1_000_000;
        var last = new AtomicReference<Progress>();
        var memory = new AtomicLong();
        began = System.nanoTime();
        var process = PlanProcess.begin(task, atMost);
        var watch = new Thread(() -> watch(process.pid(), memory));
        watch.setDaemon(true);
        watch.start();
        process.follow(last::set);
        double seconds = (System.nanoTime() - began) / 1e9;
        var best = last.get();
        System.out.printf(
                "%,d detectors, %d bench days, seed %d: each on its due day %s and %d rules broken; by rule %s in %d ms;"
                        + " searched %s, %s (aim: %s in %d s), %.0f s, %d MB, %d rules broken%n",
                task.jobs().size(),
                task.days().size(),
                seed,
                words(PlanCost.of(task, nobody)),
                PlanCheck.of(task, nobody).size(),
                words(byRule),
                ruleMillis,
                words(best.cost()),
                best.isBest() ? "proven best" : "within %.1f %% of proven".formatted(100 * best.gap()),
                aim == 0 ? "proven" : "within %.0f %%".formatted(100 * aim),
                atMost.toSeconds(),
                seconds,
                memory.get() / 1024,
                PlanCheck.of(task, best.plan()).size());
    }

    private static String words(PlanCost cost) {
        return "%.1f min and %d days late".formatted(cost.tenths() / 10.0, cost.lateDays());
    }

    /** The most memory that the process ever held, kB. */
    private static void watch(long pid, AtomicLong most) {
        try {
            while (true) {
                for (var line : Files.readAllLines(Path.of("/proc", String.valueOf(pid), "status"))) {
                    if (line.startsWith("VmHWM:")) {
                        most.set(Long.parseLong(line.replaceAll("\\D", "")));
                    }
                }
                Thread.sleep(500);
            }
        } catch (IOException e) {
            // it has ended
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
