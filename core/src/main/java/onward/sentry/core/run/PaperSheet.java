package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.measure.Measured;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.PaperLine;
import onward.sentry.core.result.SensorOutcome;

/** Judges the figures of a job that was done on paper: each as its technician declared it, by the card and the policy. */
record PaperSheet(RunState state, SitePolicy policy) {

    private static final String DECLARED = "declared, from paper";

    RunEvent.PaperEntered entered(RunCommand.EnterPaper sheet, long now) {
        unless(
                state.paper() && state.outcomes().isEmpty(),
                "paper-not-now",
                "",
                "This run is not one that was done on paper, or its sheet is typed in already.",
                "Begin another entry.");
        unless(
                !sheet.lines().isEmpty(),
                "paper-empty",
                "lines",
                "The sheet has no figures.",
                "Type at least one reading on gas.");
        unless(
                !sheet.doneBy().isBlank(),
                "paper-done-by",
                "doneBy",
                "The sheet says who did the job; here nobody is named.",
                "Type the name on the sheet.");
        var outcomes = new ArrayList<SensorOutcome>();
        for (var line : sheet.lines()) {
            var sensor = state.card().findSensor(line.slot());
            unless(
                    sensor.isPresent(),
                    "slot-unknown",
                    "lines",
                    "This detector has no slot " + line.slot() + ".",
                    "Use a slot of its card.");
            outcomes.add(
                    line.stage().onGas()
                            ? onGas(sheet, line, sensor.orElseThrow())
                            : inAir(line, sensor.orElseThrow()));
        }
        return new RunEvent.PaperEntered(
                now,
                sheet.lines(),
                sheet.cylinderId(),
                sheet.cylinder(),
                sheet.on(),
                sheet.doneBy().strip(),
                outcomes);
    }

    private SensorOutcome inAir(PaperLine line, SensorSpec sensor) {
        return new SensorOutcome(
                line.slot(),
                line.stage(),
                RunJudge.zeroOf(state, policy, sensor, line.reading()),
                OptionalDouble.of(line.reading()),
                sensor.cleanAirReading(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                DECLARED);
    }

    private SensorOutcome onGas(RunCommand.EnterPaper sheet, PaperLine line, SensorSpec sensor) {
        var target = new Target(line.slot(), Purpose.valueOf(line.stage().name()), OptionalDouble.empty());
        var demand = GasDemands.of(state, policy, sheet.on(), List.of(target));
        var label = CylinderCheck.of(sheet.cylinder(), demand).label().stream().findFirst();
        unless(
                sheet.cylinder().mixture().component(sensor.gasId()).isPresent(),
                "cylinder-component-missing",
                "cylinder",
                "No " + sensor.gas().nameInSentence() + " in " + sheet.cylinderId() + ".",
                "Name the cylinder named on the sheet.");
        unless(
                !sheet.on().isAfter(sheet.cylinder().useBefore()),
                "cylinder-expired",
                "cylinder",
                sheet.cylinderId() + " had expired on that day.",
                "A job on expired gas proves nothing: do it again.");
        double expected = label.map(LabelLine::expected).orElseThrow();
        var judged = RunJudge.judgeOf(state, policy)
                .judge(
                        target,
                        expected,
                        Measured.alone(
                                line.reading(), state.card().sensor(line.slot()).cleanAirReading()),
                        state.chain(line.slot()),
                        Optional.of(label.get()));
        return new SensorOutcome(
                line.slot(),
                line.stage(),
                judged.judgement(),
                OptionalDouble.of(line.reading()),
                expected,
                judged.responsePercent(),
                OptionalDouble.empty(),
                DECLARED,
                judged.sensitivity());
    }
}
