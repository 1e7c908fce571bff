package onward.sentry.server.rules;

import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import onward.sentry.core.card.CardSheet;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.MaintenanceKind;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.detector.ReadingMode;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.sim.DryRun;
import onward.sentry.core.sim.Fault;
import onward.sentry.core.sim.ResponseTrial;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.CardLibrary;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.JsonText;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.CardDrafts.CardDraft;
import onward.sentry.server.rules.CardDrafts.OpenDraft;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Where a lead writes a card: drafts, what is wrong with them, what they change, and how they would be worked. */
@RestController
class CardDeskController {

    /** A card with its pictures. */
    private static final int MOST_LETTERS = 12_000_000;

    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final CardDrafts drafts;
    private final People people;
    private final Site site;

    CardDeskController(ProcedureLibrary library, SitePolicies policies, CardDrafts drafts, People people, Site site) {
        this.library = library;
        this.policies = policies;
        this.drafts = drafts;
        this.people = people;
        this.site = site;
    }

    /** @param symbol unit or formula beside the word; empty where there is none */
    record Choice(String value, String word, String symbol) {
        static Choice of(Enum<?> value, String word) {
            return new Choice(value.name(), word, "");
        }
    }

    /** What the fields of a card may be filled with. */
    record CardChoices(
            List<Choice> gases,
            List<Choice> technologies,
            List<Choice> units,
            List<Choice> reads,
            List<Choice> bases,
            List<Choice> quantities,
            List<Choice> zeroAir,
            List<Choice> purposes,
            List<Choice> maintenance,
            List<Choice> faults) {}

    /**
     * @param newest version in force; 0: there is none yet
     * @param card the draft as JSON, or the card in force where there is no draft
     * @param draft who saved it and how often; absent where there is no draft
     */
    record CardDesk(String model, int newest, String card, Optional<CardDraft> draft) {}

    /** @param edit the one that the change was made on; 0 when there was no draft */
    record DraftBody(@Size(max = MOST_LETTERS) String card, int basedOn, int edit) {
        DraftBody {
            card = given(card);
        }
    }

    record CardText(@Size(max = MOST_LETTERS) String card) {
        CardText {
            card = given(card);
        }
    }

    /** @param field place on the card, for example {@code calibration[3].accept} */
    record CardProblem(String field, String reason, String wayOut) {
        static CardProblem of(Refusal refusal) {
            var place = refusal.field() + ": ";
            return new CardProblem(
                    refusal.field(),
                    refusal.reason().startsWith(place) ? refusal.reason().substring(place.length()) : refusal.reason(),
                    refusal.wayOut());
        }
    }

    /**
     * @param problem the first thing that keeps the card from being worked by; absent when there is none
     * @param parts the card in words; none when there is a problem
     * @param changes against the version in force
     * @param dueExamples of its interval, from today on; none when there is a problem
     */
    record CheckedCard(
            Optional<CardProblem> problem,
            List<CardSheet.Section> parts,
            List<CardChange> changes,
            List<DueExample> dueExamples) {}

    /** What the card's interval does: calibrated on one day, due on another. */
    record DueExample(LocalDate calibrated, LocalDate due) {}

    /** @param how each thing that was judged of the sensor, and what it came to */
    record ResponseTrialView(int percent, Verdict verdict, List<String> how, Optional<String> stuck) {}

    record ResponseTrialBody(@Size(max = MOST_LETTERS) String card, int slot) {
        ResponseTrialBody {
            card = given(card);
        }
    }

    /** @param slot of the sensor with the fault; absent: all are sound */
    record DryRunBody(
            @Size(max = MOST_LETTERS) String card,
            Job job,
            Optional<Integer> slot,
            Optional<Fault.Kind> fault,
            double strength) {
        DryRunBody {
            card = given(card);
            Refusal.unless(job != null, "job-missing", "job", "A dry run is of a job.", "Give CALIBRATION or BUMP.");
        }
    }

    private static String given(String card) {
        Refusal.unless(
                card != null && !card.isBlank(), "card-missing", "card", "There is no card.", "Send it as JSON text.");
        return card;
    }

