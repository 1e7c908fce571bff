package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class BoardStatusTest {

    @Property
    void nothingThatMayNotBeUsedIsReady(@ForAll StateWord word, @ForAll boolean usable) {
        var status = BoardStatus.of(word, usable);
        assertThat(status.equals(Optional.of(BoardStatus.READY)) && !usable).isFalse();
        assertThat(StateWord.WITHDRAWN.contains(word) && status.equals(Optional.of(BoardStatus.BUMP_FIRST)))
                .isFalse();
        assertThat(status.isEmpty()).isEqualTo(word == StateWord.RETIRED);
    }

    @Test
    void dueTodayIsReadyAndDueBecauseItWasDroppedIsNot() {
        assertThat(BoardStatus.of(StateWord.DUE, true)).contains(BoardStatus.READY);
        assertThat(BoardStatus.of(StateWord.DUE, false)).contains(BoardStatus.DO_NOT_USE);
    }
}
