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

    public GasDemand {
        wanted = List.copyOf(wanted);
        Objects.requireNonNull(conditions, "conditions");
    }

    /** The same on another day. */
    public GasDemand on(LocalDate day) {
        return new GasDemand(wanted, litres, conditions.on(day));
    }

    public boolean isForZero() {
        return wanted.isEmpty();
    }
}
