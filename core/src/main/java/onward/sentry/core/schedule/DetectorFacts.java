package onward.sentry.core.schedule;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * What a detector's state is worked out from.
 *
 * @param retired taken out of the fleet for good
 * @param holdReason present while it is on hold
 * @param away present while it is lost or in repair
 * @param lending present while it is out with somebody
 * @param sensors dates of the sensors fitted now, at least one
 * @param causes what has made it due at once and was not settled since
 * @param bumps of the sensors fitted now
 * @param rule of its card, with its own interval where it has one
 */
public record DetectorFacts(
        boolean retired,
        Optional<Away> away,
        Optional<String> holdReason,
        Optional<Lending> lending,
        List<SensorDates> sensors,
        Causes causes,
        List<LastBump> bumps,
        IntervalRule rule) {

    /**
     * Copies what it is given.
     *
     * @param retired taken out of the fleet for good
     * @param away present while it is lost or in repair
     * @param holdReason present while it is on hold
     * @param lending present while it is out with somebody
     * @param sensors dates of the sensors fitted now, at least one
     * @param causes what has made it due at once and was not settled since
     * @param bumps of the sensors fitted now
     * @param rule of its card, with its own interval where it has one
     */
    public DetectorFacts {
        sensors = List.copyOf(sensors);
        bumps = List.copyOf(bumps);
        if (sensors.isEmpty()) {
            throw new IllegalArgumentException("a detector has at least one sensor");
        }
    }

    /** {@return a sensor sits in it that never came out of a calibration here as pass or marginal} */
    public boolean uncalibrated() {
        return sensors.stream().anyMatch(sensor -> sensor.lastGoodOn().isEmpty());
    }

    /** {@return the detector is due with its earliest sensor, or at once when something has happened to it} */
    public DueDate due() {
        var earliest = sensors.stream()
                .map(sensor -> sensor.due(rule))
                .min(Comparator.comparing(DueDate::date))
                .orElseThrow();
        return causes.first()
                .filter(cause -> cause.on().isBefore(earliest.date()))
                .map(cause -> new DueDate(
                        cause.on(),
                        Derivation.of("Due at once", "")
                                .with(causes.open().size() == 1 ? "cause" : "causes", causes.words())
                                .with("by interval", Figures.day(earliest.date()))
                                .gives(Figures.day(cause.on()))))
                .orElse(earliest);
    }
}
