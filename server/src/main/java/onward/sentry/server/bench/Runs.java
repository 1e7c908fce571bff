package onward.sentry.server.bench;

import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.SensorCare;
import onward.sentry.core.card.Step;
import onward.sentry.core.lanes.Manifold;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.run.RunState;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.fleet.Lendings;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Starts runs and takes commands and readings in, each in one transaction under the run's row lock. */
@Service
public class Runs {

    public static final Set<RunPhase> UNFINISHED = Set.of(RunPhase.OPEN, RunPhase.TO_SIGN);

    /** A device's clock may be this far ahead before it is not believed, ms of run time at scale 1. */
    private static final long MOST_AHEAD_MILLIS = 5_000;

    /** Readings that come later than this after they were measured are not waited for, ms at scale 1. */
    private static final long MOST_BEHIND_MILLIS = 120_000;

    private final RunRepository runs;
    private final EntityManager entities;
    private final RunLog log;
    private final RunCache cache;
    private final RunConsequences consequences;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final Site site;
    private final SentrySettings settings;
    private final RunBeginning beginning;
    private final Lendings lendings;
    private final Lanes lanes;
    private final RunTime clock;
    private final Gateways gateways;

    Runs(
            RunRepository runs,
            EntityManager entities,
            RunLog log,
            RunCache cache,
            RunConsequences consequences,
            Fleet fleet,
            ProcedureLibrary library,
            Site site,
            SentrySettings settings,
            RunBeginning beginning,
            Lendings lendings,
            Lanes lanes,
            RunTime clock,
            Gateways gateways) {
        this.runs = runs;
        this.entities = entities;
        this.log = log;
        this.cache = cache;
        this.consequences = consequences;
        this.fleet = fleet;
        this.library = library;
        this.site = site;
        this.settings = settings;
        this.beginning = beginning;
        this.lendings = lendings;
        this.lanes = lanes;
        this.clock = clock;
        this.gateways = gateways;
    }

    /**
     * A detector that is to be put on the bench.
     *
     * @param source empty: over the link where a gateway serves the detector, else typed
     * @param only slots of the sensors that the job is about; empty: of a bump those that wait for one, else all of them
     * @param room whose air its neighbours share
     */
    public record Start(
            String clientId,
            String serial,
            Job job,
            Optional<ReadingSource> source,
            double timeScale,
            List<Integer> only,
            String room) {}

    /**
     * Puts a detector on the bench; the same client id again finds the run that it started.
     *
     * @param competences what the technician is qualified for
     */
    @Transactional
    public UUID start(Start start, String technician, Set<String> competences) {
        return start(start, Optional.empty(), 1, technician, competences);
    }

    /** Puts several detectors of one model on one manifold, all of them or none. */
    @Transactional
    public List<UUID> startOnManifold(String clientId, List<Start> starts, String technician, Set<String> competences) {
        Manifold.check(
                starts.stream().map(Start::serial).toList(),
                starts.stream()
                        .map(start -> fleet.bySerial(start.serial()).model())
                        .toList());
        var manifold = UUID.nameUUIDFromBytes(clientId.getBytes(StandardCharsets.UTF_8))
                .toString();
        return starts.stream()
                .map(start -> start(start, Optional.of(manifold), starts.size(), technician, competences))
                .toList();
    }

    private UUID start(
            Start start, Optional<String> manifold, int sharing, String technician, Set<String> competences) {
        var clientId = start.clientId();
        var job = start.job();
        double timeScale = start.timeScale();
        var detector = fleet.bySerial(start.serial());
        var source = start.source()
                .orElseGet(() -> gateways.serves(detector.id()) ? ReadingSource.LINK : ReadingSource.TYPED);
        checkTimeScale(timeScale);
        Refusal.unless(
                source == ReadingSource.LINK || source == ReadingSource.TYPED,
                "source-paper",
                "source",
                "A job from paper or from a bump round is not worked at the bench.",
                "Use the detector's page, or the round.");
        var open = runs.findByDetectorIdAndPhaseIn(detector.id(), UNFINISHED);
        if (open.isPresent()) {
            Refusal.unless(
                    log.holds(open.get().id(), clientId),
                    "run-open",
                    "serial",
                    detector.serial() + " is on the bench already, with "
                            + open.get().technician() + ".",
                    "Open that run, and take it over if it is yours to finish.");
            return open.get().id();
        }
        Refusal.unless(
                detector.state().mayBePutOnBench(),
                "detector-away",
                "serial",
                detector.serial() + " is " + detector.state().label() + ": " + detector.reason(),
                "Record on its page that it is back first.");
        var card = library.latestCard(detector.model());
        var fitted =
                detector.sensors().stream().map(Fleet.Fitted::slot).sorted().toList();
        var slots = slots(start, detector.id(), fitted);
        Refusal.unless(
                fitted.containsAll(slots),
                "slot-unknown",
                "slots",
                detector.serial() + " has slots " + fitted + ", not " + slots + ".",
                "Name slots that it has.");
        Refusal.unless(
                card.steps(job, slots).stream().anyMatch(Step.ApplyGas.class::isInstance),
                "nothing-to-do",
                "slots",
                "The card applies no gas to these sensors in this job.",
                "Pick another sensor or the other job.");
        if (job == Job.CALIBRATION) {
            detector.sensors().stream()
                    .filter(sensor -> slots.contains(sensor.slot()) && sensor.fittedKnown())
                    .forEach(sensor ->
                            SensorCare.checkSettled(card.sensor(sensor.slot()), sensor.fittedOn(), site.today()));
        }
        var live = beginning.of(detector, job, source, timeScale, slots, technician, lacks(card, competences));
        live.carryOut(new RunCommand.Place(start.room(), manifold, sharing), 0, technician);
        return open(detector, live, clientId);
    }

