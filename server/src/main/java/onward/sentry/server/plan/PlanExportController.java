package onward.sentry.server.plan;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import onward.sentry.core.working.Figures;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.DayCalendar;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.rules.SitePolicies;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The bench plan for other programs and for the wall. */
@RestController
class PlanExportController {

    private static final MediaType CSV = MediaType.parseMediaType("text/csv;charset=UTF-8");
    private static final MediaType CALENDAR = MediaType.parseMediaType("text/calendar;charset=UTF-8");

    private final BenchPlans plans;
    private final BenchCalendar calendar;
    private final PlannedWorkdays workdays;
    private final SitePolicies policies;
    private final People people;

    PlanExportController(
            BenchPlans plans, BenchCalendar calendar, PlannedWorkdays workdays, SitePolicies policies, People people) {
        this.plans = plans;
        this.calendar = calendar;
        this.workdays = workdays;
        this.policies = policies;
        this.people = people;
    }

    private PlanView view() {
        return PlanView.of(
                plans.standing(),
                calendar,
                people.workers().stream().map(People.Worker::displayName).toList(),
                java.util.Optional.empty());
    }

    /** A line for each job: day, detector, model, crew, gas, minutes, due day, days late, pinned. */
    @GetMapping("/api/v1/plan.csv")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> table() {
        var text = new StringWriter();
        try (var csv = new CSVPrinter(text, CSVFormat.RFC4180)) {
            csv.printRecord("day", "detector", "model", "crew", "gas", "minutes", "due_on", "late_days", "pinned");
            for (var day : view().days()) {
                for (var setUp : day.setUps()) {
                    for (var job : setUp.jobs()) {
                        csv.printRecord(
                                day.date(),
                                plain(job.serial()),
                                plain(job.model()),
                                plain(job.crew()),
                                plain(setUp.gas()),
                                job.minutes(),
                                job.dueOn(),
                                job.lateDays(),
                                job.pinned() ? "yes" : "no");
                    }
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return file("bench-plan.csv", CSV, text.toString().getBytes(StandardCharsets.UTF_8));
    }

    /** A spreadsheet takes what begins so for a formula. */
    private static String plain(String text) {
        return text.matches("(?s)[=+\\-@\t\r].*") ? "'" + text : text;
    }

    @GetMapping("/api/v1/plan.ics")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> days() {
        var days = new DayCalendar();
        workdays.toCome().forEach(day -> days.with(day.on(), day.words(), "bench-" + day.on()));
        return file("bench-plan.ics", CALENDAR, days.text().getBytes(StandardCharsets.UTF_8));
    }

    /** What is to be done on one day, on paper. */
    @GetMapping(path = "/api/v1/plan/days/{day}/sheet", produces = MediaType.APPLICATION_PDF_VALUE)
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> sheet(@PathVariable LocalDate day) {
        var found = view().days().stream()
                .filter(one -> one.date().equals(day))
                .findFirst()
                .orElseThrow(() -> new NotFound("A bench day on " + Figures.day(day)));
        return file(
                "bench-" + day + ".pdf",
                MediaType.APPLICATION_PDF,
                new DaySheet(found, policies.units().dates()).pdf());
    }

    private static ResponseEntity<byte[]> file(String name, MediaType type, byte[] content) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(content);
    }
}
