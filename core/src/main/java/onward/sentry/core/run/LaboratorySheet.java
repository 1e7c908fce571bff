package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.measure.Measured;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.LaboratoryLine;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.working.Figures;

/** Judges the figures on the certificate of an outside laboratory by the card and the policy of this site. */
record LaboratorySheet(RunState state, SitePolicy policy) {

    private static final int MOST_LETTERS = 120;
    private static final String CERTIFIED = "declared, by certificate";

    RunEvent.LaboratoryEntered entered(RunCommand.EnterLaboratory sheet, long now) {
        unless(
                state.byLaboratory() && state.outcomes().isEmpty(),
                "laboratory-not-now",
                "",
                "This run is not one that a laboratory did, or its certificate is typed in already.",
                "Begin another entry.");
        named(sheet.laboratory(), "laboratory", "The laboratory's name");
        named(sheet.certificate(), "certificate", "The certificate's number");
        unless(
                !sheet.lines().isEmpty(),
                "laboratory-empty",
                "lines",
                "The certificate has no figures.",
                "Type at least one reading on gas.");
        unless(
                sheet.lines().stream().map(LaboratoryLine::slot).distinct().count()
                        == sheet.lines().size(),
                "laboratory-twice",
                "lines",
                "A sensor is on it twice.",
                "Type each sensor once, as it left the laboratory.");
        unless(
                sheet.statedDue().filter(due -> !due.isAfter(sheet.on())).isEmpty(),
                "laboratory-due",
                "statedDue",
                "It states a next calibration on "
                        + sheet.statedDue().map(Figures::day).orElse("") + ", which is not after "
                        + Figures.day(sheet.on()) + ".",
                "Type the day that the certificate states, or leave it out.");
        return new RunEvent.LaboratoryEntered(
                now,
                sheet.lines(),
                sheet.laboratory().strip(),
                sheet.certificate().strip(),
                sheet.on(),
                sheet.statedDue(),
                sheet.lines().stream().flatMap(this::outcomes).toList());
    }

    private static void named(String text, String field, String what) {
        int letters = text.strip().length();
        unless(
                letters >= 1 && letters <= MOST_LETTERS,
                "laboratory-" + field,
                field,
                what + " has 1 to " + MOST_LETTERS + " characters, not " + letters + ".",
                "Type it as it is at the head of the certificate's head.");
    }

    private Stream<SensorOutcome> outcomes(LaboratoryLine line) {
        var sensor = state.card().findSensor(line.slot());
        unless(
                sensor.isPresent(),
                "slot-unknown",
                "lines",
                "This detector has no slot " + line.slot() + ".",
                "Use a slot of its card.");
        return Stream.concat(inAir(line, sensor.get()).stream(), Stream.of(onGas(line)));
    }

    private Optional<SensorOutcome> inAir(LaboratoryLine line, SensorSpec sensor) {
        return line.zero().isEmpty()
                ? Optional.empty()
                : Optional.of(outcome(
                        line.slot(),
                        Stage.ZERO,
                        RunJudge.zeroOf(state, policy, sensor, line.zero().getAsDouble()),
                        line.zero().getAsDouble(),
                        sensor.cleanAirReading()));
    }

    /** What the laboratory left the sensor at is held to the tolerance of a check. */
    private SensorOutcome onGas(LaboratoryLine line) {
        var judged = RunJudge.judgeOf(state, policy)
                .judge(
                        new Target(line.slot(), Purpose.CHECK, OptionalDouble.empty()),
                        line.applied(),
                        Measured.alone(
                                line.reading(), state.card().sensor(line.slot()).cleanAirReading()),
                        state.chain(line.slot()),
                        Optional.empty());
        return outcome(line.slot(), Stage.CHECK, judged.judgement(), line.reading(), line.applied());
    }

    private static SensorOutcome outcome(int slot, Stage stage, Judgement judgement, double reading, double expected) {
        return new SensorOutcome(
                slot,
                stage,
                judgement,
                OptionalDouble.of(reading),
                expected,
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                CERTIFIED);
    }
}
