package onward.sentry.server.plan;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.shelf.PlannedWork;
import onward.sentry.core.shelf.ShelfForecast;
import onward.sentry.core.shelf.Tagged;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * How long the shelf lasts at the work that is to come: each detector is calibrated when it falls due, again and again, and
 * bumped on each weekday where the site rules ask for that. Kept until something is signed, read or registered again.
 */
@Component
class GasAhead {

    /** How far it looks ahead, days. */
    static final int DAYS = 180;

    private record Key(LocalDate today, long ledger, long shelf) {}

    private record Kept(Key key, ShelfForecast forecast) {}

    private final AtomicReference<Kept> kept = new AtomicReference<>();
    private final Fleet fleet;
    private final Shelf shelf;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Site site;
    private final JdbcClient jdbc;

    GasAhead(Fleet fleet, Shelf shelf, ProcedureLibrary library, SitePolicies policies, Site site, JdbcClient jdbc) {
        this.fleet = fleet;
        this.shelf = shelf;
        this.library = library;
        this.policies = policies;
        this.site = site;
        this.jdbc = jdbc;
    }

    @Transactional(readOnly = true)
    public ShelfForecast forecast() {
        long ledger = jdbc.sql("select coalesce(max(seq), 0) from ledger")
                .query(Long.class)
                .single();
        var key = new Key(site.today(), ledger, shelf.changeCount());
        var known = kept.get();
        if (known != null && known.key().equals(key)) {
            return known.forecast();
        }
        var policy = policies.policy();
        var forecast = ShelfForecast.of(
                shelf.all().stream()
                        .map(one -> new Tagged(one.tag(), one.cylinder()))
                        .toList(),
                work(policy),
                policy.reserve(),
                policy.lead().gasDays(),
                site.today().plusDays(DAYS));
        // A transaction that writes may have seen what will never be committed.
        if (TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            kept.set(new Kept(key, forecast));
        }
        return forecast;
    }

    private List<PlannedWork> work(SitePolicy policy) {
        var cards = library.latestCards().stream().collect(Collectors.toMap(ProcedureCard::model, card -> card));
        var due = fleet.dueInUse();
        var work = new ArrayList<PlannedWork>();
        due.forEach((model, days) -> {
            var card = cards.get(model);
            calibrations(card, days)
                    .forEach((day, times) -> work.addAll(PlannedWork.of(card, Job.CALIBRATION, policy, day, times)));
            int detectors = days.values().stream().mapToInt(Integer::intValue).sum();
            work.addAll(
                    PlannedWork.bumps(card, policy, site.today(), site.today().plusDays(DAYS - 1L), detectors));
        });
        return work;
    }

    /** @param due how many detectors fall due next on each day */
    private Map<LocalDate, Integer> calibrations(ProcedureCard card, Map<LocalDate, Integer> due) {
        var until = site.today().plusDays(DAYS);
        var byDay = new TreeMap<LocalDate, Integer>();
        due.forEach((first, detectors) -> {
            var day = first.isBefore(site.today()) ? site.today() : first;
            while (!day.isAfter(until)) {
                byDay.merge(day, detectors, Integer::sum);
                var next = card.interval().nextDue(day).date();
                day = next.isAfter(day) ? next : day.plusDays(1);
            }
        });
        return byDay;
    }
}
