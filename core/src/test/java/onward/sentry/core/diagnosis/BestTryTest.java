package onward.sentry.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import onward.sentry.core.card.NextTry;
import org.junit.jupiter.api.Test;

class BestTryTest {

    private static final Map<Cause, Double> GAS_OR_SENSOR = Map.of(Cause.DECAYED_GAS, 0.4, Cause.FADED_SENSOR, 0.6);

    @Test
    void theSensorIsAccusedOnlyWhereNothingElseIsLeft() {
        var alike = List.of(Cause.FADED_SENSOR, Cause.DECAYED_GAS);
        assertThat(BestTry.of(GAS_OR_SENSOR, alike, Set.of())).contains(NextTry.ANOTHER_CYLINDER);
        assertThat(BestTry.of(GAS_OR_SENSOR, alike, Set.of(NextTry.ANOTHER_CYLINDER)))
                .contains(NextTry.SERVICE_SENSOR);
        assertThat(BestTry.of(GAS_OR_SENSOR, List.of(Cause.FADED_SENSOR), Set.of()))
                .contains(NextTry.SERVICE_SENSOR);
    }

    @Test
    void whatWasTriedIsNamedAgainWhereNothingElseIsLeft() {
        assertThat(BestTry.of(Map.of(Cause.NO_GAS, 1.0), List.of(Cause.NO_GAS), Set.of(NextTry.CHECK_FLOW)))
                .contains(NextTry.CHECK_FLOW);
    }

    @Test
    void ofTwoAsLikelyTheCheaperComesFirst() {
        // Three minutes in clean air beside one at the label.
        assertThat(BestTry.of(
                        Map.of(Cause.ROOM_GAS, 0.5, Cause.WRONG_BASIS, 0.5),
                        List.of(Cause.ROOM_GAS, Cause.WRONG_BASIS),
                        Set.of()))
                .contains(NextTry.CHECK_SET_POINT);
    }

    @Test
    void oneTryThatShowsBothGoesBeforeOneThatShowsOne() {
        assertThat(BestTry.of(
                        Map.of(Cause.AIR_LEAK, 0.33, Cause.ABSORBING_TUBING, 0.33, Cause.PRESSURISED, 0.34),
                        List.of(Cause.PRESSURISED, Cause.AIR_LEAK, Cause.ABSORBING_TUBING),
                        Set.of()))
                .contains(NextTry.CHECK_RIG);
    }
}
