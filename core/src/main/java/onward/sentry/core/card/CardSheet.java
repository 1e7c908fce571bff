package onward.sentry.core.card;

import static onward.sentry.core.working.Figures.counted;
import static onward.sentry.core.working.Figures.days;
import static onward.sentry.core.working.Figures.upTo;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CatalyticResponse;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.working.Refused;

/** A procedure card as a person reads it: part by part, in words, so that two versions can be held against each other. */
public record CardSheet(List<Section> parts) {

    /**
     * A step, a sensor, or what the card says of the whole detector.
     *
     * @param path where it stands on the card, for example {@code calibration[3]}
     * @param title one or two words
     * @param lines what is said of it
     */
    public record Section(String path, String title, List<String> lines) {
        /**
         * Copies what it is given.
         *
         * @param path where it stands on the card, for example {@code calibration[3]}
         * @param title one or two words
         * @param lines what is said of it
         */
        public Section {
            lines = List.copyOf(lines);
        }
    }

    /**
     * Copies what it is given.
     *
     * @param parts what it is made of
     */
    public CardSheet {
        parts = List.copyOf(parts);
    }

    /**
     * Of a card with a warm-up of 60 s as its first step of calibration it returns, among others, a part {@code
     * calibration[0]} "Warm-up" with the line "60 s".
     *
     * @param card the procedure card of the model
     * @return the card as titled parts of lines
     */
    public static CardSheet of(ProcedureCard card) {
        var parts = new ArrayList<Section>();
        parts.add(new Section("detector", "The detector", whole(card)));
        for (int i = 0; i < card.sensors().size(); i++) {
            var sensor = card.sensors().get(i);
            parts.add(new Section(
                    "sensors[" + i + "]", "Sensor " + named(card, sensor.slot()), sensor(sensor, card.lelBasis())));
        }
        for (var job : Job.values()) {
            var steps = card.steps(job);
            for (int i = 0; i < steps.size(); i++) {
                var step = steps.get(i);
                var lines = new ArrayList<>(lines(card, step));
                if (!step.note().isEmpty()) {
                    lines.add("Note: " + step.note());
                }
                lines.addAll(pictures(card, job, i));
                parts.add(new Section(path(job) + "[" + i + "]", step.title(), lines));
            }
        }
        for (int i = 0; i < card.maintenance().size(); i++) {
            var procedure = card.maintenance().get(i);
            parts.add(new Section(
                    "maintenance[" + i + "]",
                    procedure.kind().label(),
                    Stream.concat(
                                    procedure.steps().stream()
                                            .map(step -> step instanceof Step.Checks checks
                                                    ? String.join(", ", checks.items())
                                                    : step.title()),
                                    procedure.parts().stream()
                                            .map(part -> "takes " + part.count() + " × " + part.name()))
                            .toList()));
        }
        return new CardSheet(parts);
    }

    private static String path(Job job) {
        return job == Job.BUMP ? "bump" : "calibration";
    }

    private static List<String> pictures(ProcedureCard card, Job job, int step) {
        return card.pictures().stream()
                .filter(picture -> picture.job() == job && picture.step() == step)
                .map(picture -> "Picture: " + picture.description() + ", " + picture.bytes().length / 1000 + " kB")
                .toList();
    }

