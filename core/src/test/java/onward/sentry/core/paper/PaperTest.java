package onward.sentry.core.paper;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.schedule.Cause;
import org.junit.jupiter.api.Test;

class PaperTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 3, 9);
    private static final LocalDate LAST = LocalDate.of(2026, 3, 2);

    private static void enter(LocalDate on, boolean onTheBench) {
        PaperEntry.check("Q4-1007", on, TODAY, Optional.of(LAST), onTheBench);
    }

    @Test
    void aRecordGrowsAtItsEndAndNeverIntoTheFuture() {
        taken(
                () -> enter(LAST, false),
                () -> enter(TODAY, false),
                () -> PaperEntry.check("Q4-1007", LAST.minusYears(9), TODAY, Optional.empty(), false));
        refused("paper-future", "on", () -> enter(TODAY.plusDays(1), false));
        refused("paper-too-old", "on", () -> enter(LAST.minusDays(1), false));
        refused("run-open", "serial", () -> enter(TODAY, true));
        assertThat(refusal(() -> enter(LAST.minusDays(1), false)).reason())
                .isEqualTo("The last run on record is of 2026-03-02; this one is of 2026-03-01.");
    }

    private static Withdrawal withdrawal(
            boolean typedIn, boolean withdrawn, boolean onTheBench, Optional<LocalDate> workedSince, boolean replaced) {
        return new Withdrawal("Q4-1007", typedIn, withdrawn, onTheBench, workedSince, replaced);
    }

    @Test
    void onlyTheLastThatWasTypedInIsTakenBackAndOnlyOnce() {
        var none = Optional.<LocalDate>empty();
        taken(() -> withdrawal(true, false, false, none, false).check());
        refused(
                "withdrawal-bench",
                "",
                () -> withdrawal(false, false, false, none, false).check());
        refused(
                "withdrawal-twice",
                "",
                () -> withdrawal(true, true, false, none, false).check());
        refused(
                "run-open",
                "serial",
                () -> withdrawal(true, false, true, none, false).check());
        refused(
                "withdrawal-worked",
                "",
                () -> withdrawal(true, false, false, Optional.of(LAST), false).check());
        refused(
                "withdrawal-sensor",
                "",
                () -> withdrawal(true, false, false, none, true).check());
    }

    @Test
    void theFirstReasonIsTheOneToGoBy() {
        var everything = withdrawal(true, false, false, Optional.of(LAST), true);
        assertThat(refusal(everything::check).reason()).isEqualTo("A job of 2026-03-02 came after it for Q4-1007.");
        assertThat(refusal(withdrawal(false, true, true, Optional.of(LAST), true)::check)
                        .code())
                .isEqualTo("withdrawal-bench");
    }

    @Test
    void aBumpTakesBackItsOwnCauseAndNotADropOfTheSameDay() {
        var failed = new Cause(Cause.Kind.BUMP_FAILED, "run-1", LAST, "bump failed");
        assertThat(Withdrawal.made("run-1", failed)).isTrue();
        assertThat(Withdrawal.made("run-2", failed)).isFalse();
        assertThat(Withdrawal.made("run-1", Cause.reported(LAST, "dropped or hit")))
                .isFalse();
    }
}
