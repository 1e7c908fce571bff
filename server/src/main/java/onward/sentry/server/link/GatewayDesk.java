package onward.sentry.server.link;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Gateways as leads keep them: added with a token that is shown once, changed in what they serve, revoked. */
@Service
class GatewayDesk {

    private static final int LONGEST_NAME = 60;

    /** How a gateway stands. */
    enum GatewayState {
        /** Its token was never shown. */
        NEVER_HEARD,
        /** Heard within the last two minutes. */
        HEARD,
        /** Heard before, and not lately. */
        SILENT,
        /** Its token is refused. */
        REVOKED
    }

    /**
     * Which detectors: all that are in use now, those of some models, and some by their serials.
     *
     * @param all left out: no
     * @param models left out: none
     * @param serials left out: none
     */
    record Which(Boolean all, List<String> models, List<String> serials) {
        Which {
            all = Boolean.TRUE.equals(all);
            models = models == null ? List.of() : List.copyOf(models);
            serials = serials == null
                    ? List.of()
                    : serials.stream()
                            .map(String::strip)
                            .filter(serial -> !serial.isEmpty())
                            .distinct()
                            .toList();
        }
    }

    /**
     * @param serials whose readings it may send
     * @param batches of readings that were taken from it
     * @param faults what was refused of it, the latest first
     */
    record Gateway(
            UUID id,
            String name,
            GatewayState standing,
            Instant addedAt,
            Optional<Instant> lastHeardAt,
            List<String> serials,
            long batches,
            List<GatewayFaults.Fault> faults) {}

    private final GatewayRepository gateways;
    private final GatewayFaults faults;
    private final LinkTokens tokens;
    private final Fleet fleet;
    private final Ledger ledger;
    private final Site site;

    GatewayDesk(
            GatewayRepository gateways,
            GatewayFaults faults,
            LinkTokens tokens,
            Fleet fleet,
            Ledger ledger,
            Site site) {
        this.gateways = gateways;
        this.faults = faults;
        this.tokens = tokens;
        this.fleet = fleet;
        this.ledger = ledger;
        this.site = site;
    }

    /** Those that work first, by name; then those that were revoked. */
    @Transactional(readOnly = true)
    List<Gateway> all() {
        var views = new ArrayList<>(
                gateways.findAllByOrderByName().stream().map(this::view).toList());
        views.sort(
                (a, b) -> Boolean.compare(a.standing() == GatewayState.REVOKED, b.standing() == GatewayState.REVOKED));
        return views;
    }

    @Transactional(readOnly = true)
    Gateway one(UUID id) {
        return view(known(id));
    }

    /** A gateway as everybody sees it who works on one of its detectors. */
    record Serving(String name, GatewayState standing, Optional<Instant> lastHeardAt) {}

    /** The gateways that may send readings of a detector, by name. */
    @Transactional(readOnly = true)
    List<Serving> serving(String serial) {
        return gateways.findServing(fleet.bySerial(serial).id()).stream()
                .map(gateway -> new Serving(gateway.name(), standing(gateway), gateway.lastSeenAt()))
                .toList();
    }

    /** Serials of detectors in use that no gateway serves, in order. */
    @Transactional(readOnly = true)
    List<String> unserved() {
        var left = new HashSet<>(fleet.inUse());
        left.removeAll(gateways.served());
        return serials(left);
    }

    /**
     * @param which detectors' readings it may send
     * @return its token, which cannot be read again later
     */
    @Transactional
    LinkTokens.Issued add(String name, Which which, String by) {
        var plain = name.strip();
        Refusal.unless(
                !plain.isEmpty() && plain.length() <= LONGEST_NAME,
                "gateway-name",
                "name",
                "A gateway has a name of 1 to " + LONGEST_NAME + " characters; this one has " + plain.length() + ".",
                "Name the place or the device, for example: workshop bench.");
        Refusal.unless(
                gateways.findByNameAndRevokedAtIsNull(plain).isEmpty(),
                "gateway-name-taken",
                "name",
                "There is a gateway called '" + plain + "' already.",
                "Give it another name, or revoke the other one first.");
        var ids = ids(which);
        var issued = tokens.add(plain, ids);
        ledger.append(LedgerKind.GATEWAY_ADDED, by, Map.of("gateway", plain, "detectors", ids.size()));
        return issued;
    }

    @Transactional
    Gateway serve(UUID id, Which which, String by) {
        var gateway = working(id);
        var ids = ids(which);
        gateway.serve(ids);
        ledger.append(LedgerKind.GATEWAY_DETECTORS_SET, by, Map.of("gateway", gateway.name(), "detectors", ids.size()));
        return view(gateway);
    }

    @Transactional
    void revoke(UUID id, String by) {
        var gateway = working(id);
        gateway.revoke(site.now());
        ledger.append(LedgerKind.GATEWAY_REVOKED, by, Map.of("gateway", gateway.name()));
    }

    private GatewayEntity known(UUID id) {
        return gateways.findById(id).orElseThrow(() -> new NotFound("Gateway " + id));
    }

    private GatewayEntity working(UUID id) {
        var gateway = known(id);
        Refusal.unless(
                gateway.revokedAt().isEmpty(),
                "gateway-revoked",
                "",
                "The token of '" + gateway.name() + "' was revoked.",
                "Add the gateway again; it gets a new token.");
        return gateway;
    }

    private Set<UUID> ids(Which which) {
        var ids = new HashSet<UUID>();
        fleet.byIds(fleet.inUse()).stream()
                .filter(detector -> which.all() || which.models().contains(detector.model()))
                .forEach(detector -> ids.add(detector.id()));
        var found = fleet.bySerials(which.serials());
        found.forEach(detector -> ids.add(detector.id()));
        var missing = new ArrayList<>(which.serials());
        found.forEach(detector -> missing.remove(detector.serial()));
        Refusal.unless(
                missing.isEmpty(),
                "gateway-detectors",
                "serials",
                "There is no detector " + String.join(", ", missing) + ".",
                "Register it first, or leave it out.");
        Refusal.unless(
                !ids.isEmpty(),
                "gateway-detectors",
                "serials",
                "A gateway serves at least one detector; none was chosen.",
                "Choose all, a model, or serials.");
        return ids;
    }

    private List<String> serials(Collection<UUID> ids) {
        return fleet.byIds(ids).stream()
                .map(Fleet.RegisteredDetector::serial)
                .sorted()
                .toList();
    }

    private Gateway view(GatewayEntity gateway) {
        return new Gateway(
                gateway.id(),
                gateway.name(),
                standing(gateway),
                gateway.createdAt(),
                gateway.lastSeenAt(),
                serials(gateway.detectors()),
                faults.batches(gateway.id()),
                faults.of(gateway.id()));
    }

    private GatewayState standing(GatewayEntity gateway) {
        if (gateway.revokedAt().isPresent()) {
            return GatewayState.REVOKED;
        }
        return gateway.lastSeenAt()
                .map(at -> at.isBefore(site.now().minus(LinkTokens.LATELY)) ? GatewayState.SILENT : GatewayState.HEARD)
                .orElse(GatewayState.NEVER_HEARD);
    }
}
