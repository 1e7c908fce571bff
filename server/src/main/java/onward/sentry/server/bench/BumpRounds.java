package onward.sentry.server.bench;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.shelf.BumpPass;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The round before a shift: gas set up once, then detector after detector, each a signed run of its own. */
@Service
class BumpRounds {

    /**
     * A round.
     *
     * @param crew whose detectors it is about; empty: whatever is scanned
     * @param liveRun the bump whose numbers are coming in over the link
     */
    record Round(
            UUID id,
            String technician,
            String crew,
            UUID cylinderId,
            Instant startedAt,
            Optional<Instant> endedAt,
            Optional<UUID> liveRun) {}

    /** A detector that the round has dealt with. */
    record Entry(UUID runId, String serial, Verdict verdict, double litres) {}

    private final JdbcClient jdbc;
    private final FinishedRuns finished;
    private final Runs runs;
    private final Fleet fleet;
    private final Shelf shelf;
    private final RunBeginning beginning;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Gateways gateways;
    private final Site site;

    BumpRounds(
            JdbcClient jdbc,
            FinishedRuns finished,
            Runs runs,
            Fleet fleet,
            Shelf shelf,
            RunBeginning beginning,
            ProcedureLibrary library,
            SitePolicies policies,
            Gateways gateways,
            Site site) {
        this.jdbc = jdbc;
        this.finished = finished;
        this.runs = runs;
        this.fleet = fleet;
        this.shelf = shelf;
        this.beginning = beginning;
        this.library = library;
        this.policies = policies;
        this.gateways = gateways;
        this.site = site;
    }

    /** Begins a round; the same client id again finds the one that it began. */
    @Transactional
    UUID begin(String clientId, String crew, UUID cylinderId, String technician) {
        shelf.cylinder(cylinderId);
        jdbc.sql("insert into bump_round (id, client_id, technician, crew, cylinder_id, started_at)"
                        + " values (?, ?, ?, ?, ?, ?) on conflict (client_id) do nothing")
                .params(
                        UUID.randomUUID(),
                        clientId,
                        technician,
                        crew,
                        cylinderId,
                        site.now().atOffset(ZoneOffset.UTC))
                .update();
        return jdbc.sql("select id from bump_round where client_id = ?")
                .param(clientId)
                .query(UUID.class)
                .single();
    }

    @Transactional(readOnly = true)
    Round round(UUID id) {
        return jdbc.sql(
                        "select id, technician, crew, cylinder_id, started_at, ended_at, live_run from bump_round where id = ?")
                .param(id)
                .query((row, n) -> new Round(
                        row.getObject("id", UUID.class),
                        row.getString("technician"),
                        row.getString("crew"),
                        row.getObject("cylinder_id", UUID.class),
                        row.getTimestamp("started_at").toInstant(),
                        Optional.ofNullable(row.getTimestamp("ended_at")).map(java.sql.Timestamp::toInstant),
                        Optional.ofNullable(row.getObject("live_run", UUID.class))))
                .optional()
                .orElseThrow(() -> new NotFound("Round " + id));
    }

    /** The round that a technician has not ended yet. */
    @Transactional(readOnly = true)
    Optional<UUID> open(String technician) {
        return jdbc.sql("select id from bump_round where technician = ? and ended_at is null"
                        + " order by started_at desc limit 1")
                .param(technician)
                .query(UUID.class)
                .optional();
    }

    @Transactional(readOnly = true)
    List<Entry> entries(UUID roundId) {
        return jdbc.sql("select e.run_id, d.serial, r.verdict, e.litres from bump_round_entry e"
                        + " join run r on r.id = e.run_id join detector d on d.id = e.detector_id"
                        + " where e.round_id = ? order by r.started_at desc, d.serial")
                .param(roundId)
                .query(Entry.class)
                .list();
    }

    /** Detectors that wait for their bump of the day, of a crew or of all. */
    @Transactional
    List<Fleet.RegisteredDetector> waiting(String crew) {
        return fleet.inState(DetectorState.BUMP_FIRST).stream()
                .filter(d -> crew.isEmpty() || d.crew().equals(crew))
                .toList();
    }

    /** Detectors that some gateway sends readings of. */
    Set<UUID> linked() {
        return gateways.listed();
    }

    /** Gas is on at this detector, and its gateway is to send the numbers; any other that was live in the round ends. */
    @Transactional
    UUID live(UUID roundId, String serial, double timeScale, String room, String technician) {
        var round = yours(roundId, technician);
        var detector = fleet.bySerial(serial);
        var already = round.liveRun().filter(run -> runs.run(run).detectorId().equals(detector.id()));
        if (already.isPresent()) {
            return already.get();
        }
        leave(round);
        check(detector);
        Refusal.unless(
                linked().contains(detector.id()),
                "round-no-link",
                "serial",
                "No gateway sends readings of " + detector.serial() + ".",
                "Read its display, and type the numbers if you want them on record.");
        runs.checkTimeScale(timeScale);
        var cylinder = shelf.cylinder(round.cylinderId());
        var slots = slots(detector, cylinder.cylinder());
        var live = beginning.of(detector, Job.BUMP, ReadingSource.SEEN_LIVE, timeScale, slots, technician, false);
        live.carryOut(new RunCommand.Place(room), 0, technician);
        var runId = runs.open(detector, live, UUID.randomUUID().toString());
        command(
                runId,
                new RunCommand.ChooseCylinder(0, cylinder.tag(), cylinder.cylinder(), site.today(), List.of()),
                technician);
        command(runId, new RunCommand.GasOn(0), technician);
        setLive(roundId, runId);
        return runId;
    }

