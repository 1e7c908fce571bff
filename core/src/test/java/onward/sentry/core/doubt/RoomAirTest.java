package onward.sentry.core.doubt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

class RoomAirTest {

    private static final double GAS_KNOWN = 0.02;
    private static final double DRIFTS = 0.06;

    private static OnGas read(int slot, double reading, double expected) {
        var sensor = sensor(slot);
        return new OnGas(sensor, reading, expected, GAS_KNOWN * expected, 1, sensor.isOxygen() ? 0.03 : DRIFTS);
    }

    private static SensorSpec sensor(int slot) {
        return Fixtures.quoin4().sensor(slot);
    }

    private static List<OnGas> diluted(double air) {
        return List.of(
                read(1, 25 * (1 - air), 25),
                read(2, 16 + 4.9 * air, 16),
                read(3, 80 * (1 - air), 80),
                read(4, 15 * (1 - air), 15));
    }

    @Test
    void everyGasWeakerByTheSameShareAndOxygenOnItsWayBackIsRoomAir() {
        var doubt = RoomAir.of(List.of(read(2, 18.3, 16), read(3, 42.4, 80), read(4, 8.0, 15)))
                .orElseThrow();
        assertThat(doubt.kind()).isEqualTo(Doubt.Kind.ROOM_AIR);
        assertThat(doubt.percent()).isCloseTo(47, within(0.7));
        assertThat(doubt.low()).isBetween(37.0, 42.0);
        assertThat(doubt.high()).isBetween(52.0, 57.0);
        assertThat(doubt.slots()).containsExactly(2, 3, 4);
        assertThat(doubt.words()).isEqualTo("about 47 % room air in the gas");
        assertThat(doubt.working().result()).startsWith("about 47 % room air, ");
        assertThat(doubt.estimates()).extracting(Doubt.Estimate::slot).containsExactly(2, 3, 4);
    }

    @Test
    void oxygenThatReadsItsLabelContradictsIt() {
        assertThat(RoomAir.of(List.of(read(2, 16.0, 16), read(3, 42.4, 80), read(4, 8.0, 15))))
                .isEmpty();
    }

    @Test
    void gasThatReadsItsLabelContradictsOxygenThatIsOff() {
        assertThat(RoomAir.of(List.of(read(2, 18.3, 16), read(3, 80, 80), read(4, 15, 15))))
                .isEmpty();
    }

    @Test
    void oxygenAloneShowsItByMoreThanItCanBeUncertain() {
        assertThat(RoomAir.of(List.of(read(2, 18.3, 16)))).isPresent();
        assertThat(RoomAir.of(List.of(read(2, 16.6, 16)))).isEmpty();
    }

    @Test
    void withoutOxygenTwoSensorsAreNeededEachBeyondItsDoubt() {
        assertThat(RoomAir.of(List.of(read(3, 60, 80)))).isEmpty();
        assertThat(RoomAir.of(List.of(read(3, 60, 80), read(4, 11.3, 15)))).isPresent();
        assertThat(RoomAir.of(List.of(read(3, 60, 80), read(4, 14, 15)))).isEmpty();
        assertThat(RoomAir.of(List.of(read(3, 74, 80), read(4, 13.9, 15)))).isEmpty();
        assertThat(RoomAir.of(List.of())).isEmpty();
    }

    @Property
    void theIntervalHoldsTheShareAndMoreAirIsNeverLessOfIt(
            @ForAll @DoubleRange(min = 0.2, max = 0.9) double air, @ForAll @DoubleRange(max = 0.09) double more) {
        var one = RoomAir.of(diluted(air)).orElseThrow();
        assertThat(100 * air).isBetween(one.low() - 1e-9, one.high() + 1e-9);
        assertThat(RoomAir.of(diluted(air + more)).orElseThrow().percent())
                .isGreaterThanOrEqualTo(one.percent() - 1e-9);
    }

    @Property
    void strongerGasIsNeverRoomAir(@ForAll @DoubleRange(min = 1, max = 1.5) double share) {
        assertThat(RoomAir.of(Stream.of(1, 3, 4)
                        .map(slot -> read(
                                slot,
                                share * sensor(slot).spanSetPoint(),
                                sensor(slot).spanSetPoint()))
                        .toList()))
                .isEmpty();
    }
}
