package onward.sentry.formats;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/** Readings of a file in the order of run time, each moment once. */
final class ReadingOrder {

    private ReadingOrder() {}

    /**
     * Sorts, and merges what says the same twice: 2 s: 80, 1 s: 79, 2 s: 80 returns 1 s: 79, 2 s: 80.
     *
     * @throws Refused with code {@code readings-contradict} where a sensor reads two values at one moment, with code {@code
     *     reading-slot} where the card lacks the slot, with code {@code reading-time} before the run began; the field names
     *     the reading
     */
    static List<Reading> of(List<Reading> readings, ProcedureCard card) {
        var byTime = new TreeMap<Long, TreeMap<Integer, Double>>();
        for (int i = 0; i < readings.size(); i++) {
            var reading = readings.get(i);
            var place = "readings[" + i + "]";
            if (reading.at() < 0) {
                throw refused(
                        "reading-time", place, "is before the run began.", "Give milliseconds from its beginning.");
            }
            var moment = byTime.computeIfAbsent(reading.at(), at -> new TreeMap<>());
            reading.values().forEach((slot, value) -> {
                if (card.findSensor(slot).isEmpty()) {
                    throw refused(
                            "reading-slot",
                            place,
                            "names slot " + slot + ", which the card lacks.",
                            "Use a slot of its sensors.");
                }
                var known = moment.put(slot, value);
                if (known != null && !known.equals(value)) {
                    throw refused(
                            "readings-contradict",
                            place,
                            "gives " + value + " for slot " + slot + " at " + reading.at() + " ms; another one gives "
                                    + known + ".",
                            "Leave the wrong one out.");
                }
            });
        }
        var inOrder = new ArrayList<Reading>();
        byTime.forEach((at, values) -> inOrder.add(new Reading(at, values)));
        return inOrder;
    }

    private static Refused refused(String code, String place, String reason, String wayOut) {
        return new Refused(new Refusal(code, place, place + " " + reason, wayOut));
    }
}
