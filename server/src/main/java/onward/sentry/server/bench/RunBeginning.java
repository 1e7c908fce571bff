package onward.sentry.server.bench;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunEvent;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.health.SensorTrends;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.stereotype.Component;

/** Puts together what a run starts with: the latest card, the policy in force, and the sensors that are fitted. */
@Component
class RunBeginning {

    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Exposures exposures;
    private final SensorTrends trends;
    private final Site site;

    RunBeginning(ProcedureLibrary library, SitePolicies policies, Exposures exposures, SensorTrends trends, Site site) {
        this.library = library;
        this.policies = policies;
        this.exposures = exposures;
        this.trends = trends;
        this.site = site;
    }

    /**
     * @param slots of the sensors that the job is about; empty: all that are fitted
     * @param withoutCompetence the technician may not adjust this model
     */
    LiveRun of(
            Fleet.RegisteredDetector detector,
            Job job,
            ReadingSource source,
            double timeScale,
            List<Integer> slots,
            String technician,
            boolean withoutCompetence) {
        var card = library.latestCard(detector.model());
        var policy = policies.policy();
        var sensors = new TreeMap<Integer, String>();
        detector.sensors().forEach(s -> sensors.put(s.slot(), s.serial()));
        return LiveRun.start(
                card,
                policy,
                new RunEvent.RunStarted(
                        0,
                        detector.serial(),
                        job,
                        card.model(),
                        card.version(),
                        policy.version(),
                        technician,
                        source,
                        timeScale,
                        sensors,
                        slots.isEmpty() ? List.copyOf(sensors.keySet()) : slots,
                        withoutCompetence,
                        chains(detector),
                        exposed(card, detector),
                        detector.tolerancePercent(),
                        detector.ownInterval(),
                        JudgingRules.NEWEST.version(),
                        trends(job, detector)));
    }

    private double exposed(ProcedureCard card, Fleet.RegisteredDetector detector) {
        return card.exposureSecondsPerDay() == 0 ? 0 : exposures.secondsBefore(detector.id(), site.now());
    }

    /** Only a calibration sets anything. */
    private Map<Integer, OwnTrend> trends(Job job, Fleet.RegisteredDetector detector) {
        return job == Job.CALIBRATION
                ? trends.own(
                        detector.sensors().stream().collect(Collectors.toMap(Fleet.Fitted::slot, Fleet.Fitted::id)),
                        site.today())
                : Map.of();
    }

    private static Map<Integer, SensitivityHistory> chains(Fleet.RegisteredDetector detector) {
        return detector.sensors().stream().collect(Collectors.toMap(Fleet.Fitted::slot, Fleet.Fitted::chain));
    }
}
