package onward.sentry.core.suspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.suspect.AirSuspicion.InAir;
import org.junit.jupiter.api.Test;

/** Which gas of the room would make the sensors stand as they do, by 40 % hydrogen and 50 % ethylene on carbon monoxide. */
class RoomGasTest {

    private static final CrossSensitivity CROSS = CrossSensitivity.shipped();

    private static InAir in(int slot, double reading, boolean failed) {
        return new InAir(Fixtures.quoin4().sensor(slot), reading, 0.2, failed);
    }

    private static List<RoomGas> fitting(double lel, double carbonMonoxide, double hydrogenSulfide) {
        return RoomGas.fitting(
                List.of(
                        in(1, lel, lel != 0),
                        in(2, 20.9, false),
                        in(3, carbonMonoxide, carbonMonoxide != 0),
                        in(4, hydrogenSulfide, hydrogenSulfide != 0)),
                CROSS);
    }

    @Test
    void aSensorAloneOffZeroIsExplainedByItsOwnGasAndByWhatItShowsOfOthers() {
        assertThat(fitting(0, 24, 0))
                .contains(new RoomGas("carbon-monoxide", 24), new RoomGas("hydrogen", 60), new RoomGas("ethylene", 48));
    }

    @Test
    void whatAnotherSensorWouldHaveShownTooIsRuledOut() {
        assertThat(fitting(0, 24, 0)).extracting(RoomGas::gasId).doesNotContain("hydrogen-sulfide");
        assertThat(fitting(0, 1.2, 40))
                .extracting(RoomGas::gasId)
                .startsWith("hydrogen-sulfide")
                .doesNotContain("carbon-monoxide", "hydrogen");
    }

    @Test
    void negativeReadingsPointAtAGasThatPushesTheCellDown() {
        assertThat(fitting(0, 0, -4)).containsExactly(new RoomGas("nitrogen-dioxide", 20));
    }

    @Test
    void ofASensorThatTheTableDoesNotSpeakOfNothingIsSaid() {
        assertThat(fitting(8, 24, 0)).isEmpty();
        assertThat(RoomGas.words(List.of())).isEqualTo("none of the table");
    }

    @Test
    void theWorkingOfAFailedZeroNamesThem() {
        var suspicion = AirSuspicion.ofZero(List.of(in(3, 24, true), in(4, 0, false)), List.of(), false, CROSS);
        assertThat(suspicion.suspects().get(0).cause()).isEqualTo(Cause.ROOM_GAS);
        assertThat(suspicion.suspects().get(0).working().inputs().toString()).contains("60 ppm hydrogen");
    }
}