    private void leave(Round round) {
        round.liveRun()
                .ifPresent(run -> command(
                        run, new RunCommand.Stop("Left in the round before anything was entered"), round.technician()));
        setLive(round.id(), null);
    }

    private void setLive(UUID roundId, UUID runId) {
        jdbc.sql("update bump_round set live_run = :run where id = :round")
                .param("run", runId, java.sql.Types.OTHER)
                .param("round", roundId)
                .update();
    }

    private void command(UUID runId, RunCommand command, String by) {
        runs.command(runId, UUID.randomUUID().toString(), command, Optional.empty(), by, false);
    }

    private Round yours(UUID roundId, String technician) {
        var round = round(roundId);
        Refusal.unless(round.endedAt().isEmpty(), "round-ended", "", "This round was ended.", "Begin another one.");
        Refusal.unless(
                round.technician().equals(technician),
                "round-not-yours",
                "",
                round.technician() + " is on this round.",
                "Begin one of your own.");
        return round;
    }

    private void check(Fleet.RegisteredDetector detector) {
        Refusal.unless(
                detector.state().mayBeBumped(),
                "round-state",
                "serial",
                detector.serial() + " is " + detector.state().label() + ": " + detector.reason(),
                "Keep it out of use; a bump does not release it.");
        Refusal.unless(
                runs.unfinishedOf(detector.id()).isEmpty(),
                "run-open",
                "serial",
                detector.serial() + " is on the bench.",
                "Finish that run first.");
    }

    /** What a cylinder bumps of each of some detectors. */
    @Transactional(readOnly = true)
    Map<UUID, BumpPass> passes(List<Fleet.RegisteredDetector> detectors, Cylinder cylinder) {
        record Alike(String model, List<Integer> waiting) {}
        var waiting = fleet.slotsToBump(
                detectors.stream().map(Fleet.RegisteredDetector::id).toList());
        var policy = policies.policy();
        var known = new HashMap<Alike, BumpPass>();
        return detectors.stream()
                .collect(Collectors.toMap(
                        Fleet.RegisteredDetector::id,
                        detector -> known.computeIfAbsent(
                                new Alike(detector.model(), waiting.get(detector.id())),
                                one -> BumpPass.of(
                                        library.latestCard(one.model()),
                                        one.waiting(),
                                        policy,
                                        site.today(),
                                        cylinder))));
    }

    private List<Integer> slots(Fleet.RegisteredDetector detector, Cylinder cylinder) {
        var pass = passes(List.of(detector), cylinder).get(detector.id());
        if (pass.refusal().isPresent()) {
            throw new Refused(pass.refusal().get());
        }
        return pass.slots();
    }

    /** Takes in what was seen of one detector: a run that is signed at once. */
    @Transactional
    UUID bump(
            UUID roundId,
            String serial,
            List<Integer> silent,
            boolean alarms,
            Map<Integer, Double> readings,
            String technician) {
        var round = yours(roundId, technician);
        var detector = fleet.bySerial(serial);
        var cylinder = shelf.cylinder(round.cylinderId());
        var seen = new RunCommand.SeeBump(cylinder.tag(), cylinder.cylinder(), site.today(), silent, alarms, readings);
        var sign = new RunCommand.Sign(site.today());
        var liveRun = round.liveRun().filter(run -> runs.run(run).detectorId().equals(detector.id()));
        UUID runId;
        if (liveRun.isPresent()) {
            runId = liveRun.get();
            command(runId, seen, technician);
            command(runId, sign, technician);
            setLive(roundId, null);
        } else {
            check(detector);
            var slots = slots(detector, cylinder.cylinder());
            var live = beginning.of(detector, Job.BUMP, ReadingSource.SEEN, 1, slots, technician, false);
            live.carryOut(seen, 0, technician);
            live.carryOut(sign, 0, technician);
            runId = finished.store(detector.id(), live, site.now());
        }
        jdbc.sql("insert into bump_round_entry (round_id, run_id, detector_id, litres)"
                        + " select :round, :run, :detector, coalesce(sum(litres), 0) from gas_draw where run_id = :run")
                .param("round", roundId)
                .param("run", runId)
                .param("detector", detector.id())
                .update();
        return runId;
    }

    @Transactional
    void end(UUID roundId, String technician) {
        var round = round(roundId);
        Refusal.unless(
                round.technician().equals(technician),
                "round-not-yours",
                "",
                "This round is somebody else's.",
                "Only who began it ends it.");
        if (round.endedAt().isEmpty()) {
            leave(round);
        }
        jdbc.sql("update bump_round set ended_at = ? where id = ? and ended_at is null")
                .params(site.now().atOffset(ZoneOffset.UTC), roundId)
                .update();
    }
}
