package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class BoardStatusTest {

    @Property
    void nothingThatMayNotBeUsedIsReady(@ForAll DetectorState word, @ForAll boolean usable) {
        var status = BoardStatus.of(word, usable);
        assertThat(status.equals(Optional.of(BoardStatus.READY)) && !usable).isFalse();
        assertThat(DetectorState.WITHDRAWN.contains(word) && status.equals(Optional.of(BoardStatus.BUMP_FIRST)))
                .isFalse();
        assertThat(status.isEmpty()).isEqualTo(word == DetectorState.RETIRED);
    }

    @Test
    void dueTodayIsReadyAndDueBecauseItWasDroppedIsNot() {
        assertThat(BoardStatus.of(DetectorState.DUE, true)).contains(BoardStatus.READY);
        assertThat(BoardStatus.of(DetectorState.DUE, false)).contains(BoardStatus.DO_NOT_USE);
    }
}
