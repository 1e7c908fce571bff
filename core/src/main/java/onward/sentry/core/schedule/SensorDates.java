package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * When one sensor was fitted and last found good.
 *
 * @param slot the sensor's slot
 * @param fittedOn the day it was fitted
 * @param lastGoodOn the day of its last signed calibration that ended pass or marginal; empty when it never had one
 * @param statedDue next calibration as the laboratory that did the last one states it; empty where none stated one
 */
public record SensorDates(int slot, LocalDate fittedOn, Optional<LocalDate> lastGoodOn, Optional<LocalDate> statedDue) {

    /**
     * Dates of a sensor whose bump is not counted.
     *
     * @param slot slot of the sensor, from 1
     * @param fittedOn day on which the sensor was fitted
     * @param lastGoodOn day on which it was last found good; empty: never
     */
    public SensorDates(int slot, LocalDate fittedOn, Optional<LocalDate> lastGoodOn) {
        this(slot, fittedOn, lastGoodOn, Optional.empty());
    }

    /**
     * {@return a sensor that was never calibrated is due on the day it was fitted; one whose laboratory stated an earlier
     * day than the interval gives is due on that} Last good on 1 March, every month, stated 20 March returns 20 March.
     *
     * @param rule the calibration interval
     */
    public DueDate due(IntervalRule rule) {
        return lastGoodOn
                .map(rule::nextDue)
                .map(this::orAsStated)
                .orElseGet(() -> new DueDate(
                        fittedOn,
                        Derivation.of("Sensor fitted: calibrate before use", "")
                                .with("fitted", Figures.day(fittedOn))
                                .gives(Figures.day(fittedOn))));
    }

    private DueDate orAsStated(DueDate byInterval) {
        return statedDue
                .filter(stated -> stated.isBefore(byInterval.date()))
                .map(stated -> new DueDate(
                        stated,
                        Derivation.of("Stated on the laboratory's certificate", "")
                                .with("by interval", Figures.day(byInterval.date()))
                                .gives(Figures.day(stated))))
                .orElse(byInterval);
    }
}
