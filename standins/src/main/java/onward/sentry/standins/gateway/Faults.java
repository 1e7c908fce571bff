package onward.sentry.standins.gateway;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import onward.sentry.standins.sim.Fault;
import onward.sentry.standins.sim.Trouble;

/**
 * Which sensors have a fault set, by the sensor's serial number: a new sensor in the slot has none. And what is wrong at the
 * bench of a detector, by its serial number.
 */
final class Faults {

    private final Map<String, Fault> bySensor = new ConcurrentHashMap<>();

    private final Map<String, Trouble> byDetector = new ConcurrentHashMap<>();

    Optional<Trouble> atBenchOf(String serial) {
        return Optional.ofNullable(byDetector.get(serial));
    }

    void setAtBench(String serial, Optional<Trouble> trouble) {
        trouble.ifPresentOrElse(t -> byDetector.put(serial, t), () -> byDetector.remove(serial));
    }

    Optional<Fault> on(String sensorSerial) {
        return Optional.ofNullable(bySensor.get(sensorSerial));
    }

    void set(String sensorSerial, Optional<Fault> fault) {
        fault.ifPresentOrElse(f -> bySensor.put(sensorSerial, f), () -> bySensor.remove(sensorSerial));
    }
}
