package onward.sentry.formats;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonSubTypes.Type;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Step;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.schedule.IntervalRule;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** How the sealed types of the core are named in JSON. The core itself knows nothing of JSON. */
public final class CoreJson {

    private static final JsonMapper CANONICAL = addTo(JsonMapper.builder()
                    .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                    .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                    .enable(MapperFeature.SORT_PROPERTIES_ALPHABETICALLY))
            .build();

    private CoreJson() {}

    public static JsonMapper.Builder addTo(JsonMapper.Builder builder) {
        // What is worked out of a value, such as isOxygen(), is no part of it.
        return builder.changeDefaultVisibility(seen -> seen.withIsGetterVisibility(Visibility.NONE))
                .addMixIn(Step.class, StepNames.class)
                .addMixIn(AcceptRule.class, AcceptRuleNames.class)
                .addMixIn(IntervalRule.class, IntervalRuleNames.class)
                .addMixIn(Intake.class, IntakeNames.class)
                .addMixIn(RunEvent.class, RunEventNames.class);
    }

    /** Keys in order, so that the same thing is always the same text. What older texts lack is 0, false or absent. */
    public static JsonMapper canonical() {
        return CANONICAL;
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @Type(value = Step.Checks.class, name = "checks"),
        @Type(value = Step.Confirm.class, name = "confirm"),
        @Type(value = Step.Measure.class, name = "measure"),
        @Type(value = Step.Ask.class, name = "ask"),
        @Type(value = Step.BlockTest.class, name = "block-test"),
        @Type(value = Step.WarmUp.class, name = "warm-up"),
        @Type(value = Step.Zero.class, name = "zero"),
        @Type(value = Step.Blank.class, name = "blank"),
        @Type(value = Step.ApplyGas.class, name = "apply-gas"),
        @Type(value = Step.ConfirmAlarms.class, name = "confirm-alarms"),
        @Type(value = Step.SaveOnInstrument.class, name = "save-on-instrument"),
        @Type(value = Step.ClearDown.class, name = "clear-down")
    })
    private interface StepNames {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "rule")
    @JsonSubTypes({
        @Type(value = AcceptRule.OnStability.class, name = "on-stability"),
        @Type(value = AcceptRule.StableOrDeadline.class, name = "stable-or-deadline"),
        @Type(value = AcceptRule.Countdown.class, name = "countdown"),
        @Type(value = AcceptRule.CountdownByTemperature.class, name = "countdown-by-temperature")
    })
    private interface AcceptRuleNames {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({@Type(value = Intake.Cup.class, name = "cup"), @Type(value = Intake.Pumped.class, name = "pumped")})
    private interface IntakeNames {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "rule")
    @JsonSubTypes({
        @Type(value = IntervalRule.EveryMonths.class, name = "every-months"),
        @Type(value = IntervalRule.EveryDays.class, name = "every-days"),
        @Type(value = IntervalRule.FollowingMonth.class, name = "following-month"),
        @Type(value = IntervalRule.NextMonthDay.class, name = "next-month-day"),
        @Type(value = IntervalRule.Capped.class, name = "capped")
    })
    private interface IntervalRuleNames {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "event")
    @JsonSubTypes({
        @Type(value = RunEvent.RunStarted.class, name = "RunStarted"),
        @Type(value = RunEvent.ChecksConfirmed.class, name = "ChecksConfirmed"),
        @Type(value = RunEvent.StepConfirmed.class, name = "StepConfirmed"),
        @Type(value = RunEvent.Measured.class, name = "Measured"),
        @Type(value = RunEvent.MeasurementRefused.class, name = "MeasurementRefused"),
        @Type(value = RunEvent.Answered.class, name = "Answered"),
        @Type(value = RunEvent.AnswerRefused.class, name = "AnswerRefused"),
        @Type(value = RunEvent.BlockTested.class, name = "BlockTested"),
        @Type(value = RunEvent.SensorsSkipped.class, name = "SensorsSkipped"),
        @Type(value = RunEvent.GasLeftOut.class, name = "GasLeftOut"),
        @Type(value = RunEvent.WarmUpEnded.class, name = "WarmUpEnded"),
        @Type(value = RunEvent.ZeroStarted.class, name = "ZeroStarted"),
        @Type(value = RunEvent.ZeroJudged.class, name = "ZeroJudged"),
        @Type(value = RunEvent.CylinderChosen.class, name = "CylinderChosen"),
        @Type(value = RunEvent.GasOpened.class, name = "GasOpened"),
        @Type(value = RunEvent.BumpSeen.class, name = "BumpSeen"),
        @Type(value = RunEvent.PaperEntered.class, name = "PaperEntered"),
        @Type(value = RunEvent.LaboratoryEntered.class, name = "LaboratoryEntered"),
        @Type(value = RunEvent.ReadingTyped.class, name = "ReadingTyped"),
        @Type(value = RunEvent.ReadingAccepted.class, name = "ReadingAccepted"),
        @Type(value = RunEvent.ReadingNotAccepted.class, name = "ReadingNotAccepted"),
        @Type(value = RunEvent.TryStarted.class, name = "TryStarted"),
        @Type(value = RunEvent.AdjustmentDoubted.class, name = "AdjustmentDoubted"),
        @Type(value = RunEvent.FailureLeft.class, name = "FailureLeft"),
        @Type(value = RunEvent.AlarmsConfirmed.class, name = "AlarmsConfirmed"),
        @Type(value = RunEvent.SavedOnInstrument.class, name = "SavedOnInstrument"),
        @Type(value = RunEvent.GasClosed.class, name = "GasClosed"),
        @Type(value = RunEvent.ExposureExceeded.class, name = "ExposureExceeded"),
        @Type(value = RunEvent.CylinderSpent.class, name = "CylinderSpent"),
        @Type(value = RunEvent.ReadingsMissed.class, name = "ReadingsMissed"),
        @Type(value = RunEvent.GasEndedEarly.class, name = "GasEndedEarly"),
        @Type(value = RunEvent.SourceSwitched.class, name = "SourceSwitched"),
        @Type(value = RunEvent.ClearedDown.class, name = "ClearedDown"),
        @Type(value = RunEvent.ConfirmationWithdrawn.class, name = "ConfirmationWithdrawn"),
        @Type(value = RunEvent.Remarked.class, name = "Remarked"),
        @Type(value = RunEvent.ConditionsNoted.class, name = "ConditionsNoted"),
        @Type(value = RunEvent.LanePlaced.class, name = "LanePlaced"),
        @Type(value = RunEvent.RunTakenOver.class, name = "RunTakenOver"),
        @Type(value = RunEvent.Countersigned.class, name = "Countersigned"),
        @Type(value = RunEvent.RunStopped.class, name = "RunStopped"),
        @Type(value = RunEvent.RunSigned.class, name = "RunSigned")
    })
    private interface RunEventNames {}
}