    @GetMapping("/api/v1/card-choices")
    CardChoices choices() {
        return new CardChoices(
                GasLibrary.shipped().all().stream().map(CardDeskController::gas).toList(),
                Arrays.stream(Technology.values())
                        .map(value -> Choice.of(value, value.label()))
                        .toList(),
                Arrays.stream(Unit.values())
                        .map(value -> Choice.of(value, value.symbol()))
                        .toList(),
                Arrays.stream(ReadingMode.values())
                        .map(value -> Choice.of(value, value.label()))
                        .toList(),
                List.of(Choice.of(LelBasis.HANDBOOK, "handbook"), Choice.of(LelBasis.IEC, "IEC")),
                Arrays.stream(Quantity.values())
                        .map(value -> new Choice(value.name(), value.label(), value.unit()))
                        .toList(),
                Arrays.stream(ZeroAir.values())
                        .map(value -> Choice.of(value, value.label()))
                        .toList(),
                Arrays.stream(Purpose.values())
                        .map(value -> Choice.of(value, value.label()))
                        .toList(),
                Arrays.stream(MaintenanceKind.values())
                        .map(value -> Choice.of(value, value.label()))
                        .toList(),
                Arrays.stream(Fault.Kind.values())
                        .map(value -> new Choice(value.name(), value.word(), value.strengthIn()))
                        .toList());
    }

    private static Choice gas(Gas gas) {
        return new Choice(gas.id(), gas.name(), gas.formula());
    }

    @GetMapping("/api/v1/card-drafts")
    List<OpenDraft> all() {
        return drafts.all();
    }

    @GetMapping("/api/v1/card-desks/{model}")
    CardDesk desk(@PathVariable String model) {
        int newest = library.newestVersion(model).orElse(0);
        var draft = drafts.of(model);
        var card = draft.map(CardDraft::card)
                .orElseGet(() -> CoreJson.canonical().writeValueAsString(library.card(model, newest)));
        return new CardDesk(model, newest, card, draft);
    }

    @PutMapping("/api/v1/card-drafts/{model}")
    public CardDraft save(@PathVariable String model, @RequestBody DraftBody body, Principal principal) {
        return drafts.save(model, body.basedOn(), body.card(), body.edit(), people.displayName(principal.getName()));
    }

    @DeleteMapping("/api/v1/card-drafts/{model}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void drop(@PathVariable String model) {
        drafts.drop(model);
    }

    @PostMapping("/api/v1/card-checks")
    @Transactional(readOnly = true)
    public CheckedCard check(@RequestBody CardText body) {
        try {
            var card = JsonText.read(body.card(), ProcedureCard.class);
            library.refuseUnlessNext(card);
            var changes = library.newestVersion(card.model())
                    .map(version -> CardChange.between(library.card(card.model(), version), card))
                    .orElse(List.of());
            return new CheckedCard(Optional.empty(), CardSheet.of(card).parts(), changes, dueExamples(card));
        } catch (Refused e) {
            return new CheckedCard(Optional.of(CardProblem.of(e.refusal())), List.of(), List.of(), List.of());
        }
    }

    private List<DueExample> dueExamples(ProcedureCard card) {
        return IntStream.of(0, 12, 24)
                .mapToObj(days -> site.today().plusDays(days))
                .map(day -> new DueExample(day, card.interval().nextDue(day).date()))
                .toList();
    }

    /** A card to start from where no other is like the model, as JSON. */
    @GetMapping("/api/v1/card-templates/blank")
    CardText blank() {
        return new CardText(CoreJson.canonical().writeValueAsString(CardLibrary.blank()));
    }

    /** What the card comes to for one sensor at 30, 60 and 100 % of its response. */
    @PostMapping("/api/v1/card-response-trials")
    List<ResponseTrialView> responseTrials(@RequestBody ResponseTrialBody body) {
        var card = JsonText.read(body.card(), ProcedureCard.class);
        Refusal.unless(
                card.findSensor(body.slot()).isPresent(),
                "slot-unknown",
                "slot",
                "The card has no slot " + body.slot() + ".",
                "Choose one of its sensors.");
        return ResponseTrial.of(card, policies.policy(), body.slot(), site.today()).stream()
                .map(trial -> new ResponseTrialView(
                        trial.percent(),
                        trial.verdict(),
                        trial.outcomes().stream()
                                .map(outcome -> outcome.stage().label() + ": " + outcome.how() + ", "
                                        + outcome.judgement().verdict().label())
                                .toList(),
                        trial.stuck()))
                .toList();
    }

    @PostMapping("/api/v1/card-dry-runs")
    public DryRunView dryRun(@RequestBody DryRunBody body) {
        var card = JsonText.read(body.card(), ProcedureCard.class);
        var fault = body.slot()
                .flatMap(slot -> body.fault().map(kind -> new DryRun.With(slot, new Fault(kind, body.strength()))));
        return DryRunView.of(DryRun.of(card, policies.policy(), body.job(), fault, site.today(), 1), card);
    }

    /** What a later version says otherwise than an earlier one. */
    @GetMapping("/api/v1/card-changes/{model}")
    List<CardChange> changes(@PathVariable String model, @RequestParam int from, @RequestParam int to) {
        return CardChange.between(library.card(model, from), library.card(model, to));
    }
}
