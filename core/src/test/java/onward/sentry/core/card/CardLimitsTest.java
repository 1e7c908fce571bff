package onward.sentry.core.card;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature.Row;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

/** What a procedure card may say, at the edges. */
class CardLimitsTest {

    private static final AcceptRule SETTLED = new AcceptRule.OnStability(15, 60);
    private static final List<SensorSpec> FOUR = Fixtures.quoin4().sensors();

    private static List<SensorSpec> sensors(int number) {
        return IntStream.rangeClosed(1, number)
                .mapToObj(slot -> Fixtures.sensor(
                        slot, "carbon-monoxide", Technology.ELECTROCHEMICAL, Unit.PPM, 300, 1, 25, 25, 80))
                .toList();
    }

    private static void figures(int sensors, double flow, double perRun, double perBump, double bumpLevel) {
        CardCheck.figures("Quoin 4", 1, sensors(sensors), flow, perRun, perBump, bumpLevel);
    }

    @Test
    void aDetectorHoldsOneToSevenSensors() {
        taken(() -> figures(1, 0.5, 1, 1, 50), () -> figures(7, 0.5, 1, 1, 50));
        refused("card-sensors", "sensors", () -> figures(0, 0.5, 1, 1, 50));
        assertThatSevenIsTheMostThatASlotCanBeNumbered();
    }

    private static void assertThatSevenIsTheMostThatASlotCanBeNumbered() {
        refused("sensor-slot", "slot", () -> sensors(8), () -> numbered(0));
    }

    private static SensorSpec numbered(int slot) {
        return Fixtures.sensor(slot, "methane", Technology.CATALYTIC_BEAD, Unit.PERCENT_LEL, 100, 1, 10, 20, 25);
    }

    @Test
    void aBumpOfOneSensorCountsOnOneToNinetyTwoDays() {
        taken(
                () -> Fixtures.quoin4Bumped(OptionalInt.of(1)),
                () -> Fixtures.quoin4Bumped(OptionalInt.of(92)),
                () -> Fixtures.quoin4Bumped(OptionalInt.empty()));
        refused(
                "sensor-bump-days",
                "bumpDays",
                () -> Fixtures.quoin4Bumped(OptionalInt.of(0)),
                () -> Fixtures.quoin4Bumped(OptionalInt.of(93)));
    }

    @Test
    void aCardHasANameAndAVersionAndEachSlotOnce() {
        refused(
                "card-name",
                "model",
                () -> CardCheck.figures(" ", 1, FOUR, 1, 1, 1, 50),
                () -> CardCheck.figures("Quoin 4", 0, FOUR, 1, 1, 1, 50));
        var twice = List.of(numbered(3), numbered(2), numbered(3));
        refused("card-slot-twice", "sensors", () -> CardCheck.figures("Quoin 4", 1, twice, 1, 1, 1, 50));
        assertThat(refusal(() -> CardCheck.figures("Quoin 4", 1, twice, 1, 1, 1, 50))
                        .reason())
                .contains("Slot 3");
    }

    @Test
    void flowGasAndBumpLevelAreAboveNoughtAndABumpIsNeverMoreThanAllOfTheGas() {
        taken(() -> figures(4, 0.01, 0.01, 0.01, 100));
        refused(
                "card-figures",
                "flowLitresPerMinute",
                () -> figures(4, 0, 1, 1, 50),
                () -> figures(4, 1, 0, 1, 50),
                () -> figures(4, 1, 1, 0, 50),
                () -> figures(4, 1, 1, 1, 0),
                () -> figures(4, 1, 1, 1, 100.1),
                () -> figures(4, Double.NaN, 1, 1, 50));
    }

    @Test
    void aToleranceAndAnExposureHaveTheirBounds() {
        taken(
                () -> CardCheck.tolerance(OptionalDouble.empty(), 0),
                () -> CardCheck.tolerance(OptionalDouble.of(20), 86_400),
                () -> CardCheck.tolerance(OptionalDouble.of(0.1), 1));
        refused(
                "card-tolerance",
                "tolerancePercent",
                () -> CardCheck.tolerance(OptionalDouble.of(0), 0),
                () -> CardCheck.tolerance(OptionalDouble.of(20.1), 0));
        refused(
                "card-exposure",
                "exposureSecondsPerDay",
                () -> CardCheck.tolerance(OptionalDouble.empty(), -1),
                () -> CardCheck.tolerance(OptionalDouble.empty(), 86_401));
    }

