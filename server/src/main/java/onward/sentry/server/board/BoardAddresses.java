package onward.sentry.server.board;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Secret;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes and revokes the secret addresses of boards, and knows them again. */
@Service
class BoardAddresses {

    private static final int LONGEST_NAME = 60;
    private static final Duration NOTED_EVERY = Duration.ofMinutes(5);

    private final BoardAddressRepository addresses;
    private final Ledger ledger;
    private final Site site;

    BoardAddresses(BoardAddressRepository addresses, Ledger ledger, Site site) {
        this.addresses = addresses;
        this.ledger = ledger;
        this.site = site;
    }

    @Transactional(readOnly = true)
    List<BoardAddressEntity> all() {
        return addresses.findByRevokedAtIsNullOrderByName();
    }

    /**
     * @param crew empty: every crew
     * @return the secret; it is shown once and not kept
     */
    @Transactional
    String add(String name, String crew, String by) {
        var stripped = name.strip();
        Refusal.unless(
                !stripped.isEmpty() && stripped.length() <= LONGEST_NAME,
                "board-name",
                "name",
                "The name of a board has 1 to " + LONGEST_NAME + " characters, not " + stripped.length() + ".",
                "Name the place where it hangs, for example: Ferry crew room.");
        Refusal.unless(
                !addresses.existsByNameAndRevokedAtIsNull(stripped),
                "board-name-taken",
                "name",
                "There is a board called '" + stripped + "' already.",
                "Give this one another name, or revoke the other.");
        var secret = Secret.fresh();
        addresses.saveAndFlush(
                new BoardAddressEntity(UUID.randomUUID(), stripped, crew.strip(), secret.hash(), site.now(), by));
        ledger.append(LedgerKind.BOARD_ADDRESS_ADDED, by, Map.of("board", stripped, "crew", crew.strip()));
        return secret.text();
    }

    @Transactional
    void revoke(UUID id, String by) {
        var address = addresses
                .findById(id)
                .filter(one -> !one.isRevoked())
                .orElseThrow(() -> new NotFound("Board address " + id));
        address.revoke(site.now());
        addresses.flush();
        ledger.append(LedgerKind.BOARD_ADDRESS_REVOKED, by, Map.of("board", address.name()));
    }

    /**
     * The crew whose board an address shows; empty: every crew.
     *
     * @throws NotFound when there is no such address, or no longer
     */
    @Transactional
    String crewOf(String secret) {
        var address = addresses
                .findBySecretHashAndRevokedAtIsNull(Secret.hashOf(secret))
                .orElseThrow(() -> new NotFound("Board"));
        // A board asks every few seconds; when it was last seen is worth one write in minutes.
        if (address.seenAt()
                .map(at -> at.plus(NOTED_EVERY).isBefore(site.now()))
                .orElse(true)) {
            address.seen(site.now());
        }
        return address.crew();
    }
}
