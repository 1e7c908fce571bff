package onward.sentry.server.plan;

import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.plan.BenchDay;
import onward.sentry.core.plan.Breach;
import onward.sentry.core.plan.DaySplit;
import onward.sentry.core.plan.GasSetUp;
import onward.sentry.core.plan.LatenessRelief;
import onward.sentry.core.plan.PlanCheck;
import onward.sentry.core.plan.PlanJob;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.core.working.Derivation;
import onward.sentry.planner.Progress;

/**
 * The bench plan as people see it.
 *
 * @param madeAt empty: none was made yet
 * @param without jobs that are not scheduled, the first 200 of {@code withoutDay}
 * @param breaks hard rules that the plan has come to break since it was made
 * @param search the search for a better plan that goes on
 */
record PlanView(
        Optional<Instant> madeAt,
        String madeBy,
        List<PlanDay> days,
        List<PlannedJob> without,
        int withoutDay,
        List<String> breaks,
        List<PlanMove> moved,
        PlanFigures figures,
        PlanRules rules,
        List<BenchCalendar.UnusualDay> unusual,
        List<BenchCalendar.Absence> absences,
        List<String> technicians,
        Optional<SearchView> search) {

    private static final int MOST_NAMED = 200;

    /**
     * A bench day.
     *
     * @param used minutes of work and set-ups
     * @param comfortable minutes that are better not gone beyond
     */
    record PlanDay(
            LocalDate date,
            String remark,
            int minutes,
            int used,
            int comfortable,
            List<PlanSetUp> setUps,
            List<TechnicianShare> shares) {}

    /** Jobs that share a gas set-up. */
    record PlanSetUp(String gas, List<PlannedJob> jobs) {}

    /** @param from the day in the plan before, where that was another one */
    record PlannedJob(
            String serial,
            String model,
            String crew,
            int minutes,
            LocalDate dueOn,
            int lateDays,
            boolean pinned,
            Optional<LocalDate> from) {}

    record TechnicianShare(String technician, int minutes, int of, int jobs) {}

    record PlanMove(String serial, LocalDate from, Optional<LocalDate> to) {}

    /**
     * What the plan costs beside its work.
     *
     * @param late jobs that are late on their day
     * @param minutes lateness apart
     * @param leastMinutes that any plan which is as little late is proven to cost; 0: nothing is proven yet
     * @param byRule minutes of the plan by rule that it began from
     */
    record PlanFigures(
            int jobs,
            int workMinutes,
            long late,
            boolean leastLate,
            double minutes,
            double leastMinutes,
            double byRule,
            boolean best,
            Derivation working) {}

    record SearchView(double seconds, long atMost, double minutes, double leastMinutes) {
        static SearchView of(Improvement.Search search, double minutesNow) {
            var latest = search.latest().get();
            return new SearchView(
                    search.seconds(),
                    Improvement.AT_MOST.toSeconds(),
                    latest.map(progress -> progress.cost().tenths() / 10.0).orElse(minutesNow),
                    latest.map(Progress::leastTenths).orElse(0L) / 10.0);
        }
    }

    static PlanView of(
            BenchPlans.CurrentPlan now,
            BenchCalendar calendar,
            List<String> technicians,
            Optional<Improvement.Search> search) {
        var cost = now.cost();
        double minutes = cost.tenths() / 10.0;
        var remarks = calendar.unusual().stream()
                .collect(Collectors.toMap(BenchCalendar.UnusualDay::on, BenchCalendar.UnusualDay::remark));
        var byDay = now.plan().byDay(now.task());
        boolean leastLate = cost.lateDays() <= now.head().leastLateDays();
        return new PlanView(
                now.head().madeAt(),
                now.head().madeBy(),
                now.task().days().stream()
                        .map(day -> day(now, day, byDay.getOrDefault(day.date(), List.of()), remarks))
                        .toList(),
                now.without().stream()
                        .limit(MOST_NAMED)
                        .map(job -> job(now, job))
                        .toList(),
                now.without().size(),
                PlanCheck.of(now.task(), now.plan()).stream()
                        .map(Breach::sentence)
                        .toList(),
                moved(now),
                new PlanFigures(
                        now.plan().days().size(),
                        now.task().jobs().stream()
                                .filter(job -> now.plan().dayOf(job).isPresent())
                                .mapToInt(PlanJob::minutes)
                                .sum(),
                        LatenessRelief.lateJobs(now.task(), now.plan())
                                - now.without().size(),
                        leastLate,
                        minutes,
                        now.head().leastTenths() / 10.0,
                        now.head().byRule() / 10.0,
                        leastLate && cost.tenths() <= now.head().leastTenths(),
                        cost.working()),
                now.head().rules(),
                calendar.unusual(),
                calendar.absences(),
                technicians,
                search.map(one -> SearchView.of(one, minutes)));
    }

    private static PlanDay day(
            BenchPlans.CurrentPlan now, BenchDay day, List<PlanJob> jobs, Map<LocalDate, String> remarks) {
        var setUps =
                jobs.stream().collect(Collectors.groupingBy(PlanJob::setUp, LinkedHashMap::new, Collectors.toList()));
        var split = DaySplit.of(day, jobs);
        return new PlanDay(
                day.date(),
                remarks.getOrDefault(day.date(), ""),
                day.minutes(),
                jobs.stream().mapToInt(PlanJob::minutes).sum()
                        + setUps.size() * now.task().rules().setUpMinutes(),
                day.minutes() * (100 - now.task().rules().keepFreePercent()) / 100,
                setUps.entrySet().stream()
                        .map(entry -> new PlanSetUp(
                                gas(now.task().setUps().get(entry.getKey())),
                                entry.getValue().stream()
                                        .map(job -> job(now, job))
                                        .toList()))
                        .toList(),
                day.shifts().stream()
                        .map(shift -> new TechnicianShare(
                                shift.technician(),
                                split.get(shift.technician()).stream()
                                        .mapToInt(PlanJob::minutes)
                                        .sum(),
                                shift.minutes(),
                                split.get(shift.technician()).size()))
                        .toList());
    }

    private static String gas(GasSetUp setUp) {
        return setUp.words();
    }

    private static PlannedJob job(BenchPlans.CurrentPlan now, PlanJob job) {
        var day = now.plan().dayOf(job);
        return new PlannedJob(
                job.detector(),
                job.model(),
                job.crew(),
                job.minutes(),
                job.due(),
                day.map(job::lateOn).orElse(0),
                Optional.ofNullable(now.stands().get(job.detector()))
                        .filter(PlanStore.Stands::pinned)
                        .isPresent(),
                Optional.ofNullable(now.task().before().get(job.detector()))
                        .filter(from -> day.filter(from::equals).isEmpty()));
    }

    private static List<PlanMove> moved(BenchPlans.CurrentPlan now) {
        return onward.sentry.core.plan.PlanChange.between(now.task(), now.plan()).stream()
                .map(change -> new PlanMove(change.detector(), change.from().orElseThrow(), change.to()))
                .toList();
    }
}
