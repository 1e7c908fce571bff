package onward.sentry.core.card;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature.Row;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.SampleLine;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.schedule.IntervalRule;
import org.junit.jupiter.api.Test;

/** A card of every kind of step, in the words in which two versions of it are held against each other. */
class CardSheetTest {

    private static final AcceptRule SETTLED = new AcceptRule.OnStability(15, 60, 20, 10);

    private static ProcedureCard card(Intake intake, Optional<SampleLine> line, List<Step> calibration) {
        return new ProcedureCard(
                "Bench 4",
                3,
                LelBasis.IEC,
                Fixtures.quoin4().sensors(),
                0.5,
                1.2,
                0.6,
                50,
                new IntervalRule.EveryMonths(6, 184),
                Optional.of(new RetryPolicy(3, 300, List.of("Purge", "New filter"), "Purge")),
                Optional.of(new RetryPolicy(1, 0)),
                intake,
                line,
                OptionalDouble.of(7.5),
                "breath alcohol",
                600,
                Prescribed.NONE,
                List.of(new StepPicture(
                        Job.CALIBRATION, 0, "Which way the filter goes", "image/png", "A".repeat(4_000))),
                calibration,
                Fixtures.quoin4().bump(),
                List.of());
    }

    private static List<String> lines(ProcedureCard card, String path) {
        return CardSheet.of(card).parts().stream()
                .filter(part -> part.path().equals(path))
                .findFirst()
                .orElseThrow()
                .lines();
    }

    private static List<String> said(Step step) {
        return lines(card(new Intake.Cup(0.4, 0.6), Optional.empty(), List.of(step)), "calibration[0]");
    }

    @Test
    void theWholeOfItIsSaidOfTheDetector() {
        var card = card(new Intake.Pumped(0.35, true), Optional.of(new SampleLine(3, 4)), List.of());
        assertThat(lines(card, "detector"))
                .containsExactly(
                        "Lower explosive limits: IEC",
                        "A pump draws 0.35 L/min; a fixed flow may be joined to its inlet",
                        "Flow of its usual rig: 0.5 L/min",
                        "Sample line: 3 m, bore 4 mm",
                        "Gas kept ready: 1.2 L a calibration, 0.6 L a bump",
                        "A bump covers at least 50 % of the way",
                        "Due: every 6 months, never later than 184 days",
                        "Tolerance of a check: 7.5 %",
                        "Span: 3 tries, 300 s in between; helps: Purge · New filter; the last one only after: Purge",
                        "Zero: 1 try",
                        "Only by who is qualified for breath alcohol",
                        "At most 600 s on gas within 24 h");
    }

    @Test
    void whatACardLeavesToTheHouseIsNotSaid() {
        assertThat(lines(Fixtures.quoin4(), "detector"))
                .containsExactly(
                        "Lower explosive limits: handbook",
                        "Cup or hood, 0.4 to 0.6 L/min",
                        "Flow of its usual rig: 0.5 L/min",
                        "Gas kept ready: 1.2 L a calibration, 0.6 L a bump",
                        "A bump covers at least 50 % of the way",
                        "Due: every month, never later than 35 days",
                        "Span: 1 try");
        assertThat(lines(Fixtures.quoin4(), "sensors[2]"))
                .containsExactly(
                        "Carbon monoxide, electrochemical",
                        "0 to 300 ppm in steps of 1",
                        "Set on 80 ppm; shows the raw reading",
                        "t90 25 s",
                        "Alarms: low 25, high none, STEL none, TWA none");
    }

    @Test
    void eachKindOfStepIsSaidInItsOwnWords() {
        assertThat(said(new Step.Checks(List.of("Serial", "Battery"), "Both keys.")))
                .containsExactly("Serial", "Battery", "Note: Both keys.", "Picture: Which way the filter goes, 3 kB");
        assertThat(said(new Step.Confirm("Filter", "Take the charcoal filter off.", "")))
                .startsWith("Take the charcoal filter off.");
        assertThat(said(new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 0, 40, "Warm the room.", "")))
                .startsWith("0 to 40 °C", "Outside: Warm the room.");
        assertThat(said(new Step.Ask("Dry", "Is it dry?", true, "Dry it.", "")))
                .startsWith("Is it dry?", "Goes on at yes; else: Dry it.");
        assertThat(said(new Step.BlockTest(20, List.of("Push it home", "New O-ring"), "")))
                .startsWith("Inlet blocked, the pump alarms within 20 s", "If not: Push it home · New O-ring");
        assertThat(said(new Step.WarmUp(90, ""))).startsWith("90 s");
        assertThat(said(new Step.Zero(List.of(1, 3), ZeroAir.CHARCOAL, SETTLED, true, "")))
                .startsWith(
                        "In " + ZeroAir.CHARCOAL.label() + ": 1 CH4, 3 CO",
                        "Taken when settled, after 15 s or more; not accepted if not settled by 60 s; still for 20 s;"
                                + " mean of the last 10 s; only what kept a small remainder");
        assertThat(said(new Step.Blank(List.of(3), new AcceptRule.Countdown(30), "")))
                .startsWith("Air drawn through: 3 CO", "Taken after 30 s");
        assertThat(said(new Step.ClearDown(120, Optional.of(new Step.Remainder(4, 0.5)), "")))
                .startsWith("Back at clean air within 120 s; 0.5 ppm may be left of 4 H2S");
        assertThat(said(new Step.ClearDown(120, ""))).startsWith("Back at clean air within 120 s");
    }

    @Test
    void gasIsSaidSensorBySensorWithWhenItIsTaken() {
        var gas = new Step.ApplyGas(
                List.of(Target.of(3, Purpose.SPAN), new Target(2, Purpose.CHECK, OptionalDouble.of(16))),
                new AcceptRule.StableOrDeadline(30, 150),
                60,
                true,
                0,
                "");
        assertThat(said(gas))
                .startsWith(
                        "3 CO: span on 80 ppm",
                        "2 O2: check on 16.0 vol%",
                        "Taken when settled, after 30 s or more; at the latest at 150 s",
                        "No response after 60 s fails; may be left out");
        var tube = new CountdownByTemperature(List.of(new Row(0, 120), new Row(15, 60)), 0);
        var measured = new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 0, 40, "Warm the room.", "");
        var timed = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), tube, 60, "");
        assertThat(lines(card(new Intake.Cup(0.4, 0.6), Optional.empty(), List.of(measured, timed)), "calibration[1]"))
                .contains("Taken after a time that the air decides: from 0 °C 120 s, from 15 °C 60 s");
    }

    @Test
    void aChangedFigureChangesNothingButItsOwnPart() {
        var one = card(
                new Intake.Cup(0.4, 0.6), Optional.empty(), List.of(new Step.WarmUp(60, ""), new Step.WarmUp(30, "")));
        var other = card(
                new Intake.Cup(0.4, 0.6), Optional.empty(), List.of(new Step.WarmUp(60, ""), new Step.WarmUp(45, "")));
        var before = CardSheet.of(one).parts();
        var after = CardSheet.of(other).parts();
        assertThat(after).hasSameSizeAs(before);
        for (int i = 0; i < before.size(); i++) {
            assertThat(before.get(i).equals(after.get(i)))
                    .as(before.get(i).path())
                    .isEqualTo(!before.get(i).path().equals("calibration[1]"));
        }
    }
}
