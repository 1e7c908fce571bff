package onward.sentry.core.offline;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.evidence.Evidence;
import onward.sentry.core.evidence.History;
import onward.sentry.core.evidence.Moment;
import onward.sentry.core.evidence.OnGas;
import onward.sentry.core.evidence.Seen;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.Stage;
import onward.sentry.core.trace.Plateau;

/** Takes down what stages of readings show at each application of gas, and in clean air. */
record StagesEvidence(BareReadings bare, List<JudgedStage> judged) {

    private static final long AIR_MILLIS = 8_000;

    Evidence evidence(History history, CrossSensitivity cross) {
        var seen = new Seen(history);
        var failedZero = new HashSet<Integer>();
        var spanned = new HashSet<Integer>();
        Optional<Moment> lastGas = Optional.empty();
        long askedFrom = 0;
        if (judged.stream().noneMatch(one -> one.stage().stage() == Stage.ZERO)) {
            beforeGas(seen);
        }
        for (var one : judged) {
            if (one.stage().stage().onGas()) {
                var moment = moment(one);
                lastGas = Optional.of(moment);
                if (!failedZero.contains(one.slot())) {
                    onGas(seen, one, moment, spanned);
                }
            } else {
                inAir(seen, one, lastGas);
                boolean failed =
                        one.stage().stage() == Stage.ZERO && one.outcome().failed();
                askedFrom = failed ? one.at() : askedFrom;
                failedZero.remove(one.slot());
                if (failed) {
                    failedZero.add(one.slot());
                }
            }
        }
        var standing = standing();
        return seen.evidence(
                bare.card(),
                bare.card().calibration(),
                bare.rig().orElseGet(bare.card()::usualRig),
                cross,
                standing.stream().anyMatch(one -> one.outcome().failed()),
                standing.stream()
                        .anyMatch(one ->
                                one.outcome().failed() && one.stage().stage().onGas()),
                askedFrom);
    }

    /** Of each stage of a sensor the last time counts. */
    private List<JudgedStage> standing() {
        var last = new TreeMap<String, JudgedStage>();
        judged.forEach(one -> last.put(one.slot() + " " + one.stage().stage(), one));
        return List.copyOf(last.values());
    }

    private void onGas(Seen seen, JudgedStage one, Moment moment, Set<Integer> spanned) {
        var stage = one.stage().stage();
        boolean sets = stage == Stage.SPAN || stage == Stage.LOW_POINT;
        // What was set to this gas shows this gas, whatever it is.
        boolean tellsNothing = stage == Stage.VERIFY && spanned.contains(one.slot());
        boolean measured = one.outcome().judgement().verdict() != Verdict.NOT_JUDGED;
        if (sets && !one.outcome().failed()) {
            spanned.add(one.slot());
        }
        if (tellsNothing || !measured || one.label().isEmpty()) {
            return;
        }
        var sensor = bare.card().sensor(one.slot());
        var cylinder = one.stage().cylinder().orElseThrow();
        seen.cylinder(cylinder, bare.cylinder(cylinder), bare.on());
        seen.gas(new OnGas(
                moment,
                sensor,
                bare.traces().trace(one.slot()),
                one.from(),
                one.from() + (one.fresh() ? bare.lagMillis() : 0),
                one.at(),
                one.fresh(),
                false,
                sets && !sensor.readsDisplayed(),
                stage == Stage.BUMP && !one.outcome().failed()));
    }

    private Moment moment(JudgedStage one) {
        var expected = new TreeMap<Integer, Double>();
        judged.stream()
                .filter(one::isWith)
                .forEach(other -> other.label().map(LabelLine::expected).ifPresent(e -> expected.put(other.slot(), e)));
        return new Moment(
                one.from(), Moment.Type.GAS, one.stage().cylinder().orElseThrow(), Map.copyOf(expected), Set.of());
    }

    private void inAir(Seen seen, JudgedStage one, Optional<Moment> lastGas) {
        var sensor = bare.card().sensor(one.slot());
        var moment = air(one.at(), Moment.Type.ZERO, lastGas);
        one.outcome().reading().ifPresent(reading -> {
            seen.air(moment, sensor, reading);
            seen.scatter(moment, sensor, bare.traces().trace(one.slot()).between(0, one.at() + 1));
        });
    }

    private static Moment air(long at, Moment.Type type, Optional<Moment> lastGas) {
        return new Moment(
                at,
                type,
                lastGas.map(Moment::cylinderId).orElse(""),
                lastGas.map(Moment::expected).orElse(Map.of()),
                Set.of());
    }

    private void beforeGas(Seen seen) {
        judged.stream()
                .filter(one -> one.stage().stage().onGas())
                .findFirst()
                .map(JudgedStage::from)
                .ifPresent(gasOn -> bare.card()
                        .sensors()
                        .forEach(sensor -> Plateau.of(
                                        bare.traces().trace(sensor.slot()),
                                        gasOn - AIR_MILLIS,
                                        gasOn - 1,
                                        sensor.resolution())
                                .ifPresent(plateau -> seen.air(
                                        air(gasOn, Moment.Type.BEFORE, Optional.empty()), sensor, plateau.mean()))));
    }
}
