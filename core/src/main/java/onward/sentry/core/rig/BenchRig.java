package onward.sentry.core.rig;

import java.time.LocalDate;
import java.util.Objects;
import onward.sentry.core.working.Refusal;

/**
 * A saved gas set-up: regulator, delivery and tubing under one name.
 *
 * @param name 1 to 40 characters, as people call it
 * @param regulator of the bench
 */
public record BenchRig(String name, Equipment regulator, Delivery delivery, Tubing tubing) {

    /**
     * Checks the limits.
     *
     * @param name 1 to 40 characters, as people call it
     * @param regulator of the bench
     * @param delivery how gas gets from the regulator to the sensors
     * @param tubing material and length of the line
     * @throws onward.sentry.core.working.Refused with code {@code rig-name}
     */
    public BenchRig {
        Objects.requireNonNull(regulator, "regulator");
        Objects.requireNonNull(delivery, "delivery");
        Objects.requireNonNull(tubing, "tubing");
        Refusal.unless(
                !name.isBlank() && name.length() <= 40,
                "rig-name",
                "name",
                "A rig has a name of 1 to 40 characters.",
                "Call it as people at the bench do.");
    }

    /**
     * @param today the day at the site
     * @return the gas path with its regulator as measured
     * @throws onward.sentry.core.working.Refused when its regulator failed its last check
     */
    public Rig forUse(LocalDate today) {
        return new Rig(regulator.forUse(today), delivery, tubing);
    }
}
