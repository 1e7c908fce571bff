package onward.sentry.server.link;

import java.security.SecureRandom;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.formats.Chain;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tokens of gateways: stored as a hash, revocable, good for sending readings of listed detectors and nothing else. */
@Component
public class LinkTokens {

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

    @Transactional(readOnly = true)
    Optional<UUID> find(String token) {
        return jdbc.sql("select id from link_token where token_hash = ? and revoked_at is null")
                .param(Chain.hash(token))
                .query(UUID.class)
                .optional();
    }
}
