package onward.sentry.server.link;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import onward.sentry.server.people.People;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The gateways of the site. */
@RestController
class GatewayController {

    private final GatewayDesk desk;
    private final People people;

    GatewayController(GatewayDesk desk, People people) {
        this.desk = desk;
        this.people = people;
    }

    /** @param unserved serials of detectors in use that no gateway serves */
    record GatewaysView(List<GatewayDesk.Gateway> gateways, List<String> unserved) {}

    record NewGateway(@NotNull String name, @NotNull GatewayDesk.Which detectors) {}

    /** @param token shown this once; only its hash is kept */
    record GatewayAdded(GatewayDesk.Gateway gateway, String token) {}

    @GetMapping("/api/v1/gateways")
    GatewaysView all() {
        return new GatewaysView(desk.all(), desk.unserved());
    }

    /** @param gateways that may send readings of it, by name; none: its readings are typed */
    record ServedBy(List<GatewayDesk.Serving> gateways) {}

    @GetMapping("/api/v1/detectors/{serial}/gateways")
    ServedBy servedBy(@PathVariable String serial) {
        return new ServedBy(desk.serving(serial));
    }

    /** Sent twice, the second is refused by its name: the answer holds a token, and is kept nowhere. */
    @PostMapping("/api/v1/gateways")
    @ResponseStatus(HttpStatus.CREATED)
    GatewayAdded add(@Valid @RequestBody NewGateway body, Principal principal) {
        var issued = desk.add(body.name(), body.detectors(), people.displayName(principal.getName()));
        return new GatewayAdded(desk.one(issued.id()), issued.token());
    }

    @PostMapping("/api/v1/gateways/{id}/detectors")
    GatewayDesk.Gateway serve(@PathVariable UUID id, @RequestBody GatewayDesk.Which body, Principal principal) {
        return desk.serve(id, body, people.displayName(principal.getName()));
    }

    @DeleteMapping("/api/v1/gateways/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable UUID id, Principal principal) {
        desk.revoke(id, people.displayName(principal.getName()));
    }
}
