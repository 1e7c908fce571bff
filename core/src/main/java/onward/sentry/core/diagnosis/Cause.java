package onward.sentry.core.diagnosis;

import java.util.EnumSet;
import java.util.Set;
import onward.sentry.core.card.NextTry;

/** What may be behind a failure, with what would show it or put it right; the first of these is named beside it. */
public enum Cause {
    NOTHING("nothing is wrong", NextTry.SERVICE_SENSOR),
    NO_GAS("no gas arrives: valve shut, cylinder empty or tubing off", NextTry.CHECK_FLOW),
    BLOCKED_INLET("the inlet is blocked", NextTry.CHECK_FLOW),
    WRONG_MIX("another mix is connected than the label says", NextTry.COMPARE_LABEL, NextTry.ANOTHER_CYLINDER),
    LITTLE_OXYGEN("the mix holds too little oxygen for the bead", NextTry.COMPARE_LABEL, NextTry.ANOTHER_CYLINDER),
    DECAYED_GAS("the reactive gas in the cylinder has lost strength", NextTry.ANOTHER_CYLINDER),
    ABSORBING_TUBING("tubing takes up the sticky gas", NextTry.CHECK_RIG),
    UNDER_FED("the pump draws more than the regulator gives", NextTry.CHECK_RIG),
    AIR_LEAK("room air gets into the gas", NextTry.CHECK_RIG),
    PRESSURISED("too much flow forces the cells", NextTry.LESS_FLOW),
    CHARCOAL_LEFT("the charcoal filter is still on", NextTry.CHARCOAL_OFF),
    MASKING("a mode or factor of the detector masks this gas", NextTry.CHECK_MODE),
    WRONG_BASIS("set point and label stand on different bases", NextTry.CHECK_SET_POINT),
    INTERFERING_GAS("another gas is in it that this sensor shows too", NextTry.COMPARE_LABEL, NextTry.ANOTHER_CYLINDER),
    DEAD_SENSOR("the sensor is dead", NextTry.SERVICE_SENSOR),
    FADED_SENSOR("the sensor has faded", NextTry.SERVICE_SENSOR),
    POISONED_BEAD("the bead is poisoned: methane goes first", NextTry.SERVICE_SENSOR),
    SLOW_SENSOR("the sensor is slow: soaked, ageing, cold or behind a dirty filter", NextTry.REST_AND_FILTER),
    RESTLESS_SENSOR("the sensor itself is restless", NextTry.SERVICE_SENSOR),
    RESTLESS_GAS("flow, pump or temperature wavers", NextTry.CHECK_RIG),
    ROOM_GAS("the air of the room is not clean", NextTry.VENTILATE),
    BAD_ZERO("its zero was taken with gas about", NextTry.ZERO_AGAIN, NextTry.VENTILATE),
    RESIDUAL_GAS("gas is still in the adapter or the hose", NextTry.ZERO_AGAIN, NextTry.VENTILATE),
    OFF_ZERO("the sensor cannot be brought to zero", NextTry.SERVICE_SENSOR);

    private final String words;
    private final NextTry first;
    private final Set<NextTry> shownBy;

    Cause(String words, NextTry first, NextTry... more) {
        this.words = words;
        this.first = first;
        this.shownBy = EnumSet.of(first, more);
    }

    public String words() {
        return words;
    }

    /** What to try in order to show it or rule it out. */
    public NextTry shownBy() {
        return first;
    }

    /** Whether this would show it, or put it right. */
    public boolean isShownBy(NextTry tried) {
        return shownBy.contains(tried);
    }

    /** Only the workshop helps. */
    public boolean isOfSensor() {
        return first == NextTry.SERVICE_SENSOR && this != NOTHING;
    }
}
