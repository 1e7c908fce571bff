package onward.sentry.core.run;

import java.util.Map;
import java.util.TreeMap;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.trace.Trace;

/** The readings of a run so far, one trace per slot. */
public final class RunTraces {

    private final Map<Integer, Trace> bySlot = new TreeMap<>();
    private long now;

    public void add(Reading reading) {
        reading.values()
                .forEach((slot, value) ->
                        bySlot.computeIfAbsent(slot, key -> new Trace()).add(reading.at(), value));
        reach(reading.at());
    }

    /** Run time has come this far, with or without a reading. */
    public void reach(long at) {
        now = Math.max(now, at);
    }

    /** Run time of the latest thing known, ms. */
    public long now() {
        return now;
    }

    public Trace trace(int slot) {
        var known = bySlot.get(slot);
        return known == null ? new Trace() : known;
    }
}