    @Test
    void eachKindOfStepNamesOnlySlotsThatTheCardHas() {
        var far = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN), Target.of(6, Purpose.SPAN)), SETTLED, 60, "");
        var remainder = new Step.ClearDown(60, Optional.of(new Step.Remainder(6, 1)), "");
        refused(
                "card-slot-unknown",
                "bump[0]",
                () -> CardCheck.steps("bump", List.of(new Step.Zero(List.of(1, 6), SETTLED, "")), FOUR),
                () -> CardCheck.steps("bump", List.of(new Step.Blank(List.of(6), SETTLED, "")), FOUR),
                () -> CardCheck.steps("bump", List.of(far), FOUR),
                () -> CardCheck.steps("bump", List.of(remainder), FOUR));
        assertThat(refusal(() -> CardCheck.steps("bump", List.of(far), FOUR)).reason())
                .isEqualTo("Step 'Gas' names slot 6, which the card does not have.");
    }

    @Test
    void gasIsClearedDownBeforeAnyZeroOrBlankAfterIt() {
        var gas = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), SETTLED, 60, "");
        var zero = new Step.Zero(List.of(3), SETTLED, "");
        var blank = new Step.Blank(List.of(3), SETTLED, "");
        var clear = new Step.ClearDown(60, "");
        var confirm = new Step.Confirm("Filter", "Take the filter off.", "");
        taken(
                () -> CardCheck.steps("calibration", List.of(zero, gas, clear, zero, gas), FOUR),
                () -> CardCheck.steps("calibration", List.of(gas, clear, confirm, blank, gas), FOUR));
        refused(
                "card-zero-on-gas",
                "calibration",
                () -> CardCheck.steps("calibration", List.of(gas, zero), FOUR),
                () -> CardCheck.steps("calibration", List.of(gas, blank), FOUR),
                () -> CardCheck.steps("calibration", List.of(gas, confirm, zero), FOUR),
                () -> CardCheck.steps("calibration", List.of(gas, clear, gas, zero), FOUR));
    }

    @Test
    void aCountdownByTemperatureNeedsTheTemperatureOfTheAirAndNoOtherFigure() {
        var byTemperature = new CountdownByTemperature(List.of(new Row(0, 120)), 0);
        var gas = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), byTemperature, 60, "");
        var air = new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 0, 40, "Warm the room.", "");
        var other = new Step.Measure(Quantity.STATION_PRESSURE, 80, 110, "Look at the barometer.", "");
        taken(() -> CardCheck.steps("calibration", List.of(air, gas), FOUR));
        refused(
                "card-temperature",
                "calibration",
                () -> CardCheck.steps("calibration", List.of(gas, air), FOUR),
                () -> CardCheck.steps("calibration", List.of(other, gas), FOUR));
    }

    @Test
    void timesOfARuleRunFromAboveNoughtToAnHour() {
        taken(
                () -> new AcceptRule.OnStability(0.1, 0.1),
                () -> new AcceptRule.OnStability(1, 3_600),
                () -> new AcceptRule.Countdown(3_600));
        refused(
                "accept-times",
                "leastSeconds",
                () -> new AcceptRule.OnStability(0, 60),
                () -> new AcceptRule.StableOrDeadline(60, 59.9),
                () -> new AcceptRule.Countdown(3_600.1),
                () -> new CountdownByTemperature(List.of(new Row(0, 60), new Row(10, 0)), 0));
        refused("accept-rows", "rows", () -> new CountdownByTemperature(List.of(), 0));
    }

    @Test
    void whatHoldsStillAndWhatIsAveragedLieWithinTheExposure() {
        taken(
                () -> new AcceptRule.OnStability(30, 60, 60, 60),
                () -> new AcceptRule.Countdown(60, 60),
                () -> new CountdownByTemperature(List.of(new Row(0, 120), new Row(15, 60)), 60));
        refused(
                "accept-window",
                "stableSeconds",
                () -> new AcceptRule.OnStability(30, 60, 60.1, 0),
                () -> new AcceptRule.StableOrDeadline(30, 60, 0, 60.1),
                () -> new AcceptRule.OnStability(30, 60, -1, 0),
                () -> new AcceptRule.Countdown(60, -0.1),
                () -> new CountdownByTemperature(List.of(new Row(0, 120), new Row(15, 60)), 60.1));
    }

    @Test
    void theRowOfACountdownIsTheWarmestThatTheAirHasReached() {
        var rule = new CountdownByTemperature(List.of(new Row(15, 60), new Row(0, 120), new Row(25, 45)), 0);
        assertThat(rule.at(OptionalDouble.of(14.9)).seconds()).isEqualTo(120);
        assertThat(rule.at(OptionalDouble.of(15)).seconds()).isEqualTo(60);
        assertThat(rule.at(OptionalDouble.of(31)).seconds()).isEqualTo(45);
        assertThat(rule.at(OptionalDouble.of(-4)).seconds())
                .as("colder than the method allows")
                .isEqualTo(120);
        assertThat(rule.at(OptionalDouble.empty()).seconds())
                .as("nobody looked: the longest")
                .isEqualTo(120);
    }

    @Test
    void aStepSaysWhatItIsAndWhatToDoOtherwise() {
        refused(
                "step-confirm",
                "title",
                () -> new Step.Confirm("", "Take it off.", ""),
                () -> new Step.Confirm("Filter", " ", ""));
        refused(
                "step-ask",
                "question",
                () -> new Step.Ask("", "Dry?", true, "Dry it.", ""),
                () -> new Step.Ask("Dry", null, true, "Dry it.", ""),
                () -> new Step.Ask("Dry", "Dry?", true, " ", ""));
        refused("step-way-out", "wayOut", () -> new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 0, 40, " ", ""));
        taken(() -> new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 20, 20, "Warm the room.", ""));
        refused(
                "step-measure",
                "least",
                () -> new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 20.1, 20, "Warm the room.", ""));
    }

    @Test
    void aStepIsAboutSomeSensorAndLastsSomeTime() {
        taken(
                () -> new Step.BlockTest(1, List.of(), ""),
                () -> new Step.BlockTest(120, List.of("New filter"), ""),
                () -> new Step.WarmUp(1, ""));
        refused(
                "step-block-test",
                "seconds",
                () -> new Step.BlockTest(0, List.of(), ""),
                () -> new Step.BlockTest(121, List.of(), ""));
        refused("step-warm-up", "seconds", () -> new Step.WarmUp(0, ""));
        refused(
                "step-sensors",
                "slots",
                () -> new Step.Zero(List.of(), SETTLED, ""),
                () -> new Step.Blank(List.of(), SETTLED, ""));
        refused("step-sensors", "targets", () -> new Step.ApplyGas(List.of(), SETTLED, 60, ""));
    }

    @Test
    void aStepOfGasIsCalledAfterWhatAllOfItsTargetsMeetItFor() {
        assertThat(gas(Purpose.AS_FOUND, Purpose.AS_FOUND).title()).isEqualTo("As found");
        assertThat(gas(Purpose.CHECK_FIRST, Purpose.CHECK_FIRST).title()).isEqualTo("Check");
        assertThat(gas(Purpose.LOW_POINT, Purpose.LOW_POINT).title()).isEqualTo("Low point");
        assertThat(gas(Purpose.VERIFY, Purpose.VERIFY).title()).isEqualTo("Verify");
        assertThat(gas(Purpose.SPAN, Purpose.CHECK).title()).isEqualTo("Gas");
        assertThat(gas(Purpose.VERIFY, Purpose.SPAN).are(Purpose.VERIFY)).isFalse();
        assertThat(gas(Purpose.SPAN, Purpose.SPAN).slots()).containsExactly(3, 4);
    }

    private static Step.ApplyGas gas(Purpose third, Purpose fourth) {
        return new Step.ApplyGas(List.of(Target.of(3, third), Target.of(4, fourth)), SETTLED, 60, "");
    }

    @Test
    void triesAreFewAndTheLastMayWaitForARemedyThatIsKnown() {
        taken(
                () -> new RetryPolicy(1, 0),
                () -> new RetryPolicy(5, 7_200),
                () -> new RetryPolicy(2, 0, List.of("Purge"), "Purge"));
        refused(
                "tries",
                "most",
                () -> new RetryPolicy(0, 0),
                () -> new RetryPolicy(6, 0),
                () -> new RetryPolicy(2, -1),
                () -> new RetryPolicy(2, 7_201));
        refused("tries-last", "beforeLast", () -> new RetryPolicy(2, 0, List.of("Purge"), "New cell"));
    }

    @Test
    void aPictureIsDescribedOfAKindThatIsShownAndSmallEnough() {
        var most = Base64.getEncoder().encodeToString(new byte[399_999]);
        taken(() -> picture("The keys", "image/png", most), () -> picture("The keys", "image/jpeg", "AAAA"));
        refused(
                "picture-description",
                "pictures",
                () -> picture(" ", "image/png", "AAAA"),
                () -> picture(null, "image/png", "AAAA"));
        refused("picture-step", "pictures", () -> new StepPicture(Job.BUMP, -1, "The keys", "image/png", "AAAA"));
        refused(
                "picture-type",
                "pictures",
                () -> picture("The keys", "image/svg+xml", "AAAA"),
                () -> picture("The keys", null, "AAAA"));
        refused(
                "picture-size",
                "pictures",
                () -> picture("The keys", "image/png", most + "AAAA"),
                () -> picture("The keys", "image/png", ""),
                () -> picture("The keys", "image/png", "not base64"));
    }

    private static StepPicture picture(String description, String type, String base64) {
        return new StepPicture(Job.BUMP, 0, description, type, base64);
    }

    @Test
    void aBiasedSensorRestsForADayAndAnyOtherForNone() {
        var fitted = LocalDate.of(2026, 3, 2);
        var biased =
                Fixtures.sensor(1, "nitric-oxide", Technology.BIASED_ELECTROCHEMICAL, Unit.PPM, 250, 1, 25, 30, 50);
        taken(
                () -> SensorCare.checkSettled(biased, fitted, fitted.plusDays(1)),
                () -> SensorCare.checkSettled(numbered(1), fitted, fitted));
        refused("sensor-settling", "slots", () -> SensorCare.checkSettled(biased, fitted, fitted));
        assertThat(refusal(() -> SensorCare.checkSettled(biased, fitted, fitted))
                        .wayOut())
                .contains("from 2026-03-03 on");
    }
}
