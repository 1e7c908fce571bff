package onward.sentry.core.offline;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.doubt.OnGas;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.doubt.RoomAir;
import onward.sentry.core.doubt.SuddenChange;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.measure.GasJudge;
import onward.sentry.core.measure.Measured;
import onward.sentry.core.result.Stage;

/** What speaks against the gas that sensors were set to in stages of readings: of each sensor the last time counts. */
record StagesDoubts(BareReadings bare, List<JudgedStage> judged, Map<Integer, OwnTrend> trends) {

    List<Doubt> doubts() {
        var last = new TreeMap<Integer, JudgedStage>();
        judged.stream()
                .filter(one -> one.stage().stage() == Stage.SPAN || one.stage().stage() == Stage.LOW_POINT)
                .forEach(one -> last.put(one.slot(), one));
        var doubts = new ArrayList<Doubt>();
        var looked = new HashSet<Integer>();
        for (var one : last.values()) {
            if (!looked.contains(one.slot())) {
                // Oxygen that is only checked bears witness too.
                var together = judged.stream().filter(one::isWith).toList();
                together.forEach(other -> looked.add(other.slot()));
                RoomAir.of(together.stream()
                                .flatMap(other -> onGas(other).stream())
                                .toList())
                        .ifPresent(doubts::add);
            }
        }
        var inAir = new HashSet<Integer>();
        doubts.forEach(doubt -> inAir.addAll(doubt.slots()));
        last.values().stream()
                .filter(one -> !one.outcome().failed() && !inAir.contains(one.slot()))
                .flatMap(one -> suddenChange(one).stream())
                .forEach(doubts::add);
        return doubts;
    }

    private Optional<Doubt> suddenChange(JudgedStage one) {
        var sensor = bare.card().sensor(one.slot());
        var trend = trends.get(one.slot());
        var response = one.outcome().responsePercent();
        if (trend == null || response.isEmpty()) {
            return Optional.empty();
        }
        double standard = onGas(one).map(OnGas::responseStandard).orElse(0.0);
        return SuddenChange.of(sensor, response.getAsDouble(), standard, trend);
    }

    private Optional<OnGas> onGas(JudgedStage one) {
        double air = bare.card().sensor(one.slot()).cleanAirReading();
        return one.label()
                .filter(label -> label.expected() != air)
                .flatMap(label -> one.measured().map(measured -> onGas(one.slot(), label, measured)));
    }

    private OnGas onGas(int slot, LabelLine label, Measured measured) {
        var sensor = bare.card().sensor(slot);
        var judge = new GasJudge(bare.card(), bare.policy(), bare.ownTolerancePercent());
        var chain = bare.chains().getOrDefault(slot, SensitivityHistory.NEW);
        double zero = sensor.readsDisplayed() ? measured.zero() : sensor.cleanAirReading();
        return OnGas.of(
                sensor,
                measured.plateau().mean() - zero + sensor.cleanAirReading(),
                label.expected(),
                judge.uncertainty(sensor, label, measured).expanded() / 2,
                Optional.ofNullable(trends.get(slot)),
                sensor.readsDisplayed() ? chain.response(chain.sensitivity()) : 100);
    }
}
