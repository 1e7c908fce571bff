package onward.sentry.server.plan;

import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import onward.sentry.core.plan.BenchPlan;
import onward.sentry.core.plan.Breach;
import onward.sentry.core.plan.DayChoice;
import onward.sentry.core.plan.LatenessRelief;
import onward.sentry.core.plan.PlanCheck;
import onward.sentry.core.plan.PlanCost;
import onward.sentry.core.plan.PlanJob;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.core.plan.PlanTask;
import onward.sentry.core.plan.SimplePlanner;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.LedgerKind;
import onward.sentry.planner.Progress;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes the bench plan, keeps it, and lets people move what stands in it. */
@Service
class BenchPlans {

    /**
     * The plan that stands, against what there is to do now.
     *
     * @param plan days of the jobs that are still to be done
     */
    record CurrentPlan(PlanStore.Head head, PlanTask task, BenchPlan plan, Map<String, PlanStore.Stands> stands) {

        PlanCost cost() {
            return PlanCost.of(task, plan);
        }

        /** Jobs that came up after the plan was made, or found no day in it. */
        List<PlanJob> without() {
            return plan.unplanned(task);
        }

        List<Breach> breaches() {
            return PlanCheck.of(task, plan);
        }
    }

    private final PlanStore store;
    private final PlanTasks tasks;
    private final BenchCalendar calendar;
    private final Improvement improvement;
    private final Fleet fleet;
    private final Ledger ledger;

    BenchPlans(
            PlanStore store,
            PlanTasks tasks,
            BenchCalendar calendar,
            Improvement improvement,
            Fleet fleet,
            Ledger ledger) {
        this.store = store;
        this.tasks = tasks;
        this.calendar = calendar;
        this.improvement = improvement;
        this.fleet = fleet;
        this.ledger = ledger;
    }

    /** @throws Refused when nobody works at the bench */
    @Transactional
    public CurrentPlan standing() {
        var stands = store.jobs();
        var before = new LinkedHashMap<String, LocalDate>();
        stands.forEach((serial, job) -> job.before().ifPresent(day -> before.put(serial, day)));
        return standing(stands, before);
    }

    private CurrentPlan standing(Map<String, PlanStore.Stands> stands, Map<String, LocalDate> before) {
        var head = store.head();
        var task = tasks.task(head.rules(), stands, before)
                .orElseThrow(() -> new Refused(new Refusal(
                        "nobody-at-the-bench",
                        "",
                        "Nobody works at the bench in the time that a plan looks at.",
                        "Enter a technician, or open a day.")));
        var days = task.jobs().stream()
                .filter(job -> stands.containsKey(job.detector()))
                .collect(Collectors.toMap(
                        PlanJob::detector, job -> stands.get(job.detector()).on()));
        return new CurrentPlan(head, task, new BenchPlan(days), stands);
    }

    /**
     * Makes the plan again, as close to the one that stands as is worth it, and goes on looking for a better one.
     *
     * @param replanEverything nothing but what is pinned stays
     */
    @Transactional
    public void make(boolean replanEverything, String by) {
        var stands = store.jobs();
        var before = new LinkedHashMap<String, LocalDate>();
        if (!replanEverything) {
            stands.forEach((serial, job) -> before.put(serial, job.on()));
        }
        var now = standing(stands, before);
        var byRule = SimplePlanner.plan(now.task());
        var byRuleCost = PlanCost.of(now.task(), byRule);
        boolean stay = now.breaches().isEmpty() && now.cost().compareTo(byRuleCost) <= 0;
        var plan = stay ? now.plan() : byRule;
        BiFunction<BenchPlan, String, PlanStore.Stands> stand = (of, serial) -> new PlanStore.Stands(
                of.days().get(serial),
                Optional.ofNullable(before.get(serial)),
                Optional.ofNullable(stands.get(serial))
                        .filter(PlanStore.Stands::pinned)
                        .isPresent());
        if (!store.replace(now.head().revision(), stood(plan, stand), by, 0, 0, byRuleCost.tenths())) {
            throw new Refused(new Refusal(
                    "plan-changed",
                    "",
                    "Somebody has changed the plan in this moment.",
                    "Look at it again, then plan."));
        }
        ledger.append(
                LedgerKind.PLAN_MADE,
                by,
                Map.of(
                        "jobs",
                        plan.days().size(),
                        "late",
                        plan.late(now.task()).size(),
                        "notScheduled",
                        plan.unplanned(now.task()).size(),
                        "replanEverything",
                        replanEverything));
        long revision = now.head().revision() + 1;
        improvement.begin(now.task(), best -> improved(best, now.task(), plan, stand, revision, by, byRuleCost));
    }

