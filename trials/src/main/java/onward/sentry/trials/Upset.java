package onward.sentry.trials;

import java.util.Set;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.diagnosis.Cause;

/** What is behind a run that goes wrong, with the causes that name it and what a sensible person tries first. */
public enum Upset {
    NONE(Set.of(), Set.of()),
    SHUT_VALVE(Set.of(Cause.NO_GAS, Cause.BLOCKED_INLET), Set.of(NextTry.CHECK_FLOW)),
    AIR_LEAK(Set.of(Cause.AIR_LEAK, Cause.UNDER_FED), Set.of(NextTry.CHECK_RIG)),
    DECAYED_GAS(Set.of(Cause.DECAYED_GAS), Set.of(NextTry.ANOTHER_CYLINDER)),
    WRONG_MIX(Set.of(Cause.WRONG_MIX, Cause.LITTLE_OXYGEN), Set.of(NextTry.COMPARE_LABEL, NextTry.ANOTHER_CYLINDER)),
    PRESSURISED(Set.of(Cause.PRESSURISED), Set.of(NextTry.LESS_FLOW)),
    ROOM_GAS(Set.of(Cause.ROOM_GAS), Set.of(NextTry.VENTILATE, NextTry.ZERO_AGAIN)),
    RESIDUAL_GAS(Set.of(Cause.RESIDUAL_GAS), Set.of(NextTry.ZERO_AGAIN, NextTry.VENTILATE)),
    BAD_ZERO(Set.of(Cause.BAD_ZERO), Set.of(NextTry.ZERO_AGAIN, NextTry.VENTILATE)),
    DEAD_SENSOR(Set.of(Cause.DEAD_SENSOR), Set.of(NextTry.SERVICE_SENSOR)),
    FADED_SENSOR(Set.of(Cause.FADED_SENSOR, Cause.POISONED_BEAD), Set.of(NextTry.SERVICE_SENSOR)),
    SLOW_SENSOR(Set.of(Cause.SLOW_SENSOR), Set.of(NextTry.REST_AND_FILTER)),
    RESTLESS_SENSOR(
            Set.of(Cause.RESTLESS_SENSOR, Cause.RESTLESS_GAS), Set.of(NextTry.SERVICE_SENSOR, NextTry.CHECK_RIG)),
    OFF_ZERO(Set.of(Cause.OFF_ZERO), Set.of(NextTry.ZERO_AGAIN, NextTry.SERVICE_SENSOR, NextTry.VENTILATE));

    private final Set<Cause> right;
    private final Set<NextTry> sensible;

    Upset(Set<Cause> right, Set<NextTry> sensible) {
        this.right = right;
        this.sensible = sensible;
    }

    public Set<Cause> right() {
        return right;
    }

    public Set<NextTry> sensible() {
        return sensible;
    }

    Ailment ailment() {
        return switch (this) {
            case DEAD_SENSOR -> Ailment.DEAD;
            case FADED_SENSOR -> Ailment.WEAK;
            case RESTLESS_SENSOR -> Ailment.RESTLESS;
            case OFF_ZERO -> Ailment.ZERO_OFF;
            default -> Ailment.NONE;
        };
    }
}
