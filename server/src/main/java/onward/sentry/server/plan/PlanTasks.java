package onward.sentry.server.plan;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import java.util.stream.Collectors;
import onward.sentry.core.card.CardMinutes;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.SensorCare;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.plan.GasSetUp;
import onward.sentry.core.plan.GasSource;
import onward.sentry.core.plan.JobMinutes;
import onward.sentry.core.plan.PlanJob;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.core.plan.PlanTask;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.shelf.ShelfForecast;
import onward.sentry.server.fleet.FleetList;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What there is to plan: the jobs that fall due, with their gas, minutes and days. */
@Component
class PlanTasks {

    /** How far a plan reaches. */
    static final int BENCH_DAYS = 30;

    /** From so many jobs on their own history says how long they take. */
    private static final int ENOUGH_RUNS = 5;

    /** @param shelf the very list of the forecast, which is another one when anything has changed */
    private record ReadyGas(List<ShelfForecast.Lasting> shelf, Map<GasDemand, List<ShelfForecast.Lasting>> good) {}

    private final AtomicReference<ReadyGas> weighed = new AtomicReference<>();
    private final JdbcClient jdbc;
    private final FleetList fleet;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final GasAhead ahead;
    private final BenchCalendar calendar;
    private final Site site;

    PlanTasks(
            JdbcClient jdbc,
            FleetList fleet,
            ProcedureLibrary library,
            SitePolicies policies,
            GasAhead ahead,
            BenchCalendar calendar,
            Site site) {
        this.jdbc = jdbc;
        this.fleet = fleet;
        this.library = library;
        this.policies = policies;
        this.ahead = ahead;
        this.calendar = calendar;
        this.site = site;
    }

