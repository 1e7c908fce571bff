package onward.sentry.core.gas;

/**
 * Temperature and station pressure of the air.
 *
 * @param celsius above −273.15 °C
 * @param kilopascals station pressure (never the weather report's sea-level figure), above zero
 */
public record Ambient(double celsius, double kilopascals) {

    /** 25 °C and 101.325 kPa. */
    public static final Ambient STANDARD = new Ambient(25, 101.325);

    /**
     * Keeps what it is given.
     *
     * @param celsius above −273.15 °C
     * @param kilopascals station pressure (never the weather report's sea-level figure), above zero
     */
    public Ambient {
        if (!(celsius > -273.15) || !(kilopascals > 0)) {
            throw new IllegalArgumentException("no such air: " + celsius + " °C, " + kilopascals + " kPa");
        }
    }

    /** {@return the temperature, K} */
    public double kelvin() {
        return celsius + 273.15;
    }
}
