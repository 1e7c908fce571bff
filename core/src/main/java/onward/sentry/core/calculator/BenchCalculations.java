package onward.sentry.core.calculator;

import static onward.sentry.core.working.Figures.upTo;

import java.util.ArrayList;
import java.util.List;
import onward.sentry.core.gas.Exposure;
import onward.sentry.core.judge.CalibrationCheck;
import onward.sentry.core.judge.SpanJudge;
import onward.sentry.core.judge.Uncertainty;
import onward.sentry.core.rig.Flow;
import onward.sentry.core.rig.SampleLine;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;

/** Flow, contents of cylinders, judging, exposure. */
final class BenchCalculations {

    private static final Input REGULATOR = Input.of("regulator", "flow of the regulator, L/min");
    private static final Input PUMP = Input.of("pump", "flow that the detector draws, L/min");
    private static final Input LITRES = Input.of("litres", "volume of gas when full, L");
    private static final Input FULL_BAR = Input.of("full_bar", "gauge pressure when full, bar");
    private static final Input GAUGE_BAR = Input.of("gauge_bar", "gauge pressure now, bar");
    private static final Input READINGS =
            Input.of("readings", "runs of equal readings, ppm, as 15x40/15x0").as(Input.Kind.WORDS);
    private static final Input STEP = Input.of("step_s", "seconds between two readings", "60");
    private static final int MOST_READINGS = 100_000;

    private BenchCalculations() {}

    static List<Calculation> all() {
        return List.of(
                Calculation.of(
                        "flow_required",
                        "Least flow of the regulator for a pumped detector at a tee",
                        in -> Result.of(
                                Flow.required(in.number("pump_l_min"), in.number("margin")),
                                "L/min",
                                Derivation.of("Gas must spill at the tee", "Qr ≥ Qp · (1 + margin)")
                                        .with("Qp", in.text("pump_l_min") + " L/min")
                                        .with("margin", in.text("margin"))),
                        Input.of("pump_l_min", "flow that the detector draws, L/min"),
                        Input.of("margin", "as a fraction", "0.20")),
                Calculation.of(
                        "underfed_reading",
                        "What an under-fed detector reads",
                        in -> Result.of(
                                Flow.underfed(in.atLeast("c", 0), in.number("regulator"), in.number("pump")),
                                "ppm",
                                underfed(in, "C · Qr ÷ Qp").with("C", in.text("c"))),
                        Input.of("c", "concentration of the gas"),
                        REGULATOR,
                        PUMP),
                Calculation.of(
                        "underfed_oxygen",
                        "What the oxygen sensor of an under-fed detector reads",
                        in -> Result.of(
                                Flow.underfedOxygen(in.atLeast("o2", 0), in.number("regulator"), in.number("pump")),
                                "vol%",
                                underfed(in, "(O₂ · Qr + 20.9 · (Qp − Qr)) ÷ Qp")
                                        .with("O₂", in.text("o2"))),
                        Input.of("o2", "oxygen of the mix, vol%"),
                        REGULATOR,
                        PUMP),
                Calculation.of(
                        "air_fraction",
                        "How much of the sample is room air, by its oxygen",
                        in -> Result.of(
                                Flow.airFraction(in.number("o2_mix"), in.number("o2_read")),
                                "fraction",
                                Derivation.of("Oxygen as tracer", "f = (O₂read − O₂mix) ÷ (20.9 − O₂mix)")
                                        .with("O₂mix", in.text("o2_mix") + " vol%")
                                        .with("O₂read", in.text("o2_read") + " vol%")),
                        Input.of("o2_mix", "oxygen of the mix, vol%"),
                        Input.of("o2_read", "what the oxygen sensor reads, vol%")),
                Calculation.of(
                        "line_lag",
                        "How long a sample line holds the gas up",
                        in -> Result.of(
                                new SampleLine(in.number("metres"), in.number("bore_mm"))
                                        .lagSeconds(in.number("l_min")),
                                "s",
                                Derivation.of("Sample line", "π · d² ÷ 4 · L ÷ Q")
                                        .with("L", in.text("metres") + " m")
                                        .with("d", in.text("bore_mm") + " mm")
                                        .with("Q", in.text("l_min") + " L/min")),
                        Input.of("metres", "length, m"),
                        Input.of("bore_mm", "inner diameter, mm"),
                        Input.of("l_min", "flow, L/min")),
                Calculation.of(
                        "gas_left", "Gas left in a cylinder", BenchCalculations::gasLeft, LITRES, FULL_BAR, GAUGE_BAR),
                Calculation.of(
                        "runs_left",
                        "Runs left in a cylinder above its reserve",
                        BenchCalculations::runsLeft,
                        LITRES,
                        FULL_BAR,
                        GAUGE_BAR,
                        Input.of("reserve", "share of a full cylinder that is never used", "0.05"),
                        Input.of("per_run_l", "gas that one run takes, L")),
                Calculation.of(
                        "check_error",
                        "Error of a calibration check",
                        in -> Result.of(
                                CalibrationCheck.errorPercent(in.number("reading"), in.above("expected", 0)),
                                "%",
                                Derivation.of("Calibration check", "error = 100 · (reading − expected) ÷ expected")
                                        .with("reading", in.text("reading"))
                                        .with("expected", in.text("expected"))),
                        Input.of("expected", "what the gas should read"),
                        Input.of("reading", "what it reads")),
                Calculation.of(
                        "span_grade",
                        "Grade of a span response, in three",
                        BenchCalculations::spanGrade,
                        Input.of("applied", "concentration applied"),
                        Input.of("full_span", "raw reading before adjustment, same unit")),
                Calculation.of(
                        "uncertainty",
                        "Expanded uncertainty of a reading on certified gas",
                        BenchCalculations::uncertainty,
                        Input.of("c", "certified concentration"),
                        Input.of("u", "relative uncertainty as a fraction"),
                        Input.of("k", "2 where the certificate states it, else unstated", "unstated")
                                .as(Input.Kind.WORDS),
                        Input.of("resolution", "one step of the display"),
                        Input.of("std", "standard deviation of the settled readings")),
                Calculation.of(
                        "stel",
                        "Short-term exposure, 15 min",
                        in -> Result.of(
                                Exposure.stel(readings(in), in.number("step_s")),
                                "ppm",
                                Derivation.of("Short-term exposure", "highest mean over 15 min")
                                        .with("readings", in.text("readings"))
                                        .with("step", in.text("step_s") + " s")),
                        READINGS,
                        STEP),
                Calculation.of(
                        "twa",
                        "Time-weighted average, 8 h",
                        in -> Result.of(
                                Exposure.twa(readings(in), in.number("step_s")),
                                "ppm",
                                Derivation.of("Time-weighted average", "Σ c · Δt ÷ 8 h")
                                        .with("readings", in.text("readings"))
                                        .with("step", in.text("step_s") + " s")),
                        READINGS,
                        STEP));
    }