    /**
     * The task as things stand now.
     *
     * @param stands days that were pinned are kept
     * @param before the plan to stay close to
     * @return empty when nobody works at the bench
     */
    Optional<PlanTask> task(PlanRules rules, Map<String, PlanStore.Stands> stands, Map<String, LocalDate> before) {
        var days = calendar.days(rules, BENCH_DAYS);
        if (days.isEmpty()) {
            return Optional.empty();
        }
        var last = days.get(days.size() - 1).date();
        var due = fleet.dueBy(last);
        var cards = library.latestCards().stream().collect(Collectors.toMap(ProcedureCard::model, Function.identity()));
        var models = due.stream().map(FleetList.Line::model).distinct().toList();
        var setUps = setUps(models.stream().map(cards::get).toList());
        var takes = takes(models.stream().map(cards::get).toList());
        var settled = settled(cards);
        var jobs = due.stream()
                .map(line -> job(
                        line,
                        cards.get(line.model()),
                        setUps.get(line.model()).key(),
                        takes.get(line.model()).usual(),
                        rules,
                        settled,
                        Optional.ofNullable(stands.get(line.serial()))
                                .filter(PlanStore.Stands::pinned)
                                .map(PlanStore.Stands::on)))
                .toList();
        var away = new HashMap<String, Integer>();
        fleet.inCrews().forEach((crew, detectors) -> {
            if (!crew.isEmpty()) {
                away.put(crew, rules.mostAway(detectors));
            }
        });
        var known = jobs.stream().map(PlanJob::detector).collect(Collectors.toSet());
        return Optional.of(new PlanTask(
                rules,
                days,
                jobs,
                setUps.values().stream().collect(Collectors.toMap(GasSetUp::key, setUp -> setUp, (a, b) -> a)),
                away,
                before.entrySet().stream()
                        .filter(entry -> known.contains(entry.getKey()))
                        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue))));
    }

    private PlanJob job(
            FleetList.Line line,
            ProcedureCard card,
            String setUp,
            int minutes,
            PlanRules rules,
            Map<String, LocalDate> settled,
            Optional<LocalDate> pinned) {
        return new PlanJob(
                line.serial(),
                line.model(),
                line.crew(),
                setUp,
                minutes,
                (int) Math.max(
                        1,
                        ChronoUnit.DAYS.between(
                                site.today(),
                                card.interval().nextDue(site.today()).date())),
                rules.earliest(
                        line.dueOn(),
                        site.today(),
                        line.state() == DetectorState.OUT,
                        Optional.ofNullable(settled.get(line.serial()))),
                line.dueOn(),
                Optional.of(card.competence()).filter(asked -> !asked.isEmpty()),
                pinned.filter(day -> !day.isBefore(site.today())));
    }

    /** By serial: the day on which a sensor that was fitted lately may be calibrated, where that is still to come. */
    private Map<String, LocalDate> settled(Map<String, ProcedureCard> cards) {
        var days = new HashMap<String, LocalDate>();
        jdbc.sql("select d.serial, d.model, s.slot, s.fitted_on from sensor s join detector d on d.id = s.detector_id"
                        + " where s.removed_on is null and s.fitted_on >= ?")
                .param(site.today().minusDays(1))
                .query(row -> {
                    var technology = cards.get(row.getString("model"))
                            .sensor(row.getInt("slot"))
                            .technology();
                    var day = SensorCare.settledOn(technology, row.getObject("fitted_on", LocalDate.class));
                    if (day.isAfter(site.today())) {
                        days.put(row.getString("serial"), day);
                    }
                });
        return days;
    }

    /** How long the job of a detector takes. */
    JobMinutes takes(String model) {
        return takes(List.of(library.latestCard(model))).get(model);
    }

    /** By model: the median of the last half year where there is enough of it, or what its card comes to. */
    Map<String, JobMinutes> takes(Collection<ProcedureCard> cards) {
        var takes = new HashMap<String, JobMinutes>();
        cards.forEach(card -> {
            takes.put(card.model(), JobMinutes.byCard(CardMinutes.of(card, Job.CALIBRATION)));
        });
        jdbc.sql("select model, count(*) as runs, percentile_cont(0.5) within group (order by took) as half,"
                        + " percentile_cont(0.8) within group (order by took) as mostly from (select model,"
                        + " extract(epoch from ended_at - started_at) / 60 as took from run where phase = 'SIGNED'"
                        + " and job = 'CALIBRATION' and source in ('LINK', 'TYPED') and time_scale = 1"
                        + " and ended_on > :since) r group by model having count(*) >= :enough")
                .param("since", site.today().minusMonths(6))
                .param("enough", ENOUGH_RUNS)
                .query(row -> {
                    if (takes.containsKey(row.getString("model"))) {
                        takes.put(
                                row.getString("model"),
                                new JobMinutes(
                                        (int) Math.max(1, Math.ceil(row.getDouble("half"))),
                                        (int) Math.max(1, Math.ceil(row.getDouble("mostly"))),
                                        row.getInt("runs")));
                    }
                });
        return takes;
    }

    /** By model: the cylinders that serve its job, those that serve most models first, and how long there is gas for it. */
    private Map<String, GasSetUp> setUps(List<ProcedureCard> cards) {
        var lasting = ahead.forecast().cylinders();
        var good = new HashMap<String, List<List<ShelfForecast.Lasting>>>();
        var serves = new HashMap<String, Integer>();
        for (var card : cards) {
            var ofEach = GasDemands.of(card, Job.CALIBRATION, policies.policy(), site.today()).stream()
                    .map(demand -> good(demand, lasting))
                    .toList();
            good.put(card.model(), ofEach);
            ofEach.stream()
                    .flatMap(List::stream)
                    .map(one -> one.tagged().tag())
                    .distinct()
                    .forEach(tag -> serves.merge(tag, 1, Integer::sum));
        }
        var setUps = new HashMap<String, GasSetUp>();
        good.forEach((model, ofEach) -> setUps.put(
                model,
                GasSetUp.of(
                        model,
                        ofEach.stream()
                                .map(some -> some.stream()
                                        .map(one -> new GasSource(
                                                one.tagged().tag(),
                                                one.lastDay(),
                                                serves.get(one.tagged().tag())))
                                        .toList())
                                .toList())));
        return setUps;
    }

    /** Cylinders that serve a demand, worked out once for a forecast. */
    private List<ShelfForecast.Lasting> good(GasDemand demand, List<ShelfForecast.Lasting> lasting) {
        var known = weighed.get();
        if (known == null || known.shelf() != lasting) {
            known = new ReadyGas(lasting, new ConcurrentHashMap<>());
            weighed.set(known);
        }
        return known.good()
                .computeIfAbsent(
                        demand,
                        asked -> lasting.stream()
                                .filter(one -> serves(one, asked))
                                .toList());
    }

    private static boolean serves(ShelfForecast.Lasting one, GasDemand demand) {
        if (!CylinderCheck.holdsAll(one.tagged().cylinder(), demand)) {
            return false;
        }
        var fitness = CylinderCheck.of(one.tagged().cylinder(), demand);
        return fitness.allowed() && fitness.setPointsToChange().isEmpty();
    }
}
