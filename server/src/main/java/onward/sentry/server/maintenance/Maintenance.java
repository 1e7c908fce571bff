package onward.sentry.server.maintenance;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.card.MaintenanceKind;
import onward.sentry.core.card.MaintenanceProcedure;
import onward.sentry.core.card.MaintenanceProcedure.PartUse;
import onward.sentry.core.maintenance.MaintenanceEvent;
import onward.sentry.core.maintenance.MaintenanceJob;
import onward.sentry.core.schedule.Cause;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.schedule.StatusChange;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.fleet.SensorChanges;
import onward.sentry.server.fleet.StatusChanges;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Maintenance jobs: started, worked step by step, and what follows from their end. */
@Service
class Maintenance {

    private final MaintenanceJobRepository jobs;
    private final PartStocks stocks;
    private final Fleet fleet;
    private final SensorChanges sensors;
    private final StatusChanges statuses;
    private final ProcedureLibrary library;
    private final Ledger ledger;
    private final Site site;

    Maintenance(
            MaintenanceJobRepository jobs,
            PartStocks stocks,
            Fleet fleet,
            SensorChanges sensors,
            StatusChanges statuses,
            ProcedureLibrary library,
            Ledger ledger,
            Site site) {
        this.jobs = jobs;
        this.stocks = stocks;
        this.fleet = fleet;
        this.sensors = sensors;
        this.statuses = statuses;
        this.library = library;
        this.ledger = ledger;
        this.site = site;
    }

    /** A job with what its card says and what was recorded. */
    record Worked(MaintenanceJobEntity entity, MaintenanceJob job) {}

    @Transactional(readOnly = true)
    List<Worked> of(UUID detectorId) {
        return jobs.findByDetectorIdOrderByStartedAtDesc(detectorId).stream()
                .map(this::worked)
                .toList();
    }

    @Transactional(readOnly = true)
    Worked byId(UUID id) {
        return worked(jobs.findById(id).orElseThrow(() -> new NotFound("Maintenance job " + id)));
    }

    /**
     * Starts a job; one of the same kind that is open is gone on with.
     *
     * @param slot of the sensor to be replaced; empty for any other kind
     * @param newSerial of the sensor that goes in
     */
    @Transactional
    Worked start(String serial, MaintenanceKind kind, Optional<Integer> slot, String newSerial, String by) {
        var detector = fleet.bySerial(serial);
        fleet.lock(List.of(detector.id()));
        var open = jobs.findByDetectorIdAndKindAndEndedAtIsNull(detector.id(), kind);
        if (open.isPresent()) {
            return worked(open.get());
        }
        var card = library.latestCard(detector.model());
        var procedure = card.maintenance(kind)
                .orElseThrow(
                        () -> new NotFound("A procedure '" + kind.label() + "' on the card of " + detector.model()));
        boolean isBack = kind == MaintenanceKind.RETURN_FROM_REPAIR;
        Refusal.unless(
                isBack
                        ? detector.state() == DetectorState.IN_REPAIR
                        : detector.state().mayBePutOnBench(),
                "maintenance-state",
                "kind",
                detector.serial() + " is " + detector.state().label() + ": " + detector.reason(),
                isBack ? "Only a detector that was sent for repair returns from it." : "Record that it is back first.");
        if (kind == MaintenanceKind.REPLACE_SENSOR) {
            Refusal.unless(
                    slot.filter(of -> card.findSensor(of).isPresent()).isPresent(),
                    "slot-unknown",
                    "slot",
                    "Which sensor is replaced is missing.",
                    "Choose a slot of " + detector.model() + ".");
            Refusal.unless(
                    !newSerial.isBlank(),
                    "sensor-serial",
                    "newSerial",
                    "The serial of the new sensor is missing.",
                    "Read it from the sensor or its box.");
        }
        var entity = new MaintenanceJobEntity(
                UUID.randomUUID(),
                detector.id(),
                kind,
                card.model(),
                card.version(),
                kind == MaintenanceKind.REPLACE_SENSOR ? slot : Optional.empty(),
                kind == MaintenanceKind.REPLACE_SENSOR ? newSerial.strip() : "",
                MaintenanceJob.start(procedure, site.now(), by));
        jobs.saveAndFlush(entity);
        return worked(entity);
    }