    /** As asked for; else what waits for a bump, or all that is fitted. */
    private List<Integer> slots(Start start, UUID detectorId, List<Integer> fitted) {
        if (!start.only().isEmpty()) {
            return start.only().stream().distinct().sorted().toList();
        }
        return start.job() == Job.BUMP ? fleet.slotsToBump(detectorId) : fitted;
    }

    void checkTimeScale(double timeScale) {
        Refusal.unless(
                timeScale == 1 || (settings.demo() && (timeScale == 10 || timeScale == 60)),
                "time-scale",
                "timeScale",
                "Runs go in real time here, not " + timeScale + " times as fast.",
                "Only the demo runs at 10 or 60 times the speed, and says so on the record.");
    }

    /** Stores a run that has just begun. */
    @Transactional
    UUID open(Fleet.RegisteredDetector detector, LiveRun live, String clientId) {
        var now = site.now();
        lendings.isHere(detector.id(), live.state().technician());
        var run = runs.saveAndFlush(new RunEntity(UUID.randomUUID(), detector.id(), live.state(), now));
        log.append(run, live.state().events(), clientId, now);
        runs.flush();
        cache.stands(run, live);
        log.announce(run.id());
        return run.id();
    }

    /** Whether somebody with these competences may not adjust the model of a run. */
    @Transactional(readOnly = true)
    public boolean lacksCompetence(UUID runId, Set<String> competences) {
        var run = run(runId);
        return lacks(library.card(run.model(), run.cardVersion()), competences);
    }

    private static boolean lacks(ProcedureCard card, Set<String> competences) {
        return !card.competence().isEmpty() && !competences.contains(card.competence());
    }

    /**
     * Carries a command out once per client id.
     *
     * @param at run time on the technician's device; empty or over the link: the run's own
     * @param together also on the lanes of the same manifold that the same hand serves
     * @return what the technician is told of a value or an answer that was kept and does not let the run go on
     */
    @Transactional
    public Optional<Refusal> command(
            UUID runId, String clientId, RunCommand command, Optional<Long> at, String by, boolean together) {
        run(runId);
        var served = together ? lanes.servedTogether(runId) : List.of(runId);
        lanes.check(runId, command);
        var refusal = Optional.<Refusal>empty();
        // All rows first, in the order of their ids: nobody waits for a run while holding what follows from another.
        var locked = served.stream().map(this::locked).toList();
        if (command instanceof RunCommand.Sign) {
            fleet.lock(locked.stream().map(RunEntity::detectorId).toList());
        }
        for (var run : locked) {
            if (!log.holds(run.id(), clientId)) {
                var events = new ArrayList<RunEvent>();
                var live = change(
                        run,
                        clientId,
                        judge -> {
                            events.addAll(judge.carryOut(command, moment(run, judge, at), by));
                            return events;
                        },
                        () -> {});
                refusal = refusal.or(() -> live.refusal(events));
            }
        }
        return refusal;
    }

    /** Whoever has waited goes on from what stands now, not from what was read before the wait. */
    private RunEntity locked(UUID id) {
        var run = runs.lock(id).orElseThrow(() -> new NotFound("Run " + id));
        entities.refresh(run);
        return run;
    }