    private static Derivation underfed(Inputs in, String formula) {
        return Derivation.of("Under-fed pump: room air makes up the rest", formula)
                .with("Qr", in.text("regulator") + " L/min")
                .with("Qp", in.text("pump") + " L/min");
    }

    private static double left(Inputs in) {
        double gauge = in.atLeast("gauge_bar", 0);
        double full = in.above("full_bar", 0);
        Refusal.unless(
                gauge <= full,
                "gauge",
                "gauge_bar",
                "The gauge reads " + gauge + " bar, above the full pressure of " + full + " bar.",
                "Read the gauge again, or correct the full pressure.");
        return in.above("litres", 0) * gauge / full;
    }

    private static Derivation contents(Inputs in, String formula) {
        return Derivation.of("Contents by the gauge", formula)
                .with("V", in.text("litres") + " L")
                .with("P", in.text("gauge_bar") + " bar")
                .with("P_full", in.text("full_bar") + " bar");
    }

    private static Result gasLeft(Inputs in) {
        return Result.of(left(in), "L", contents(in, "V · P ÷ P_full"));
    }

    private static Result runsLeft(Inputs in) {
        double reserve = in.atLeast("reserve", 0);
        Refusal.unless(reserve < 1, "too-large", "reserve", "'reserve' is a fraction below 1.", "5 % is 0.05.");
        double runs = Math.floor((left(in) - reserve * in.number("litres")) / in.above("per_run_l", 0));
        return Result.of(
                Math.max(0, runs),
                "runs",
                contents(in, "floor((left − reserve · V) ÷ per run)")
                        .with("left", upTo(left(in), 3) + " L")
                        .with("per run", in.text("per_run_l") + " L"));
    }

    private static Result spanGrade(Inputs in) {
        double applied = in.above("applied", 0);
        double fullSpan = in.atLeast("full_span", 0);
        var grade = SpanJudge.grade(SpanJudge.response(fullSpan, applied)).label();
        return Result.of(
                grade,
                Derivation.of("Span, three grades", "R = 100 · full-span ÷ applied")
                        .with("full-span", in.text("full_span"))
                        .with("applied", in.text("applied"))
                        .gives("R = " + upTo(SpanJudge.response(fullSpan, applied), 2) + " % → " + grade));
    }

    private static Result uncertainty(Inputs in) {
        var k = in.text("k");
        Refusal.unless(
                k.equals("2") || k.equals("unstated"),
                "not-one-of",
                "k",
                "'k' is 2 or unstated, not '" + k + "'.",
                "Take it from the certificate.");
        var budget = Uncertainty.of(
                in.number("c"), in.number("u"), k.equals("2"), in.number("resolution"), in.number("std"));
        return Result.of(budget.expanded(), "ppm", budget.budget("ppm"));
    }

    private static double[] readings(Inputs in) {
        var readings = new ArrayList<Double>();
        for (var part : in.text("readings").split("/")) {
            var countAndValue = part.split("x", 2);
            boolean counted = countAndValue.length == 2;
            double count = counted ? Inputs.number("readings", countAndValue[0]) : 1;
            double value = Inputs.number("readings", countAndValue[counted ? 1 : 0]);
            Refusal.unless(
                    count >= 1 && count == Math.rint(count) && readings.size() + count <= MOST_READINGS,
                    "readings",
                    "readings",
                    "'" + part + "' is not a number of readings; at most 100,000 in all.",
                    "Give them as 15x40/15x0: fifteen of 40, then fifteen of 0.");
            for (int i = 0; i < count; i++) {
                readings.add(value);
            }
        }
        return readings.stream().mapToDouble(Double::doubleValue).toArray();
    }
}
