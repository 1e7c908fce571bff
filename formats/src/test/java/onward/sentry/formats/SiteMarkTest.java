package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;

class SiteMarkTest {

    private static final byte[] KEY = "a key that the database never sees".getBytes(StandardCharsets.UTF_8);
    private static final Instant AT = Instant.parse("2026-03-02T08:00:00Z");
    private static final String HASH = Chain.hash("entry");

    @Property
    void aMarkComesBackFromItsLineAndHoldsUnderItsKeyAlone(
            @ForAll @LongRange(min = 1) long seq,
            @ForAll String entry,
            @ForAll boolean first,
            @ForAll boolean withoutRows) {
        var rows = withoutRows ? new SiteMark.End(0, "") : new SiteMark.End(seq, Chain.hash("row"));
        var before = first ? "" : Chain.hash("before");
        var mark = SiteMark.sign(3, AT, new SiteMark.End(seq, Chain.hash(entry)), rows, before, KEY);
        assertThat(SiteMark.ofLine(mark.line())).isEqualTo(mark);
        assertThat(mark.isSignedWith(KEY)).isTrue();
        assertThat(mark.isSignedWith("another".getBytes(StandardCharsets.UTF_8)))
                .isFalse();
    }

    @Test
    void nothingInItCanBeChangedWithoutTheKey() {
        var other = Chain.hash("other");
        var mark = SiteMark.sign(3, AT, new SiteMark.End(17, HASH), new SiteMark.End(40, HASH), "", KEY);
        var signature = mark.signature();
        for (var changed : new SiteMark[] {
            new SiteMark(4, mark.at(), 17, HASH, 40, HASH, "", signature),
            new SiteMark(3, "2026-03-02T08:00:01Z", 17, HASH, 40, HASH, "", signature),
            new SiteMark(3, "2026-03-02", 17, HASH, 40, HASH, "", signature),
            new SiteMark(3, mark.at(), 16, HASH, 40, HASH, "", signature),
            new SiteMark(3, mark.at(), 17, other, 40, HASH, "", signature),
            new SiteMark(3, mark.at(), 17, HASH, 39, HASH, "", signature),
            new SiteMark(3, mark.at(), 17, HASH, 40, other, "", signature),
            new SiteMark(3, mark.at(), 17, HASH, 40, HASH, other, signature),
            new SiteMark(3, mark.at(), 17, HASH, 40, HASH, "", other)
        }) {
            assertThat(changed.isSignedWith(KEY)).as(changed.line()).isFalse();
        }
    }

    /** Worked out apart from this program: printf '2026-03-02\n17\nab\n' | openssl dgst -sha256 -hmac key. */
    @Test
    void aMarkOfBeforeNamesADayAndTheLedgerAloneAndHoldsStill() {
        var line = "2026-03-02 17 ab - %s";
        var mark = SiteMark.ofLine(line.formatted("6afb0995787976d6977b8560a864c15a3a9312ba4236ffeb400a13fecfa47c04"));
        assertThat(mark.isSignedWith("key".getBytes(StandardCharsets.UTF_8))).isTrue();
        assertThat(mark.line()).isEqualTo(line.formatted(mark.signature()));
    }

    @Test
    void aLineThatIsNoneIsNotTakenForOne() {
        assertThatThrownBy(() -> SiteMark.ofLine("2026-03-02 17")).isInstanceOf(IllegalArgumentException.class);
    }

    /** Worked out apart from this program: printf 'before\nbody' | sha256sum. */
    @Test
    void theChainIsSha256OverTheHashBeforeAndTheText() {
        assertThat(Chain.next("before", "body")).isEqualTo(Chain.hash("before\nbody"));
        assertThat(Chain.hash("before\nbody"))
                .isEqualTo("447b01f4e850604a0aeba3ae49fde6b7f128cd942452e84ae5989cb5da41f6e9");
    }
}
