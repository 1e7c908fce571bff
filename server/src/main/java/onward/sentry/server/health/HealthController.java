package onward.sentry.server.health;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.health.Crossing;
import onward.sentry.core.health.ResponseTrend;
import onward.sentry.core.health.SpanResponse;
import onward.sentry.core.working.Derivation;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** How the sensors of a detector fade. */
@RestController
class HealthController {

    private final SensorTrends trends;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final SitePolicies policies;

    HealthController(SensorTrends trends, Fleet fleet, ProcedureLibrary library, SitePolicies policies) {
        this.trends = trends;
        this.fleet = fleet;
        this.library = library;
        this.policies = policies;
    }

    /**
     * The line through a sensor's spans.
     *
     * @param orderBy day by which a new sensor is ordered, so that it is there at the earliest plausible marginal day
     */
    record TrendView(
            double percentPerMonth,
            double nowPercent,
            Crossing marginal,
            Crossing fail,
            Optional<LocalDate> orderBy,
            List<ResponseTrend.Step> steps,
            Derivation working) {
        static TrendView of(ResponseTrend trend, int leadDays) {
            return new TrendView(
                    trend.percentPerMonth(),
                    trend.nowPercent(),
                    trend.marginal(),
                    trend.fail(),
                    trend.marginal().orderBy(leadDays),
                    trend.steps(),
                    trend.working());
        }
    }

    /**
     * @param spans since it was fitted, oldest first
     * @param trend absent with too few spans
     * @param least how many spans a line needs
     */
    record SensitivityView(
            int slot,
            String formula,
            String serial,
            LocalDate fittedOn,
            List<SpanResponse> spans,
            Optional<TrendView> trend,
            int least) {}

    @GetMapping("/api/v1/detectors/{serial}/trends")
    @Transactional(readOnly = true)
    public List<SensitivityView> trends(@PathVariable String serial) {
        int leadDays = policies.policy().lead().partsDays();
        var detector = fleet.bySerial(serial);
        var card = library.latestCard(detector.model());
        return detector.sensors().stream()
                .map(sensor -> {
                    var spans = trends.spans(sensor.id());
                    return new SensitivityView(
                            sensor.slot(),
                            card.sensor(sensor.slot()).gas().formula(),
                            sensor.serial(),
                            sensor.fittedOn(),
                            spans,
                            ResponseTrend.of(spans).map(trend -> TrendView.of(trend, leadDays)),
                            ResponseTrend.LEAST);
                })
                .filter(view -> !view.spans().isEmpty())
                .toList();
    }
}
