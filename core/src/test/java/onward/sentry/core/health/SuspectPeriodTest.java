package onward.sentry.core.health;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.judge.Verdict;
import org.junit.jupiter.api.Test;

class SuspectPeriodTest {

    private static final LocalDate FITTED = LocalDate.of(2025, 6, 1);
    private static final LocalDate GOOD = LocalDate.of(2026, 2, 2);
    private static final LocalDate FOUND = LocalDate.of(2026, 3, 2);

    @Test
    void whatFailsAsFoundIsInDoubtSinceItWasLastGood() {
        var doubt =
                SuspectPeriod.of(Verdict.FAIL, Optional.of(GOOD), FITTED, FOUND).orElseThrow();
        assertThat(doubt).isEqualTo(new SuspectPeriod(GOOD, FOUND));
        assertThat(doubt.words()).isEqualTo("2026-02-02 to 2026-03-02, 28 days");
        assertThat(SuspectPeriod.of(Verdict.FAIL, Optional.empty(), FITTED, FOUND)
                        .orElseThrow()
                        .since())
                .isEqualTo(FITTED);
    }

    @Test
    void whatIsFoundGoodPutsNothingInDoubt() {
        assertThat(SuspectPeriod.of(Verdict.PASS, Optional.of(GOOD), FITTED, FOUND))
                .isEmpty();
        assertThat(SuspectPeriod.of(Verdict.MARGINAL, Optional.of(GOOD), FITTED, FOUND))
                .isEmpty();
    }

    @Test
    void itIsClosedWithWhatWasFoundOut() {
        assertThatThrownBy(() -> SuspectPeriod.checkClosing("  ")).hasMessageContaining("what was found out");
        SuspectPeriod.checkClosing("nobody was in gas");
    }
}
