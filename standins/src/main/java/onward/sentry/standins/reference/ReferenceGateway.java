package onward.sentry.standins.reference;

import java.io.IOException;
import tools.jackson.databind.JsonNode;

/**
 * {@code java … ReferenceGateway ADDRESS TOKEN}: serves one run at a time of the detectors that its token is good for, until it
 * is stopped. Its instruments are simulated, see {@link Display}.
 */
public final class ReferenceGateway {

    private static final long POLL_MILLIS = 2_000;
    private static final long BATCH_MILLIS = 1_000;
    private static final int REFUSED = 401;

    private final Link link;
    private final long pollMillis;
    private final long batchMillis;

    /**
     * @param address such as {@code http://site:8080/api/v1/link}
     * @param pollMillis how long it waits before it asks again; 2,000 but in tests
     */
    public ReferenceGateway(String address, String token, long pollMillis, long batchMillis) {
        this.link = new Link(address, token);
        this.pollMillis = pollMillis;
        this.batchMillis = batchMillis;
    }

    public static void main(String[] args) throws InterruptedException {
        new ReferenceGateway(args[0], args[1], POLL_MILLIS, BATCH_MILLIS).work();
    }

    /** Until it is interrupted. */
    public void work() throws InterruptedException {
        while (!Thread.currentThread().isInterrupted()) {
            try {
                var answer = link.detectors();
                if (answer.isGood()) {
                    serveFirst(answer.body());
                } else if (answer.status() == REFUSED) {
                    System.err.println("The token is refused.");
                }
            } catch (IOException away) {
                System.err.println("The server cannot be reached: " + away.getMessage());
            }
            Thread.sleep(pollMillis);
        }
    }

    private void serveFirst(JsonNode detectors) throws IOException, InterruptedException {
        for (var detector : detectors) {
            if (!detector.path("run").isNull()) {
                new Session(link, detector, batchMillis).serve(detector.path("run"));
                return;
            }
        }
    }
}
