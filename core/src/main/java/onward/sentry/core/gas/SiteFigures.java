package onward.sentry.core.gas;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * Figures that a site has from its instruments' manuals or its own measurements, in the place of what ships. They are part
 * of the site rules, so a run keeps those that it was judged by.
 *
 * @param gases each figure of a gas once
 * @param cross each pair of sensor and gas once
 */
public record SiteFigures(List<OfGas> gases, List<OfCell> cross) {

    /** Everything as it ships. */
    public static final SiteFigures NONE = new SiteFigures(List.of(), List.of());

    private static final double MOST_CROSS_PERCENT = 1_000;

    /**
     * One figure of a gas.
     *
     * @param value above 0, in the figure's unit
     * @param source where it comes from, for example {@code "manual of the Quoin 5P, page 41"}
     */
    public record OfGas(String gasId, GasFigure figure, double value, String source) {
        /**
         * Checks the limits.
         *
         * @param gasId id of a gas of the library
         * @param figure which figure of the gas
         * @param value above 0, in the figure's unit
         * @param source where it comes from, for example {@code "manual of the Quoin 5P, page 41"}
         * @throws onward.sentry.core.working.Refused with code {@code site-figure}
         */
        public OfGas {
            var gas = GasLibrary.shipped().gas(gasId);
            Refusal.unless(
                    value > 0 && value <= figure.most(),
                    "site-figure",
                    "value",
                    gas.name() + ", " + figure.label() + ": above 0 and at most " + Figures.upTo(figure.most(), 0)
                            + ", not " + Figures.upTo(value, 4) + ".",
                    "Compare it with where you read it.");
            sourced(source, gas.name());
        }
    }

    /**
     * What an electrochemical sensor displays for another gas.
     *
     * @param percent of the other gas's concentration, may be negative
     * @param source where it comes from
     */
    public record OfCell(String sensorGasId, String gasId, double percent, String source) {
        /**
         * Checks the limits.
         *
         * @param sensorGasId id of the gas that the cell is made for
         * @param gasId id of a gas of the library
         * @param percent of the other gas's concentration, may be negative
         * @param source where it comes from
         * @throws onward.sentry.core.working.Refused with one of the codes {@code site-cross-own}, {@code site-cross}
         */
        public OfCell {
            var sensor = GasLibrary.shipped().gas(sensorGasId);
            var gas = GasLibrary.shipped().gas(gasId);
            Refusal.unless(
                    !sensorGasId.equals(gasId),
                    "site-cross-own",
                    "gasId",
                    "A sensor for " + sensor.nameInSentence() + " shows its own gas; that is no cross-sensitivity.",
                    "Choose another gas.");
            Refusal.unless(
                    Math.abs(percent) <= MOST_CROSS_PERCENT,
                    "site-cross",
                    "percent",
                    "A cross-sensitivity is between −1,000 and 1,000 %, not at " + Figures.upTo(percent, 2) + " %.",
                    "Give what is displayed in % of the concentration of the other gas.");
            sourced(source, sensor.name() + " in " + gas.nameInSentence());
        }
    }

    /**
     * Copies what it is given, fills in what older records leave out.
     *
     * @param gases each figure of a gas once
     * @param cross each pair of sensor and gas once
     */
    public SiteFigures {
        gases = gases == null ? List.of() : List.copyOf(gases);
        cross = cross == null ? List.of() : List.copyOf(cross);
        var seen = new HashSet<List<Object>>();
        gases.forEach(one -> once(seen.add(List.of(one.gasId(), one.figure())), one.gasId()));
        cross.forEach(one -> once(seen.add(List.of(one.sensorGasId(), one.gasId())), one.sensorGasId()));
    }

    private static void once(boolean first, String gas) {
        Refusal.unless(
                first, "site-figure-twice", "figures", "A figure of " + gas + " is given twice.", "Give it once.");
    }

    private static void sourced(String source, String what) {
        Refusal.unless(
                source != null && !source.isBlank(),
                "site-source",
                "source",
                what + ": a figure of the site says where it comes from.",
                "Name the manual and page, or the measurement and its day.");
    }

    /**
     * {@return the figure of the site for a gas; empty when it has none}
     *
     * @param gasId id of a gas of the library
     * @param figure which figure of the gas
     */
    public Optional<OfGas> of(String gasId, GasFigure figure) {
        return gases.stream()
                .filter(one -> one.gasId().equals(gasId) && one.figure() == figure)
                .findFirst();
    }
}
