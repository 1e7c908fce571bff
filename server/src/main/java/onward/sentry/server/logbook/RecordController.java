package onward.sentry.server.logbook;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.IntStream;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.measure.Exposure;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.strip.Taken;
import onward.sentry.core.trace.Trace;
import onward.sentry.server.bench.RunEntity;
import onward.sentry.server.bench.RunLog;
import onward.sentry.server.bench.RunRepository;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
class RecordController {

    private static final int MOST_POINTS = 300;

    private final Runs runs;
    private final RunRepository repository;
    private final RunLog log;
    private final Fleet fleet;
    private final Logbook logbook;
    private final SitePolicies policies;

    RecordController(
            Runs runs, RunRepository repository, RunLog log, Fleet fleet, Logbook logbook, SitePolicies policies) {
        this.runs = runs;
        this.repository = repository;
        this.log = log;
        this.fleet = fleet;
        this.logbook = logbook;
        this.policies = policies;
    }

    record RunRow(
            String id,
            Job job,
            String phase,
            Instant startedAt,
            Optional<LocalDate> endedOn,
            String technician,
            Optional<Verdict> verdict,
            boolean simulated,
            ReadingSource source,
            Optional<Strip> strip,
            boolean withdrawn) {

        static RunRow of(RunEntity run) {
            return new RunRow(
                    run.id().toString(),
                    run.job(),
                    run.phase().name(),
                    run.startedAt(),
                    run.endedOn(),
                    run.technician(),
                    run.verdict(),
                    run.timeScale() != 1,
                    run.source(),
                    run.strip().map(Strip::decode),
                    run.withdrawn());
        }
    }

    record Point(double seconds, double value) {}

    /**
     * @param trace seconds since the run began, thinned for drawing
     * @param marked readings that were left out as outliers
     * @param taken when each reading that was judged was taken, and from which window
     */
    record SensorRecord(
            int slot,
            String gas,
            String formula,
            String technology,
            String unit,
            double resolution,
            String sensorSerial,
            List<SensorOutcome> outcomes,
            Optional<SensorResult> result,
            List<Point> trace,
            List<Point> marked,
            List<Taken> taken) {}

    record EventLine(long at, String what) {}

    record RecordView(
            RunRow run,
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            String card,
            String policy,
            Optional<String> remark,
            Optional<String> reason,
            List<GasOnRecord> gases,
            List<SensorRecord> sensors,
            List<EventLine> events,
            Optional<Long> entry,
            List<CorrectionLine> corrections,
            String lastHash) {}

    /** A cylinder as it stood when its gas was on. */
    record GasOnRecord(String tag, Cylinder cylinder) {}

    /** @param seq of the logbook's entry that puts something right */
    record CorrectionLine(long seq, Instant at, String by, String right, String why) {}

    @GetMapping("/api/v1/detectors/{serial}/runs")
    @Transactional(readOnly = true)
    public List<RunRow> runsOf(@PathVariable String serial) {
        return repository
                .findByDetectorIdOrderByStartedAtDesc(fleet.bySerial(serial).id())
                .stream()
                .map(RunRow::of)
                .toList();
    }

    @GetMapping("/api/v1/runs/{id}/record")
    @Transactional(readOnly = true)
    public RecordView record(@PathVariable UUID id) {
        var run = runs.run(id);
        var state = runs.state(id);
        var detector = fleet.byId(run.detectorId());
        var traces = log.traces(id);
        var entries = logbook.ofRun(id);
        var units = policies.units();
        return new RecordView(
                RunRow.of(run),
                detector.serial(),
                detector.assetTag(),
                detector.model(),
                detector.crew(),
                detector.location(),
                state.card().name(),
                "site rules v" + run.policyVersion(),
                state.signed().flatMap(RunEvent.RunSigned::remark),
                state.events().stream()
                        .filter(RunEvent.RunStopped.class::isInstance)
                        .map(e -> ((RunEvent.RunStopped) e).reason())
                        .findFirst(),
                state.gasUsed().entrySet().stream()
                        .map(used -> new GasOnRecord(used.getKey(), used.getValue()))
                        .toList(),
                state.sensors().stream()
                        .map(spec -> sensor(state, spec, traces))
                        .toList(),
                state.events().stream()
                        .filter(e -> !(e instanceof RunEvent.ReadingTyped))
                        .map(e -> new EventLine(e.at(), EventWords.of(e, state.card(), state.steps(), units)))
                        .toList(),
                entries.stream()
                        .filter(entry -> entry.corrects().isEmpty())
                        .map(Logbook.LogbookEntry::seq)
                        .findFirst(),
                entries.stream()
                        .filter(entry -> entry.corrects().isPresent())
                        .map(RecordController::correction)
                        .toList(),
                run.lastHash());
    }

    private static CorrectionLine correction(Logbook.LogbookEntry entry) {
        return new CorrectionLine(entry.seq(), entry.at(), entry.by(), entry.fact("right"), entry.fact("why"));
    }

    private static SensorRecord sensor(RunState state, SensorSpec spec, Map<Integer, Trace> traces) {
        var serials = state.started().map(RunEvent.RunStarted::sensors).orElseGet(TreeMap::new);
        return new SensorRecord(
                spec.slot(),
                spec.gas().name(),
                spec.gas().formula(),
                spec.technology().label(),
                spec.unit().symbol(),
                spec.resolution(),
                serials.getOrDefault(spec.slot(), ""),
                state.outcomes(spec.slot()),
                state.signed()
                        .flatMap(signed -> signed.results().stream()
                                .filter(r -> r.slot() == spec.slot())
                                .findFirst()),
                Optional.ofNullable(traces.get(spec.slot()))
                        .map(RecordController::thinned)
                        .orElse(List.of()),
                Optional.ofNullable(traces.get(spec.slot()))
                        .map(trace -> marked(trace, Exposure.step(spec, state.rules(), state.typed())))
                        .orElse(List.of()),
                Taken.of(state, spec));
    }

    private static List<Point> marked(Trace trace, double step) {
        return IntStream.range(0, trace.size())
                .filter(i -> trace.isMarked(i, step))
                .limit(MOST_POINTS)
                .mapToObj(i -> point(trace, i))
                .toList();
    }

    private static Point point(Trace trace, int index) {
        return new Point(trace.timeAt(index) / 1000.0, trace.valueAt(index));
    }

    private static List<Point> thinned(Trace trace) {
        int every = Math.max(1, trace.size() / MOST_POINTS);
        return IntStream.range(0, trace.size())
                .filter(i -> i % every == 0)
                .mapToObj(i -> point(trace, i))
                .toList();
    }
}
