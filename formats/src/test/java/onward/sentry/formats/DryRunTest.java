package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.shelf.GasOrder;
import onward.sentry.core.shelf.Suitability;
import onward.sentry.core.sim.DryRun;
import onward.sentry.core.sim.Fault;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Cards tried on simulated detectors before anybody works by them. */
class DryRunTest {

    private static final SitePolicy POLICY = SitePolicy.SHIPPED;

    static Stream<ProcedureCard> cards() {
        return CardLibrary.all().stream();
    }

    private static DryRun calibration(ProcedureCard card, Optional<DryRun.With> fault) {
        return DryRun.of(card, POLICY, Job.CALIBRATION, fault, Skerravoe.TODAY, 3);
    }

    private static ProcedureCard changed(String model, Map<String, String> figures) {
        var text = CoreJson.canonical().writeValueAsString(Skerravoe.card(model));
        for (var figure : figures.entrySet()) {
            var before = text;
            text = text.replaceAll(
                    "\"" + figure.getKey() + "\":[0-9.]+", "\"" + figure.getKey() + "\":" + figure.getValue());
            assertThat(text).isNotEqualTo(before);
        }
        return JsonText.read(text, ProcedureCard.class);
    }

    @ParameterizedTest
    @MethodSource("cards")
    void aSoundDetectorPassesByEveryCardThatShips(ProcedureCard card) {
        assertThat(DryRun.refusal(card, POLICY, Skerravoe.TODAY)).isEmpty();
        var dry = calibration(card, Optional.empty());
        assertThat(dry.asked().get(dry.asked().size() - 2).action().kind()).isEqualTo(NextAction.Kind.SIGN);
        assertThat(dry).isEqualTo(calibration(card, Optional.empty()));
        for (var job : Job.values()) {
            assertThat(DryRun.of(card, POLICY, job, Optional.empty(), Skerravoe.TODAY, 3)
                            .drawsMoreThan(card))
                    .isEmpty();
        }
    }

    @Test
    void aFaultShowsWhatTheTechnicianWouldMeet() {
        var dry =
                calibration(Skerravoe.card("Mote CO"), Optional.of(new DryRun.With(1, new Fault(Fault.Kind.DEAD, 0))));
        assertThat(dry.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(dry.asked()).anyMatch(asked -> asked.action().kind() == NextAction.Kind.TRY_AGAIN);
        assertThat(dry.outcomes()).anyMatch(outcome -> outcome.how().equals("no response"));
    }

    @Test
    void aCardThatGivesASensorTooLittleTimeIsRefusedWithTheSensor() {
        var refusal = DryRun.refusal(changed("Mote CO", Map.of("seconds", "8")), POLICY, Skerravoe.TODAY)
                .orElseThrow();
        assertThat(refusal.field()).isEqualTo("calibration");
        assertThat(refusal.reason()).contains("sound detector does not pass", "Carbon monoxide, span: countdown");
    }

    @Test
    void aCardThatNoGasCanServeSaysWhereItStops() {
        var refusal = DryRun.refusal(changed("Mote CO", Map.of("spanSetPoint", "900")), POLICY, Skerravoe.TODAY)
                .orElseThrow();
        assertThat(refusal.reason())
                .contains("It stops at 'Choose the cylinder with carbon monoxide'", "above the sensor's range");
    }

    @Test
    void aCardThatKeepsTooLittleGasReadyIsToldSo() {
        var thrifty = changed("Mote CO", Map.of("litresPerRun", "0.5"));
        assertThat(calibration(thrifty, Optional.empty()).drawsMoreThan(thrifty).orElseThrow())
                .contains("0.5 L ready");
    }

    @Test
    void aMixForASimulantIsOrderedByWhatIsAppliedNotByWhatIsRead() {
        var demands = GasDemands.of(Skerravoe.card("Quoin 5P"), Job.CALIBRATION, POLICY, Skerravoe.TODAY);
        assertThat(Suitability.of(demands, List.of()).orders())
                .extracting(GasOrder::words)
                .anyMatch(words -> words.startsWith("methane 1.241 vol% (reads 64 %LEL)"));
    }
}
