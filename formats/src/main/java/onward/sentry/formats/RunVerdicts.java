package onward.sentry.formats;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.offline.BareReadings;
import onward.sentry.core.offline.JudgedStage;
import onward.sentry.core.replay.Replay;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.run.RunTraces;

/**
 * What a run file comes to when it is judged.
 *
 * @param verdict of the detector: its worst sensor
 * @param remark what the signature says beside it
 * @param differs where the verdicts that the file records are not the ones that come out
 * @param diagnosis what may be behind what the run shows, going by it and by the history of the file
 * @param doubts what speaks against setting sensors to the gas that they met last
 * @param notRepeated what people did that the rules did not allow when it was worked again
 */
public record RunVerdicts(
        String detector,
        String card,
        String policy,
        Verdict verdict,
        Optional<String> remark,
        List<Sensor> sensors,
        List<String> differs,
        List<String> notRepeated,
        List<Doubt> doubts,
        Diagnosis diagnosis) {

    /** A sensor with everything that was judged on it. */
    public record Sensor(int slot, String gas, Verdict verdict, List<SensorOutcome> outcomes) {}

    /** @throws onward.sentry.core.working.Refused when the file cannot be worked */
    public static RunVerdicts of(RunFile file) {
        return file.events().isEmpty() ? bare(file) : worked(file);
    }

    private static RunVerdicts worked(RunFile file) {
        var replay = Replay.of(
                file.card(), file.policy(), underItsRules(file), ReadingOrder.of(file.readings(), file.card()));
        var state = replay.run().state();
        var signed = state.signed();
        var recorded = file.events().stream()
                .filter(RunEvent.RunSigned.class::isInstance)
                .map(RunEvent.RunSigned.class::cast)
                .findFirst();
        var sensors = sensors(state);
        boolean failed = sensors.stream().anyMatch(sensor -> sensor.verdict() == Verdict.FAIL);
        return new RunVerdicts(
                file.detector().serial(),
                file.card().name(),
                file.policy().name(),
                signed.map(RunEvent.RunSigned::verdict).orElse(failed ? Verdict.FAIL : Verdict.NOT_JUDGED),
                signed.flatMap(RunEvent.RunSigned::remark),
                sensors,
                recorded.map(r -> differences(r, signed)).orElse(List.of()),
                replay.notRepeated(),
                state.doubts(),
                Diagnosis.of(
                        state,
                        replay.run().traces(),
                        file.history(),
                        CrossSensitivity.with(file.policy().figures())));
    }

    private static List<Sensor> sensors(RunState state) {
        return state.sensors().stream()
                .map(spec -> new Sensor(
                        spec.slot(),
                        spec.gasId(),
                        state.signed()
                                .flatMap(signed -> signed.results().stream()
                                        .filter(r -> r.slot() == spec.slot())
                                        .findFirst())
                                .map(SensorResult::verdict)
                                .orElse(worst(state.standing(spec.slot()))),
                        state.outcomes(spec.slot())))
                .toList();
    }

    private static List<String> differences(RunEvent.RunSigned recorded, Optional<RunEvent.RunSigned> again) {
        var said = new ArrayList<String>();
        if (again.isEmpty()) {
            said.add("the record is signed " + recorded.verdict().label() + ", worked again it comes to no signature");
            return said;
        }
        var bySlot =
                again.get().results().stream().collect(Collectors.toMap(SensorResult::slot, SensorResult::verdict));
        for (var result : recorded.results()) {
            var now = bySlot.getOrDefault(result.slot(), Verdict.NOT_JUDGED);
            if (now != result.verdict()) {
                said.add("slot " + result.slot() + ": recorded "
                        + result.verdict().label() + ", now " + now.label());
            }
        }
        if (again.get().verdict() != recorded.verdict()) {
            said.add("detector: recorded " + recorded.verdict().label() + ", now "
                    + again.get().verdict().label());
        }
        return said;
    }

    /** A file that names no rules is judged by the newest, whatever it was worked by. */
    private static List<RunEvent> underItsRules(RunFile file) {
        var events = new ArrayList<>(file.events());
        if (events.get(0) instanceof RunEvent.RunStarted started) {
            events.set(0, started.under(file.rules().orElse(JudgingRules.NEWEST)));
        }
        return events;
    }

    private static RunVerdicts bare(RunFile file) {
        var traces = new RunTraces();
        ReadingOrder.of(file.readings(), file.card()).forEach(traces::add);
        var card = file.card().under(file.policy());
        var bare = new BareReadings(
                card,
                file.policy(),
                file.on().orElseThrow(),
                file.cylinders(),
                file.rig(),
                file.ambient().kilopascals(),
                file.chains(),
                file.detector().tolerancePercent(),
                traces);
        var judged = bare.judge(file.stages());
        var verdicts = bare.verdicts(file.stages(), judged);
        var sensors = card.sensors().stream()
                .filter(spec -> verdicts.containsKey(spec.slot()))
                .map(spec -> new Sensor(
                        spec.slot(),
                        spec.gasId(),
                        verdicts.get(spec.slot()),
                        judged.stream()
                                .map(JudgedStage::outcome)
                                .filter(outcome -> outcome.slot() == spec.slot())
                                .toList()))
                .toList();
        return new RunVerdicts(
                file.detector().serial(),
                file.card().name(),
                file.policy().name(),
                verdicts.values().stream().reduce(Verdict::worse).orElse(Verdict.NOT_JUDGED),
                Optional.empty(),
                sensors,
                List.of(),
                List.of(),
                bare.doubts(judged, file.history().trends(file.on().orElseThrow())),
                Diagnosis.of(bare.evidence(
                        judged,
                        file.history(),
                        CrossSensitivity.with(file.policy().figures()))));
    }

    private static Verdict worst(List<SensorOutcome> outcomes) {
        return outcomes.stream()
                .map(outcome -> outcome.judgement().verdict())
                .reduce(Verdict::worse)
                .orElse(Verdict.NOT_JUDGED);
    }
}
