package onward.sentry.server.bench;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Proofs;
import onward.sentry.server.people.Role;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** A lead answers, on the technician's own screen, for somebody whose competence has ended. */
@RestController
class CountersignController {

    private final Runs runs;
    private final RunViews views;
    private final People people;
    private final Proofs proofs;

    CountersignController(Runs runs, RunViews views, People people, Proofs proofs) {
        this.runs = runs;
        this.views = views;
        this.people = people;
        this.proofs = proofs;
    }

    /**
     * @param clientId made by the device, so that a repeat has no second effect
     * @param lead sign-in name
     * @param secret the lead's PIN or password
     */
    record Countersignature(
            @NotBlank String clientId,
            @NotBlank String lead,
            @NotNull String secret) {}

    @PostMapping("/api/v1/runs/{id}/countersignature")
    RunView countersign(@PathVariable UUID id, @Valid @RequestBody Countersignature body, Principal principal) {
        var name = people.displayName(principal.getName());
        var state = runs.state(id);
        Refusal.unless(
                people.hadCompetence(state.technician(), state.card().competence()),
                "countersign-never-qualified",
                "",
                state.technician() + " was never qualified for '" + state.card().competence() + "'.",
                "Have somebody qualified take the run over.");
        var lead = body.lead().strip().toLowerCase(Locale.ROOT);
        Refusal.unless(
                people.isKnown(lead),
                "countersign-unknown",
                "lead",
                "Nobody here signs in as '" + lead + "'.",
                "Type the name that the lead signs in with.");
        proofs.check(lead, body.secret());
        Refusal.unless(
                people.isAtLeast(lead, Role.LEAD),
                "countersign-lead",
                "lead",
                people.displayName(lead) + " is no lead.",
                "Ask a lead to come to the bench.");
        runs.command(
                id,
                body.clientId(),
                new RunCommand.Countersign(people.displayName(lead)),
                Optional.empty(),
                name,
                false);
        return views.view(id, name);
    }
}