    private static List<String> whole(ProcedureCard card) {
        var lines = new ArrayList<String>();
        lines.add("Lower explosive limits: " + (card.lelBasis() == LelBasis.IEC ? "IEC" : "handbook"));
        lines.add(intake(card.intake()));
        card.intake().delivery().ifPresent(delivery -> lines.add("Gas only through: " + delivery.label()));
        lines.add("Flow of its usual rig: " + upTo(card.flowLitresPerMinute(), 3) + " L/min");
        card.sampleLine()
                .ifPresent(line -> lines.add("Sample line: " + upTo(line.metres(), 2) + " m, bore "
                        + upTo(line.boreMillimetres(), 2) + " mm"));
        lines.add("Gas kept ready: " + upTo(card.litresPerRun(), 2) + " L a calibration, "
                + upTo(card.litresPerBump(), 2) + " L a bump");
        lines.add("A bump covers at least " + upTo(card.bumpLevelPercent(), 1) + " % of the way");
        lines.add("Due: " + card.interval().words());
        card.tolerancePercent().ifPresent(percent -> lines.add("Tolerance of a check: " + upTo(percent, 2) + " %"));
        card.tries().ifPresent(tries -> lines.add("Span: " + tries(tries)));
        card.zeroTries().ifPresent(tries -> lines.add("Zero: " + tries(tries)));
        card.prescribed().grading().ifPresent(grading -> lines.add("Span graded: " + grading.words()));
        if (card.prescribed().accept()) {
            lines.add("Accept rules: as on the card at every site");
        }
        if (!card.competence().isEmpty()) {
            lines.add("Only by who is qualified for " + card.competence());
        }
        if (card.exposureSecondsPerDay() > 0) {
            lines.add("At most " + card.exposureSecondsPerDay() + " s on gas within 24 h");
        }
        return lines;
    }

    private static String intake(Intake intake) {
        if (intake instanceof Intake.Pumped pumped) {
            return "A pump draws " + upTo(pumped.draws(), 3) + " L/min"
                    + (pumped.takesRegulator() ? "; a fixed flow may be joined to its inlet" : "");
        }
        var cup = (Intake.Cup) intake;
        return "Cup or hood, " + upTo(cup.least(), 3) + " to " + upTo(cup.most(), 3) + " L/min";
    }

    private static String tries(RetryPolicy tries) {
        return counted(tries.most(), "try", "tries")
                + (tries.waitSeconds() > 0 ? ", " + tries.waitSeconds() + " s in between" : "")
                + (tries.remedies().isEmpty() ? "" : "; helps: " + String.join(" · ", tries.remedies()))
                + (tries.beforeLast().isEmpty() ? "" : "; the last one only after: " + tries.beforeLast());
    }

    private static List<String> sensor(SensorSpec sensor, LelBasis basis) {
        var lines = new ArrayList<String>();
        lines.add(sensor.gas().name() + ", " + sensor.technology().label());
        lines.add("0 to " + upTo(sensor.rangeMax(), 4) + " " + sensor.unit().symbol() + " in steps of "
                + upTo(sensor.resolution(), 4));
        lines.add("Set on " + sensor.shown(sensor.spanSetPoint())
                + sensor.simulantFor().map(gas -> ", read as " + gas).orElse("") + "; shows the "
                + sensor.reads().label());
        sensor.simulantFor().ifPresent(vapour -> lines.add(methaneFor(sensor, vapour, basis)));
        lines.add("t90 " + upTo(sensor.t90Seconds(), 1) + " s"
                + (sensor.partialPressure() ? "; feels partial pressure" : ""));
        sensor.bumpDays().ifPresent(days -> lines.add("A good bump counts for " + days(days)));
        var alarms = sensor.alarms();
        lines.add("Alarms: " + alarm("low", alarms.low()) + ", " + alarm("high", alarms.high()) + ", "
                + alarm("STEL", alarms.stel()) + ", " + alarm("TWA", alarms.twa()));
        return lines;
    }

    /** The methane that has to be applied so that the display comes to the set point: 52.5 %LEL as pentane take 25 %LEL. */
    private static String methaneFor(SensorSpec sensor, String vapour, LelBasis basis) {
        var methane = GasLibrary.shipped().gas("methane");
        var read = GasLibrary.shipped().gas(vapour);
        try {
            double lel = sensor.spanSetPoint() / new CatalyticResponse(basis).simulantSetPoint(1, read);
            double volPercent = lel * methane.lel(basis).getAsDouble() / 100;
            return "Needs " + upTo(volPercent, 2) + " vol% methane (" + upTo(lel, 1) + " %LEL) to show its set point";
        } catch (Refused unknown) {
            return "Set point: " + unknown.refusal().reason();
        }
    }

    private static String alarm(String name, OptionalDouble at) {
        return name + " " + (at.isPresent() ? upTo(at.getAsDouble(), 4) : "none");
    }

