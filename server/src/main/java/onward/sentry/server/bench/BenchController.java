package onward.sentry.server.bench;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.equipment.BenchEquipment;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signatures;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.SitePolicies;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

@RestController
class BenchController {

    private static final int MOST_POINTS = 900;

    private final Runs runs;
    private final Reconnections reconnections;
    private final RunViews views;
    private final LaneViews laneViews;
    private final Lanes lanes;
    private final RunLog log;
    private final LiveHub hub;
    private final Fleet fleet;
    private final Shelf shelf;
    private final BenchEquipment equipment;
    private final SitePolicies policies;
    private final People people;
    private final Signatures signatures;
    private final Site site;

    BenchController(
            Runs runs,
            Reconnections reconnections,
            RunViews views,
            LaneViews laneViews,
            Lanes lanes,
            RunLog log,
            LiveHub hub,
            Fleet fleet,
            Shelf shelf,
            BenchEquipment equipment,
            SitePolicies policies,
            People people,
            Signatures signatures,
            Site site) {
        this.runs = runs;
        this.reconnections = reconnections;
        this.views = views;
        this.laneViews = laneViews;
        this.lanes = lanes;
        this.log = log;
        this.hub = hub;
        this.fleet = fleet;
        this.shelf = shelf;
        this.equipment = equipment;
        this.policies = policies;
        this.people = people;
        this.signatures = signatures;
        this.site = site;
    }

    /** @param source absent: over the link where a gateway serves the detector, else typed */
    record StartRun(
            @NotBlank String clientId,
            @NotBlank String serial,
            @NotNull Job job,
            Optional<ReadingSource> source,
            Optional<Double> timeScale,
            Optional<List<Integer>> slots,
            Optional<String> room) {}

    /** @param rig with the regulator that stays on the cylinder; or the usual one where the last one may not bring its gas; else empty */
    record CandidateView(
            String id,
            String tag,
            String certificateNumber,
            String useBefore,
            double litresLeft,
            Optional<Rig> rig,
            Fitness fitness) {

        static CandidateView of(Shelf.OnShelf onShelf, Optional<Rig> rig, Fitness fitness) {
            var cylinder = onShelf.cylinder();
            return new CandidateView(
                    onShelf.id().toString(),
                    onShelf.tag(),
                    cylinder.certificateNumber(),
                    cylinder.useBefore().toString(),
                    cylinder.litresLeft(),
                    rig,
                    fitness);
        }
    }

    /** Every lane of the site, each technician's in the order in which they need a hand. */
    @GetMapping("/api/v1/bench")
    List<LaneView> lanes() {
        return laneViews.all();
    }

    @PostMapping("/api/v1/runs")
    @ResponseStatus(HttpStatus.CREATED)
    RunView start(@Valid @RequestBody StartRun body, Principal principal) {
        var name = people.displayName(principal.getName());
        var start = new Runs.Start(
                body.clientId(),
                body.serial(),
                body.job(),
                body.source(),
                body.timeScale().orElse(1.0),
                body.slots().orElse(List.of()),
                body.room().orElse(""));
        var id = runs.start(start, name, people.competences(principal.getName()));
        return views.view(id, name);
    }

    @GetMapping("/api/v1/runs/{id}")
    RunView run(@PathVariable UUID id, Principal principal) {
        return views.view(id, people.displayName(principal.getName()));
    }

    @PostMapping("/api/v1/runs/{id}/commands")
    RunView command(
            @PathVariable UUID id,
            @Valid @RequestBody CommandBody body,
            Principal principal,
            HttpServletRequest request) {
        boolean signature = body.kind() == CommandBody.Kind.SIGN;
        if (signature) {
            signatures.require(request.getSession());
        }
        var name = people.displayName(principal.getName());
        boolean lacks = runs.lacksCompetence(id, people.competences(principal.getName()));
        var refusal = runs.command(
                id,
                body.clientId(),
                body.toCore(shelf, equipment, site, lacks),
                body.at(),
                name,
                body.together().orElse(false));
        if (refusal.isPresent()) {
            throw new Refused(refusal.get());
        }
        if (signature) {
            signatures.made(request.getSession());
        }
        reconnections.reconnect(runs.run(id));
        return views.view(id, name);
    }

