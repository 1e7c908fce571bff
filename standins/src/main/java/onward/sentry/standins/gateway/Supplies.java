package onward.sentry.standins.gateway;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** What is left in each simulated cylinder: it gives no more gas than the server said was in it. */
final class Supplies {

    private final Map<String, Double> left = new ConcurrentHashMap<>();

    /** The server knows how much is in it; what was simulated before does not count any more. */
    void hold(String cylinder, double litres) {
        left.put(cylinder, litres);
    }

    /** @return whether there was that much in it */
    boolean draw(String cylinder, double litres) {
        var now = left.computeIfPresent(cylinder, (tag, before) -> Math.max(0, before - litres));
        return now == null || now > 0;
    }
}
