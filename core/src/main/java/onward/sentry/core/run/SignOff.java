package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;

/** Puts the verdicts of a run together: per sensor the worse of ours and the instrument's, the detector as its worst. */
final class SignOff {

    private SignOff() {}

    static RunEvent.RunSigned of(RunState state, long at, LocalDate on) {
        var results = state.sensors().stream()
                .map(sensor -> result(state, sensor, on))
                .toList();
        var worst = results.stream().map(SensorResult::verdict).reduce(Verdict.PASS, Verdict::worse);
        boolean alarmsMissed = state.alarms().filter(alarms -> !alarms.all()).isPresent();
        return new RunEvent.RunSigned(
                at,
                state.technician(),
                on,
                alarmsMissed ? Verdict.FAIL : worst,
                results,
                remark(results, alarmsMissed));
    }

    private static SensorResult result(RunState state, SensorSpec sensor, LocalDate on) {
        var outcomes = state.standing(sensor.slot());
        boolean metGas = outcomes.stream().anyMatch(o -> o.stage() != Stage.ZERO && o.stage() != Stage.CLEAR);
        var ours = outcomes.stream()
                .map(o -> o.judgement().verdict())
                .reduce(metGas ? Verdict.PASS : Verdict.NOT_JUDGED, Verdict::worse);
        var instrument = Optional.ofNullable(state.instrumentVerdicts().get(sensor.slot()));
        var verdict = instrument.map(ours::worse).orElse(ours);
        boolean renews =
                verdict.good() && state.started().map(RunEvent.RunStarted::job).orElse(Job.BUMP) == Job.CALIBRATION;
        return new SensorResult(
                sensor.slot(),
                verdict,
                ours,
                instrument,
                renews ? Optional.of(on) : Optional.empty(),
                renews ? Optional.of(state.card().interval().nextDue(on)) : Optional.empty());
    }

    private static Optional<String> remark(List<SensorResult> results, boolean alarmsMissed) {
        if (alarmsMissed) {
            return Optional.of("Not every alarm was seen.");
        }
        var differing = results.stream()
                .filter(SensorResult::differs)
                .map(r -> "slot " + r.slot() + ": ours " + r.ours().label() + ", instrument "
                        + r.instrument().map(Verdict::label).orElse(""))
                .collect(Collectors.joining("; "));
        return differing.isEmpty()
                ? Optional.empty()
                : Optional.of("The instrument and the judgement differ (" + differing + "); the worse counts.");
    }
}
