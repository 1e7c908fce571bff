package onward.sentry.core.run;

import java.util.ArrayDeque;
import java.util.Map;
import java.util.TreeMap;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.trace.Trace;

/** The readings of a run so far, one trace per slot. */
public final class RunTraces {

    /** So many of the latest intervals say what is usual. */
    private static final int INTERVALS = 9;

    private final Map<Integer, Trace> bySlot = new TreeMap<>();
    private final ArrayDeque<Long> intervals = new ArrayDeque<>();
    private long lastReadingAt = -1;
    private long now;

    /** The same readings, to be added to on their own. */
    RunTraces copy() {
        var copy = new RunTraces();
        bySlot.forEach((slot, trace) -> copy.bySlot.put(slot, trace.copy()));
        copy.intervals.addAll(intervals);
        copy.lastReadingAt = lastReadingAt;
        copy.now = now;
        return copy;
    }

    /**
     * Takes the readings of one moment.
     *
     * @param reading values of all sensors at one moment
     */
    public void add(Reading reading) {
        if (lastReadingAt >= 0 && reading.at() > lastReadingAt) {
            intervals.addLast(reading.at() - lastReadingAt);
            if (intervals.size() > INTERVALS) {
                intervals.removeFirst();
            }
        }
        lastReadingAt = Math.max(lastReadingAt, reading.at());
        reading.values()
                .forEach((slot, value) ->
                        bySlot.computeIfAbsent(slot, key -> new Trace()).add(reading.at(), value));
        reach(reading.at());
    }

    /**
     * Run time has come this far, with or without a reading.
     *
     * @param at run time, ms since the start of the run
     */
    public void reach(long at) {
        now = Math.max(now, at);
    }

    /** {@return run time of the latest reading, ms; -1 before the first} */
    public long lastReadingAt() {
        return lastReadingAt;
    }

    /** {@return the median of the latest intervals between two readings, ms of run time; 0 before two readings} */
    public long usualIntervalMillis() {
        return intervals.isEmpty()
                ? 0
                : intervals.stream()
                        .sorted()
                        .skip(intervals.size() / 2)
                        .findFirst()
                        .orElseThrow();
    }

    /** {@return run time of the latest thing known, ms} */
    public long now() {
        return now;
    }

    /**
     * {@return the readings of one sensor; empty when there is none}
     *
     * @param slot slot of the sensor, from 1
     */
    public Trace trace(int slot) {
        var known = bySlot.get(slot);
        return known == null ? new Trace() : known;
    }
}
