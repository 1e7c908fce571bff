package onward.sentry.core.card;

import java.time.LocalDate;
import java.util.Set;
import java.util.TreeSet;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.schedule.CareKind;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/** What the sensors of a model ask for beside calibration. */
public final class SensorCare {

    /** A biased sensor takes a day to come to rest after it was fitted. */
    private static final int WARM_IN_DAYS = 1;

    private SensorCare() {}

    /**
     * Care that a model asks for: batteries where a sensor is biased, lamps where one ionises by light.
     *
     * @param card the procedure card of the model
     * @return kinds of routine maintenance
     */
    public static Set<CareKind> of(ProcedureCard card) {
        var kinds = new TreeSet<CareKind>();
        card.sensors().forEach(sensor -> {
            if (sensor.technology() == Technology.BIASED_ELECTROCHEMICAL) {
                kinds.add(CareKind.BATTERY);
            } else if (sensor.technology() == Technology.PHOTO_IONISATION) {
                kinds.add(CareKind.LAMP);
            }
        });
        return kinds;
    }

    /**
     * {@return first day on which a sensor that was fitted on a day may be calibrated: the next one where it is biased}
     *
     * @param technology how the sensor works
     * @param fitted day on which the sensor was fitted
     */
    public static LocalDate settledOn(Technology technology, LocalDate fitted) {
        return technology == Technology.BIASED_ELECTROCHEMICAL ? fitted.plusDays(WARM_IN_DAYS) : fitted;
    }

    /**
     * Whether a sensor may be calibrated yet.
     *
     * @param sensor the sensor
     * @param fitted day on which the sensor was fitted
     * @param today the day at the site
     * @throws onward.sentry.core.working.Refused while it comes to rest after it was fitted
     */
    public static void checkSettled(SensorSpec sensor, LocalDate fitted, LocalDate today) {
        var settled = settledOn(sensor.technology(), fitted);
        Refusal.unless(
                !settled.isAfter(today),
                "sensor-settling",
                "slots",
                sensor.gas().name() + " was fitted on " + Figures.day(fitted)
                        + "; a biased sensor comes to rest for a day before it is calibrated.",
                "Leave the detector with a good battery and calibrate it from " + Figures.day(settled) + " on.");
    }
}
