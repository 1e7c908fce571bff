package onward.sentry.server.rules;

import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Models that are not offered where a detector is registered, such as examples that the site does not have. */
@Component
class HiddenModels {

    private final HiddenModelRepository hidden;
    private final ProcedureLibrary library;
    private final Ledger ledger;
    private final Site site;

    HiddenModels(HiddenModelRepository hidden, ProcedureLibrary library, Ledger ledger, Site site) {
        this.hidden = hidden;
        this.library = library;
        this.ledger = ledger;
        this.site = site;
    }

    @Transactional(readOnly = true)
    Set<String> all() {
        return hidden.findAll().stream().map(HiddenModelEntity::model).collect(Collectors.toSet());
    }

    /** A second time changes nothing. */
    @Transactional
    void hide(String model, String by) {
        if (library.newestVersion(model).isEmpty()) {
            throw new NotFound("Model '" + model + "'");
        }
        if (!hidden.existsById(model)) {
            hidden.saveAndFlush(new HiddenModelEntity(model, site.now(), by));
            ledger.append(LedgerKind.MODEL_HIDDEN, by, Map.of("model", model));
        }
    }

    @Transactional
    void show(String model, String by) {
        if (hidden.existsById(model)) {
            hidden.deleteById(model);
            hidden.flush();
            ledger.append(LedgerKind.MODEL_SHOWN, by, Map.of("model", model));
        }
    }
}
