package onward.sentry.core.diagnosis;

import java.util.EnumSet;
import java.util.Set;
import onward.sentry.core.card.NextTry;

/** What may be behind a failure, with what would show it or put it right; the first of these is named beside it. */
public enum Cause {
    /** Nothing is wrong. */
    NOTHING("nothing is wrong", NextTry.SERVICE_SENSOR),
    /** No gas arrives. */
    NO_GAS("no gas arrives: valve shut, cylinder empty or tubing off", NextTry.CHECK_FLOW),
    /** The inlet is blocked. */
    BLOCKED_INLET("the inlet is blocked", NextTry.CHECK_FLOW),
    /** The cylinder holds another mix than its label states. */
    WRONG_MIX("another mix is connected than the label says", NextTry.COMPARE_LABEL, NextTry.ANOTHER_CYLINDER),
    /** The mix holds too little oxygen for a bead. */
    LITTLE_OXYGEN("the mix holds too little oxygen for the bead", NextTry.COMPARE_LABEL, NextTry.ANOTHER_CYLINDER),
    /** Reactive gas has lost strength. */
    DECAYED_GAS("the reactive gas in the cylinder has lost strength", NextTry.ANOTHER_CYLINDER),
    /** Tubing takes up reactive gas. */
    ABSORBING_TUBING("tubing takes up the sticky gas", NextTry.CHECK_RIG),
    /** The pump draws more than the regulator gives. */
    UNDER_FED("the pump draws more than the regulator gives", NextTry.CHECK_RIG),
    /** Room air leaks into the gas. */
    AIR_LEAK("room air gets into the gas", NextTry.CHECK_RIG),
    /** Too much flow forces the cells. */
    PRESSURISED("too much flow forces the cells", NextTry.LESS_FLOW),
    /** The charcoal filter is still on. */
    CHARCOAL_LEFT("the charcoal filter is still on", NextTry.CHARCOAL_OFF),
    /** A mode or factor of the detector masks the gas. */
    MASKING("a mode or factor of the detector masks this gas", NextTry.CHECK_MODE),
    /** Set point and label count LEL in different ways. */
    WRONG_BASIS("set point and label stand on different bases", NextTry.CHECK_SET_POINT),
    /** Another gas is there that the sensor responds to. */
    INTERFERING_GAS("another gas is in it that this sensor shows too", NextTry.COMPARE_LABEL, NextTry.ANOTHER_CYLINDER),
    /** The sensor does not respond. */
    DEAD_SENSOR("the sensor is dead", NextTry.SERVICE_SENSOR),
    /** The sensor has lost sensitivity. */
    FADED_SENSOR("the sensor has lost sensitivity", NextTry.SERVICE_SENSOR),
    /** The bead is poisoned; methane is lost first. */
    POISONED_BEAD("the bead is poisoned: methane goes first", NextTry.SERVICE_SENSOR),
    /** The sensor is slow. */
    SLOW_SENSOR("the sensor is slow: soaked, ageing, cold or behind a dirty filter", NextTry.REST_AND_FILTER),
    /** The sensor does not settle. */
    RESTLESS_SENSOR("the sensor itself is restless", NextTry.SERVICE_SENSOR),
    /** Flow, pump or temperature is unsteady. */
    RESTLESS_GAS("flow, pump or temperature wavers", NextTry.CHECK_RIG),
    /** The air of the room is not clean. */
    ROOM_GAS("the air of the room is not clean", NextTry.VENTILATE),
    /** The zero was taken with gas in the air. */
    BAD_ZERO("its zero was taken with gas about", NextTry.ZERO_AGAIN, NextTry.VENTILATE),
    /** Gas is still in the adapter or the hose. */
    RESIDUAL_GAS("gas is still in the adapter or the hose", NextTry.ZERO_AGAIN, NextTry.VENTILATE),
    /** The sensor cannot be zeroed. */
    OFF_ZERO("the sensor cannot be brought to zero", NextTry.SERVICE_SENSOR);

    private final String words;
    private final NextTry first;
    private final Set<NextTry> shownBy;

    Cause(String words, NextTry first, NextTry... more) {
        this.words = words;
        this.first = first;
        this.shownBy = EnumSet.of(first, more);
    }

    /** {@return the cause in words} */
    public String words() {
        return words;
    }

    /** {@return what to try in order to show it or rule it out} */
    public NextTry shownBy() {
        return first;
    }

    /**
     * {@return whether this would show it, or put it right}
     *
     * @param tried what was changed before the try
     */
    public boolean isShownBy(NextTry tried) {
        return shownBy.contains(tried);
    }

    /**
     * Only the workshop helps.
     *
     * @return whether that is so
     */
    public boolean isOfSensor() {
        return first == NextTry.SERVICE_SENSOR && this != NOTHING;
    }
}
