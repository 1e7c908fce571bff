package onward.sentry.server.bench;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.run.RunState;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.trace.LinkSilence;
import onward.sentry.formats.Chain;

/** The projection of a run's events that lists need. */
@Entity
@Table(name = "run")
public class RunEntity {

    @Id
    private UUID id;

    private UUID detectorId;

    @Enumerated(EnumType.STRING)
    private Job job;

    @Enumerated(EnumType.STRING)
    private ReadingSource source;

    private double timeScale;
    private String technician;

    @Enumerated(EnumType.STRING)
    private RunPhase phase;

    private String model;
    private int cardVersion;
    private int policyVersion;
    private Instant startedAt;
    private Instant endedAt;
    private LocalDate endedOn;

    @Enumerated(EnumType.STRING)
    private Verdict verdict;

    private String strip;

    @Enumerated(EnumType.STRING)
    private NextAction.Kind asksFor;

    private int lastSeq = -1;
    private String lastHash = Chain.START;
    private int batches;
    private Long linkRunTime;
    private Instant linkHeardAt;
    /** Since when readings come over the link: from the start, or since somebody switched to it. */
    private Instant linkSince;

    private String room = "";
    private UUID manifold;

    /** Typed in from paper, and taken back: it stays on record and counts for nothing. */
    private boolean withdrawn;

    protected RunEntity() {}

    RunEntity(UUID id, UUID detectorId, RunState state, Instant startedAt) {
        var started = state.started().orElseThrow();
        this.id = id;
        this.detectorId = detectorId;
        this.job = started.job();
        this.source = started.source();
        this.timeScale = started.timeScale();
        this.model = started.model();
        this.cardVersion = started.cardVersion();
        this.policyVersion = started.policyVersion();
        this.startedAt = startedAt;
        this.linkSince = startedAt;
        project(state, NextAction.of(state));
    }

    /** Takes over from the folded state, and from what comes next in it, what lists show. */
    void project(RunState state, NextAction next) {
        technician = state.technician();
        source = state.source();
        phase = state.phase();
        asksFor = next.kind();
        room = state.place().map(RunEvent.LanePlaced::room).orElse("");
        manifold = state.place()
                .flatMap(RunEvent.LanePlaced::manifold)
                .map(UUID::fromString)
                .orElse(null);
    }

    void logged(int seq, String hash) {
        lastSeq = seq;
        lastHash = hash;
    }

    /** The run takes its readings over the link from here on. */
    void linked(Instant at) {
        linkSince = at;
        linkRunTime = null;
        linkHeardAt = null;
    }

    /** @param gatewayRunTime run time at the gateway when it sent the batch; readings in it may be older */
    void batchStored(long gatewayRunTime, Instant at) {
        batches++;
        linkRunTime = gatewayRunTime;
        linkHeardAt = at;
    }

    /** How long ago a gateway was last heard, or should have been; empty where readings are typed. */
    Optional<LinkSilence> silence(Instant now, long intervalMillis) {
        if (!source.isByLink()) {
            return Optional.empty();
        }
        var since = linkHeardAt == null || linkHeardAt.isBefore(linkSince) ? linkSince : linkHeardAt;
        long silent = Math.max(0, Duration.between(since, now).toMillis());
        return Optional.of(new LinkSilence(silent, Math.round(intervalMillis / timeScale)));
    }

    /** Run time at the gateway now, going by when it was last heard; empty before that. */
    OptionalLong linkRunTime(Instant now) {
        return linkRunTime == null
                ? OptionalLong.empty()
                : OptionalLong.of(linkRunTime
                        + Math.round(Duration.between(linkHeardAt, now).toMillis() * timeScale));
    }

    void ended(Instant at, LocalDate on, Optional<Verdict> reached, Strip drawn) {
        endedAt = at;
        endedOn = on;
        verdict = reached.orElse(null);
        strip = drawn.encode();
    }

    public void withdraw() {
        withdrawn = true;
    }

    public boolean withdrawn() {
        return withdrawn;
    }

    public UUID id() {
        return id;
    }

    public UUID detectorId() {
        return detectorId;
    }

    public Job job() {
        return job;
    }

    public ReadingSource source() {
        return source;
    }

    public double timeScale() {
        return timeScale;
    }

    public String technician() {
        return technician;
    }

    public RunPhase phase() {
        return phase;
    }

    public String model() {
        return model;
    }

    public int cardVersion() {
        return cardVersion;
    }

    public int policyVersion() {
        return policyVersion;
    }

    public Instant startedAt() {
        return startedAt;
    }

    public Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    public Optional<LocalDate> endedOn() {
        return Optional.ofNullable(endedOn);
    }

    public Optional<Verdict> verdict() {
        return Optional.ofNullable(verdict);
    }

    public Optional<String> strip() {
        return Optional.ofNullable(strip);
    }

    String room() {
        return room;
    }

    /** What brings gas to it together with others. */
    Optional<UUID> manifold() {
        return Optional.ofNullable(manifold);
    }

    public NextAction.Kind asksFor() {
        return asksFor;
    }

    int lastSeq() {
        return lastSeq;
    }

    /** Hash of the last event: what the record stands on. */
    public String lastHash() {
        return lastHash;
    }

    int batches() {
        return batches;
    }
}
