package onward.sentry.core.strip;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.strip.Strip.Kind;
import onward.sentry.core.strip.Strip.Mark;
import onward.sentry.core.strip.Strip.Stretch;

class StripProperties {

    /** A run left open for a month. */
    private static final long MOST_SECONDS = 2_700_000;

    @Provide
    Arbitrary<Strip> strips() {
        var seconds = Arbitraries.longs().between(0, MOST_SECONDS);
        var stretches = Combinators.combine(Arbitraries.of(Kind.class), seconds)
                .as(Stretch::new)
                .list()
                .ofMaxSize(12);
        var marks = Combinators.combine(Arbitraries.integers().between(1, 7), seconds, Arbitraries.of(Verdict.class))
                .as(Mark::new)
                .list()
                .ofMaxSize(30);
        return Combinators.combine(stretches, seconds, marks).as(Strip::new);
    }

    @Property
    void aStripComesBackFromItsText(@ForAll("strips") Strip strip) {
        assertThat(Strip.decode(strip.encode())).isEqualTo(strip);
    }

    @Example
    void theTextIsAsItIsDescribed() {
        var text = "R0 Z45 G80 C150 E190;1:72p 1:141m 2:72f 3:150n";
        var strip = Strip.decode(text);
        assertThat(strip.stretches())
                .containsExactly(
                        new Stretch(Kind.READY, 0),
                        new Stretch(Kind.ZERO, 45),
                        new Stretch(Kind.GAS, 80),
                        new Stretch(Kind.CLEAR, 150));
        assertThat(strip.endSeconds()).isEqualTo(190);
        assertThat(strip.marks())
                .extracting(Mark::verdict)
                .containsExactly(Verdict.PASS, Verdict.MARGINAL, Verdict.FAIL, Verdict.NOT_JUDGED);
        assertThat(strip.encode()).isEqualTo(text);
        assertThat(Strip.decode("R0 E0;").marks()).isEmpty();
    }

    @Example
    void ofVeryManyMarksTheLatestAreKept() {
        var marks = new ArrayList<Mark>();
        for (int i = 0; i < 400; i++) {
            marks.add(new Mark(1 + i % 7, 1_000 + i, Verdict.FAIL));
        }
        var text = new Strip(List.of(new Stretch(Kind.READY, 0), new Stretch(Kind.GAS, 60)), 2_000, marks).encode();
        assertThat(text.length()).isBetween(Strip.MOST_LETTERS - 10, Strip.MOST_LETTERS);
        assertThat(Strip.decode(text).marks()).endsWith(marks.get(398), marks.get(399));
        assertThat(marks).endsWith(Strip.decode(text).marks().toArray(Mark[]::new));
    }

    @Example
    void theMostStepsOfACardFitHoweverLongTheyTook() {
        var stretches = new ArrayList<Stretch>();
        for (int i = 0; i < 80; i++) {
            stretches.add(new Stretch(i % 2 == 0 ? Kind.READY : Kind.GAS, MOST_SECONDS + i));
        }
        var strip = new Strip(stretches, MOST_SECONDS + 99, List.of(new Mark(1, MOST_SECONDS, Verdict.PASS)));
        assertThat(strip.encode()).hasSizeLessThanOrEqualTo(Strip.MOST_LETTERS);
        assertThat(Strip.decode(strip.encode())).isEqualTo(strip);
    }
}
