package onward.sentry.formats;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Derivation;

/**
 * What a certificate says of one signed run, word for word as it is printed. Its canonical JSON is what its code is
 * taken from, see {@link CertificateCode}: whoever holds the text can tell that nothing in it was changed.
 *
 * @param site that gave it out; on certificates of before sites had names, empty
 * @param number of the register, such as {@code C-2026-0042}
 * @param address where the code can be looked up, without a slash at its end; empty when nobody said
 * @param rules the versions of card and site rules that it was judged by
 * @param strip the run as {@link Strip#encode} writes it
 * @param corrections corrections on record before the certificate was issued
 * @param runHash of the last event of the run
 */
public record CalibrationCertificate(
        Optional<Issuer> site,
        String number,
        Instant givenAt,
        String givenBy,
        String address,
        Instrument detector,
        String job,
        Instant startedAt,
        LocalDate on,
        String technician,
        String verdict,
        Optional<String> remark,
        String rules,
        String readings,
        boolean simulated,
        List<GasUsed> gases,
        List<Condition> conditions,
        List<SensorPart> sensors,
        String strip,
        List<String> corrections,
        String runHash) {

    /** @param address line by line */
    public record Issuer(String name, List<String> address) {}

    public record Instrument(String serial, String assetTag, String model, String crew, String location) {}

    /** @param mixture such as {@code 80 ppm CO ±2 %, 15 ppm H₂S ±5 % in nitrogen} */
    public record GasUsed(String tag, String certificateNumber, String lot, LocalDate useBefore, String mixture) {}

    /** Something that was read off before gas, with its unit. */
    public record Condition(String name, String value) {}

    /**
     * @param simulant the vapour that it is set to read as, with another gas; empty: it is set with what it reads
     * @param due the day by which the sensor is calibrated again; empty when this run renewed nothing
     */
    public record SensorPart(
            int slot,
            String gas,
            String formula,
            String serial,
            String unit,
            Optional<String> simulant,
            String verdict,
            List<Check> checks,
            Optional<LocalDate> due,
            Optional<String> dueWorking) {

        public SensorPart {
            simulant = simulant == null ? Optional.empty() : simulant;
        }
    }

    /** @param working the rule, its formula with the numbers put in, and what it gave, in one line */
    public record Check(String stage, String expected, String reading, String verdict, String working) {}

    public CalibrationCertificate {
        site = site == null ? Optional.empty() : site;
    }

    /** Which site gave it out, how the register names it, who gave it out, and what it points to. */
    public record Giving(Optional<Issuer> site, String number, Instant at, String by, String address) {}

    /**
     * The certificate of a signed run.
     *
     * @param run signed
     * @param startedAt when the run began
     * @param runHash of its last event
     * @param units that conditions are written in
     * @throws java.util.NoSuchElementException when the run is not signed
     */
    public static CalibrationCertificate of(
            Giving giving,
            Instrument detector,
            RunState run,
            String readings,
            Instant startedAt,
            Strip strip,
            List<String> corrections,
            String runHash,
            SiteUnits units) {
        var started = run.started().orElseThrow();
        var signed = run.signed().orElseThrow();
        return new CalibrationCertificate(
                giving.site(),
                giving.number(),
                giving.at(),
                giving.by(),
                giving.address(),
                detector,
                started.job().label(),
                startedAt,
                signed.on(),
                signed.by(),
                signed.verdict().label(),
                signed.remark(),
                run.card().name() + ", site rules v" + started.policyVersion(),
                readings,
                started.timeScale() != 1,
                gases(run),
                Stream.concat(
                                Stream.of(Quantity.values())
                                        .flatMap(quantity -> run.measured(quantity).stream()
                                                .mapToObj(value ->
                                                        new Condition(quantity.label(), quantity.text(value, units)))),
                                regulators(run, units))
                        .toList(),
                run.sensors().stream()
                        .filter(spec -> !run.outcomes(spec.slot()).isEmpty())
                        .map(spec -> sensor(run, spec))
                        .toList(),
                strip.encode(),
                corrections,
                runHash);
    }

    /** The bench's own regulators that brought the gas, each once. */
    private static Stream<Condition> regulators(RunState run, SiteUnits units) {
        return run.events().stream()
                .filter(RunEvent.CylinderChosen.class::isInstance)
                .map(RunEvent.CylinderChosen.class::cast)
                .flatMap(chosen -> chosen.rig().stream()
                        .filter(rig -> !rig.regulator().tag().isEmpty())
                        .map(rig -> new Condition(
                                "Regulator on " + chosen.cylinderId(),
                                rig.regulator()
                                        + rig.regulator()
                                                .checkDue()
                                                .map(due -> ", flow check due "
                                                        + units.dates().day(due))
                                                .orElse(""))))
                .distinct();
    }

    private static List<GasUsed> gases(RunState run) {
        return run.gasUsed().entrySet().stream()
                .map(entry -> gas(entry.getKey(), entry.getValue()))
                .toList();
    }

    private static GasUsed gas(String tag, Cylinder cylinder) {
        var mixture = cylinder.mixture().components().stream()
                        .map(part -> part.certified() + " "
                                + GasLibrary.shipped().gas(part.gasId()).formula() + " " + part.uncertainty())
                        .collect(Collectors.joining(", "))
                + " in " + cylinder.mixture().balanceGasId();
        return new GasUsed(tag, cylinder.certificateNumber(), cylinder.lot(), cylinder.useBefore(), mixture);
    }

    private static SensorPart sensor(RunState run, SensorSpec spec) {
        var result = run.signed().orElseThrow().results().stream()
                .filter(one -> one.slot() == spec.slot())
                .findFirst();
        return new SensorPart(
                spec.slot(),
                spec.gas().name(),
                spec.gas().formula(),
                run.started().orElseThrow().sensors().getOrDefault(spec.slot(), ""),
                spec.unit().symbol(),
                spec.simulantFor()
                        .map(vapour -> GasLibrary.shipped().gas(vapour).name()),
                result.map(one -> one.verdict().label()).orElse("not judged"),
                run.outcomes(spec.slot()).stream()
                        .map(outcome -> check(spec, outcome))
                        .toList(),
                result.flatMap(one -> one.due()).map(due -> due.date()),
                result.flatMap(one -> one.due()).map(due -> line(due.working())));
    }

    private static Check check(SensorSpec spec, SensorOutcome outcome) {
        return new Check(
                outcome.stage().label(),
                shown(spec, OptionalDouble.of(outcome.expected())),
                shown(spec, outcome.reading()),
                outcome.judgement().verdict().label(),
                line(outcome.judgement().working()));
    }

    private static String shown(SensorSpec spec, OptionalDouble reading) {
        return reading.isPresent() ? spec.shown(reading.getAsDouble()) : "no reading";
    }

    /** What the formula does not name, such as a tolerance, stands behind it. */
    private static String line(Derivation working) {
        var beside = working.inputs().stream()
                .filter(input -> !working.formula().contains(input.name()))
                .map(input -> input.name() + " " + input.value())
                .collect(Collectors.joining(", "));
        return Stream.of(working.rule(), working.filled(), beside, working.result())
                .filter(part -> !part.isBlank())
                .collect(Collectors.joining(": "));
    }
}
