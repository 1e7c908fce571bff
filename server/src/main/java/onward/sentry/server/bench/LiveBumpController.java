package onward.sentry.server.bench;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.ObservedBump;
import onward.sentry.server.people.People;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The bump of a round whose numbers come over the link. */
@RestController
class LiveBumpController {

    private final BumpRounds rounds;
    private final Runs runs;
    private final RunCache cache;
    private final People people;

    LiveBumpController(BumpRounds rounds, Runs runs, RunCache cache, People people) {
        this.rounds = rounds;
        this.runs = runs;
        this.cache = cache;
        this.people = people;
    }

    record GoLive(@NotBlank String serial, Optional<Double> timeScale, Optional<String> room) {}

    /** The bump whose numbers are coming in. */
    record LiveBump(String runId, String serial, List<LiveAnswer> answers) {}

    /**
     * @param shown what three readings in a row have held, the furthest before the third, with its unit; empty before the first
     * @param percent of the way from clean air
     * @param responds it has come as far as the card asks for
     */
    record LiveAnswer(int slot, String shown, OptionalDouble percent, boolean responds) {}

    /** Gas is on at a detector: its gateway is to send the numbers. */
    @PostMapping("/api/v1/rounds/{id}/live")
    LiveBump goLive(@PathVariable UUID id, @Valid @RequestBody GoLive body, Principal principal) {
        rounds.live(
                id,
                body.serial(),
                body.timeScale().orElse(1.0),
                body.room().orElse(""),
                people.displayName(principal.getName()));
        return live(id).orElseThrow();
    }

    /** The bump whose numbers are coming in, if there is one. */
    @GetMapping("/api/v1/rounds/{id}/live")
    Optional<LiveBump> live(@PathVariable UUID id) {
        return rounds.round(id).liveRun().map(runs::run).map(run -> cache.look(run, live -> liveBump(run, live)));
    }

    private static LiveBump liveBump(RunEntity run, LiveRun live) {
        var state = live.state();
        return new LiveBump(
                run.id().toString(),
                state.started().orElseThrow().serial(),
                live.answers().stream()
                        .map(answer -> liveAnswer(state.card().sensor(answer.slot()), answer))
                        .toList());
    }

    private static LiveAnswer liveAnswer(SensorSpec sensor, ObservedBump.SensorResponse answer) {
        return new LiveAnswer(
                answer.slot(),
                answer.reading().isPresent() ? sensor.shown(answer.reading().getAsDouble()) : "",
                answer.percent(),
                answer.verdict() == Verdict.PASS);
    }
}
