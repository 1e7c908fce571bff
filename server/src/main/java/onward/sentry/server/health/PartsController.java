package onward.sentry.server.health;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.health.PartWanted;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Which new sensors will be wanted, and when to order them. */
@RestController
class PartsController {

    private static final int MONTHS = 12;
    private static final int MOST_AT_ONCE = 60;

    private final SensorForecasts forecasts;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Site site;

    PartsController(SensorForecasts forecasts, ProcedureLibrary library, SitePolicies policies, Site site) {
        this.forecasts = forecasts;
        this.library = library;
        this.policies = policies;
        this.site = site;
    }

    /** @param toOrder the day to order it has come */
    record PartRow(
            String formula,
            String model,
            String serial,
            String crew,
            String sensor,
            double nowPercent,
            LocalDate earliest,
            Optional<LocalDate> likely,
            LocalDate orderBy,
            boolean toOrder) {}

    /** @param month as 2026-03 */
    record PartsMonth(String month, int likely, int atMost) {}

    /** @param notYet sensors that are still to be worked out */
    record PartsView(int leadDays, List<PartsMonth> months, List<PartRow> rows, long notYet) {}

    @GetMapping("/api/v1/parts")
    @Transactional
    public PartsView parts() {
        int leadDays = policies.policy().lead().partsDays();
        long notYet = forecasts.fill(MOST_AT_ONCE);
        var first = YearMonth.from(site.today());
        var seen = forecasts.until(first.plusMonths(MONTHS).atDay(1).minusDays(1));
        var wanted = seen.stream()
                .map(one -> PartWanted.of(part(one), one.serial(), one.marginal(), leadDays)
                        .orElseThrow())
                .toList();
        var rows = new ArrayList<PartRow>();
        for (int i = 0; i < seen.size(); i++) {
            var one = seen.get(i);
            var part = wanted.get(i);
            rows.add(new PartRow(
                    formula(one),
                    one.model(),
                    one.serial(),
                    one.crew(),
                    one.sensor(),
                    one.now(),
                    part.earliest(),
                    part.likely(),
                    part.orderBy(),
                    !part.orderBy().isAfter(site.today())));
        }
        return new PartsView(
                leadDays,
                PartWanted.byMonth(wanted, first, MONTHS).stream()
                        .map(month -> new PartsMonth(month.month().toString(), month.likely(), month.atMost()))
                        .toList(),
                rows,
                notYet);
    }

    private String part(SensorForecasts.Outlook one) {
        return formula(one) + " sensor for " + one.model();
    }

    private String formula(SensorForecasts.Outlook one) {
        return library.latestCard(one.model()).sensor(one.slot()).gas().formula();
    }
}
