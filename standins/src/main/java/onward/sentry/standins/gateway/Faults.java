package onward.sentry.standins.gateway;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import onward.sentry.standins.sim.Fault;

/** Which sensors have a fault set, by the sensor's serial number: a new sensor in the slot has none. */
final class Faults {

    private final Map<String, Fault> bySensor = new ConcurrentHashMap<>();

    Optional<Fault> on(String sensorSerial) {
        return Optional.ofNullable(bySensor.get(sensorSerial));
    }

    void set(String sensorSerial, Optional<Fault> fault) {
        fault.ifPresentOrElse(f -> bySensor.put(sensorSerial, f), () -> bySensor.remove(sensorSerial));
    }
}