    private static List<String> lines(ProcedureCard card, Step step) {
        if (step instanceof Step.Checks checks) {
            return checks.items();
        }
        if (step instanceof Step.Confirm confirm) {
            return List.of(confirm.sentence());
        }
        if (step instanceof Step.Measure measure) {
            return List.of(
                    upTo(measure.least(), 3) + " to " + upTo(measure.most(), 3) + " "
                            + measure.quantity().unit(),
                    "Outside: " + measure.wayOut());
        }
        if (step instanceof Step.Ask ask) {
            return List.of(ask.question(), "Goes on at " + (ask.goOn() ? "yes" : "no") + "; else: " + ask.wayOut());
        }
        if (step instanceof Step.BlockTest test) {
            return List.of(
                    "Inlet blocked, the pump alarms within " + test.seconds() + " s",
                    "If not: " + String.join(" · ", test.remedies()));
        }
        if (step instanceof Step.WarmUp warmUp) {
            return List.of(warmUp.seconds() + " s");
        }
        return air(card, step).or(() -> gas(card, step)).orElse(List.of());
    }

    private static Optional<List<String>> air(ProcedureCard card, Step step) {
        if (step instanceof Step.Zero zero) {
            return Optional.of(List.of(
                    "In " + zero.air().label() + ": " + named(card, zero.slots()),
                    accept(zero.accept()) + (zero.onRemainder() ? "; only what kept a small remainder" : "")));
        }
        if (step instanceof Step.Blank blank) {
            return Optional.of(List.of("Air drawn through: " + named(card, blank.slots()), accept(blank.accept())));
        }
        if (step instanceof Step.ClearDown clear) {
            return Optional.of(List.of("Back at clean air within " + upTo(clear.limitSeconds(), 1) + " s"
                    + clear.remainder()
                            .map(left -> "; " + card.sensor(left.slot()).shown(left.most()) + " may be left of "
                                    + named(card, left.slot()))
                            .orElse("")));
        }
        return Optional.empty();
    }

    private static Optional<List<String>> gas(ProcedureCard card, Step step) {
        if (!(step instanceof Step.ApplyGas gas)) {
            return Optional.empty();
        }
        var lines = new ArrayList<String>();
        for (var target : gas.targets()) {
            var sensor = card.sensor(target.slot());
            lines.add(named(card, target.slot()) + ": " + target.purpose().label() + " on "
                    + sensor.shown(target.setPoint().orElse(sensor.spanSetPoint())));
        }
        lines.add(accept(gas.accept()));
        lines.add("No response after " + upTo(gas.noResponseSeconds(), 1) + " s fails"
                + (gas.mayBeLeftOut() ? "; may be left out" : ""));
        if (gas.exposureLimitSeconds() > 0) {
            lines.add("Gas on for at most " + upTo(gas.exposureLimitSeconds(), 0) + " s");
        }
        return Optional.of(lines);
    }

    private static String named(ProcedureCard card, List<Integer> slots) {
        return slots.stream().map(slot -> named(card, slot)).collect(Collectors.joining(", "));
    }

    private static String named(ProcedureCard card, int slot) {
        return slot + " " + card.sensor(slot).gas().formula();
    }

    private static String accept(AcceptRule rule) {
        if (rule instanceof AcceptRule.CountdownByTemperature byTemperature) {
            return "Taken after a time that the air decides: "
                    + byTemperature.rows().stream()
                            .map(row -> "from " + upTo(row.fromCelsius(), 1) + " °C " + upTo(row.seconds(), 1) + " s")
                            .collect(Collectors.joining(", "));
        }
        var from = upTo(rule.leastSeconds(), 1) + " s";
        var end = upTo(rule.endSeconds(), 1) + " s";
        var words = rule instanceof AcceptRule.Countdown
                ? "Taken after " + end
                : rule instanceof AcceptRule.OnStability
                        ? "Taken when settled, after " + from + " or more; not accepted if not settled by " + end
                        : "Taken when settled, after " + from + " or more; at the latest at " + end;
        return words
                + (rule.stableSeconds() > 0 ? "; still for " + upTo(rule.stableSeconds(), 1) + " s" : "")
                + (rule.averageSeconds() > 0 ? "; mean of the last " + upTo(rule.averageSeconds(), 1) + " s" : "");
    }
}
