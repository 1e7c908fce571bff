package onward.sentry.server.bench;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.server.people.People;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Puts several detectors of one model on one manifold. */
@RestController
class ManifoldController {

    private final Runs runs;
    private final People people;

    ManifoldController(Runs runs, People people) {
        this.runs = runs;
        this.people = people;
    }

    record StartManifold(
            @NotBlank String clientId,
            @NotNull List<String> serials,
            @NotNull Job job,
            Optional<ReadingSource> source,
            Optional<Double> timeScale,
            Optional<String> room) {}

    /** @param runs ids in the order of the serials */
    record ManifoldView(List<String> runs) {}

    @PostMapping("/api/v1/bench/manifolds")
    @ResponseStatus(HttpStatus.CREATED)
    ManifoldView start(@Valid @RequestBody StartManifold body, Principal principal) {
        var starts = body.serials().stream()
                .map(serial -> new Runs.Start(
                        body.clientId() + ":" + serial,
                        serial,
                        body.job(),
                        body.source(),
                        body.timeScale().orElse(1.0),
                        List.of(),
                        body.room().orElse("")))
                .toList();
        var started = runs.startOnManifold(
                body.clientId(),
                starts,
                people.displayName(principal.getName()),
                people.competences(principal.getName()));
        return new ManifoldView(started.stream().map(UUID::toString).toList());
    }
}
