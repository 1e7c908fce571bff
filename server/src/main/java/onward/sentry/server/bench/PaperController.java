package onward.sentry.server.bench;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.result.LaboratoryLine;
import onward.sentry.core.result.PaperLine;
import onward.sentry.core.run.RunCommand;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Jobs that were done on paper, typed in as history. */
@RestController
class PaperController {

    private final PaperRuns paper;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final Shelf shelf;
    private final People people;
    private final IdempotentRequests once;

    PaperController(
            PaperRuns paper,
            Fleet fleet,
            ProcedureLibrary library,
            Shelf shelf,
            People people,
            IdempotentRequests once) {
        this.paper = paper;
        this.fleet = fleet;
        this.library = library;
        this.shelf = shelf;
        this.people = people;
        this.once = once;
    }

    /**
     * @param on the day on which it was done
     * @param doneBy who did it, as the sheet says
     */
    record Sheet(
            @NotNull Job job,
            @NotNull LocalDate on,
            @NotBlank String doneBy,
            @NotNull UUID cylinderId,
            @NotNull List<@Valid SensorLine> sensors) {}

    /** What the sheet says of one sensor, in its unit; null where it says nothing. */
    record SensorLine(int slot, Optional<Double> zero, Optional<Double> onGas) {}

    record Stored(String runId) {}

    @PostMapping("/api/v1/detectors/{serial}/paper-runs")
    @Signed
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public Stored store(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody Sheet sheet,
            Principal principal) {
        return once.execute(key, principal.getName(), Stored.class, () -> {
            var cylinder = shelf.cylinder(sheet.cylinderId());
            var card = library.latestCard(fleet.bySerial(serial).model());
            var lines = sheet.sensors().stream()
                    .flatMap(line ->
                            PaperLine.of(card, sheet.job(), line.slot(), optional(line.zero()), optional(line.onGas()))
                                    .stream())
                    .toList();
            var command =
                    new RunCommand.EnterPaper(lines, cylinder.tag(), cylinder.cylinder(), sheet.on(), sheet.doneBy());
            var id = paper.store(serial, sheet.job(), command, people.displayName(principal.getName()));
            return new Stored(id.toString());
        });
    }

    /**
     * @param certificate its number
     * @param on the day on which the laboratory calibrated
     * @param statedDue next calibration as the certificate states it; null where it states none
     */
    record LaboratoryCertificate(
            @NotBlank String laboratory,
            @NotBlank String certificate,
            @NotNull LocalDate on,
            Optional<LocalDate> statedDue,
            @NotNull List<@Valid LaboratoryReading> sensors) {}

    /**
     * What the certificate says of one sensor as it left the laboratory, in its unit.
     *
     * @param zero in clean air; null where it says nothing
     * @param applied what the gas was worth
     */
    record LaboratoryReading(
            int slot,
            Optional<Double> zero,
            @NotNull Double applied,
            @NotNull Double reading) {}

    @PostMapping("/api/v1/detectors/{serial}/laboratory-runs")
    @Signed
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public Stored store(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody LaboratoryCertificate sheet,
            Principal principal) {
        return once.execute(key, principal.getName(), Stored.class, () -> {
            var command = new RunCommand.EnterLaboratory(
                    sheet.sensors().stream()
                            .map(line -> new LaboratoryLine(
                                    line.slot(), optional(line.zero()), line.applied(), line.reading()))
                            .toList(),
                    sheet.laboratory(),
                    sheet.certificate(),
                    sheet.on(),
                    sheet.statedDue());
            var id = paper.store(serial, command, people.displayName(principal.getName()));
            return new Stored(id.toString());
        });
    }

    private static OptionalDouble optional(Optional<Double> value) {
        return value.map(OptionalDouble::of).orElseGet(OptionalDouble::empty);
    }
}
