package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.Job;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.replay.Replay;
import onward.sentry.core.result.LaboratoryLine;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.Stage;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

/** Calibrations that an outside laboratory did, judged by its figures. */
class LaboratoryTest {

    private static final LocalDate DAY = LocalDate.of(2026, 2, 20);

    private final LiveRun run = LiveRun.start(
            Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LABORATORY));

    private static LaboratoryLine line(int slot, double applied, double reading) {
        return new LaboratoryLine(slot, OptionalDouble.empty(), applied, reading);
    }

    private static RunCommand.EnterLaboratory sheet(Optional<LocalDate> due, LaboratoryLine... lines) {
        return new RunCommand.EnterLaboratory(List.of(lines), "Outer Sound Laboratory", "OS-118", DAY, due);
    }

    private RunEvent.RunSigned signed(RunCommand.EnterLaboratory sheet) {
        run.carryOut(sheet, 0, "Una");
        run.carryOut(new RunCommand.Sign(DAY), 0, "Una");
        return run.state().signed().orElseThrow();
    }

    @Test
    void itsFiguresAreHeldToTheToleranceOfTheHouseAndRenewTheSensor() {
        var signed = signed(
                sheet(Optional.empty(), line(1, 50, 51), line(2, 18, 18.1), line(3, 100, 97), line(4, 25, 25.5)));
        assertThat(signed.verdict()).isEqualTo(Verdict.PASS);
        var co = signed.results().get(2);
        assertThat(co.renewedOn()).contains(DAY);
        assertThat(co.due().orElseThrow().date()).isEqualTo(LocalDate.of(2026, 3, 20));
        assertThat(co.sensitivity()).isEmpty();
        var outcome = run.state().outcomes(3).get(0);
        assertThat(outcome.stage()).isEqualTo(Stage.CHECK);
        assertThat(outcome.expected()).isEqualTo(100);
        assertThat(outcome.how()).isEqualTo("declared, by certificate");
    }

    @Test
    void theDayThatItStatesCountsWhereItComesBeforeTheInterval() {
        var stated = LocalDate.of(2026, 3, 5);
        var signed = signed(sheet(Optional.of(stated), line(3, 100, 97)));
        var co =
                signed.results().stream().filter(r -> r.slot() == 3).findFirst().orElseThrow();
        assertThat(co.statedDue()).contains(stated);
        assertThat(co.due().orElseThrow().date()).isEqualTo(stated);
        assertThat(co.due().orElseThrow().working().rule()).isEqualTo("Stated on the laboratory's certificate");
    }

    @Test
    void aStatedDayAfterTheIntervalPutsNothingOff() {
        var signed = signed(sheet(Optional.of(DAY.plusYears(1)), line(3, 100, 97)));
        assertThat(signed.results().get(2).due().orElseThrow().date()).isEqualTo(LocalDate.of(2026, 3, 20));
    }

    @Test
    void whatTheLaboratoryLeftOutsideTheToleranceFails() {
        var signed = signed(sheet(Optional.empty(), line(3, 100, 88)));
        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void readAgainFromItsEventsItComesToTheSame() {
        signed(sheet(Optional.of(DAY.plusDays(9)), new LaboratoryLine(3, OptionalDouble.of(1), 100, 97)));
        var again = Replay.of(Fixtures.quoin4(), SitePolicy.SHIPPED, run.state().events(), List.of());
        assertThat(again.notRepeated()).isEmpty();
        assertThat(again.run().state().events()).isEqualTo(run.state().events());
    }

    @Test
    void aCertificateThatSaysTooLittleIsRefusedByTheField() {
        assertThatThrownBy(() -> signed(sheet(Optional.empty()))).satisfies(refusedFor("lines"));
        assertThatThrownBy(() -> signed(sheet(Optional.empty(), line(9, 1, 1)))).satisfies(refusedFor("lines"));
        assertThatThrownBy(() -> signed(sheet(Optional.empty(), line(3, 1, 1), line(3, 1, 1))))
                .satisfies(refusedFor("lines"));
        assertThatThrownBy(() -> signed(sheet(Optional.of(DAY), line(3, 100, 97))))
                .satisfies(refusedFor("statedDue"));
        assertThatThrownBy(() -> line(3, 0, 97)).satisfies(refusedFor("lines"));
        assertThatThrownBy(() -> line(3, 100, Double.NaN)).satisfies(refusedFor("lines"));
        assertThatThrownBy(() -> signed(
                        new RunCommand.EnterLaboratory(List.of(line(3, 100, 97)), " ", "1", DAY, Optional.empty())))
                .satisfies(refusedFor("laboratory"));
        assertThatThrownBy(() -> signed(new RunCommand.EnterLaboratory(
                        List.of(line(3, 100, 97)), "Outer Sound", "9".repeat(121), DAY, Optional.empty())))
                .satisfies(refusedFor("certificate"))
                .hasMessageContaining("1 to 120 characters, not 121");
        assertThat(run.state().outcomes()).isEmpty();
    }

    @Test
    void itStandsForNoBumpHereAsAJobOnTheBenchDoes() {
        assertThat(run.state().standsForBump()).isFalse();
        var bench = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
        assertThat(bench.state().standsForBump()).isTrue();
    }

    @Test
    void aRunOnTheBenchTakesNoCertificate() {
        var bench = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
        assertThatThrownBy(() -> bench.carryOut(sheet(Optional.empty(), line(3, 100, 97)), 0, "Una"))
                .hasMessageContaining("not one that a laboratory did");
    }

    private static java.util.function.Consumer<Throwable> refusedFor(String field) {
        return thrown -> assertThat(((Refused) thrown).refusal().field()).isEqualTo(field);
    }
}
