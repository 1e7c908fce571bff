package onward.sentry.standins.gateway;

import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.ConcurrentHashMap;
import onward.sentry.core.sim.Fault;
import onward.sentry.core.sim.Troubles;

/**
 * Which sensors have a fault set, by the sensor's serial number: a new sensor in the slot has none. And what is wrong at the
 * bench of a detector, by its serial number.
 */
final class Faults {

    private final Map<String, Fault> bySensor = new ConcurrentHashMap<>();

    private final Map<String, AtBench> byDetector = new ConcurrentHashMap<>();

    /**
     * @param cylinder the only one that it goes wrong with; empty: with any
     * @param seed of its noise and of the technician's hands; empty: another one in each run
     */
    record AtBench(Troubles troubles, Optional<String> cylinder, OptionalLong seed) {
        private static final AtBench NOTHING = new AtBench(Troubles.NONE, Optional.empty(), OptionalLong.empty());

        /** @param chosen the cylinder in use, if any */
        Troubles with(Optional<String> chosen) {
            return cylinder.isEmpty() || cylinder.equals(chosen) ? troubles : Troubles.NONE;
        }
    }

    AtBench atBenchOf(String serial) {
        return byDetector.getOrDefault(serial, AtBench.NOTHING);
    }

    void setAtBench(String serial, AtBench what) {
        byDetector.put(serial, what);
    }

    Optional<Fault> on(String sensorSerial) {
        return Optional.ofNullable(bySensor.get(sensorSerial));
    }

    void set(String sensorSerial, Optional<Fault> fault) {
        fault.ifPresentOrElse(f -> bySensor.put(sensorSerial, f), () -> bySensor.remove(sensorSerial));
    }
}
