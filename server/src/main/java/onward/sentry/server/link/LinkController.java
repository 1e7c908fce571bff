package onward.sentry.server.link;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.GasUse;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refused;
import onward.sentry.server.bench.Lanes;
import onward.sentry.server.bench.Reconnections;
import onward.sentry.server.bench.RunEntity;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The link protocol, as docs/formats/link-protocol.md describes it. */
@RestController
class LinkController {

    private final LinkService link;
    private final GatewayFaults faults;
    private final Runs runs;
    private final Reconnections reconnections;
    private final ProcedureLibrary library;
    private final Lanes lanes;

    LinkController(
            LinkService link,
            GatewayFaults faults,
            Runs runs,
            Reconnections reconnections,
            ProcedureLibrary library,
            Lanes lanes) {
        this.link = link;
        this.faults = faults;
        this.runs = runs;
        this.reconnections = reconnections;
        this.library = library;
        this.lanes = lanes;
    }

    record LinkDetector(
            String serial, String model, LelBasis lelBasis, List<LinkSensor> sensors, Optional<LinkRun> run) {}

    /** @param fittedOn empty when nobody knows it */
    record LinkSensor(SensorSpec spec, String serial, Optional<LocalDate> fittedOn) {}

    /**
     * @param lagSeconds what the tubing between cylinder and sensors holds up
     * @param heldBack what it asks for must wait for a neighbour on the bench
     */
    record LinkRun(
            String runId,
            double timeScale,
            boolean calibrating,
            NextAction.Kind asksFor,
            Optional<LinkGas> gas,
            double lagSeconds,
            boolean heldBack) {}

    /**
     * @param cylinder the tag that people call it by
     * @param litresLeft in it when it was chosen, by its gauge and what was drawn since
     * @param litresPerMinute that this run draws while its valve is open
     */
    record LinkGas(
            String cylinder, List<LinkPart> components, String balance, double litresLeft, double litresPerMinute) {}

    record LinkPart(String gas, double value, Unit unit) {}

    record OpenSession(@NotNull UUID runId) {}

    record SessionOpened(String sessionId, long nextSequence, long runTime) {}

    /** @param now run time at the gateway when it sends this; may be later than the last reading */
    record Batch(
            long sequence,
            Optional<Long> now,
            @NotNull @Size(max = 5_000) List<Reading> readings) {}

    record Acknowledged(long sequence, Optional<LinkRun> run) {}

    /** A gateway asks for this several times a second: what is the same for all detectors is looked up once. */
    @GetMapping("/api/v1/link/detectors")
    List<LinkDetector> detectors(Principal token) {
        var cards = library.latestCards().stream().collect(Collectors.toMap(ProcedureCard::model, Function.identity()));
        var wanted = link.wanted();
        return link.detectors(UUID.fromString(token.getName())).stream()
                .map(detector ->
                        detector(detector, cards.get(detector.model()), Optional.ofNullable(wanted.get(detector.id()))))
                .toList();
    }

    @PostMapping("/api/v1/link/detectors/{serial}/sessions")
    @ResponseStatus(HttpStatus.CREATED)
    SessionOpened open(@PathVariable String serial, @Valid @RequestBody OpenSession body, Principal token) {
        var gateway = UUID.fromString(token.getName());
        var session = noting(gateway, () -> link.open(gateway, serial, body.runId()));
        return new SessionOpened(session.id().toString(), session.lastSeq() + 1, runs.runTime(body.runId()));
    }

    @PostMapping("/api/v1/link/sessions/{id}/batches")
    Acknowledged batch(@PathVariable UUID id, @Valid @RequestBody Batch body, Principal token) {
        var gateway = UUID.fromString(token.getName());
        var now = body.now().map(OptionalLong::of).orElseGet(OptionalLong::empty);
        long sequence = noting(gateway, () -> link.take(gateway, id, body.sequence(), now, body.readings()));
        var wanted = link.wantedBy(id);
        boolean reconnected = wanted.filter(run -> reconnections.reconnect(run)).isPresent();
        return new Acknowledged(sequence, (reconnected ? link.wantedBy(id) : wanted).map(this::run));
    }

    /** What is refused is counted, so that who set the gateway up sees it. */
    private <T> T noting(UUID gateway, Supplier<T> what) {
        try {
            return what.get();
        } catch (Refused refused) {
            faults.note(gateway, refused.refusal());
            throw refused;
        }
    }

    private LinkDetector detector(Fleet.RegisteredDetector detector, ProcedureCard card, Optional<RunEntity> wanted) {
        return new LinkDetector(
                detector.serial(),
                detector.model(),
                card.lelBasis(),
                detector.sensors().stream()
                        .map(s -> new LinkSensor(
                                card.sensor(s.slot()),
                                s.serial(),
                                Optional.of(s.fittedOn()).filter(day -> s.fittedKnown())))
                        .toList(),
                wanted.map(this::run));
    }

    private LinkRun run(RunEntity run) {
        var state = runs.state(run.id());
        return new LinkRun(
                run.id().toString(),
                run.timeScale(),
                state.spanning(),
                run.asksFor(),
                state.cylinder().or(state::flowing).map(chosen -> gas(state, chosen)),
                state.cylinder()
                        .or(state::flowing)
                        .flatMap(RunEvent.CylinderChosen::rig)
                        .map(rig -> rig.lagSeconds(state.card().intake(), state.sharing()))
                        .orElse(0.0),
                asksForValve(run) && lanes.holdBack(run.id()));
    }

    private static boolean asksForValve(RunEntity run) {
        return run.asksFor() == NextAction.Kind.OPEN_GAS || run.asksFor() == NextAction.Kind.CLOSE_GAS;
    }

    private static LinkGas gas(RunState state, RunEvent.CylinderChosen chosen) {
        var mixture = chosen.cylinder().mixture();
        return new LinkGas(
                chosen.cylinderId(),
                mixture.components().stream()
                        .map(c -> new LinkPart(
                                c.gasId(), c.certified().value(), c.certified().unit()))
                        .toList(),
                mixture.balanceGasId(),
                chosen.cylinder().litresLeft(),
                GasUse.litresPerMinute(state, chosen));
    }
}
