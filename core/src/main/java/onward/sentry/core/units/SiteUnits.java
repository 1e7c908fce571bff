package onward.sentry.core.units;

/**
 * What a site reads and types in. Flow is in L/min everywhere: regulators are marked in it.
 *
 * @param pressure of cylinders
 * @param temperature of instruments, air and cylinders
 * @param dates how days are written
 */
public record SiteUnits(PressureUnit pressure, TemperatureUnit temperature, DateForm dates) {

    /** What ships: bar, °C, day first. */
    public static final SiteUnits SHIPPED =
            new SiteUnits(PressureUnit.BAR, TemperatureUnit.CELSIUS, DateForm.DAY_FIRST);

    /**
     * Fills in what older records leave out.
     *
     * @param pressure of cylinders
     * @param temperature of instruments, air and cylinders
     * @param dates how days are written
     */
    public SiteUnits {
        pressure = pressure == null ? SHIPPED.pressure() : pressure;
        temperature = temperature == null ? SHIPPED.temperature() : temperature;
        dates = dates == null ? SHIPPED.dates() : dates;
    }
}
