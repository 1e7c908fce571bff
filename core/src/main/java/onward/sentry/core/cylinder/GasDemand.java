package onward.sentry.core.cylinder;

import java.time.LocalDate;
import java.util.List;
import java.util.Objects;

/**
 * What an application of gas, or a zero from a cylinder, asks of a cylinder.
 *
 * @param wanted the sensors that meet the gas; none: the cylinder must hold clean air for a zero
 * @param litres gas that will be used, purge included
 */
public record GasDemand(List<Wanted> wanted, double litres, Conditions conditions) {

    /**
     * Checks the limits, copies what it is given.
     *
     * @param wanted the sensors that meet the gas; none: the cylinder must hold clean air for a zero
     * @param litres gas that will be used, purge included
     * @param conditions temperature and pressure at the bench
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public GasDemand {
        wanted = List.copyOf(wanted);
        Objects.requireNonNull(conditions, "conditions");
    }

    /**
     * {@return the same on another day}
     *
     * @param day the day to look at
     */
    public GasDemand on(LocalDate day) {
        return new GasDemand(wanted, litres, conditions.on(day));
    }

    /** {@return whether the gas is wanted as clean air for a zero} */
    public boolean isForZero() {
        return wanted.isEmpty();
    }
}