    /** The picture beside the note of a step. */
    @GetMapping("/api/v1/runs/{id}/pictures/{step}")
    ResponseEntity<byte[]> picture(@PathVariable UUID id, @PathVariable int step) {
        var picture =
                RunViews.picture(runs.state(id), step).orElseThrow(() -> new NotFound("A picture of step " + step));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(picture.mediaType()))
                .body(picture.bytes());
    }

    /** Readings for drawing, thinned to what a screen can show. */
    @GetMapping("/api/v1/runs/{id}/readings")
    List<Reading> readings(@PathVariable UUID id, @RequestParam(defaultValue = "-1") long after) {
        var all = new ArrayList<>(log.readingsAfter(id, after));
        all.addAll(typed(id, after));
        all.sort(Comparator.comparingLong(Reading::at));
        int every = Math.max(1, all.size() / MOST_POINTS);
        var thinned = new ArrayList<Reading>();
        for (int i = 0; i < all.size(); i += every) {
            thinned.add(all.get(i));
        }
        return thinned;
    }

    private List<Reading> typed(UUID id, long after) {
        var byTime = new TreeMap<Long, Map<Integer, Double>>();
        for (var event : runs.state(id).events()) {
            if (event instanceof RunEvent.ReadingTyped typed && typed.at() > after) {
                byTime.computeIfAbsent(typed.at(), at -> new TreeMap<>()).put(typed.slot(), typed.value());
            }
        }
        return byTime.entrySet().stream()
                .map(e -> new Reading(e.getKey(), e.getValue()))
                .toList();
    }

    /**
     * Every cylinder on the shelf against the step that comes next: allowed ones first, each with all reasons.
     *
     * @param rig how the gas is to be brought; without it as the model's manual asks for
     */
    @GetMapping("/api/v1/runs/{id}/cylinders")
    List<CandidateView> cylinders(@PathVariable UUID id, @ParameterObject RigChoice rig) {
        var run = runs.run(id);
        var state = runs.state(id);
        boolean zeroFromCylinder = state.currentStep().orElse(null) instanceof Step.Zero;
        if (state.undecidedTargets().isEmpty() && !zeroFromCylinder) {
            return List.of();
        }
        var policy = policies.policy(run.policyVersion());
        var asked = rig.toCore(state.usualRig()).map(equipment::withRegisteredEquipment);
        var shelved = shelf.all();
        var last = lastRig(state.rigAtHand(), shelved);
        // Said with the choice then, for the run itself only knows which rig was the last.
        boolean another = asked.isEmpty() && last.isEmpty();
        var atHand = asked.or(() -> last).orElseGet(state::usualRig);
        return shelved.stream()
                .map(cylinder -> {
                    var refusals = new ArrayList<Refusal>();
                    var own = asked.isPresent()
                            ? Optional.<Rig>empty()
                            : own(state.usualRig(), cylinder, refusals)
                                    .or(() -> another ? Optional.of(atHand) : Optional.empty());
                    var demand = GasDemands.of(state, policy, site.today(), Optional.of(own.orElse(atHand)));
                    var fitness = CylinderCheck.of(cylinder.cylinder(), demand);
                    lanes.againstCylinder(id, cylinder.tag()).ifPresent(refusals::add);
                    for (var refusal : refusals) {
                        fitness = fitness.refusedFor(refusal);
                    }
                    return CandidateView.of(cylinder, own, fitness);
                })
                .sorted(Comparator.comparing(CandidateView::fitness, Fitness.BEST_FIRST))
                .toList();
    }

    /** The rig that brought the last gas; empty where its regulator stays on one of the cylinders, or failed its check since. */
    private Optional<Rig> lastRig(Rig last, List<Shelf.OnShelf> cylinders) {
        var tag = last.regulator().tag();
        if (!tag.isEmpty() && cylinders.stream().anyMatch(one -> one.regulator().equals(tag))) {
            return Optional.empty();
        }
        try {
            return Optional.of(equipment.withRegisteredEquipment(last));
        } catch (Refused failed) {
            return Optional.empty();
        }
    }

    /** The rig with the regulator that stays on a cylinder; one that must not be used is a reason against the cylinder. */
    private Optional<Rig> own(Rig usual, Shelf.OnShelf cylinder, List<Refusal> refusals) {
        try {
            return equipment.withRegulator(usual, cylinder.regulator());
        } catch (Refused refused) {
            refusals.add(refused.refusal());
            return Optional.empty();
        }
    }

    /** One stream per page: lanes always, and one run in full with its readings. */
    @GetMapping(path = "/api/v1/bench/stream", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter stream(
            @RequestParam Optional<UUID> run,
            @RequestParam(defaultValue = "-1") long after,
            Principal principal,
            HttpServletRequest request) {
        return hub.subscribe(
                run,
                after,
                people.displayName(principal.getName()),
                request.getSession().getId());
    }
}
