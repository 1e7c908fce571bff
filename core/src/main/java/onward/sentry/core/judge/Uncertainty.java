package onward.sentry.core.judge;

import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Working;

/**
 * How well a reading on certified gas is known: {@code U = 2 · √(u_gas² + u_res² + u_rep²)}, with
 * {@code u_gas = C · u ÷ √3} (÷ 2 where the certificate states k = 2), {@code u_res = resolution ÷ √12} and u_rep the standard
 * deviation of the plateau, not divided by √n: readings this close together are not independent (after the GUM).
 *
 * @param gas standard uncertainty of the gas, in the reading's unit; so are the others
 */
public record Uncertainty(double gas, double resolution, double repeatability) {

    /**
     * 80 ppm ±2 %, no k stated, resolution 1, deviation 0.4 has an expanded uncertainty of 2.0944.
     *
     * @param relative of the certificate, as a fraction
     * @param statesTwo whether the certificate states k = 2
     */
    public static Uncertainty of(double certified, double relative, boolean statesTwo, double step, double deviation) {
        Refusal.unless(
                certified > 0 && relative >= 0 && relative < 1 && step > 0 && deviation >= 0,
                "uncertainty-inputs",
                "c",
                "Concentration and resolution are above 0, the others 0 or more, u below 1.",
                "Give ±2 % as 0.02.");
        return new Uncertainty(certified * relative / (statesTwo ? 2 : Math.sqrt(3)), step / Math.sqrt(12), deviation);
    }

    /** U, with a coverage of about 95 %. */
    public double expanded() {
        return 2 * Math.sqrt(gas * gas + resolution * resolution + repeatability * repeatability);
    }

    /** The budget, line by line. */
    public Working budget(String unit) {
        return Working.of("Expanded uncertainty", "U = 2 · √(u_gas² + u_res² + u_rep²)")
                .with("u_gas", Figures.upTo(gas, 4) + " " + unit)
                .with("u_res", Figures.upTo(resolution, 4) + " " + unit)
                .with("u_rep", Figures.upTo(repeatability, 4) + " " + unit)
                .gives("U = " + Figures.upTo(expanded(), 4) + " " + unit);
    }
}
