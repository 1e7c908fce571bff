package onward.sentry.standins.gateway;

import java.io.IOException;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.sim.Atmosphere;
import onward.sentry.core.sim.Hands;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimDetector;
import onward.sentry.core.sim.Troubles;
import onward.sentry.core.trace.Reading;

/** One simulated detector in a run: reads it out, keeps what the server has not acknowledged, and follows the run. */
final class Lane implements Runnable {

    private static final long STEP_MILLIS = 250;
    private static final long MOST_BEHIND_MILLIS = 120_000;

    private final LinkClient link;
    private final LinkMessages.Detector detector;
    private final Faults faults;
    private final ArrayDeque<LinkMessages.Batch> unacknowledged = new ArrayDeque<>();
    private final long seed;
    private final Random random;
    private final Supplies supplies;
    private LinkMessages.Run run;
    private boolean valveOpen;

    Lane(LinkClient link, LinkMessages.Detector detector, Faults faults, Supplies supplies) {
        this.link = link;
        this.supplies = supplies;
        this.detector = detector;
        this.faults = faults;
        this.run = detector.run().orElseThrow();
        this.seed = faults.atBenchOf(detector.serial()).seed().orElse((detector.serial() + run.runId()).hashCode());
        this.random = new Random(seed);
    }

    @Override
    public void run() {
        try {
            work();
        } catch (LinkClient.Rejected e) {
            System.err.println(detector.serial() + ": " + e.getMessage());
        } catch (IOException e) {
            System.err.println(detector.serial() + ": no link yet, will open it again (" + e.getMessage() + ")");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void work() throws IOException, InterruptedException {
        var session = link.open(detector.serial(), run.runId());
        var instrument = new SimDetector(detector.lelBasis(), specs(), health(), seed, session.runTime());
        var hands = new Hands(instrument, seed);
        long sequence = session.nextSequence();
        long startedNanos = System.nanoTime();
        boolean open = true;
        while (open) {
            Thread.sleep(run.timeScale() == 1 ? 400 : 120);
            long until = session.runTime() + Math.round((System.nanoTime() - startedNanos) / 1e6 * run.timeScale());
            if (until - instrument.now() > MOST_BEHIND_MILLIS * Math.max(1, run.timeScale() / 10)) {
                startedNanos += Math.round((until - instrument.now() - MOST_BEHIND_MILLIS) / run.timeScale() * 1e6);
                until = instrument.now() + MOST_BEHIND_MILLIS;
            }
            var readings = new ArrayList<Reading>();
            while (instrument.now() + STEP_MILLIS <= until) {
                follow(hands);
                draw(instrument);
                readings.add(shown(instrument.step(STEP_MILLIS)));
            }
            if (!readings.isEmpty()) {
                unacknowledged.add(new LinkMessages.Batch(sequence++, instrument.now(), readings));
            }
            open = deliver(session.sessionId(), instrument, hands);
        }
    }

    /** @return whether the run still wants readings */
    private boolean deliver(String sessionId, SimDetector instrument, Hands hands)
            throws InterruptedException, LinkClient.Rejected {
        while (!unacknowledged.isEmpty()) {
            try {
                var answer = link.send(sessionId, unacknowledged.element().sentAt(instrument.now()));
                unacknowledged.remove();
                if (answer.run().isEmpty()) {
                    return false;
                }
                run = answer.run().get();
                follow(hands); // while a backlog is delivered the run may ask for one thing after the other
            } catch (LinkClient.Rejected e) {
                throw e;
            } catch (IOException e) {
                return true;
            }
        }
        return true;
    }

    private void follow(Hands hands) {
        hands.follow(
                run.heldBack().orElse(false) ? NextAction.Kind.DONE : run.asksFor(),
                run.calibrating(),
                gas(),
                air(),
                run.lagSeconds().orElse(0.0));
    }

    /** While the valve is open its cylinder empties; once it is empty, clean air is all that comes. */
    private void draw(SimDetector instrument) {
        var asks = run.asksFor();
        boolean chosen = run.gas().isPresent();
        if (!valveOpen && chosen && asks == NextAction.Kind.OPEN_GAS) {
            run.gas()
                    .get()
                    .litresLeft()
                    .ifPresent(litres -> supplies.hold(run.gas().get().cylinder(), litres));
        }
        boolean held = asks == NextAction.Kind.CONFIRM_ALARMS || asks == NextAction.Kind.CONFIRM_SAVED;
        valveOpen = chosen && (asks == NextAction.Kind.WAIT_SETTLE || valveOpen && held);
        if (valveOpen) {
            var gas = run.gas().get();
            double litres = gas.litresPerMinute().orElse(0.0) * STEP_MILLIS / 60_000;
            if (!supplies.draw(gas.cylinder(), litres)) {
                instrument.breathe(Atmosphere.cleanAir(), 0);
            }
        }
    }

    private Atmosphere gas() {
        var plain = run.gas()
                .map(gas -> Atmosphere.ofCylinder(gas.components(), gas.balance()))
                .orElse(Atmosphere.cleanAir());
        return troubles().gas(plain);
    }

    /** What is wrong at its bench now; a valve that is opened later meets what is set by then. */
    private Troubles troubles() {
        return faults.atBenchOf(detector.serial()).with(run.gas().map(LinkMessages.Gas::cylinder));
    }

    private Reading shown(Reading plain) {
        return troubles().shown(plain, specs(), random);
    }

    private Atmosphere air() {
        boolean zeroing = run.asksFor() == NextAction.Kind.START_ZERO || run.asksFor() == NextAction.Kind.WAIT_ZERO;
        return troubles().air(gas(), zeroing, run.asksFor() == NextAction.Kind.CLOSE_GAS);
    }

    private List<SensorSpec> specs() {
        return detector.sensors().stream().map(LinkMessages.Sensor::spec).toList();
    }

    private Map<Integer, Health> health() {
        var health = new HashMap<Integer, Health>();
        for (var sensor : detector.sensors()) {
            var today = LocalDate.now();
            long age = Math.max(0, ChronoUnit.DAYS.between(sensor.fittedOn().orElse(today), today));
            var aged = Health.of(sensor.serial(), age);
            health.put(
                    sensor.spec().slot(),
                    faults.on(sensor.serial()).map(aged::with).orElse(aged));
        }
        return troubles().health(health, specs());
    }
}
