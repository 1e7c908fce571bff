package onward.sentry.server.rules;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Cards that leads are writing. A draft is kept as it was typed, valid or not. */
@Service
class CardDrafts {

    private static final int MOST_LETTERS = 4_000_000;

    private final JdbcClient jdbc;
    private final Site site;

    CardDrafts(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /**
     * A card being written.
     *
     * @param basedOn version that it was begun from; 0: a new model
     * @param card as JSON
     * @param edit counts the times that it was saved, from 1
     */
    record CardDraft(String model, int basedOn, String card, int edit, Instant savedAt, String savedBy) {}

    /** A draft by its name; 0 as what it is based on: a new model. */
    record OpenDraft(String model, int basedOn, Instant savedAt, String savedBy) {}

    @Transactional(readOnly = true)
    List<OpenDraft> all() {
        return jdbc.sql("select model, based_on, saved_at, saved_by from card_draft order by model")
                .query(OpenDraft.class)
                .list();
    }

    @Transactional(readOnly = true)
    Optional<CardDraft> of(String model) {
        return jdbc.sql(
                        "select model, based_on, body as card, edit, saved_at, saved_by from card_draft where model = ?")
                .param(model)
                .query(CardDraft.class)
                .optional();
    }

    /**
     * Saves what was typed.
     *
     * @param edit the one that the change was made on; 0 when there was no draft
     * @throws onward.sentry.core.working.Refused when somebody else has saved it meanwhile
     */
    @Transactional
    CardDraft save(String model, int basedOn, String card, int edit, String by) {
        Refusal.unless(
                card.length() <= MOST_LETTERS,
                "card-draft-size",
                "card",
                "A draft takes up to 4 MB; this one has " + card.length() / 1_000_000 + " MB.",
                "Make its pictures smaller.");
        int saved = edit == 0
                ? jdbc.sql("insert into card_draft (model, based_on, body, edit, saved_at, saved_by)"
                                + " values (?, ?, ?, 1, ?, ?) on conflict do nothing")
                        .params(model, basedOn, card, site.now().atOffset(ZoneOffset.UTC), by)
                        .update()
                : jdbc.sql("update card_draft set body = ?, edit = edit + 1, saved_at = ?, saved_by = ?"
                                + " where model = ? and edit = ?")
                        .params(card, site.now().atOffset(ZoneOffset.UTC), by, model, edit)
                        .update();
        Refusal.unless(
                saved == 1,
                "card-draft-changed",
                "card",
                of(model)
                        .map(now -> now.savedBy() + " has saved this draft meanwhile.")
                        .orElse("This draft was published or dropped meanwhile."),
                "Load the page again; what you see here is not saved.");
        return of(model).orElseThrow();
    }

    @Transactional
    void drop(String model) {
        jdbc.sql("delete from card_draft where model = ?").param(model).update();
    }
}
