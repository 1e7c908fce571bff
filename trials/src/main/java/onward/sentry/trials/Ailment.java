package onward.sentry.trials;

/** What is wrong with a sensor, or with its gas; all but the first are to be found. */
public enum Ailment {
    NONE,
    /** Gas moves it by next to nothing. */
    DEAD,
    /** It answers with a tenth to two fifths. */
    WEAK,
    /** Its reading swings by a quarter to a half of what it should read, and never rests. */
    RESTLESS,
    /** It shows the same before gas and on it. */
    STUCK,
    /** It stands at the end of its range. */
    PAST_RANGE,
    /** It stands off in clean air. */
    ZERO_OFF,
    /** It swings in clean air. */
    ZERO_RESTLESS,
    /** It answers with a tenth to a third, with single readings far above. */
    GLITCHES,
    /** Gas ends before the reading is due. */
    GAS_ENDS;

    /** A bump looks at no zero and at no end of range; whoever types sees no single reading, and turns the gas off himself. */
    public boolean isMetBy(Trial.Way way) {
        return switch (way) {
            case LINK, STAGES -> true;
            case TYPED -> this != GLITCHES && this != GAS_ENDS;
            case BUMP -> this == NONE || this == DEAD || this == WEAK || this == STUCK || this == GLITCHES;
        };
    }
}