    private long moment(RunEntity run, LiveRun live, Optional<Long> at) {
        if (run.source().isByLink()) {
            // Readings may still be on their way; a confirmation belongs after what was measured before it.
            long heard = live.traces().now();
            long most = heard + Math.round(MOST_BEHIND_MILLIS * run.timeScale());
            return Math.min(run.linkRunTime(site.now()).orElse(heard), most);
        }
        long known = clock.byTheClock(run);
        long most = known + Math.round(MOST_AHEAD_MILLIS * run.timeScale());
        return Math.max(0, Math.min(at.orElse(known), most));
    }

    /**
     * Takes a batch of readings in; the caller has seen to its sequence.
     *
     * @param gatewayRunTime run time at the gateway when it sent them; empty: that of the last reading
     */
    @Transactional
    public void readings(
            UUID runId, UUID sessionId, long sequence, OptionalLong gatewayRunTime, List<Reading> readings) {
        var run = locked(runId);
        if (!UNFINISHED.contains(run.phase()) || !run.source().isByLink() || readings.isEmpty()) {
            return;
        }
        change(
                run,
                "link:" + sessionId + ":" + sequence,
                live -> {
                    var events = new ArrayList<RunEvent>();
                    readings.forEach(reading -> checkSlots(live.state().card(), reading));
                    checkGoesOn(sequence, live.traces().lastReadingAt(), readings.get(0));
                    readings.forEach(reading -> events.addAll(live.observe(reading)));
                    return events;
                },
                () -> {
                    log.storeBatch(runId, sessionId, sequence, readings);
                    run.batchStored(
                            gatewayRunTime.orElse(
                                    readings.get(readings.size() - 1).at()),
                            site.now());
                });
    }

    /** What a new session sends first may overlap with the one before. */
    private static void checkGoesOn(long sequence, long last, Reading first) {
        Refusal.unless(
                sequence == 1 || first.at() > last,
                "link-back",
                "readings",
                "The reading at " + first.at() + " ms is not later than one that came before, at " + last + " ms.",
                "Number run time on from batch to batch.");
    }

    private static void checkSlots(ProcedureCard card, Reading reading) {
        reading.values()
                .keySet()
                .forEach(slot -> Refusal.unless(
                        card.findSensor(slot).isPresent(),
                        "link-slot",
                        "readings",
                        "The reading at " + reading.at() + " ms names slot " + slot + ", which " + card.name()
                                + " lacks.",
                        "Send the slots of the card only."));
    }

    /** @param stored what is written before the events that the work brings about */
    private LiveRun change(RunEntity run, String source, Function<LiveRun, List<RunEvent>> work, Runnable stored) {
        var events = new ArrayList<RunEvent>();
        var live = cache.change(run, judge -> events.addAll(work.apply(judge)));
        stored.run();
        int before = run.lastSeq();
        var now = site.now();
        log.append(run, events, source, now);
        run.project(live.state(), live.next());
        if (events.stream().anyMatch(RunEvent.SourceSwitched.class::isInstance)) {
            run.linked(now);
        }
        for (int i = 0; i < events.size(); i++) {
            consequences.of(run, live, events.get(i), before + 1 + i, now);
        }
        runs.flush();
        cache.stands(run, live);
        log.announce(run.id());
        return live;
    }

    /**
     * Run time up to which a run has come: by its readings and events, and by the clock since a gateway was last heard. A
     * gateway that takes up a run goes on from here.
     */
    @Transactional(readOnly = true)
    public long runTime(UUID runId) {
        var run = run(runId);
        return cache.look(run, live -> clock.now(run, live));
    }

    @Transactional(readOnly = true)
    public RunEntity run(UUID runId) {
        return runs.findById(runId).orElseThrow(() -> new NotFound("Run " + runId));
    }

    /** The folded state of a run. */
    @Transactional(readOnly = true)
    public RunState state(UUID runId) {
        var run = run(runId);
        return UNFINISHED.contains(run.phase())
                ? cache.look(run, LiveRun::state)
                : RunState.of(library.card(run.model(), run.cardVersion(), run.policyVersion()), log.events(runId));
    }

    @Transactional(readOnly = true)
    public boolean wasOneSigned() {
        return runs.existsByPhase(RunPhase.SIGNED);
    }

    @Transactional(readOnly = true)
    public List<RunEntity> unfinished() {
        return runs.findByPhaseInOrderByStartedAt(UNFINISHED);
    }

    @Transactional(readOnly = true)
    public Optional<RunEntity> unfinishedOf(UUID detectorId) {
        return runs.findByDetectorIdAndPhaseIn(detectorId, UNFINISHED);
    }
}
