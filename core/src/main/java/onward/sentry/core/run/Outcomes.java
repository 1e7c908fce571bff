package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;

/** What the sensors of a run came out as, in the order in which it was judged. */
public final class Outcomes {

    private record Placed(int step, SensorOutcome outcome) {}

    private final List<Placed> placed = new ArrayList<>();
    /** Whether the last check before an adjustment passed, by slot. Asked for with every reading. */
    private final Map<Integer, Boolean> checkFirst = new HashMap<>();

    /**
     * @param step position of the step that it was judged in
     * @param outcome what a sensor came to
     */
    public void add(int step, SensorOutcome outcome) {
        placed.add(new Placed(step, outcome));
        if (outcome.stage() == Stage.CHECK_FIRST) {
            checkFirst.put(outcome.slot(), !outcome.failed());
        }
    }

    List<SensorOutcome> all() {
        return placed.stream().map(Placed::outcome).toList();
    }

    List<SensorOutcome> of(int slot) {
        return all().stream().filter(outcome -> outcome.slot() == slot).toList();
    }

    /**
     * {@return what counts of a sensor: of each application of gas the last try, of zero, blank and clear-down the latest,
     * and nothing that was only found before an adjustment}
     *
     * @param slot slot of the sensor, from 1
     */
    public List<SensorOutcome> standing(int slot) {
        var last = new LinkedHashMap<String, SensorOutcome>();
        for (var one : placed) {
            var outcome = one.outcome();
            if (outcome.slot() == slot && outcome.stage() != Stage.AS_FOUND) {
                last.put(outcome.stage() + (outcome.stage().onGas() ? "@" + one.step() : ""), outcome);
            }
        }
        boolean adjusted = has(slot, Stage.SPAN) || has(slot, Stage.LOW_POINT);
        return last.values().stream()
                .filter(outcome -> outcome.stage() != Stage.CHECK_FIRST || !adjusted || !outcome.failed())
                .toList();
    }

    private boolean has(int slot, Stage stage) {
        return placed.stream().map(Placed::outcome).anyMatch(o -> o.slot() == slot && o.stage() == stage);
    }

    /** Its zero, or the air blank in its place, failed last. */
    boolean failedZero(int slot) {
        return latestFailed(slot, Stage.ZERO) || latestFailed(slot, Stage.BLANK);
    }

    /** Its low end could not be set, so its high end is not tried. */
    boolean failedLowPoint(int slot) {
        return latestFailed(slot, Stage.LOW_POINT);
    }

    private boolean latestFailed(int slot, Stage stage) {
        for (int i = placed.size() - 1; i >= 0; i--) {
            var outcome = placed.get(i).outcome();
            if (outcome.slot() == slot && outcome.stage() == stage) {
                return outcome.failed();
            }
        }
        return false;
    }

    /**
     * Its check came before any adjustment and passed: it is left as it is.
     *
     * @param slot slot of the sensor, from 1
     * @return whether that is so
     */
    public boolean passedCheckFirst(int slot) {
        return checkFirst.getOrDefault(slot, false);
    }

    boolean checkedFirst(int slot) {
        return checkFirst.containsKey(slot);
    }

    /** The last span that was good, by slot: what the next one goes on from. */
    Map<Integer, SensorOutcome> lastSpans() {
        var spans = new LinkedHashMap<Integer, SensorOutcome>();
        placed.stream()
                .map(Placed::outcome)
                .filter(o -> o.stage() == Stage.SPAN)
                .forEach(o -> spans.put(o.slot(), o));
        return spans;
    }
}