    @Transactional
    Worked confirm(UUID id, int step, OptionalDouble value, Optional<Boolean> answer, String by) {
        var worked = held(id);
        var done = with(worked, worked.job().confirm(step, value, answer, site.now(), by));
        if (worked.job().next() == 0 && done.job().next() == 1) {
            begin(done.entity());
        }
        return done;
    }

    /** An opened detector may not be used as it is, whether the work is finished or stopped. */
    private void begin(MaintenanceJobEntity job) {
        switch (job.kind().followUp()) {
            case DUE, SENSOR_FITTED ->
                fleet.makeDue(
                        job.detectorId(),
                        new Cause(
                                Cause.Kind.REPORTED,
                                job.id().toString(),
                                site.today(),
                                job.kind().label().toLowerCase() + " begun"));
            case NONE, RECEIVED -> {}
        }
    }

    @Transactional
    Worked stop(UUID id, String reason, String by) {
        var worked = held(id);
        var stopped = with(worked, worked.job().stop(reason, site.now(), by));
        record(LedgerKind.MAINTENANCE_STOPPED, worked.entity(), Map.of("reason", reason.strip()), by);
        return stopped;
    }

    /** @param parts that were used, by name; empty: those of the card */
    @Transactional
    Worked finish(UUID id, String remark, Optional<Map<String, Integer>> parts, String by) {
        var worked = held(id);
        var finished = worked.job().finish(remark, site.now(), by);
        var used = used(parts, worked.job().procedure());
        worked.entity().used(used);
        var done = with(worked, finished);
        followUp(worked.entity(), by);
        stocks.take(used);
        var more = new LinkedHashMap<String, Object>();
        if (!used.isEmpty()) {
            more.put("parts", used);
        }
        more.put("remark", remark.strip());
        record(LedgerKind.MAINTENANCE_DONE, worked.entity(), more, by);
        return done;
    }

    private static Map<String, Integer> used(Optional<Map<String, Integer>> said, MaintenanceProcedure procedure) {
        var used = new HashMap<String, Integer>();
        said.ifPresentOrElse(
                counts -> counts.forEach((name, count) -> {
                    if (count != 0) {
                        var part = new PartUse(name, count);
                        used.put(part.name(), part.count());
                    }
                }),
                () -> procedure.parts().forEach(part -> used.put(part.name(), part.count())));
        return used;
    }

    private void followUp(MaintenanceJobEntity job, String by) {
        var serial = fleet.byId(job.detectorId()).serial();
        fleet.lift(Cause.Kind.REPORTED, job.id().toString());
        switch (job.kind().followUp()) {
            case NONE -> {}
            case DUE ->
                fleet.makeDue(
                        job.detectorId(),
                        Cause.reported(site.today(), job.kind().label().toLowerCase() + " done"));
            case SENSOR_FITTED ->
                sensors.replace(
                        serial,
                        List.of(new Fleet.NewSensor(job.slot().orElseThrow(), job.newSerial(), site.today())),
                        by);
            case RECEIVED -> statuses.apply(serial, StatusChange.RECEIVE_FROM_REPAIR, "", by);
        }
    }

    private void record(LedgerKind kind, MaintenanceJobEntity job, Map<String, Object> more, String by) {
        var entry = new LinkedHashMap<String, Object>();
        entry.put("detector", fleet.byId(job.detectorId()).serial());
        entry.put("work", job.kind().label());
        entry.putAll(more);
        ledger.append(kind, by, entry);
    }

    private Worked held(UUID id) {
        return worked(jobs.findAndHold(id).orElseThrow(() -> new NotFound("Maintenance job " + id)));
    }

    private Worked with(Worked worked, MaintenanceEvent event) {
        worked.entity().add(event);
        jobs.flush();
        return new Worked(worked.entity(), worked.job().plus(event));
    }

    private Worked worked(MaintenanceJobEntity entity) {
        var procedure = library.card(entity.cardModel(), entity.cardVersion())
                .maintenance(entity.kind())
                .orElseThrow();
        return new Worked(entity, entity.toCore(procedure));
    }
}
