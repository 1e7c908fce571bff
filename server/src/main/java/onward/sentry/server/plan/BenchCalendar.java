package onward.sentry.server.plan;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.plan.BenchDay;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.core.plan.Shift;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** When the bench is open, and who works there. */
@Component
class BenchCalendar {

    private static final int MOST_REMARK = 80;

    /**
     * A day that is not as its weekday says.
     *
     * @param minutes of each technician; empty: the bench is closed
     */
    record UnusualDay(LocalDate on, Optional<Integer> minutes, String remark) {}

    /** Somebody does not work at the bench, from the first of these days to the last. */
    record Absence(UUID id, String technician, LocalDate since, LocalDate until, String remark) {
        boolean holds(LocalDate day) {
            return !day.isBefore(since) && !day.isAfter(until);
        }
    }

    private final JdbcClient jdbc;
    private final People people;
    private final Ledger ledger;
    private final Site site;

    BenchCalendar(JdbcClient jdbc, People people, Ledger ledger, Site site) {
        this.jdbc = jdbc;
        this.people = people;
        this.ledger = ledger;
        this.site = site;
    }

    /** The next days on which somebody works at the bench, today among them where it is one. */
    List<BenchDay> days(PlanRules rules, int count) {
        var unusual = unusual().stream().collect(Collectors.toMap(UnusualDay::on, one -> one));
        var absences = absences();
        var days = new ArrayList<BenchDay>();
        var last = site.today().plusDays(8L * count);
        for (var day = site.today(); days.size() < count && day.isBefore(last); day = day.plusDays(1)) {
            open(day, rules, unusual, absences).ifPresent(days::add);
        }
        return days;
    }

    /** Days without bench work of the next two weeks that could be opened. */
    List<BenchDay> mayOpen(PlanRules rules) {
        var unusual = unusual().stream().collect(Collectors.toMap(UnusualDay::on, one -> one));
        var absences = absences();
        return site.today()
                .datesUntil(site.today().plusDays(14))
                .filter(day -> open(day, rules, unusual, absences).isEmpty())
                .flatMap(day -> bench(day, rules.minutesADay(), absences).stream())
                .toList();
    }

    private Optional<BenchDay> open(
            LocalDate day, PlanRules rules, Map<LocalDate, UnusualDay> unusual, List<Absence> absences) {
        var own = Optional.ofNullable(unusual.get(day));
        var minutes = own.map(UnusualDay::minutes)
                .orElse(
                        rules.benchDays().contains(day.getDayOfWeek())
                                ? Optional.of(rules.minutesADay())
                                : Optional.empty());
        return minutes.flatMap(each -> bench(day, each, absences));
    }

    private Optional<BenchDay> bench(LocalDate day, int minutes, List<Absence> absences) {
        var shifts = people.workers().stream()
                .filter(worker -> absences.stream()
                        .noneMatch(absence -> absence.technician().equals(worker.displayName()) && absence.holds(day)))
                .map(worker -> new Shift(worker.displayName(), minutes, worker.competencesOn(day)))
                .toList();
        return shifts.isEmpty() ? Optional.empty() : Optional.of(new BenchDay(day, shifts));
    }

    /** From today on. */
    @Transactional(readOnly = true)
    public List<UnusualDay> unusual() {
        return jdbc.sql("select on_day, minutes, remark from bench_day where on_day >= ? order by on_day")
                .param(site.today())
                .query((row, n) -> new UnusualDay(
                        row.getObject("on_day", LocalDate.class),
                        Optional.ofNullable(row.getObject("minutes", Integer.class)),
                        row.getString("remark")))
                .list();
    }

    /** Those that are not over. */
    @Transactional(readOnly = true)
    public List<Absence> absences() {
        return jdbc.sql("select * from bench_absence where until >= ? order by since, technician")
                .param(site.today())
                .query((row, n) -> new Absence(
                        row.getObject("id", UUID.class),
                        row.getString("technician"),
                        row.getObject("since", LocalDate.class),
                        row.getObject("until", LocalDate.class),
                        row.getString("remark")))
                .list();
    }

    /** @param minutes of each technician; empty: closed */
    @Transactional
    public void set(LocalDate day, Optional<Integer> minutes, String remark, String by) {
        Refusal.unless(
                !day.isBefore(site.today()),
                "bench-day-past",
                "day",
                Figures.day(day) + " is over.",
                "Give today or a later day.");
        minutes.ifPresent(each -> new Shift("Each technician", each, Set.of()));
        checkRemark(remark);
        jdbc.sql("insert into bench_day (on_day, minutes, remark) values (:day, :minutes, :remark)"
                        + " on conflict (on_day) do update set minutes = :minutes, remark = :remark")
                .param("day", day)
                .param("minutes", minutes.orElse(null), java.sql.Types.INTEGER)
                .param("remark", remark.strip())
                .update();
        ledger.append(
                LedgerKind.BENCH_DAY_SET,
                by,
                Map.of("day", day.toString(), "minutes", minutes.orElse(0), "remark", remark.strip()));
    }

    /** The day is as its weekday says again. */
    @Transactional
    public void asUsual(LocalDate day, String by) {
        if (jdbc.sql("delete from bench_day where on_day = ?").param(day).update() == 0) {
            throw new NotFound("A bench day of its own on " + Figures.day(day));
        }
        ledger.append(LedgerKind.BENCH_DAY_AS_USUAL, by, Map.of("day", day.toString()));
    }

    @Transactional
    public void away(String technician, LocalDate since, LocalDate until, String remark, String by) {
        Refusal.unless(
                people.workers().stream()
                        .anyMatch(worker -> worker.displayName().equals(technician)),
                "absence-unknown",
                "technician",
                "Nobody called " + technician + " works at the bench.",
                "Pick one of those who do.");
        Refusal.unless(
                !until.isBefore(since) && !until.isBefore(site.today()),
                "absence-days",
                "until",
                "From " + Figures.day(since) + " to " + Figures.day(until) + " is no time to come.",
                "Give a last day that is not over and not before the first.");
        checkRemark(remark);
        jdbc.sql("insert into bench_absence (id, technician, since, until, remark) values (?, ?, ?, ?, ?)")
                .params(UUID.randomUUID(), technician, since, until, remark.strip())
                .update();
        ledger.append(
                LedgerKind.ABSENCE_SET,
                by,
                Map.of("technician", technician, "since", since.toString(), "until", until.toString()));
    }

    @Transactional
    public void here(UUID absence, String by) {
        var ended = absences().stream()
                .filter(one -> one.id().equals(absence))
                .findFirst()
                .orElseThrow(() -> new NotFound("Absence " + absence));
        jdbc.sql("delete from bench_absence where id = ?").param(absence).update();
        ledger.append(
                LedgerKind.ABSENCE_ENDED,
                by,
                Map.of(
                        "technician", ended.technician(),
                        "since", ended.since().toString(),
                        "until", ended.until().toString()));
    }

    private static void checkRemark(String remark) {
        Refusal.unless(
                remark.strip().length() <= MOST_REMARK,
                "bench-day-remark",
                "remark",
                "A remark has at most " + MOST_REMARK + " characters.",
                "Say it shorter.");
    }
}
