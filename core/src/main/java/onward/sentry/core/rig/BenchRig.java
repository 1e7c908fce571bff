package onward.sentry.core.rig;

import java.time.LocalDate;
import java.util.Objects;
import onward.sentry.core.working.Refusal;

/**
 * A rig that lies ready at the bench, put together once and taken by its name.
 *
 * @param name 1 to 40 characters, as people call it
 * @param regulator of the bench
 */
public record BenchRig(String name, Equipment regulator, Delivery delivery, Tubing tubing) {

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

    /** @throws onward.sentry.core.working.Refused when its regulator failed its last check */
    public Rig forUse(LocalDate today) {
        return new Rig(regulator.forUse(today), delivery, tubing);
    }
}
