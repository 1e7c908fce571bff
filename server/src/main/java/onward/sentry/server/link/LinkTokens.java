package onward.sentry.server.link;

import java.time.Duration;
import java.util.Collection;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import onward.sentry.server.bench.Gateways;
import onward.sentry.server.platform.Secret;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tokens of gateways: stored as a hash, revocable, good for sending readings of listed detectors and nothing else. */
@Component
public class LinkTokens implements Gateways {

    private static final Duration NOTED_EVERY = Duration.ofSeconds(10);

    /** A gateway that was not heard for so long is taken to be gone. */
    static final Duration LATELY = Duration.ofMinutes(2);

    private final GatewayRepository gateways;
    private final Site site;

    LinkTokens(GatewayRepository gateways, Site site) {
        this.gateways = gateways;
        this.site = site;
    }

    /** A gateway that was just added. @param token cannot be read again later */
    record Issued(UUID id, String token) {}

    /** Makes a token for some detectors and returns it; it cannot be read again later. */
    @Transactional
    public String issue(String name, Collection<UUID> detectorIds) {
        return add(name, detectorIds).token();
    }

    @Transactional
    Issued add(String name, Collection<UUID> detectorIds) {
        var token = Secret.fresh();
        var id = UUID.randomUUID();
        gateways.save(new GatewayEntity(id, name, token.hash(), site.now(), detectorIds));
        return new Issued(id, token.text());
    }

    /** From now on the tokens of this name are refused. */
    @Transactional
    public void revoke(String name) {
        gateways.findByNameAndRevokedAtIsNull(name).forEach(gateway -> gateway.revoke(site.now()));
    }

    /** Whose token it is; that it was shown is noted, at most once in a few seconds. */
    @Transactional
    Optional<UUID> find(String token) {
        var now = site.now();
        var found = gateways.findByTokenHashAndRevokedAtIsNull(Secret.hashOf(token));
        found.filter(gateway -> gateway.lastSeenAt()
                        .filter(at -> !at.isBefore(now.minus(NOTED_EVERY)))
                        .isEmpty())
                .ifPresent(gateway -> gateway.seen(now));
        return found.map(GatewayEntity::id);
    }

    @Override
    @Transactional(readOnly = true)
    public boolean serves(UUID detectorId) {
        return gateways.serves(detectorId, site.now().minus(LATELY));
    }

    @Override
    @Transactional(readOnly = true)
    public Set<UUID> listed() {
        return gateways.served();
    }
}
