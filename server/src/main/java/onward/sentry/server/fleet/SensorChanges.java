package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.schedule.FittingDate;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Sensors replaced, and their fitting days corrected. */
@Component
public class SensorChanges {

    private final Fleet fleet;
    private final DetectorRepository detectors;
    private final StateKeeper states;
    private final FirstResults firstResults;
    private final Ledger ledger;
    private final Site site;

    SensorChanges(
            Fleet fleet,
            DetectorRepository detectors,
            StateKeeper states,
            FirstResults firstResults,
            Ledger ledger,
            Site site) {
        this.fleet = fleet;
        this.detectors = detectors;
        this.states = states;
        this.firstResults = firstResults;
        this.ledger = ledger;
        this.site = site;
    }

    /** New sensors in some slots, all or none of them: their history starts again, and they are due at once. */
    @Transactional
    public Fleet.RegisteredDetector replace(String serial, List<Fleet.NewSensor> fresh, String by) {
        var detector = locked(serial);
        var slots = new HashSet<Integer>();
        for (var sensor : fresh) {
            Refusal.unless(
                    slots.add(sensor.slot()),
                    "sensor-slot",
                    "sensors",
                    "Slot " + sensor.slot() + " is listed twice.",
                    "Give one sensor for each slot.");
            replace(detector, sensor, by);
        }
        states.renew(detector);
        return fleet.known(detector);
    }

    private void replace(DetectorEntity detector, Fleet.NewSensor fresh, String by) {
        fleet.checkSensor(fresh);
        var old = fitted(detector, fresh.slot());
        Refusal.unless(
                !old.serial().equalsIgnoreCase(fresh.serial().strip()),
                "sensor-same",
                "serial",
                "Sensor " + old.serial() + " is the one that is fitted already.",
                "Give the serial of the new sensor.");
        Refusal.unless(
                !old.fittedKnown() || !fresh.fittedOn().isBefore(old.fittedOn()),
                "sensor-date",
                "fittedOn",
                "The sensor before it was fitted on " + Figures.day(old.fittedOn()) + ", later than "
                        + Figures.day(fresh.fittedOn()) + ".",
                "Give the day on which the new one went in.");
        old.remove(fresh.fittedOn());
        detectors.flush();
        detector.fit(Fleet.fresh(detector, fresh));
        ledger.append(
                LedgerKind.SENSOR_REPLACED,
                by,
                Map.of(
                        "detector", detector.serial(),
                        "slot", fresh.slot(),
                        "removed", old.serial(),
                        "fitted", fresh.serial().strip(),
                        "on", fresh.fittedOn().toString()));
    }

    /** Another fitting day than the one on record, with the reason; the sensor that was in the slot before ends on that day. */
    @Transactional
    Fleet.RegisteredDetector correctFitting(String serial, int slot, LocalDate fittedOn, String reason, String by) {
        var detector = locked(serial);
        var sensor = fitted(detector, slot);
        var predecessor = detector.allSensors().stream()
                .filter(other -> other.slot() == slot && !other.isFitted())
                .max(Comparator.comparing(other -> other.removedOn().orElseThrow()));
        FittingDate.check(
                fittedOn,
                site.today(),
                predecessor.map(SensorEntity::fittedOn),
                firstResults.firstResult(sensor.id()),
                reason);
        var before = sensor.fittedKnown() ? sensor.fittedOn().toString() : "unknown";
        predecessor.ifPresent(other -> other.remove(fittedOn));
        sensor.fittedOn(fittedOn);
        states.renew(detector);
        ledger.append(
                LedgerKind.FITTING_CORRECTED,
                by,
                Map.of(
                        "detector", detector.serial(),
                        "sensor", sensor.serial(),
                        "slot", slot,
                        "before", before,
                        "after", fittedOn.toString(),
                        "reason", reason.strip()));
        return fleet.known(detector);
    }

    private DetectorEntity locked(String serial) {
        UUID id = fleet.entity(serial).id();
        fleet.lock(List.of(id));
        return fleet.entity(id);
    }

    private static SensorEntity fitted(DetectorEntity detector, int slot) {
        return detector.fitted().stream()
                .filter(sensor -> sensor.slot() == slot)
                .findFirst()
                .orElseThrow(() -> new NotFound("Slot " + slot + " of " + detector.serial()));
    }
}
