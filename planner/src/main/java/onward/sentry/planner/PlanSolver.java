package onward.sentry.planner;

import com.google.ortools.Loader;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverSolutionCallback;
import com.google.ortools.sat.CpSolverStatus;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import onward.sentry.core.plan.BenchPlan;
import onward.sentry.core.plan.PlanCheck;
import onward.sentry.core.plan.PlanCost;
import onward.sentry.core.plan.PlanTask;
import onward.sentry.core.plan.SimplePlanner;

/**
 * Looks for better plans than the one by rule, for a bounded time, and proves how good any plan can be. Every plan that it
 * gives out has passed the core's check and costs no more than the one before it.
 *
 * <p>One search at a time; {@link #stop} may be called from another thread.
 */
public final class PlanSolver {

    /** Even on two cores: the searches that the solver runs side by side help each other. */
    private static final int WORKERS = 8;

    private static boolean loaded;

    private final PlanTask task;
    private final Duration atMost;
    private final Consumer<Progress> told;
    private final long began = System.nanoTime();
    private final AtomicReference<CpSolver> running = new AtomicReference<>();
    private volatile boolean stopped;
    private volatile Progress best;

    /** @param told hears of every better plan and every better proof, on threads of the search */
    public PlanSolver(PlanTask task, Duration atMost, Consumer<Progress> told) {
        this.task = task;
        this.atMost = atMost;
        this.told = told;
    }

    private static synchronized void load() {
        if (!loaded) {
            Loader.loadNativeLibraries();
            loaded = true;
        }
    }

    /** Searches until the best plan is proven, the time is over or it is stopped. */
    public Progress search() {
        return search(SimplePlanner.plan(task));
    }

    /** @param first where to begin, a plan that breaks no hard rule */
    Progress search(BenchPlan first) {
        long unavoidable = task.jobs().stream()
                .mapToLong(job -> PlanModel.leastLate(task, job))
                .sum();
        tell(new Progress(first, PlanCost.of(task, first), unavoidable, 0, seconds()));
        load();
        if (!best.isLeastLate()) {
            var late = new PlanModel(task, best.cost().lateDays() - unavoidable);
            late.minimizeLateness();
            late.hint(best.plan());
            solve(late, atMost.toMillis() / 2000.0, true);
        }
        if (!stopped) {
            long slack = best.cost().lateDays() - unavoidable;
            var beside = new PlanModel(task, slack);
            if (slack > 0) {
                beside.noLaterThan(best.cost().lateDays());
            }
            beside.minimizeCostBeside();
            beside.hint(best.plan());
            solve(beside, Math.max(0.1, atMost.toMillis() / 1000.0 - seconds()), false);
        }
        return best;
    }

    /** Ends the search; the best plan so far stays. */
    public void stop() {
        stopped = true;
        var solver = running.get();
        if (solver != null) {
            solver.stopSearch();
        }
    }

    private void solve(PlanModel model, double seconds, boolean forLateness) {
        var solver = new CpSolver();
        running.set(solver);
        solver.getParameters()
                .setNumWorkers(WORKERS)
                .setMaxTimeInSeconds(seconds)
                .setLinearizationLevel(2);
        var status = solver.solve(model.model(), new CpSolverSolutionCallback() {
            @Override
            public void onSolutionCallback() {
                found(model.plan(chosen -> booleanValue(chosen) ? 1 : 0));
                proven((long) Math.ceil(bestObjectiveBound() - 1e-6), forLateness);
            }
        });
        running.set(null);
        if (status == CpSolverStatus.OPTIMAL) {
            proven((long) Math.ceil(solver.bestObjectiveBound() - 1e-6), forLateness);
        }
    }

    private synchronized void found(BenchPlan plan) {
        var cost = PlanCost.of(task, plan);
        if (cost.compareTo(best.cost()) < 0 && PlanCheck.of(task, plan).isEmpty()) {
            tell(new Progress(plan, cost, best.leastLateDays(), best.leastTenths(), seconds()));
        }
    }

    private synchronized void proven(long bound, boolean forLateness) {
        long late = forLateness ? Math.max(best.leastLateDays(), bound) : best.leastLateDays();
        long tenths = forLateness ? best.leastTenths() : Math.max(best.leastTenths(), bound);
        if (late > best.leastLateDays() || tenths > best.leastTenths()) {
            tell(new Progress(best.plan(), best.cost(), late, tenths, seconds()));
        }
    }

    private void tell(Progress progress) {
        best = progress;
        told.accept(progress);
    }

    private double seconds() {
        return (System.nanoTime() - began) / 1e9;
    }
}
