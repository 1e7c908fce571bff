package onward.sentry.standins.gateway;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import onward.sentry.core.sim.Fault;
import onward.sentry.standins.mailbox.Mailbox;

/**
 * Starts the stand-ins: {@code Gateway SERVER-ADDRESS TOKEN-FILE CONTROL-PORT [SENSOR=KIND:STRENGTH …]}. Looks at the
 * server's list of detectors and opens a lane for each one that a run wants readings from.
 */
public final class Gateway {

    private static final long LOOK_AGAIN_MILLIS = 250;

    private Gateway() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        if (args.length < 3) {
            System.err.println("usage: Gateway SERVER-ADDRESS TOKEN-FILE CONTROL-PORT [SENSOR=KIND:STRENGTH …]");
            System.exit(2);
        }
        var link = new LinkClient(
                URI.create(args[0]), Files.readString(Path.of(args[1])).strip());
        var faults = new Faults();
        for (int i = 3; i < args.length; i++) {
            presetFault(faults, args[i]);
        }
        var known = new AtomicReference<List<LinkMessages.Detector>>(List.of());
        var mailbox = Mailbox.open(Integer.parseInt(System.getenv().getOrDefault("SENTRY_MAILBOX_PORT", "0")));
        ControlPage.serve(Integer.parseInt(args[2]), faults, known, mailbox);
        System.out.println("stand-ins: control page on port " + args[2]);
        follow(link, faults, known);
    }

    private static void presetFault(Faults faults, String argument) {
        var sensorAndFault = argument.split("=", 2);
        var kindAndStrength = sensorAndFault[1].split(":", 2);
        faults.set(
                sensorAndFault[0],
                Optional.of(new Fault(
                        Fault.Kind.valueOf(kindAndStrength[0].toUpperCase()), Double.parseDouble(kindAndStrength[1]))));
    }

    private static void follow(LinkClient link, Faults faults, AtomicReference<List<LinkMessages.Detector>> known)
            throws InterruptedException {
        Set<String> busy = ConcurrentHashMap.newKeySet();
        var supplies = new Supplies();
        try (var lanes = new ClosingPool()) {
            while (true) {
                try {
                    known.set(link.detectors());
                    for (var detector : known.get()) {
                        if (detector.run().isPresent() && busy.add(detector.serial())) {
                            var lane = new Lane(link, detector, faults, supplies);
                            lanes.pool.execute(() -> {
                                try {
                                    lane.run();
                                } finally {
                                    busy.remove(detector.serial());
                                }
                            });
                        }
                    }
                } catch (IOException e) {
                    System.err.println("stand-ins: server not reached, looking again (" + e.getMessage() + ")");
                    Thread.sleep(2_000);
                }
                Thread.sleep(LOOK_AGAIN_MILLIS);
            }
        }
    }

    private static final class ClosingPool implements AutoCloseable {
        private final java.util.concurrent.ExecutorService pool = Executors.newCachedThreadPool();

        @Override
        public void close() {
            pool.shutdownNow();
        }
    }
}
