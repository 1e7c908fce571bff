package onward.sentry.server.demo;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.sim.Fault;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimTechnician;
import onward.sentry.server.bench.FinishedRuns;
import onward.sentry.server.demo.DemoFleet.DemoDetector;
import onward.sentry.server.demo.DemoFleet.Trouble;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Works 26 months of calibrations and a fortnight of bumps for one detector, run by run, through the real judge. */
@Component
class DemoHistory {

    private static final int MONTHS = 26;
    private static final int BUMP_DAYS = 14;
    /** History is worked faster than life, and its records say so. */
    private static final double TIME_SCALE = 60;

    private static final List<String> TECHNICIANS = List.of("Una Haldane", "Brand Osk");

    private record Planned(LocalDate on, Job job) {}

    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final FinishedRuns finished;
    private final Site site;

    DemoHistory(Fleet fleet, ProcedureLibrary library, SitePolicies policies, FinishedRuns finished, Site site) {
        this.fleet = fleet;
        this.library = library;
        this.policies = policies;
        this.finished = finished;
        this.site = site;
    }

    @Transactional
    public int work(DemoDetector demo, Map<String, Cylinder> shelf) {
        var card = library.latestCard(demo.model());
        var known = fleet.bySerial(demo.serial());
        var planned = plan(demo, card.interval());
        var technician = new Worker(demo, known, card, policies.policy(), shelf);
        var lastJob = planned.get(planned.size() - 1);
        // No run hangs on another one's readings, so they are worked on all cores and stored in order.
        var worked = planned.parallelStream()
                .map(job -> technician.work(job, job.equals(lastJob)))
                .toList();
        for (int i = 0; i < worked.size(); i++) {
            finished.store(known.id(), worked.get(i), startOf(planned.get(i), demo));
        }
        return planned.size();
    }

    private List<Planned> plan(DemoDetector demo, IntervalRule rule) {
        var today = site.today();
        var planned = new ArrayList<Planned>();
        var on = lastWorkFor(rule, today.plusDays(demo.daysToDue()));
        var first = today.minusMonths(Math.min(MONTHS, demo.monthsFitted()));
        long gap = Math.max(25, ChronoUnit.DAYS.between(on, rule.nextDue(on).date()) - 2);
        if (demo.trouble() == Trouble.FAILED_LAST_TIME) {
            planned.add(new Planned(today.minusDays(2), Job.CALIBRATION));
        }
        for (var day = on; !day.isBefore(first); day = day.minusDays(gap)) {
            planned.add(new Planned(day, Job.CALIBRATION));
        }
        int bumpsUntil = demo.bumpedToday() ? 0 : 1;
        for (int back = bumpsUntil; back < BUMP_DAYS; back++) {
            if (demo.trouble() != Trouble.FAILED_LAST_TIME || back > 2) {
                planned.add(new Planned(today.minusDays(back), Job.BUMP));
            }
        }
        planned.sort(java.util.Comparator.comparing(Planned::on).thenComparing(p -> p.job() == Job.BUMP ? 1 : 0));
        return planned;
    }

    /** The latest day whose next due day is the wanted one, or the nearest before it. */
    private static LocalDate lastWorkFor(IntervalRule rule, LocalDate due) {
        var on = due.minusDays(1);
        while (rule.nextDue(on).date().isAfter(due)) {
            on = on.minusDays(1);
        }
        return on;
    }

    private static long seed(DemoDetector demo, Planned job) {
        return (demo.serial() + job.on() + job.job()).hashCode();
    }

    private Instant startOf(Planned job, DemoDetector demo) {
        long seed = seed(demo, job);
        var time = job.job() == Job.BUMP ? LocalTime.of(5, 30) : LocalTime.of(9, 0);
        var start = job.on()
                .atTime(time)
                .plusMinutes(Math.floorMod(seed, job.job() == Job.BUMP ? 40 : 300))
                .atZone(site.zone())
                .toInstant();
        var latest = site.now().minus(20, ChronoUnit.MINUTES);
        return start.isAfter(latest) ? latest : start;
    }

    /** Works a job with the sensors' health of that day. */
    private record Worker(
            DemoDetector demo,
            Fleet.RegisteredDetector known,
            ProcedureCard card,
            SitePolicy policy,
            Map<String, Cylinder> shelf) {

        LiveRun work(Planned job, boolean last) {
            var serials = new TreeMap<Integer, String>();
            known.sensors().forEach(s -> serials.put(s.slot(), s.serial()));
            long seed = seed(demo, job);
            boolean anybody = card.competence().isEmpty();
            var started = new RunEvent.RunStarted(
                    0,
                    demo.serial(),
                    job.job(),
                    card.model(),
                    card.version(),
                    policy.version(),
                    anybody ? TECHNICIANS.get(Math.floorMod(seed, TECHNICIANS.size())) : TECHNICIANS.get(0),
                    ReadingSource.LINK,
                    TIME_SCALE,
                    serials,
                    List.copyOf(serials.keySet()),
                    false,
                    chains(job.on()),
                    0,
                    known.tolerancePercent(),
                    known.ownInterval(),
                    JudgingRules.NEWEST.version(),
                    Map.of());
            var inDate = new TreeMap<String, Cylinder>();
            shelf.forEach((tag, cylinder) -> inDate.put(tag, inDateOn(cylinder, job.on())));
            return new SimTechnician(policy, inDate)
                    .work(card, started, health(demo, known, job, last), job.on(), seed)
                    .run();
        }

        /** What the run before left behind: each time the instrument was set to what its sensors gave then. */
        private Map<Integer, SensitivityHistory> chains(LocalDate on) {
            var chains = new TreeMap<Integer, SensitivityHistory>();
            for (var sensor : known.sensors()) {
                double fresh = Health.of(sensor.serial(), 0).response();
                var today = Health.of(sensor.serial(), age(sensor, on));
                chains.put(sensor.slot(), new SensitivityHistory(today.setAt() / fresh, 100 * fresh));
            }
            return chains;
        }

        private static Cylinder inDateOn(Cylinder cylinder, LocalDate day) {
            return new Cylinder(
                    cylinder.certificateNumber(),
                    cylinder.lot(),
                    cylinder.mixture(),
                    day.minusDays(60),
                    day.plusDays(300),
                    cylinder.volumeLitres(),
                    cylinder.fullBar(),
                    cylinder.fullBar() / 2,
                    cylinder.state());
        }
    }

    private static long age(Fleet.Fitted sensor, LocalDate on) {
        return Math.max(0, ChronoUnit.DAYS.between(sensor.fittedOn(), on));
    }

    private static Map<Integer, Health> health(
            DemoDetector demo, Fleet.RegisteredDetector known, Planned job, boolean last) {
        var health = new HashMap<Integer, Health>();
        for (var sensor : known.sensors()) {
            var aged = Health.of(sensor.serial(), age(sensor, job.on()));
            health.put(sensor.slot(), aged);
        }
        if (last && demo.trouble() == Trouble.FAILED_LAST_TIME) {
            health.computeIfPresent(3, (slot, h) -> h.with(new Fault(Fault.Kind.WEAK, 41)));
        }
        if (last && demo.trouble() == Trouble.FAILED_BUMP) {
            health.computeIfPresent(4, (slot, h) -> h.with(new Fault(Fault.Kind.DEAD, 0)));
        }
        return health;
    }
}
