package onward.sentry.server.rules;

import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import onward.sentry.core.card.CardSheet;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.JsonText;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Procedure cards go out and come in as JSON; a version never changes once it is published. */
@RestController
class CardController {

    private final ProcedureLibrary library;
    private final CardDrafts drafts;
    private final HiddenModels hidden;
    private final People people;
    private final IdempotentRequests once;

    CardController(
            ProcedureLibrary library, CardDrafts drafts, HiddenModels hidden, People people, IdempotentRequests once) {
        this.library = library;
        this.drafts = drafts;
        this.hidden = hidden;
        this.people = people;
        this.once = once;
    }

    /**
     * @param by who published it; empty: it was shipped
     * @param hidden the model is not offered where a detector is registered
     */
    record CardView(String model, int version, Instant publishedAt, String by, boolean hidden) {}

    /** Every version of every card, the newest of a model first. */
    @GetMapping("/api/v1/cards")
    List<CardView> cards() {
        var left = hidden.all();
        return library.versions().stream()
                .map(v -> new CardView(v.model(), v.version(), v.publishedAt(), v.by(), left.contains(v.model())))
                .toList();
    }

    @GetMapping(path = "/api/v1/cards/{model}/{version}", produces = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<String> card(@PathVariable String model, @PathVariable int version) {
        var card = library.card(model, version);
        var name = card.model().toLowerCase().replaceAll("[^a-z0-9]+", "-") + "-v" + version + ".json";
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(CoreJson.canonical().writerWithDefaultPrettyPrinter().writeValueAsString(card));
    }

    /** A card as a person reads it. */
    @GetMapping("/api/v1/card-sheets/{model}/{version}")
    CardSheet sheet(@PathVariable String model, @PathVariable int version) {
        return CardSheet.of(library.card(model, version));
    }

    /** Publishes a card, and its draft is done with; its version is one above the newest of the model, or 1 for a new one. */
    @PostMapping("/api/v1/cards")
    @Signed
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public CardView publish(
            @RequestHeader("Idempotency-Key") String key, @RequestBody String card, Principal principal) {
        return once.execute(key, principal.getName(), CardView.class, () -> {
            var read = JsonText.read(card, ProcedureCard.class);
            var published = library.publish(read, people.displayName(principal.getName()));
            drafts.drop(published.model());
            return new CardView(
                    published.model(),
                    published.version(),
                    published.publishedAt(),
                    published.by(),
                    hidden.all().contains(published.model()));
        });
    }
}