    private static Map<String, PlanStore.Stands> stood(
            BenchPlan plan, BiFunction<BenchPlan, String, PlanStore.Stands> stand) {
        return plan.days().keySet().stream()
                .collect(Collectors.toMap(serial -> serial, serial -> stand.apply(plan, serial)));
    }

    /** Takes what a search has found, unless somebody has changed the plan meanwhile. */
    private void improved(
            Progress best,
            PlanTask task,
            BenchPlan standing,
            BiFunction<BenchPlan, String, PlanStore.Stands> stand,
            long revision,
            String by,
            PlanCost byRule) {
        var cost = PlanCost.of(task, best.plan());
        boolean better = PlanCheck.of(task, best.plan()).isEmpty() && cost.compareTo(PlanCost.of(task, standing)) <= 0;
        var plan = better ? best.plan() : standing;
        store.replace(revision, stood(plan, stand), by, best.leastLateDays(), best.leastTenths(), byRule.tenths());
    }

    /** Every day for one job, with what it would break and cost. */
    @Transactional
    public List<DayChoice> choices(String serial) {
        var now = standing();
        return DayChoice.of(now.task(), now.plan(), job(now, serial));
    }

    @Transactional
    public List<String> why(String serial) {
        var now = standing();
        return DayChoice.why(now.task(), now.plan(), job(now, serial));
    }

    /** How long it takes, in words. */
    @Transactional
    public String takes(String serial) {
        return tasks.takes(fleet.bySerial(serial).model()).words();
    }

    private static PlanJob job(CurrentPlan now, String serial) {
        return now.task().jobs().stream()
                .filter(job -> job.detector().equalsIgnoreCase(serial))
                .findFirst()
                .orElseThrow(() -> new NotFound("A job of " + serial + " in the time of the plan"));
    }

    /**
     * Moves a job by hand; there it stays until it is let go.
     *
     * @throws Refused with what it would break on that day
     */
    @Transactional
    public void move(String serial, LocalDate day, String by) {
        var now = standing();
        var job = job(now, serial);
        var choice = DayChoice.of(now.task(), now.plan(), job).stream()
                .filter(one -> one.on().equals(day))
                .findFirst();
        var breaks = choice.map(DayChoice::breaks)
                .orElseGet(() -> Optional.of(
                        new Breach(Breach.Kind.CLOSED, day, "The bench is closed on " + Figures.day(day) + ".")));
        breaks.ifPresent(breach -> {
            throw new Refused(new Refusal(
                    "plan-breaks-"
                            + breach.kind()
                                    .name()
                                    .toLowerCase(java.util.Locale.ROOT)
                                    .replace('_', '-'),
                    "day",
                    breach.sentence(),
                    "Pick another day, or make room there first."));
        });
        put(job, day, true, by);
    }

    /** A job that was moved by hand goes where the next plan puts it. */
    @Transactional
    public void letGo(String serial, String by) {
        var now = standing();
        var job = job(now, serial);
        now.plan().dayOf(job).ifPresent(day -> put(job, day, false, by));
    }

    private void put(PlanJob job, LocalDate day, boolean pinned, String by) {
        improvement.halt();
        store.put(fleet.bySerial(job.detector()).id(), day, pinned);
        ledger.append(
                pinned ? LedgerKind.PLAN_MOVED : LedgerKind.PLAN_LET_GO,
                by,
                Map.of("detector", job.detector(), "day", day.toString()));
    }

    @Transactional
    public void setRules(PlanRules rules, String by) {
        improvement.halt();
        store.setRules(rules);
        ledger.append(LedgerKind.PLAN_RULES_SET, by, facts(rules));
    }

    private static Map<String, Object> facts(PlanRules rules) {
        return Map.of(
                "minutesADay", rules.minutesADay(),
                "setUpMinutes", rules.setUpMinutes(),
                "mostAwayPercent", rules.mostAwayPercent(),
                "earlyDays", rules.earlyDays(),
                "noticeDays", rules.noticeDays(),
                "keepFreePercent", rules.keepFreePercent(),
                "benchDays", rules.benchDays());
    }

    /** What can be done about lateness. */
    @Transactional
    public List<LatenessRelief> ways() {
        var now = standing();
        return LatenessRelief.of(
                now.task(), now.plan(), calendar.mayOpen(now.head().rules()));
    }
}
