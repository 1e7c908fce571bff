package onward.sentry.server.bench;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.shelf.BumpPass;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The bump round: what can be begun, where it stands, and what was seen of one detector. */
@RestController
class RoundController {

    private final BumpRounds rounds;
    private final Shelf shelf;
    private final ProcedureLibrary library;
    private final People people;
    private final IdempotentRequests once;
    private final Site site;

    RoundController(
            BumpRounds rounds,
            Shelf shelf,
            ProcedureLibrary library,
            People people,
            IdempotentRequests once,
            Site site) {
        this.rounds = rounds;
        this.shelf = shelf;
        this.library = library;
        this.people = people;
        this.once = once;
        this.site = site;
    }

    /** @param crew empty: everybody's */
    record CrewChoice(String crew, int waiting, List<GasChoice> cylinders) {}

    /**
     * @param serves how many of the waiting detectors this cylinder bumps
     * @param inPart how many of these wait for another cylinder after it
     */
    record GasChoice(String id, String tag, int serves, int inPart, double litresLeft) {}

    record Begin(
            @NotBlank String clientId,
            @NotNull String crew,
            @NotNull UUID cylinderId) {}

    record RoundSensor(int slot, String formula, String gas, String unit, String expects) {}

    /**
     * @param sensors that the round's gas bumps
     * @param others formulas of the gases that wait for another cylinder
     * @param linked a gateway can send its numbers
     * @param refusal why the round's gas does not serve it; empty when it does
     */
    record Waiting(
            String serial,
            String model,
            String crew,
            List<RoundSensor> sensors,
            List<String> others,
            boolean linked,
            Optional<Refusal> refusal) {}

    /**
     * @param left detectors that still wait
     * @param drawnLitres what the round has taken from the cylinder
     */
    record RoundView(
            String id,
            String crew,
            String technician,
            boolean ended,
            String cylinder,
            double litresLeft,
            double drawnLitres,
            List<Waiting> left,
            List<BumpRounds.Entry> done) {}

    /**
     * @param silent slots that did not respond
     * @param alarms every alarm was noticed
     * @param readings that were typed beside it, by slot
     */
    record Seen(
            @NotBlank String serial,
            @NotNull List<Integer> silent,
            boolean alarms,
            @NotNull Map<Integer, Double> readings) {}

    @GetMapping("/api/v1/rounds/choices")
    @Transactional(readOnly = true)
    public List<CrewChoice> choices() {
        var all = rounds.waiting("");
        var passes = new LinkedHashMap<Shelf.OnShelf, Map<UUID, BumpPass>>();
        shelf.all().forEach(c -> passes.put(c, rounds.passes(all, c.cylinder())));
        return Stream.concat(
                        Stream.of(""),
                        all.stream()
                                .map(Fleet.RegisteredDetector::crew)
                                .filter(crew -> !crew.isEmpty())
                                .distinct()
                                .sorted())
                .map(crew -> choice(
                        crew,
                        all.stream()
                                .filter(d -> crew.isEmpty() || d.crew().equals(crew))
                                .toList(),
                        passes))
                .filter(choice -> choice.waiting() > 0)
                .toList();
    }

    private static CrewChoice choice(
            String crew, List<Fleet.RegisteredDetector> theirs, Map<Shelf.OnShelf, Map<UUID, BumpPass>> passes) {
        return new CrewChoice(
                crew,
                theirs.size(),
                passes.entrySet().stream()
                        .map(c -> choice(
                                c.getKey(),
                                theirs.stream()
                                        .map(d -> c.getValue().get(d.id()))
                                        .filter(pass -> pass.refusal().isEmpty())
                                        .toList()))
                        .filter(c -> c.serves() > 0)
                        .sorted(Comparator.comparingInt(GasChoice::serves)
                                .reversed()
                                .thenComparing(GasChoice::inPart)
                                .thenComparing(GasChoice::tag))
                        .toList());
    }

    private static GasChoice choice(Shelf.OnShelf cylinder, List<BumpPass> served) {
        return new GasChoice(
                cylinder.id().toString(),
                cylinder.tag(),
                served.size(),
                (int) served.stream().filter(pass -> !pass.others().isEmpty()).count(),
                cylinder.cylinder().litresLeft());
    }

    @GetMapping("/api/v1/rounds/open")
    Optional<String> open(Principal principal) {
        return rounds.open(people.displayName(principal.getName())).map(UUID::toString);
    }

    @PostMapping("/api/v1/rounds")
    @Signed
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public RoundView begin(@Valid @RequestBody Begin body, Principal principal) {
        return view(
                rounds.begin(body.clientId(), body.crew(), body.cylinderId(), people.displayName(principal.getName())));
    }

    @GetMapping("/api/v1/rounds/{id}")
    @Transactional(readOnly = true)
    public RoundView round(@PathVariable UUID id) {
        return view(id);
    }

    @PostMapping("/api/v1/rounds/{id}/bumps")
    @Transactional
    public RoundView bump(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable UUID id,
            @Valid @RequestBody Seen body,
            Principal principal) {
        return once.execute(key, principal.getName(), RoundView.class, () -> {
            rounds.bump(
                    id,
                    body.serial(),
                    body.silent(),
                    body.alarms(),
                    body.readings(),
                    people.displayName(principal.getName()));
            return view(id);
        });
    }

    @PostMapping("/api/v1/rounds/{id}/end")
    @Transactional
    public RoundView end(@PathVariable UUID id, Principal principal) {
        rounds.end(id, people.displayName(principal.getName()));
        return view(id);
    }

    private RoundView view(UUID id) {
        var round = rounds.round(id);
        var cylinder = shelf.cylinder(round.cylinderId());
        var done = rounds.entries(id);
        var cards = library.latestCards().stream().collect(Collectors.toMap(ProcedureCard::model, card -> card));
        double drawn = done.stream().mapToDouble(BumpRounds.Entry::litres).sum();
        var linked = rounds.linked();
        var seen = new TreeSet<String>();
        done.forEach(entry -> seen.add(entry.serial()));
        var left = rounds.waiting(round.crew()).stream()
                .filter(d -> !seen.contains(d.serial()))
                .toList();
        var passes = rounds.passes(left, cylinder.cylinder());
        return new RoundView(
                id.toString(),
                round.crew(),
                round.technician(),
                round.endedAt().isPresent(),
                cylinder.tag(),
                cylinder.cylinder().litresLeft(),
                drawn,
                left.stream()
                        .map(d -> waiting(d, cards.get(d.model()), passes.get(d.id()), linked.contains(d.id())))
                        .sorted(Comparator.comparing((Waiting w) -> w.refusal().isPresent())
                                .thenComparing(Waiting::model)
                                .thenComparing(Waiting::serial))
                        .toList(),
                done);
    }

    private static Waiting waiting(
            Fleet.RegisteredDetector detector, ProcedureCard card, BumpPass pass, boolean linked) {
        return new Waiting(
                detector.serial(),
                detector.model(),
                detector.crew(),
                pass.label().stream()
                        .map(line -> sensor(card.sensor(line.slot()), line))
                        .toList(),
                pass.others().stream()
                        .map(slot -> card.sensor(slot).gas().formula())
                        .toList(),
                linked,
                pass.refusal());
    }

    private static RoundSensor sensor(SensorSpec sensor, LabelLine line) {
        return new RoundSensor(
                sensor.slot(),
                sensor.gas().formula(),
                sensor.gas().name(),
                sensor.unit().symbol(),
                sensor.shown(line.expected()));
    }
}
