package onward.sentry.core.rig;

import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * A tube between the place that is sampled and the inlet.
 *
 * <p>Source: plug flow: the volume of the tube divided by the flow.
 *
 * @param metres length, above 0, at most 100
 * @param boreMillimetres inner diameter, above 0, at most 50
 *
 */
public record SampleLine(double metres, double boreMillimetres) {

    /**
     * Checks the limits.
     *
     * @param metres length, above 0, at most 100
     * @param boreMillimetres inner diameter, above 0, at most 50
     * @throws onward.sentry.core.working.Refused with one of the codes {@code line-length}, {@code line-bore}
     */
    public SampleLine {
        Refusal.unless(
                metres > 0 && metres <= 100,
                "line-length",
                "metres",
                "A sample line is above 0 and at most 100 m long, not " + Figures.upTo(metres, 2) + " m.",
                "Give metres.");
        Refusal.unless(
                boreMillimetres > 0 && boreMillimetres <= 50,
                "line-bore",
                "bore_mm",
                "The bore is above 0 and at most 50 mm, not " + Figures.upTo(boreMillimetres, 2) + " mm.",
                "Give the inner diameter in millimetres.");
    }

    /**
     * {@return seconds until gas has come through, {@code π · d² ÷ 4 · L ÷ Q}: 10 m of 4 mm at 0.30 L/min returns 25.1327}
     *
     * @param litresPerMinute flow, L/min, above 0
     */
    public double lagSeconds(double litresPerMinute) {
        Refusal.unless(
                litresPerMinute > 0,
                "flow",
                "l_min",
                "A flow is above 0, not " + Figures.upTo(litresPerMinute, 3) + " L/min.",
                "Give what the pump draws.");
        double litres = Math.PI * boreMillimetres * boreMillimetres / 4 * metres / 1000;
        return litres / litresPerMinute * 60;
    }
}
