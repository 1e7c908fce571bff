package onward.sentry.server.link;

import java.security.SecureRandom;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.formats.Chain;
import onward.sentry.server.bench.Gateways;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tokens of gateways: stored as a hash, revocable, good for sending readings of listed detectors and nothing else. */
@Component
public class LinkTokens implements Gateways {

    private static final Duration NOTED_EVERY = Duration.ofSeconds(10);

    /** A gateway that was not heard for so long is taken to be gone. */
    private static final Duration LATELY = Duration.ofMinutes(2);

    private static final SecureRandom RANDOM = new SecureRandom();

    private final JdbcClient jdbc;
    private final Site site;

    LinkTokens(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /** Makes a token for some detectors and returns it; it cannot be read again later. */
    @Transactional
    public String issue(String name, List<UUID> detectorIds) {
        var bytes = new byte[32];
        RANDOM.nextBytes(bytes);
        var token = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        var id = UUID.randomUUID();
        jdbc.sql("insert into link_token (id, name, token_hash, created_at) values (?, ?, ?, ?)")
                .params(id, name, Chain.hash(token), site.now().atOffset(ZoneOffset.UTC))
                .update();
        jdbc.sql("insert into link_token_detector (token_id, detector_id) select :token, unnest(:detectors)")
                .param("token", id)
                .param("detectors", detectorIds.toArray(UUID[]::new))
                .update();
        return token;
    }

    /** From now on the tokens of this name are refused. */
    @Transactional
    public void revoke(String name) {
        jdbc.sql("update link_token set revoked_at = ? where name = ? and revoked_at is null")
                .params(site.now().atOffset(ZoneOffset.UTC), name)
                .update();
    }

    /** Whose token it is; that it was shown is noted, at most once in a few seconds. */
    @Transactional
    Optional<UUID> find(String token) {
        record Row(UUID id, OffsetDateTime lastSeenAt) {}
        var now = site.now();
        var found = jdbc.sql("select id, last_seen_at from link_token where token_hash = ? and revoked_at is null")
                .param(Chain.hash(token))
                .query(Row.class)
                .optional();
        found.filter(row ->
                        row.lastSeenAt() == null || row.lastSeenAt().toInstant().isBefore(now.minus(NOTED_EVERY)))
                .ifPresent(row -> jdbc.sql("update link_token set last_seen_at = ? where id = ?")
                        .params(now.atOffset(ZoneOffset.UTC), row.id())
                        .update());
        return found.map(Row::id);
    }

    @Override
    @Transactional(readOnly = true)
    public boolean serves(UUID detectorId) {
        return jdbc.sql("select exists (select 1 from link_token_detector l join link_token t on t.id = l.token_id"
                        + " where l.detector_id = ? and t.revoked_at is null and t.last_seen_at > ?)")
                .params(detectorId, site.now().minus(LATELY).atOffset(ZoneOffset.UTC))
                .query(Boolean.class)
                .single();
    }
}
