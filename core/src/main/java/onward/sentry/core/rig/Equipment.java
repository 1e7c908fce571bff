package onward.sentry.core.rig;

import java.time.LocalDate;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * A thing of the bench that must itself be checked: a regulator whose flow is measured, a flow meter, a gauge, a barometer.
 *
 * @param regulator what it is stamped with; present for regulators only
 * @param intervalMonths between two checks, 1 to 60
 * @param last its last check; empty when it never had one
 */
public record Equipment(
        String tag, Kind kind, Optional<Regulator> regulator, int intervalMonths, Optional<Check> last) {

    /** A regulator gives what is stamped on it within this. */
    private static final double FLOW_WITHIN = 0.10;

    /** What it is. */
    public enum Kind {
        /** Sets pressure and flow of a cylinder. */
        REGULATOR("regulator"),
        /** Shows the flow at the inlet. */
        FLOW_METER("flow meter"),
        /** Shows a pressure. */
        GAUGE("gauge"),
        /** Shows the station pressure. */
        BAROMETER("barometer");

        private final String label;

        Kind(String label) {
            this.label = label;
        }

        /** {@return the words for screens and records} */
        public String label() {
            return label;
        }
    }

    /**
     * A check that was made.
     *
     * @param measured flow in L/min, for a regulator that has one of its own
     */
    public record Check(LocalDate on, OptionalDouble measured, boolean passed) {}

    /** How it stands. */
    public enum CheckStatus {
        /** Its last check was good and is in date. */
        GOOD("good"),
        /** It has no check, or the next one is due. */
        DUE("check due"),
        /** Its last check failed: it may not be used. */
        FAILED("failed its check");

        private final String label;

        CheckStatus(String label) {
            this.label = label;
        }

        /** {@return the words for screens and records} */
        public String label() {
            return label;
        }
    }

    /**
     * Checks the limits.
     *
     * @param tag as people call it
     * @param kind which kind
     * @param regulator what it is stamped with; present for regulators only
     * @param intervalMonths between two checks, 1 to 60
     * @param last its last check; empty when it never had one
     * @throws onward.sentry.core.working.Refused with one of the codes {@code equipment-tag}, {@code equipment-interval},
     *     {@code equipment-regulator}
     */
    public Equipment {
        Objects.requireNonNull(kind, "kind");
        Refusal.unless(
                !tag.isBlank() && tag.length() <= 40,
                "equipment-tag",
                "tag",
                "Equipment has a tag of 1 to 40 characters.",
                "Use what is written on it, short.");
        Refusal.unless(
                intervalMonths >= 1 && intervalMonths <= 60,
                "equipment-interval",
                "intervalMonths",
                "It is checked every 1 to 60 months, not " + intervalMonths + ".",
                "12 is usual.");
        Refusal.unless(
                (kind == Kind.REGULATOR) == regulator.isPresent(),
                "equipment-regulator",
                "regulator",
                "A regulator says how it meters; a " + kind.label() + " has no flow of its own.",
                "Give type and flow of a regulator, and neither of anything else.");
    }

    /**
     * Never checked: due since ever, so today. Last checked 2026-01-31, every month: due on 2026-02-28.
     *
     * @param today the day at the site
     * @return the day of the next check
     */
    public LocalDate dueOn(LocalDate today) {
        return last.map(check -> check.on().plusMonths(intervalMonths)).orElse(today);
    }

    /**
     * On the due day itself it is still good.
     *
     * @param today the day at the site
     * @return good, due or failed
     */
    public CheckStatus standing(LocalDate today) {
        if (last.filter(check -> !check.passed()).isPresent()) {
            return CheckStatus.FAILED;
        }
        return last.isEmpty() || today.isAfter(dueOn(today)) ? CheckStatus.DUE : CheckStatus.GOOD;
    }

    /**
     * Judges what was measured: a regulator stamped 0.50 L/min passes from 0.45 to 0.55. What has no flow of its own passes
     * by what its checker says.
     *
     * @param measured L/min; wanted for a regulator with a flow of its own, and for nothing else
     * @param well what the checker says of anything else
     * @return the verdict and its derivation
     */
    public Judged judge(OptionalDouble measured, boolean well) {
        var stamped = regulator.map(Regulator::litresPerMinute).filter(flow -> flow > 0);
        Refusal.unless(
                stamped.isPresent() == measured.isPresent(),
                "equipment-measured",
                "measured",
                stamped.isPresent()
                        ? "The flow of a regulator is measured."
                        : "It has no flow of its own that could be measured.",
                stamped.isPresent() ? "Put a flow meter behind it and read L/min." : "Leave the figure out.");
        if (stamped.isEmpty()) {
            return new Judged(
                    well,
                    Derivation.of("Check of a " + kind.label(), "as its checker says")
                            .gives(well ? "good" : "failed"));
        }
        double off = measured.getAsDouble() / stamped.get() - 1;
        boolean passed = Math.abs(off) <= FLOW_WITHIN + 1e-9;
        return new Judged(
                passed,
                Derivation.of("Flow of a regulator", "off = measured ÷ stamped − 1, within ±10 %")
                        .with("measured", Figures.upTo(measured.getAsDouble(), 3) + " L/min")
                        .with("stamped", Figures.upTo(stamped.get(), 3) + " L/min")
                        .gives(Figures.upTo(100 * off, 1) + " % → " + (passed ? "good" : "failed")));
    }

    /** What a check came to. */
    public record Judged(boolean passed, Derivation working) {}

    /**
     * {@return the regulator as it really gives: with the flow that was measured last, its tag, and until when that counts}
     *
     * @param today the day at the site
     */
    public Optional<Regulator> asMeasured(LocalDate today) {
        return regulator.map(stamped -> new Regulator(
                stamped.kind(),
                last.map(Check::measured)
                        .filter(OptionalDouble::isPresent)
                        .map(OptionalDouble::getAsDouble)
                        .orElse(stamped.litresPerMinute()),
                stamped.family(),
                tag,
                Optional.of(dueOn(today))));
    }

    /**
     * @param today the day at the site
     * @return the regulator with its measured flow
     * @throws onward.sentry.core.working.Refused when it failed its last check, or is no regulator
     */
    public Regulator forUse(LocalDate today) {
        Refusal.unless(
                standing(today) != CheckStatus.FAILED,
                "equipment-failed",
                "rig",
                tag + " failed its last check: nobody knows what it gives.",
                "Take another regulator, or have its flow measured again.");
        return asMeasured(today)
                .orElseThrow(() -> new Refused(new Refusal(
                        "equipment-no-regulator",
                        "rig",
                        tag + " is a " + kind.label() + ", not a regulator.",
                        "Take a regulator of the bench.")));
    }
}
