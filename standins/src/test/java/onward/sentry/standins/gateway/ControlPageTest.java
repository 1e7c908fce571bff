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
import onward.sentry.standins.sim.Fault;
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
        ControlPage.serve(port, faults, new AtomicReference<>(List.of()));
        assertThat(post(port, "sensor=CO-1&kind=WEAK&strength=46").statusCode()).isEqualTo(200);
        assertThat(faults.on("CO-1")).contains(new Fault(Fault.Kind.WEAK, 46));

        var refused = post(port, "sensor=CO-1&kind=WEAK&strength=900");
        assertThat(refused.statusCode()).isEqualTo(400);
        assertThat(refused.body()).contains("strength is 0 to 200, was 900");
        assertThat(faults.on("CO-1")).contains(new Fault(Fault.Kind.WEAK, 46));

        post(port, "sensor=CO-1&kind=NONE");
        assertThat(faults.on("CO-1")).isEqualTo(Optional.empty());
    }
}
