package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.SensorDates;
import onward.sentry.core.working.Figures;

/** Puts the verdicts of a run together: per sensor the worse of ours and the instrument's, the detector as its worst. */
final class SignOff {

    private SignOff() {}

    /** @param skippedMayGo a detector may go out with a skipped sensor that is disabled and labelled */
    static RunEvent.RunSigned of(RunState state, long at, LocalDate on, boolean skippedMayGo) {
        var results = state.sensors().stream()
                .map(sensor -> result(state, sensor, on))
                .toList();
        var worst = results.stream()
                .filter(result -> !(skippedMayGo && state.skipped().contains(result.slot())))
                .map(SensorResult::verdict)
                .reduce(Verdict.PASS, Verdict::worse);
        boolean defect = state.pumpLeaks() || alarmsMissed(state);
        return new RunEvent.RunSigned(
                at,
                state.technician(),
                on,
                defect ? Verdict.FAIL : worst,
                results,
                remark(state, results, skippedMayGo));
    }

    private static boolean alarmsMissed(RunState state) {
        return state.alarms().filter(alarms -> !alarms.all()).isPresent();
    }

    private static SensorResult result(RunState state, SensorSpec sensor, LocalDate on) {
        var outcomes = state.standing(sensor.slot());
        boolean metGas = outcomes.stream().anyMatch(o -> o.stage().onGas());
        boolean skipped = state.skipped().contains(sensor.slot());
        var ours = outcomes.stream()
                .map(o -> o.judgement().verdict())
                .reduce(metGas && !skipped ? Verdict.PASS : Verdict.NOT_JUDGED, Verdict::worse);
        var instrument = Optional.ofNullable(state.instrumentVerdicts().get(sensor.slot()));
        var verdict = instrument.map(ours::worse).orElse(ours);
        boolean renews =
                verdict.good() && state.started().map(RunEvent.RunStarted::job).orElse(Job.BUMP) == Job.CALIBRATION;
        var stated = state.laboratory().flatMap(RunEvent.LaboratoryEntered::statedDue);
        var spanned = Optional.ofNullable(state.lastSpans().get(sensor.slot()));
        return new SensorResult(
                sensor.slot(),
                verdict,
                ours,
                instrument,
                renews ? Optional.of(on) : Optional.empty(),
                renews
                        ? Optional.of(new SensorDates(sensor.slot(), on, Optional.of(on), stated).due(interval(state)))
                        : Optional.empty(),
                renews ? stated : Optional.empty(),
                renews
                        ? spanned.map(SensorOutcome::sensitivity).orElse(OptionalDouble.empty())
                        : OptionalDouble.empty());
    }

    private static Optional<String> overexposures(RunState state) {
        var named = state.events().stream()
                .filter(RunEvent.ExposureExceeded.class::isInstance)
                .map(RunEvent.ExposureExceeded.class::cast)
                .map(e -> e.cylinderId() + ", limit " + Figures.upTo(e.limitSeconds(), 0) + " s")
                .distinct()
                .collect(Collectors.joining("; "));
        return named.isEmpty()
                ? Optional.empty()
                : Optional.of("Gas stayed on longer than the card allows (" + named + ").");
    }

    private static IntervalRule interval(RunState state) {
        return IntervalRule.WithOwn.of(
                state.card().interval(), state.started().flatMap(RunEvent.RunStarted::ownInterval));
    }

    private static Optional<String> remark(RunState state, List<SensorResult> results, boolean skippedMayGo) {
        var said = new ArrayList<String>();
        if (state.pumpLeaks()) {
            said.add("Internal leak: the pump raised no alarm with its inlet blocked.");
        }
        if (alarmsMissed(state)) {
            said.add("Not every alarm was seen.");
        }
        overexposures(state).ifPresent(said::add);
        if (state.withoutCompetence() && results.stream().anyMatch(r -> r.verdict() == Verdict.FAIL)) {
            said.add("Not adjusted: that takes the competence '" + state.card().competence() + "'.");
        }
        state.countersigned()
                .ifPresent(lead -> said.add(
                        "Adjusted under the countersignature of " + lead.by() + ", for '" + lead.competence() + "'."));
        if (!state.skipped().isEmpty()) {
            said.add("Skipped: slot "
                    + state.skipped().stream().sorted().map(String::valueOf).collect(Collectors.joining(", slot "))
                    + (skippedMayGo ? ", to be disabled and labelled." : "."));
        }
        var differing = results.stream()
                .filter(SensorResult::differs)
                .map(r -> "slot " + r.slot() + ": ours " + r.ours().label() + ", instrument "
                        + r.instrument().map(Verdict::label).orElse(""))
                .collect(Collectors.joining("; "));
        if (!differing.isEmpty()) {
            said.add("The instrument and the judgement differ (" + differing + "); the worse counts.");
        }
        return said.isEmpty() ? Optional.empty() : Optional.of(String.join(" ", said));
    }
}
