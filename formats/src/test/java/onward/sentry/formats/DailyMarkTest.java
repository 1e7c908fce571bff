package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;

class DailyMarkTest {

    private static final byte[] KEY = "a key that the database never sees".getBytes(StandardCharsets.UTF_8);
    private static final LocalDate DAY = LocalDate.of(2026, 3, 2);
    private static final String HASH = Chain.hash("entry");

    @Property
    void aMarkComesBackFromItsLineAndHoldsUnderItsKeyAlone(
            @ForAll @LongRange(min = 1) long seq, @ForAll String entry, @ForAll boolean first) {
        var mark = DailyMark.sign(DAY, seq, Chain.hash(entry), first ? "" : Chain.hash("before"), KEY);
        assertThat(DailyMark.ofLine(mark.line())).isEqualTo(mark);
        assertThat(mark.isSignedWith(KEY)).isTrue();
        assertThat(mark.isSignedWith("another".getBytes(StandardCharsets.UTF_8)))
                .isFalse();
    }

    @Test
    void nothingInItCanBeChangedWithoutTheKey() {
        var mark = DailyMark.sign(DAY, 17, HASH, "", KEY);
        var other = Chain.hash("other");
        assertThat(new DailyMark(DAY.plusDays(1), 17, HASH, "", mark.signature()).isSignedWith(KEY))
                .isFalse();
        assertThat(new DailyMark(DAY, 16, HASH, "", mark.signature()).isSignedWith(KEY))
                .isFalse();
        assertThat(new DailyMark(DAY, 17, other, "", mark.signature()).isSignedWith(KEY))
                .isFalse();
        assertThat(new DailyMark(DAY, 17, HASH, other, mark.signature()).isSignedWith(KEY))
                .isFalse();
        assertThat(new DailyMark(DAY, 17, HASH, "", other).isSignedWith(KEY)).isFalse();
    }

    @Test
    void aLineThatIsNoneIsNotTakenForOne() {
        assertThatThrownBy(() -> DailyMark.ofLine("2026-03-02 17")).isInstanceOf(IllegalArgumentException.class);
    }

    /** Worked out apart from this program: printf 'before\nbody' | sha256sum. */
    @Test
    void theChainIsSha256OverTheHashBeforeAndTheText() {
        assertThat(Chain.next("before", "body")).isEqualTo(Chain.hash("before\nbody"));
        assertThat(Chain.hash("before\nbody"))
                .isEqualTo("447b01f4e850604a0aeba3ae49fde6b7f128cd942452e84ae5989cb5da41f6e9");
    }
}
