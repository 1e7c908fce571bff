package onward.sentry.core.judge;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * How well a reading on certified gas is known: {@code U = 2 · √Σu²}, a coverage of about 95 % (after the GUM).
 *
 * @param lines what it is made of; one that does not apply is left out
 */
public record Uncertainty(List<Line> lines) {

    private static final double PRESSURE_SHARE = 0.015;
    private static final double SIMULANT_SHARE = 0.10;

    /**
     * One line of the budget.
     *
     * @param name of the symbol, {@code "u_gas"}
     * @param standard standard uncertainty, in the unit of the reading
     * @param from where the figure comes from; empty where the name says it
     */
    public record Line(String name, double standard, String from) {}

    /**
     * Copies what it is given.
     *
     * @param lines what it is made of; one that does not apply is left out
     */
    public Uncertainty {
        lines = List.copyOf(lines);
    }

    /**
     * By the first rules, gas, display and scatter: 80 ppm ±2 %, no k stated, resolution 1, deviation 0.4 has an expanded
     * uncertainty of 2.0944. The scatter is not divided by √n: readings this close together are not independent.
     *
     * @param certified certified concentration, in the unit of the sensor, 0 or more
     * @param relative of the certificate, as a fraction
     * @param statesTwo whether the certificate states k = 2
     * @param step least difference between two values, in the unit of the sensor
     * @param deviation standard deviation of the readings, in the unit of the sensor, 0 or more
     * @return standard uncertainties and their combination
     */
    public static Uncertainty of(double certified, double relative, boolean statesTwo, double step, double deviation) {
        Refusal.unless(
                certified > 0 && relative >= 0 && relative < 1 && step > 0 && deviation >= 0,
                "uncertainty-inputs",
                "c",
                "Concentration and resolution are above 0, the others 0 or more, u below 1.",
                "Give ±2 % as 0.02.");
        return new Uncertainty(List.of(
                new Line("u_gas", gas(certified, relative, statesTwo), ""),
                new Line("u_res", step / Math.sqrt(12), ""),
                new Line("u_rep", deviation, "")));
    }

    /**
     * What the budget of a reading is made of.
     *
     * @param expected on the gas, in the unit of the reading
     * @param relative of the certificate, as a fraction
     * @param statesTwo whether the certificate states k = 2, else it is taken as the half width of a rectangle
     * @param cautiousBound the reference is the certificate's cautious bound already, which counts the gas once
     * @param step of the display
     * @param deviation of the readings in the window; a display that stands still scatters by less than its step
     * @param unsettled what the reading may still move
     * @param pressureUnknown it feels partial pressure, and no barometer was read: ±1.5 %
     * @param simulant it was read on a simulant: the factor is known to ±10 %
     */
    public record Sources(
            double expected,
            double relative,
            boolean statesTwo,
            boolean cautiousBound,
            double step,
            double deviation,
            double unsettled,
            boolean pressureUnknown,
            boolean simulant) {}

    /**
     * The budget, line by line: the display counts twice, in the reading and in the zero before it.
     *
     * @param of what the uncertainty is made of
     * @return standard uncertainties and their combination
     */
    public static Uncertainty of(Sources of) {
        double display = of.step() / Math.sqrt(12);
        var lines = new ArrayList<Line>();
        if (!of.cautiousBound()) {
            lines.add(new Line(
                    "u_gas",
                    gas(of.expected(), of.relative(), of.statesTwo()),
                    of.statesTwo() ? "certificate, k = 2" : "certificate, no k stated: ÷ √3"));
        }
        lines.add(new Line("u_res", display, "display, step ÷ √12"));
        lines.add(new Line("u_zero", display, "display at the zero, step ÷ √12"));
        lines.add(
                of.deviation() > display
                        ? new Line("u_rep", of.deviation(), "scatter of the readings")
                        : new Line("u_rep", display, "a steady display, step ÷ √12"));
        if (of.unsettled() > 0) {
            lines.add(new Line("u_unsettled", of.unsettled() / Math.sqrt(3), "unsettled ÷ √3"));
        }
        if (of.pressureUnknown()) {
            lines.add(new Line(
                    "u_pressure",
                    PRESSURE_SHARE * Math.abs(of.expected()) / Math.sqrt(3),
                    "no barometer: ±1.5 % ÷ √3"));
        }
        if (of.simulant()) {
            lines.add(new Line(
                    "u_simulant",
                    SIMULANT_SHARE * Math.abs(of.expected()) / Math.sqrt(3),
                    "factor of the simulant: ±10 % ÷ √3"));
        }
        return new Uncertainty(lines);
    }

    private static double gas(double certified, double relative, boolean statesTwo) {
        return Math.abs(certified) * relative / (statesTwo ? 2 : Math.sqrt(3));
    }

    /**
     * U, with a coverage of about 95 %.
     *
     * @return in the unit of the sensor
     */
    public double expanded() {
        return 2
                * Math.sqrt(lines.stream()
                        .mapToDouble(line -> line.standard() * line.standard())
                        .sum());
    }

    /**
     * {@return the budget, line by line}
     *
     * @param unit of the readings, as people write it
     */
    public Derivation budget(String unit) {
        var working = Derivation.of(
                "Expanded uncertainty",
                lines.stream().map(line -> line.name() + "²").collect(Collectors.joining(" + ", "U = 2 · √(", ")")));
        for (var line : lines) {
            working = working.with(
                    line.name(),
                    Figures.upTo(line.standard(), 4) + " " + unit + (line.from().isEmpty() ? "" : ", " + line.from()));
        }
        return working.gives("U = " + Figures.upTo(expanded(), 4) + " " + unit);
    }
}
