package onward.sentry.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import onward.sentry.core.trace.LinkSilence.Level;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LinkSilenceTest {

    @ParameterizedTest
    @CsvSource({
        "0,      0,     LIVE",
        "4999,   250,   LIVE",
        "5000,   250,   STALE",
        "14999,  250,   STALE",
        "15000,  250,   SILENT",
        "8999,   3000,  LIVE",
        "9000,   3000,  STALE",
        "15000,  3000,  SILENT",
        "29999,  10000, LIVE",
        "30000,  10000, SILENT"
    })
    void threeMissedIntervalsAndAtLeastFiveSecondsAreLateFifteenAreSilence(long silent, long interval, Level level) {
        assertThat(new LinkSilence(silent, interval).level()).isEqualTo(level);
    }

    @Property
    void longerSilenceIsNeverBetter(
            @ForAll @LongRange(min = 0, max = 200_000) long silent,
            @ForAll @LongRange(min = 0, max = 200_000) long more,
            @ForAll @LongRange(min = 0, max = 60_000) long interval) {
        assertThat(new LinkSilence(silent + more, interval).level())
                .isGreaterThanOrEqualTo(new LinkSilence(silent, interval).level());
    }

    @ParameterizedTest
    @CsvSource({"-1, 0", "0, -1"})
    void noTimeIsNegative(long silent, long interval) {
        assertThatThrownBy(() -> new LinkSilence(silent, interval)).hasMessageContaining("0 ms or more");
    }
}
