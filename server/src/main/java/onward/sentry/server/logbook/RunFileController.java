package onward.sentry.server.logbook;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.RunFile;
import onward.sentry.server.bench.RunLog;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** A finished run in the open form, with everything that its verdicts hang on. */
@RestController
class RunFileController {

    private final Runs runs;
    private final RunLog log;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final SitePolicies policies;

    RunFileController(Runs runs, RunLog log, Fleet fleet, ProcedureLibrary library, SitePolicies policies) {
        this.runs = runs;
        this.log = log;
        this.fleet = fleet;
        this.library = library;
        this.policies = policies;
    }

    @GetMapping(path = "/api/v1/runs/{id}/file", produces = MediaType.APPLICATION_JSON_VALUE)
    @Transactional(readOnly = true)
    public ResponseEntity<String> file(@PathVariable UUID id) {
        var run = runs.run(id);
        Refusal.unless(
                !Runs.UNFINISHED.contains(run.phase()),
                "run-unfinished",
                "",
                "This run is still open.",
                "Sign it or stop it first.");
        var serial = fleet.byId(run.detectorId()).serial();
        var state = runs.state(id);
        var file = RunFile.of(
                new RunFile.Detector(serial, run.model()),
                library.card(run.model(), run.cardVersion()),
                policies.policy(run.policyVersion()),
                log.events(id),
                state.typed() ? List.of() : readings(log.traces(id)));
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(
                                        serial + "-" + run.endedOn().orElseThrow() + ".run.json",
                                        StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(CoreJson.canonical().writeValueAsString(file));
    }

    private static List<Reading> readings(Map<Integer, Trace> traces) {
        var byTime = new TreeMap<Long, Map<Integer, Double>>();
        traces.forEach((slot, trace) -> {
            for (int i = 0; i < trace.size(); i++) {
                byTime.computeIfAbsent(trace.timeAt(i), at -> new TreeMap<>()).put(slot, trace.valueAt(i));
            }
        });
        var readings = new ArrayList<Reading>();
        byTime.forEach((at, values) -> readings.add(new Reading(at, values)));
        return readings;
    }
}
