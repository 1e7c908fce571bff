package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Working;

/**
 * When one sensor was fitted and last found good.
 *
 * @param slot the sensor's slot
 * @param fittedOn the day it was fitted
 * @param lastGoodOn the day of its last signed calibration that ended pass or marginal; empty when it never had one
 */
public record SensorDates(int slot, LocalDate fittedOn, Optional<LocalDate> lastGoodOn) {

    /** A sensor that was never calibrated is due on the day it was fitted. */
    public DueDate due(IntervalRule rule) {
        return lastGoodOn
                .map(rule::nextDue)
                .orElseGet(() -> new DueDate(
                        fittedOn,
                        Working.of("Sensor fitted: calibrate before use", "")
                                .with("fitted", Figures.day(fittedOn))
                                .gives(Figures.day(fittedOn))));
    }
}
