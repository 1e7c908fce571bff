package onward.sentry.standins.gateway;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import onward.sentry.core.sim.Fault;
import onward.sentry.core.sim.Trouble;
import onward.sentry.standins.mailbox.Mailbox;
import org.junit.jupiter.api.Test;

class ControlPageTest {

    private final Faults faults = new Faults();

    private static int freePort() throws IOException {
        try (var socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    private static HttpResponse<String> post(int port, String form) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/"))
                                .header("Content-Type", "application/x-www-form-urlencoded")
                                .POST(HttpRequest.BodyPublishers.ofString(form))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void aFaultIsSetTakenAwayAndRefusedOutsideItsLimits() throws Exception {
        int port = freePort();
        ControlPage.serve(port, faults, new AtomicReference<>(List.of()), Mailbox.open(0));
        assertThat(post(port, "sensor=CO-1&kind=WEAK&strength=46").statusCode()).isEqualTo(200);
        assertThat(faults.on("CO-1")).contains(new Fault(Fault.Kind.WEAK, 46));

        var refused = post(port, "sensor=CO-1&kind=WEAK&strength=900");
        assertThat(refused.statusCode()).isEqualTo(400);
        assertThat(refused.body()).contains("strength is 0 to 200, was 900");
        assertThat(faults.on("CO-1")).contains(new Fault(Fault.Kind.WEAK, 46));

        post(port, "sensor=CO-1&kind=NONE");
        assertThat(faults.on("CO-1")).isEqualTo(Optional.empty());
    }

    @Test
    void aPairOfTroublesWithASeedIsSetAtABenchAndTakenAway() throws Exception {
        int port = freePort();
        ControlPage.serve(port, faults, new AtomicReference<>(List.of()), Mailbox.open(0));
        post(port, "detector=Q4-1&kind=UNDER_FED&strength=0.5&kind2=WEAK_CELL&seed=11&cylinder=HM-01");
        var set = faults.atBenchOf("Q4-1");
        assertThat(set.seed()).hasValue(11);
        assertThat(set.with(Optional.of("HM-01"))).isEqualTo(set.troubles());
        assertThat(set.with(Optional.of("HM-02")).all()).isEmpty();
        assertThat(set.troubles().all())
                .containsExactly(
                        new Trouble(Trouble.Kind.UNDER_FED, 0.5),
                        new Trouble(Trouble.Kind.WEAK_CELL, Trouble.Kind.WEAK_CELL.usual()));

        assertThat(post(port, "detector=Q4-1&kind=WEAK_CELL&seed=eleven").statusCode())
                .isEqualTo(400);
        assertThat(faults.atBenchOf("Q4-1")).isEqualTo(set);

        post(port, "detector=Q4-1&kind=NONE");
        assertThat(faults.atBenchOf("Q4-1").troubles().all()).isEmpty();
        assertThat(faults.atBenchOf("Q4-1").seed()).isEmpty();
    }
}
