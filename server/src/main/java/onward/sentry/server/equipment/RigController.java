package onward.sentry.server.equipment;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.rig.BenchRig;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.rig.RigCheck;
import onward.sentry.core.rig.SampleLine;
import onward.sentry.core.rig.Tubing;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Rigs: put together once, checked by the flow rules against every model while they are put together. */
@RestController
class RigController {

    private static final double BORE_MILLIMETRES = 4;

    private final BenchRigs rigs;
    private final BenchEquipment equipment;
    private final ProcedureLibrary library;
    private final IdempotentRequests once;
    private final People people;
    private final Site site;

    RigController(
            BenchRigs rigs,
            BenchEquipment equipment,
            ProcedureLibrary library,
            IdempotentRequests once,
            People people,
            Site site) {
        this.rigs = rigs;
        this.equipment = equipment;
        this.library = library;
        this.once = once;
        this.people = people;
        this.site = site;
    }

    /** @param regulator tag of a regulator of the bench */
    record NewRig(
            @NotBlank String name,
            @NotBlank String regulator,
            @NotNull Delivery delivery,
            @NotNull Tubing.Material material,
            double metres) {}

    /**
     * Whether a rig serves a model.
     *
     * @param refusal why it does not
     * @param warnings what to look at all the same
     */
    record ModelOnRig(String model, Optional<Refusal> refusal, List<Refusal> warnings, double lagSeconds) {}

    /**
     * @param rig as it is today; absent when its regulator may not be used
     * @param refusal why its regulator may not be used
     */
    record RigView(String name, Optional<Rig> rig, Optional<Refusal> refusal, List<ModelOnRig> models) {}

    @GetMapping("/api/v1/rigs")
    List<RigView> all() {
        var cards = library.latestCards();
        return rigs.all().stream().map(rig -> view(rig, cards)).toList();
    }

    /** What a rig would serve; nothing is stored. */
    @PostMapping("/api/v1/rig-checks")
    public RigView check(@Valid @RequestBody NewRig body) {
        return view(toCore(body), library.latestCards());
    }

    @PostMapping("/api/v1/rigs")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public RigView add(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody NewRig body, Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                RigView.class,
                () -> view(rigs.add(toCore(body), people.displayName(principal.getName())), library.latestCards()));
    }

    @DeleteMapping("/api/v1/rigs/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void takeApart(@PathVariable String name, Principal principal) {
        rigs.takeApart(name, people.displayName(principal.getName()));
    }

    private BenchRig toCore(NewRig body) {
        return new BenchRig(
                body.name().strip(),
                equipment.byTag(body.regulator()),
                body.delivery(),
                new Tubing(body.material(), new SampleLine(body.metres(), BORE_MILLIMETRES)));
    }

    private RigView view(BenchRig kept, List<ProcedureCard> cards) {
        var today = site.today();
        try {
            var rig = kept.forUse(today);
            return new RigView(
                    kept.name(),
                    Optional.of(rig),
                    Optional.empty(),
                    cards.stream().map(card -> on(rig, card, today)).toList());
        } catch (Refused e) {
            return new RigView(kept.name(), Optional.empty(), Optional.of(e.refusal()), List.of());
        }
    }

    private static ModelOnRig on(Rig rig, ProcedureCard card, LocalDate today) {
        var check = RigCheck.of(rig, card.intake(), List.of(), today);
        return new ModelOnRig(
                card.model(), check.refusals().stream().findFirst(), check.warnings(), rig.lagSeconds(card.intake()));
    }
}
