package onward.sentry.server.bench;

import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import onward.sentry.core.card.Job;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.run.GasUse;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.strip.Strip;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.equipment.BenchEquipment;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.health.ImpactReviews;
import onward.sentry.server.health.SensorForecasts;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;

/** What an event means outside its run, written in the same transaction: traces, results, the detector, the ledger. */
@Component
class RunConsequences {

    private final RunLog log;
    private final RunResults results;
    private final Fleet fleet;
    private final ImpactReviews doubts;
    private final SensorForecasts forecasts;
    private final Shelf shelf;
    private final BenchEquipment equipment;
    private final Ledger ledger;
    private final Site site;

    RunConsequences(
            RunLog log,
            RunResults results,
            Fleet fleet,
            ImpactReviews doubts,
            SensorForecasts forecasts,
            Shelf shelf,
            BenchEquipment equipment,
            Ledger ledger,
            Site site) {
        this.log = log;
        this.results = results;
        this.fleet = fleet;
        this.doubts = doubts;
        this.forecasts = forecasts;
        this.shelf = shelf;
        this.equipment = equipment;
        this.ledger = ledger;
        this.site = site;
    }

    void of(RunEntity run, LiveRun live, RunEvent event, int seq, Instant at) {
        if (event instanceof RunEvent.GasOpened) {
            live.state()
                    .cylinder()
                    .ifPresent(chosen -> chosen.rig()
                            .ifPresent(rig -> equipment.carried(
                                    rig.regulator(),
                                    chosen.cylinder().mixture().components().stream()
                                            .map(part -> GasLibrary.shipped().gas(part.gasId()))
                                            .toList(),
                                    live.state().technician())));
        } else if (event instanceof RunEvent.GasClosed closed) {
            log.storeTraces(run.id(), seq, live.sealedTraces(closed.at()));
            draw(run, live, at);
        } else if (event instanceof RunEvent.CylinderSpent) {
            draw(run, live, at);
        } else if (event instanceof RunEvent.RunStopped stopped) {
            log.storeTraces(run.id(), seq, live.sealedTraces(live.traces().now() + 1));
            end(run, live, at, site.today(), Optional.empty());
            ledger.append(
                    LedgerKind.RUN_STOPPED, stopped.by(), entry(run, live, Map.of("reason", stopped.reason())), at);
        } else if (event instanceof RunEvent.RunSigned signed) {
            log.storeTraces(run.id(), seq, live.sealedTraces(live.traces().now() + 1));
            end(run, live, at, signed.on(), Optional.of(signed.verdict()));
            var detector = fleet.byId(run.detectorId());
            results.store(run.id(), detector, live.state(), signed.on());
            if (run.job() == Job.CALIBRATION) {
                detector.sensors().forEach(sensor -> forecasts.renew(sensor.id()));
            }
            doubts.signed(run.id(), detector, live.state(), signed.on(), signed.by());
            fleet.signed(
                    run.detectorId(),
                    run.id(),
                    run.job(),
                    signed,
                    live.state().standsForBump(),
                    run.strip().orElseThrow(),
                    at);
            ledger.append(
                    LedgerKind.RUN_SIGNED,
                    signed.by(),
                    entry(
                            run,
                            live,
                            Map.of(
                                    "verdict",
                                    signed.verdict().label(),
                                    "remark",
                                    signed.remark().orElse(""))),
                    at);
        }
    }

    /** What the ledger keeps of a run that is over, whichever way it ended. */
    private Map<String, Object> entry(RunEntity run, LiveRun live, Map<String, String> end) {
        var detector = fleet.byId(run.detectorId());
        var entry = new HashMap<String, Object>(end);
        entry.put("run", run.id().toString());
        entry.put("lastHash", run.lastHash());
        entry.put("detector", detector.serial());
        entry.put("job", run.job().label());
        entry.put("crew", detector.crew());
        live.state().laboratory().ifPresent(of -> {
            entry.put("laboratory", of.laboratory());
            entry.put("certificate", of.certificate());
        });
        live.state().gasUsed().keySet().stream()
                .reduce((earlier, later) -> later)
                .ifPresent(tag -> entry.put("cylinder", tag));
        return entry;
    }

    /** What it has drawn by now leaves the shelf as soon as a valve is shut, cylinders in the order of their tags. */
    private void draw(RunEntity run, LiveRun live, Instant at) {
        new TreeMap<>(GasUse.of(live.state(), live.traces().now()))
                .forEach((tag, litres) -> shelf.draw(run.id(), tag, litres, at));
    }

    private void end(RunEntity run, LiveRun live, Instant at, LocalDate on, Optional<Verdict> verdict) {
        draw(run, live, at);
        run.ended(at, on, verdict, Strip.of(live.state(), live.traces().now()));
    }
}
