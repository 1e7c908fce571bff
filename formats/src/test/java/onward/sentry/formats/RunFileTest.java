package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.offline.BareStage;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.sim.Fault;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimTechnician;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Runs in the open form: written, read again, and judged again to the same verdicts. */
class RunFileTest {

    private static final Path DOCS = Path.of("../docs/formats");
    private static final Schema SCHEMA = schema();

    private static Schema schema() {
        try {
            var cards = Files.readString(DOCS.resolve("procedure-card.schema.json"));
            return SchemaRegistry.withDefaultDialect(
                            SpecificationVersion.DRAFT_2020_12,
                            builder -> builder.schemas(Map.of("urn:onward-sentry:procedure-card", cards)))
                    .getSchema(Files.readString(DOCS.resolve("run-file.schema.json")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String written(SimTechnician.Worked worked, ProcedureCard card) {
        var file = RunFile.of(
                new RunFile.Detector("T-1001", card.model()),
                card,
                SitePolicy.SHIPPED,
                worked.run().state().events(),
                worked.readings());
        return CoreJson.canonical().writeValueAsString(file);
    }

    static Stream<Arguments> runs() {
        return CardLibrary.all().stream()
                .flatMap(card -> Stream.of(
                        Arguments.of(card.model(), 0, Job.CALIBRATION),
                        Arguments.of(card.model(), 0, Job.BUMP),
                        Arguments.of(card.model(), 1, Job.CALIBRATION)));
    }

    @ParameterizedTest
    @MethodSource("runs")
    void aRunThatIsWrittenAndReadAgainComesToTheVerdictsThatItRecords(String model, int faulty, Job job) {
        var card = Skerravoe.card(model);
        UnaryOperator<Health> weak = health -> health.with(new Fault(Fault.Kind.WEAK, 22));
        var worked = Skerravoe.work(card, job, SitePolicy.SHIPPED, faulty, weak, 31);
        var text = written(worked, card);
        if (job == Job.BUMP) {
            assertThat(SCHEMA.validate(text, InputFormat.JSON)).isEmpty();
        }
        var verdicts = RunVerdicts.of(RunFileText.read(text));
        var signed = worked.run().state().signed().orElseThrow();
        assertThat(verdicts.differs()).isEmpty();
        assertThat(verdicts.notRepeated()).isEmpty();
        assertThat(verdicts.verdict()).isEqualTo(signed.verdict());
        assertThat(verdicts.sensors())
                .extracting(RunVerdicts.Sensor::verdict)
                .isEqualTo(signed.results().stream().map(SensorResult::verdict).toList());
    }

    @Test
    void aRecordThatSaysMoreThanItsReadingsIsFoundOut() {
        var card = Skerravoe.card("Mote CO");
        var worked = Skerravoe.work(
                card,
                Job.CALIBRATION,
                SitePolicy.SHIPPED,
                1,
                health -> health.with(new Fault(Fault.Kind.WEAK, 40)),
                32);
        var forged = worked.run().state().events().stream()
                .map(event -> event instanceof RunEvent.RunSigned s
                        ? new RunEvent.RunSigned(
                                s.at(),
                                s.by(),
                                s.on(),
                                Verdict.PASS,
                                s.results().stream()
                                        .map(r -> new SensorResult(
                                                r.slot(),
                                                Verdict.PASS,
                                                Verdict.PASS,
                                                r.instrument(),
                                                Optional.empty(),
                                                Optional.empty(),
                                                Optional.empty(),
                                                r.sensitivity()))
                                        .toList(),
                                Optional.empty())
                        : event)
                .toList();
        var verdicts = RunVerdicts.of(RunFile.of(
                new RunFile.Detector("T-1", "Mote CO"), card, SitePolicy.SHIPPED, forged, worked.readings()));
        assertThat(verdicts.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(verdicts.differs())
                .containsExactly("slot 1: recorded pass, now fail", "detector: recorded pass, now fail");
    }

    private static RunFile bare(List<BareStage> stages, List<Reading> readings) {
        return new RunFile(
                RunFile.FORMAT,
                1,
                new RunFile.Detector("MC-2001", "Mote CO"),
                Skerravoe.card("Mote CO"),
                SitePolicy.SHIPPED,
                Optional.of(Skerravoe.TODAY),
                Map.of("CO-01", Skerravoe.shelf().get("CO-01")),
                Optional.empty(),
                null,
                Map.of(),
                List.of(),
                stages,
                readings,
                Optional.empty(),
                null);
    }

    /** 40 s of air, then gas that the sensor follows up to some part of 80 ppm. */
    private static List<Reading> rising(double response) {
        return Stream.iterate(0, second -> second <= 160, second -> second + 1)
                .map(second -> new Reading(
                        second * 1000L,
                        Map.of(
                                1,
                                second < 40
                                        ? 0.0
                                        : Math.round(80 * response * (1 - Math.exp(-(second - 40) / 10.9))) * 1.0)))
                .toList();
    }

    private static final List<BareStage> ZERO_AND_SPAN = List.of(
            new BareStage(Stage.ZERO, List.of(1), 0, 39, Optional.empty()),
            new BareStage(Stage.SPAN, List.of(1), 40, 160, Optional.of("CO-01")));

    @ParameterizedTest
    @CsvSource({"0.95, PASS", "0.60, MARGINAL", "0.40, FAIL"})
    void bareReadingsAreJudgedByStagesGivenAsTimes(double response, Verdict verdict) {
        var verdicts = RunVerdicts.of(bare(ZERO_AND_SPAN, rising(response)));
        assertThat(verdicts.verdict()).isEqualTo(verdict);
        var span = verdicts.sensors().get(0).outcomes().get(1);
        assertThat(span.how()).isEqualTo("settled");
        assertThat(span.responsePercent().orElseThrow()).isBetween(100 * response - 1, 100 * response + 1);
        assertThat(span.t90Seconds().orElseThrow()).isBetween(23.0, 27.0);
    }

    @Test
    void bareReadingsOnGasThatMayNotBeUsedFailWithTheReason() {
        var file = bare(ZERO_AND_SPAN, rising(1));
        var expired = new RunFile(
                file.format(),
                1,
                file.detector(),
                file.card(),
                file.policy(),
                Optional.of(Skerravoe.TODAY.plusYears(5)),
                file.cylinders(),
                file.rig(),
                file.ambient(),
                file.chains(),
                List.of(),
                file.stages(),
                file.readings(),
                Optional.empty(),
                null);
        var outcome = RunVerdicts.of(expired).sensors().get(0).outcomes().get(1);
        assertThat(outcome.how()).isEqualTo("gas not allowed");
        assertThat(outcome.judgement().working().rule()).startsWith("Expired");
    }

    @Test
    void aTableOfReadingsTakesSlotsOrGasesAndConvertsUnits() {
        var card = Skerravoe.card("Mote CO");
        var read = ReadingsCsv.read(
                "Time,sensor,value,unit\n0,1,0,ppm\n12.5,carbon-monoxide,0.008,vol%\n\n13,1,-1,ppm\n", card);
        assertThat(read)
                .containsExactly(
                        new Reading(0, Map.of(1, 0.0)),
                        new Reading(12_500, Map.of(1, 80.0)),
                        new Reading(13_000, Map.of(1, -1.0)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "time,sensor,value\\n0,1,0 | line 1 | 'unit' is missing",
                "time,sensor,value,unit\\n0,2,0,ppm | line 2 | no sensor of this card",
                "time,sensor,value,unit\\n0,1,0,ppm\\n1,1,1O,ppm | line 3 | '1O' is not a plain decimal number",
                "time,sensor,value,unit\\n0,1,0,grams | line 2 | 'grams' is no unit"
            })
    void aTableThatCannotBeUsedNamesItsLine(String text, String line, String reason) {
        var refused = catchThrowableOfType(
                Refused.class, () -> ReadingsCsv.read(text.replace("\\n", "\n"), Skerravoe.card("Mote CO")));
        assertThat(refused.refusal().field()).isEqualTo(line);
        assertThat(refused.refusal().reason()).contains(reason);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"format\":\"onward-sentry-run\" | \"format\":\"other\" | format | not 'onward-sentry-run'",
                "\"rangeMax\":300.0 | \"rangeMax\":-3 | card.sensors[0] | above 0",
                "\"stage\":\"SPAN\" | \"stage\":\"SPIN\" | stages[1].stage | SPIN",
                "\"toSeconds\":160.0 | \"toSeconds\":10 | stages[1] | ends after it began",
                "\"stages\":[{ | \"stages\":[,{ | line 1 | not JSON"
            })
    void aFileThatCannotBeUsedSaysWhereAndWhy(String right, String wrong, String path, String reason) {
        var text = CoreJson.canonical().writeValueAsString(bare(ZERO_AND_SPAN, rising(1)));
        assertThat(text).contains(right);
        var refused =
                catchThrowableOfType(Refused.class, () -> JsonText.read(text.replace(right, wrong), RunFile.class));
        assertThat(refused.refusal().field()).isEqualTo(path);
        assertThat(refused.refusal().reason()).contains(reason);
        assertThatThrownBy(() -> JsonText.read("", RunFile.class)).isInstanceOf(Refused.class);
    }

    static Stream<Path> examples() throws IOException {
        if ("true".equals(System.getenv("SENTRY_WRITE_EXAMPLES"))) {
            writeExamples();
        }
        return Files.list(DOCS.resolve("examples"))
                .filter(file -> file.toString().endsWith(".json"));
    }

    private static void writeExamples() throws IOException {
        var folder = Files.createDirectories(DOCS.resolve("examples"));
        var pretty = CoreJson.canonical().writerWithDefaultPrettyPrinter();
        var mote = Skerravoe.card("Mote CO");
        var pass = Skerravoe.work(mote, Job.CALIBRATION, SitePolicy.SHIPPED, 0, UnaryOperator.identity(), 5);
        Files.writeString(folder.resolve("mote-co-pass.run.json"), written(pass, mote) + "\n");
        var quoin = Skerravoe.card("Quoin 4");
        var fail = Skerravoe.work(
                quoin, Job.BUMP, SitePolicy.SHIPPED, 4, health -> health.with(new Fault(Fault.Kind.DEAD, 0)), 6);
        Files.writeString(folder.resolve("quoin-4-bump-fail.run.json"), written(fail, quoin) + "\n");
        Files.writeString(
                folder.resolve("bare-readings.run.json"),
                pretty.writeValueAsString(bare(ZERO_AND_SPAN, List.of())) + "\n");
        var table = new StringBuilder("time,sensor,value,unit\n");
        rising(0.9)
                .forEach(r -> table.append(r.at() / 1000)
                        .append(",1,")
                        .append(r.values().get(1).intValue())
                        .append(",ppm\n"));
        Files.writeString(folder.resolve("bare-readings.csv"), table);
    }

    @ParameterizedTest
    @MethodSource("examples")
    void theExamplesFitTheSchemaAndAreJudgedAsTheirNamesSay(Path file) throws IOException {
        var text = Files.readString(file);
        assertThat(SCHEMA.validate(text, InputFormat.JSON)).isEmpty();
        var run = JsonText.read(text, RunFile.class);
        if (file.endsWith("bare-readings.run.json")) {
            run = run.withReadings(
                    ReadingsCsv.read(Files.readString(file.resolveSibling("bare-readings.csv")), run.card()));
        }
        assertThat(RunVerdicts.of(run).verdict().good())
                .isEqualTo(!file.toString().contains("fail"));
    }
}
