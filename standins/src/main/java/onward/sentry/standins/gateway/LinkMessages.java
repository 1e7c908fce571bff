package onward.sentry.standins.gateway;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.sim.Atmosphere;
import onward.sentry.core.trace.Reading;

/** The messages of the link protocol, as docs/formats/link-protocol.md gives them. */
final class LinkMessages {

    private LinkMessages() {}

    record Detector(String serial, String model, LelBasis lelBasis, List<Sensor> sensors, Optional<Run> run) {}

    record Sensor(SensorSpec spec, String serial, Optional<LocalDate> fittedOn) {}

    /**
     * @param lagSeconds what the tubing between cylinder and sensors holds up
     * @param heldBack what it asks for must wait for a neighbour on the bench
     */
    record Run(
            String runId,
            double timeScale,
            boolean calibrating,
            NextAction.Kind asksFor,
            Optional<Gas> gas,
            Optional<Double> lagSeconds,
            Optional<Boolean> heldBack) {}

    /**
     * @param litresLeft in the cylinder when it was chosen
     * @param litresPerMinute that this run draws while its valve is open
     */
    record Gas(
            String cylinder,
            List<Atmosphere.GasShare> components,
            String balance,
            Optional<Double> litresLeft,
            Optional<Double> litresPerMinute) {}

    record OpenSession(String runId) {}

    record Session(String sessionId, long nextSequence, long runTime) {}

    /** @param now run time at the moment of sending; the readings may have waited */
    record Batch(long sequence, long now, List<Reading> readings) {
        Batch sentAt(long moment) {
            return new Batch(sequence, moment, readings);
        }
    }

    record Acknowledged(long sequence, Optional<Run> run) {}
}
